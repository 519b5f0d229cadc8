import { useEffect } from 'react';
import type { DeskView } from '@/core/desk/view';
import { keepBeginning, type Beginning, type ToDo } from '@/ui/data/beginning';
import { useBeginning } from '@/ui/data/use-beginning';
import { useDeskView } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';

/** What has happened of what was left to do, so far as the server's view says. That a test was heard only the press can say. */
const happenedOf = ({ outlets, outletsSeen, session, earlier, finished }: DeskView): string =>
  [
    Object.values(outlets).some((places) => places > 0) || Object.keys(outletsSeen).length > 0 ? 'paste' : '',
    session !== null || earlier !== null || finished > 0 ? 'live' : '',
  ].join();

/** Ticks off what has happened, wherever the streamer is. */
export function useTicking(): void {
  const begun = useBeginning();
  const show = useShow(({ id }) => id);
  const happened = useDeskView(happenedOf, '');
  useEffect(() => {
    if (begun?.at !== 'made') return;
    for (const each of happened.split(',')) if (each === 'paste' || each === 'live') tick(show, begun, each);
  }, [begun, show, happened]);
}

/** Something has been done. All done: it is over. */
export function tick(show: string, begun: Beginning, what: ToDo): void {
  if (begun.done.includes(what)) return;
  void keepBeginning(show, { ...begun, done: [...begun.done, what] });
}
