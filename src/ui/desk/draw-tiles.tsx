import { View } from 'react-native';
import type { DrawProof, Draw } from '@/core/engine/feature/draw/schema';
import type { Command } from '@/core/session/input';
import type { Show } from '@/core/show/show';
import { askShow } from '@/ui/data/command';
import { useDeskAt } from '@/ui/data/desk-time';
import { saveFile } from '@/ui/data/save-file';
import { useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { say } from '@/ui/words/say';

/** Draws: started here, with what was drawn last and what is needed to check it. */
export function DrawTiles(props: { onCommand: (command: Command) => void; onProblem: (sentence: string) => void }) {
  const draws = useShow((show) => show.draws);
  return draws.map((draw) => <DrawTile key={draw.id} draw={draw} {...props} />);
}

function DrawTile({
  draw: { id, name, from },
  onCommand,
  onProblem,
}: {
  draw: Show['draws'][number];
  onCommand: (command: Command) => void;
  onProblem: (sentence: string) => void;
}) {
  const { hash, entries, last, turning } = useDeskAt((view, now) => {
    const draw = view?.draws.find((each) => each.id === id);
    return {
      hash: draw?.hash ?? null,
      entries: draw?.entries ?? 0,
      last: draw?.last ?? null,
      turning: draw?.turns ? now < draw.turns.until : false,
    };
  });
  const nobody = from !== 'coins' && entries === 0;
  const proof = async (): Promise<void> => {
    const answer = await askShow<DrawProof>('GET', `/draws/${encodeURIComponent(id)}`);
    if (answer.ok)
      saveFile(
        `${name} draw ${answer.value.number}.json`,
        'application/json',
        `${JSON.stringify(answer.value, null, 2)}\n`,
      );
    else onProblem(answer.reason);
  };
  return (
    <Card label={name} className="gap-2">
      <View className="flex-row items-center justify-between gap-3">
        <DrawState from={from} name={name} entries={entries} turning={turning} last={last} nobody={nobody} />
        <Button
          disabled={turning || nobody || hash === null}
          label={say('Draw {name}', { name })}
          onPress={() => onCommand({ command: 'draw', draw: id })}
        >
          {say('Draw')}
        </Button>
      </View>
      {hash ? (
        <Text size={13} tone="muted" className="break-all" selectable>
          {say('The next seed’s SHA-256: {hash}', { hash })}
        </Text>
      ) : null}
      {last && !turning ? (
        <View className="flex-row">
          <Button kind="outline" label={say('Save the proof of {name}', { name })} onPress={() => void proof()}>
            {say('Save the proof')}
          </Button>
        </View>
      ) : null}
    </Card>
  );
}

/** Where the draw stands, in words. */
function DrawState({
  from,
  name,
  entries,
  turning,
  last,
  nobody,
}: {
  from: Draw['from'];
  name: string;
  entries: number;
  turning: boolean;
  last: { number: number; drawn: string } | null;
  nobody: boolean;
}) {
  return (
    <View className="flex-1">
      <Text size={13} tone="muted" numberOfLines={1}>
        {from === 'keyword' ? say('{name}: {n, number} in', { name, n: entries }) : name}
      </Text>
      <ViewerText
        text={turning ? say('Turning …') : last ? last.drawn : nobody ? say('Nobody is in yet') : say('Not drawn yet')}
        size={22}
        face="title"
        tone={last && !turning ? 'ink' : 'muted'}
        numberOfLines={2}
      />
    </View>
  );
}
