import { useDeskView } from '@/ui/data/desk';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { useAwake, type Awake } from './awake';
import { useDeviceState } from './device-state';

/** From so many per cent on a battery is told of. */
const LOW = 20;

/** What the device that holds the desk may do to it while live: a screen that goes dark, a battery that ends, a connection that lags. */
export function DeviceLines() {
  const live = useDeskView(({ session }) => session !== null && session.endedAt === null, false);
  const awake = useAwake(live);
  const { battery, slow, metered } = useDeviceState();
  if (!live) return null;
  const lines = [
    screenWords(awake),
    battery !== null && battery <= LOW
      ? say('This device’s battery is at {battery} %. Plug it in.', { battery })
      : null,
    slow ? say('This device’s connection is slow just now: what you press arrives later.') : null,
    metered ? say('This device’s connection is metered, and an open desk goes on taking data.') : null,
  ];
  return (
    <>
      {lines
        .filter((line) => line !== null)
        .map((line) => (
          <Text key={line} size={13} tone="muted" role="status">
            {line}
          </Text>
        ))}
    </>
  );
}

function screenWords(awake: Awake): string | null {
  switch (awake) {
    case 'held':
    case 'not wanted':
      return null;
    case 'insecure':
      return say(
        'The screen may go dark: a page without https cannot keep it on. docs/run.md says how to give it a certificate.',
      );
    case 'none':
      return say('The screen may go dark: this browser cannot keep it on. Set the device to stay on.');
    case 'refused':
      return say('The screen may go dark: the device does not let the page keep it on, to save its battery.');
  }
}
