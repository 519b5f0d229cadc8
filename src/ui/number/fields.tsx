import { lazy, Suspense } from 'react';

/* Loaded when a goal, a counter … is opened: two places open them, and what two places share would come with the first screen. */
const Loaded = lazy(() => import('./listed-fields').then(({ ListedFields: default_ }) => ({ default: default_ })));

/** The settings of one thing of a list. */
export function ListedFields({ list, id }: { list: string; id: string }) {
  return (
    <Suspense fallback={null}>
      <Loaded list={list} id={id} />
    </Suspense>
  );
}
