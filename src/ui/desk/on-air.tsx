import { View } from 'react-native';
import SkipForward from 'lucide-react-native/icons/skip-forward';
import type { Command } from '@/core/session/input';
import { useDeskAt } from '@/ui/data/desk-time';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';

/** One spotlight: what is on the air, how long it still is, and what waits behind it. */
export function OnAir({
  spotlight,
  name,
  onCommand,
}: {
  spotlight: string;
  name: string;
  onCommand: (command: Command) => void;
}) {
  const { queue, playing, next, waiting, now } = useDeskAt((view, at) => {
    const known = view?.queues[spotlight] ?? null;
    const alerts = known?.alerts.filter(({ until }) => until > at) ?? [];
    const first = alerts[0] && alerts[0].from <= at ? alerts[0] : null;
    const gone = (known?.alerts.length ?? 0) - alerts.length;
    const behind = Math.max(0, (known?.count ?? 0) - gone - (first ? 1 : 0));
    return {
      queue: known,
      playing: first,
      next: alerts.find(({ from }) => from > at),
      waiting: behind,
      // Without anything whose time is shown, time passes unseen.
      now: first || behind > 0 ? at : 0,
    };
  });
  return (
    <Card flush label={name}>
      <View className="px-4 pt-3 pb-3">
        <View className="flex-row justify-between">
          <Text size={13} tone="muted" numberOfLines={1} className="shrink">
            {playing ? `On air in ${name}${playing.trial ? ', tried by you' : ''}` : name}
          </Text>
          {playing ? (
            <Text
              size={13}
              tone="muted"
              className="tabular-nums"
            >{`${Math.max(0, (playing.until - now) / 1000).toFixed(1)} s left`}</Text>
          ) : null}
        </View>
        <ViewerText
          text={playing?.text ?? 'Nothing on air'}
          size={22}
          face="title"
          tone={playing ? 'ink' : 'muted'}
          numberOfLines={2}
          className="mt-1"
        />
      </View>
      <View className="h-[4px] bg-raised">
        {playing ? (
          <View
            className="h-[4px] bg-marigold"
            style={{ width: `${Math.min(100, ((now - playing.from) / (playing.until - playing.from)) * 100)}%` }}
          />
        ) : null}
      </View>
      <View className="flex-row flex-wrap items-center justify-between gap-x-3 gap-y-2 pl-4 pr-2 py-2 min-h-[60px]">
        <ViewerText
          text={next ? `Then ${next.text}` : 'Nothing waits'}
          size={13}
          tone={next ? 'ink' : 'muted'}
          numberOfLines={2}
          className="shrink"
        />
        <View className="flex-row items-center gap-3">
          {waiting > 0 ? (
            <Text size={13} tone="muted" className="tabular-nums">
              {queue?.held
                ? `${waiting} held`
                : `${waiting} · ${Math.max(0, Math.round(((queue?.until ?? now) - now) / 1000))} s`}
            </Text>
          ) : null}
          {waiting === 0 && queue?.held ? (
            <Text size={13} tone="muted">
              held
            </Text>
          ) : null}
          <Button
            label={`${queue?.held ? 'Go on' : 'Hold'} in ${name}`}
            onPress={() => onCommand({ command: 'hold', spotlight, on: !queue?.held })}
          >
            {queue?.held ? 'Go on' : 'Hold'}
          </Button>
          {waiting > 0 ? (
            <Button label={`Clear ${name}`} onPress={() => onCommand({ command: 'clear', spotlight })}>
              Clear
            </Button>
          ) : null}
          <Button
            icon={SkipForward}
            disabled={!playing}
            label={`Skip what is on air in ${name}`}
            onPress={() => {
              if (playing) onCommand({ command: 'skip', alert: playing.id });
            }}
          >
            Skip
          </Button>
        </View>
      </View>
    </Card>
  );
}
