import type { ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { Text } from '@/ui/part/text';
import { usePageTitle } from './page-title';
import { WayBack } from './way-back';

/** A place that scrolls, with its heading and perhaps something beside it. */
export function PlaceBody({
  title,
  name = title,
  above,
  beside,
  children,
  below,
}: {
  title: string;
  /** What the page is called, where its heading says how things are. */
  name?: string;
  /** A few words over the heading: which of several steps it is. */
  above?: string;
  beside?: ReactNode;
  children: ReactNode;
  below?: ReactNode;
}) {
  usePageTitle(name);
  return (
    <View className="flex-1">
      <ScrollView className="flex-1" contentContainerClassName="px-4 pt-4 pb-6 w-full max-w-[760px] self-center">
        {above === undefined ? null : (
          <Text size={13} tone="muted">
            {above}
          </Text>
        )}
        <View className="flex-row items-center justify-between min-h-[44px] gap-3">
          <View className="flex-row items-center shrink">
            <WayBack />
            <Text size={30} face="title" level={1} className="shrink">
              {title}
            </Text>
          </View>
          {beside}
        </View>
        {children}
      </ScrollView>
      {below}
    </View>
  );
}
