import { useEffect, useRef, useSyncExternalStore } from 'react';
import { View } from 'react-native';
import { useDesk } from '@/ui/data/desk';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { toasts } from './toast';
import { say } from '@/ui/words/say';

/** Where such lines come up: above the bar, over the place, in the thumb's reach. */
export function ToastHost() {
  const toast = useSyncExternalStore(toasts.subscribe, toasts.now, () => null);
  const there = useDesk(({ server }) => server === 'there');
  // What was said of a press while the server was away is over when it is back.
  const before = useRef(there);
  useEffect(() => {
    if (there && !before.current && toasts.now()?.bad) toasts.show(null);
    before.current = there;
  }, [there]);
  return (
    <View className="absolute start-3 end-3 bottom-3 z-30 items-center" style={{ pointerEvents: 'box-none' }}>
      <View role={toast?.bad ? 'alert' : 'status'} className="w-full max-w-[560px]">
        {toast ? (
          <View
            // Also over a sheet, which takes every other press.
            style={{ pointerEvents: 'auto' }}
            className={`min-h-[56px] ps-4 pe-2 py-2 flex-row items-center gap-3 rounded-card bg-raised border ${toast.bad ? 'border-brick' : 'border-line'}`}
          >
            <Text className="flex-1" tone={toast.bad ? 'brick' : 'ink'}>
              {toast.text}
            </Text>
            <Button
              kind={toast.action ? 'main' : 'outline'}
              onPress={() => {
                toasts.show(null);
                toast.action?.act();
              }}
            >
              {toast.action?.label ?? say('Close')}
            </Button>
          </View>
        ) : null}
      </View>
    </View>
  );
}
