import { View } from 'react-native';
import SkipForward from 'lucide-react-native/icons/skip-forward';
import type { Alert } from '@/core/engine/alert/alert';
import type { DeskView } from '@/core/desk/view';
import type { Command } from '@/core/session/input';
import { useDeskAt } from '@/ui/data/desk-time';
import { useShow } from '@/ui/data/show';
import { toasts } from '@/ui/frame/toast';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { directionOf } from '@/core/words/direction';
import { say } from '@/ui/words/say';

/** What plays in a spotlight, what comes next, and how many wait. */
function lineOf(view: DeskView | null, spotlight: string, now: number) {
  const queue = view?.queues[spotlight] ?? null;
  const alerts = queue?.alerts.filter(({ until }) => until > now) ?? [];
  const playing = alerts[0] && alerts[0].from <= now ? alerts[0] : null;
  const gone = (queue?.alerts.length ?? 0) - alerts.length;
  return {
    playing,
    next: alerts.find(({ from }) => from > now),
    waiting: Math.max(0, (queue?.count ?? 0) - gone - (playing ? 1 : 0)),
    held: queue?.held ?? false,
    until: queue?.until ?? now,
  };
}

interface SpotlightProps {
  spotlight: string;
  name: string;
}

/** One spotlight: what is on the air, how long it still is, and what waits behind it. Its parts render apart: time passes in one of them. */
export function OnAir({ onCommand, ...props }: SpotlightProps & { onCommand: (command: Command) => void }) {
  return (
    <Card flush label={props.name}>
      <Playing {...props} />
      <View className="flex-row items-center justify-between gap-3 px-4 min-h-[36px]">
        <Next spotlight={props.spotlight} />
        <Waiting spotlight={props.spotlight} />
      </View>
      <View className="flex-row flex-wrap items-center gap-2 px-2 pb-2">
        <Buttons {...props} onCommand={onCommand} />
      </View>
    </Card>
  );
}

function Playing({ spotlight, name }: SpotlightProps) {
  const playing = useDeskAt((view, now) => lineOf(view, spotlight, now).playing);
  const dir = useShow(({ language }) => directionOf(language));
  return (
    <>
      <View className="px-4 pt-3 pb-3">
        <View className="flex-row justify-between">
          <Text size={13} tone="muted" numberOfLines={1} className="shrink">
            {playing
              ? playing.trial
                ? say('On air in {name}, tried by you', { name })
                : say('On air in {name}', { name })
              : name}
          </Text>
          {playing ? <Left alert={playing} /> : null}
        </View>
        <ViewerText
          text={playing?.text ?? say('Nothing on air')}
          dir={playing ? dir : 'ltr'}
          size={22}
          face="title"
          tone={playing ? 'ink' : 'muted'}
          numberOfLines={1}
          className="mt-1"
        />
      </View>
      <View className="h-[4px] bg-raised">{playing ? <Progress alert={playing} /> : null}</View>
    </>
  );
}

const Left = ({ alert: { until } }: { alert: Alert }) => (
  <Text size={13} tone="muted" className="tabular-nums">
    {useDeskAt((_, now) => say('{s, number, ::.0} s left', { s: Math.max(0, (until - now) / 1000) }))}
  </Text>
);

function Progress({ alert: { from, until } }: { alert: Alert }) {
  const share = useDeskAt((_, now) => Math.min(100, ((now - from) / (until - from)) * 100));
  return <View className="h-[4px] bg-marigold" style={{ width: `${share}%` }} />;
}

function Next({ spotlight }: { spotlight: string }) {
  const next = useDeskAt((view, now) => lineOf(view, spotlight, now).next?.text ?? null);
  const dir = useShow(({ language }) => directionOf(language));
  return (
    <ViewerText
      text={next === null ? say('Nothing waits') : say('Then {next}', { next })}
      dir={dir}
      size={13}
      tone={next === null ? 'muted' : 'ink'}
      numberOfLines={1}
      className="flex-1 text-start"
    />
  );
}

function Waiting({ spotlight }: { spotlight: string }) {
  const words = useDeskAt((view, now) => {
    const { waiting, held, until } = lineOf(view, spotlight, now);
    if (waiting === 0) return held ? say('held') : null;
    return held
      ? say('{n, number} held', { n: waiting })
      : say('{n, number} · {s} s', { n: waiting, s: Math.max(0, Math.round((until - now) / 1000)) });
  });
  return words === null ? null : (
    <Text size={13} tone="muted" className="tabular-nums">
      {words}
    </Text>
  );
}

function Buttons({ spotlight, name, onCommand }: SpotlightProps & { onCommand: (command: Command) => void }) {
  const { held, some, playing } = useDeskAt((view, now) => {
    const line = lineOf(view, spotlight, now);
    return { held: line.held, some: line.waiting > 0, playing: line.playing?.id ?? null };
  });
  const clear = (): void => {
    onCommand({ command: 'clear', spotlight });
    toasts.show({
      text: say('{name} is cleared.', { name }),
      action: { label: say('Bring back'), act: () => onCommand({ command: 'unclear', spotlight }) },
    });
  };
  // Each has its own room, whatever there is to be done: nothing moves under the thumb.
  return (
    <>
      <Button
        className="flex-1 min-w-[5.5rem]"
        label={held ? say('Go on in {name}', { name }) : say('Hold in {name}', { name })}
        onPress={() => onCommand({ command: 'hold', spotlight, on: !held })}
      >
        {held ? say('Go on') : say('Hold')}
      </Button>
      <Button className="flex-1 min-w-[5.5rem]" disabled={!some} label={say('Clear {name}', { name })} onPress={clear}>
        {say('Clear')}
      </Button>
      <Button
        className="flex-1 min-w-[5.5rem] px-2"
        icon={SkipForward}
        disabled={playing === null}
        label={say('Skip what is on air in {name}', { name })}
        onPress={() => {
          if (playing !== null) onCommand({ command: 'skip', alert: playing });
        }}
      >
        {say('Skip')}
      </Button>
    </>
  );
}
