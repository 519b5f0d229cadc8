import { View } from 'react-native';
import X from 'lucide-react-native/icons/x';
import type { FrameSize } from '@/core/piece/frame';
import type { Show } from '@/core/show/show';
import { addLayout, removeLayout } from '@/core/stage/beside';
import { frameKey, frameOf } from '@/core/stage/turn-frame';
import { randomKey } from '@/ui/data/random-key';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button, IconButton } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { layoutName } from './layout-name';
import { say } from '@/ui/words/say';

type Turn = (next: FrameSize, also?: (draft: Show) => void) => Promise<void>;

/** Layouts that are kept side by side: one show comes out upright and wide at once, each outlet in the layout that it says. */
export function Layouts({ turn }: { turn: Turn }) {
  const { frame, beside, outlets } = useShow();
  const present = frameKey(frame);
  const carried = (key: string): number => outlets.filter(({ layout }) => layout === key).length;
  return (
    <View className="gap-3 pt-3 border-t border-line" role="group" aria-label={say('Layouts side by side')}>
      <Text size={17} face="title" level={2}>
        {say('Upright and wide at once')}
      </Text>
      {beside ? (
        <>
          <Segments
            label={say('Layout on the stage')}
            value={present}
            onChange={(key) => {
              const next = frameOf(key);
              if (next) void turn(next);
            }}
            options={beside.map((key) => ({ value: key, label: layoutName(key) }))}
          />
          {beside.map((key) => (
            <View key={key} className="flex-row items-center justify-between gap-2">
              <Text size={13} tone="muted" className="shrink">
                {say('{layout}: {n, plural, one {# outlet} other {# outlets}}', {
                  layout: layoutName(key),
                  n: carried(key),
                })}
              </Text>
              {key === present ? null : (
                <IconButton
                  icon={X}
                  tone="muted"
                  label={say('Keep {layoutName} no longer', { layoutName: layoutName(key) })}
                  onPress={() => edit((draft) => removeLayout(draft, key))}
                />
              )}
            </View>
          ))}
        </>
      ) : null}
      <Text size={13} tone="muted">
        {say(
          'Pieces, numbers and cues are shared; where each piece stands, and whether it is on the frame, is each layout’s own.',
        )}
      </Text>
      <AddLayout turn={turn} />
    </View>
  );
}

/** Offers the layout that is not there yet: wide, or upright where wide stands on the stage. */
function AddLayout({ turn }: { turn: Turn }) {
  const { frame, beside } = useShow();
  const other: FrameSize =
    frame.width === 1920 && frame.height === 1080 ? { width: 1080, height: 1920 } : { width: 1920, height: 1080 };
  const free = !beside?.includes(frameKey(other));
  if (!free || (beside?.length ?? 1) >= 6) return null;
  return (
    <Button
      kind="outline"
      onPress={() =>
        void turn(other, (draft) =>
          addLayout(draft, frame, other, {
            id: randomKey().slice(0, 12),
            name: layoutName(frameKey(other)),
          }),
        )
      }
    >
      {say('Add a layout, {layout}', { layout: layoutName(frameKey(other)).toLowerCase() })}
    </Button>
  );
}
