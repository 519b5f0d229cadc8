import type { ReactElement, ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import X from 'lucide-react-native/icons/x';
import { IconButton } from './button';
import { Text } from './text';
import type { Sayable } from '@/core/words/phrase';
import { say } from '@/ui/words/say';

/** What a sheet is made of. */
export interface SheetProps {
  title: Sayable;
  onClose: () => void;
  children: ReactNode;
}

/** The id of the element in which sheets come up. */
export const SHEETS = 'sheets';

export const SHEET_LOOK =
  'outline-none bg-surface border-t border-line rounded-t-card w-full max-w-[720px] self-center mx-auto';

/** A sheet's title and its cross. @param around what its heading stands in */
export function SheetHead({
  title,
  onClose,
  around = (heading) => heading,
}: {
  title: Sayable;
  onClose: () => void;
  around?: (heading: ReactElement) => ReactElement;
}) {
  return (
    <View className="flex-row items-center justify-between ps-4 pe-1 pt-1">
      {around(
        <Text size={17} face="title" level={2} numberOfLines={1} className="flex-1">
          {title}
        </Text>,
      )}
      <IconButton icon={X} label={say('Close')} onPress={onClose} tone="muted" free />
    </View>
  );
}

export const SheetBody = ({ children }: { children: ReactNode }) => (
  <ScrollView className="px-4" contentContainerClassName="pb-5 gap-4">
    {children}
  </ScrollView>
);
