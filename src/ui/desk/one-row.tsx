import type { ReactNode } from 'react';
import { ScrollView } from 'react-native';
import { MayActProvider } from '@/ui/part/may-act';

/** What of a list is seen, in one row: it scrolls sideways where it is too long. Whoever may only look may choose that, too. */
export const OneRow = ({ children }: { children: ReactNode }) => (
  <MayActProvider value>
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      className="grow-0 shrink-0 -mx-4"
      contentContainerClassName="px-4 pb-1 [&>*]:flex-nowrap"
    >
      {children}
    </ScrollView>
  </MayActProvider>
);
