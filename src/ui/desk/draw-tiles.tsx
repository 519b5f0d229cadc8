import { View } from 'react-native';
import type { DeskView } from '@/core/desk/view';
import type { DrawProof } from '@/core/engine/feature/draw/schema';
import type { Command } from '@/core/session/input';
import type { Show } from '@/core/show/show';
import { ask } from '@/ui/data/api';
import { saveFile } from '@/ui/data/save-file';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';

/** Draws: started here, with what was drawn last and what is needed to check it. */
export function DrawTiles({
  show,
  deskKey: key,
  draws,
  now,
  onCommand,
  onProblem,
}: {
  show: Show;
  deskKey: string;
  draws: DeskView['draws'];
  now: number;
  onCommand: (command: Command) => void;
  onProblem: (sentence: string) => void;
}) {
  return (
    <>
      {show.draws.map(({ id, name, from }) => {
        const draw = draws.find((each) => each.id === id);
        const last = draw?.last ?? null;
        const turning = draw?.turns ? now < draw.turns.until : false;
        const nobody = from !== 'coins' && (draw?.entries ?? 0) === 0;
        const proof = async (): Promise<void> => {
          const answer = await ask<DrawProof>(
            'GET',
            `/api/shows/${encodeURIComponent(show.id)}/draws/${encodeURIComponent(id)}`,
            { key },
          );
          if (answer.ok)
            saveFile(
              `${name} draw ${answer.value.number}.json`,
              'application/json',
              `${JSON.stringify(answer.value, null, 2)}\n`,
            );
          else onProblem(answer.reason);
        };
        return (
          <Card key={id} label={name} className="gap-2">
            <View className="flex-row items-center justify-between gap-3">
              <View className="flex-1">
                <Text size={13} tone="muted" numberOfLines={1}>
                  {from === 'keyword' ? `${name}: ${draw?.entries ?? 0} in` : name}
                </Text>
                <ViewerText
                  text={turning ? 'Turning …' : last ? last.drawn : nobody ? 'Nobody is in yet' : 'Not drawn yet'}
                  size={22}
                  face="title"
                  tone={last && !turning ? 'ink' : 'muted'}
                  numberOfLines={2}
                />
              </View>
              <Button
                disabled={turning || nobody || draw?.hash == null}
                label={`Draw ${name}`}
                onPress={() => onCommand({ command: 'draw', draw: id })}
              >
                Draw
              </Button>
            </View>
            {draw?.hash ? (
              <Text
                size={13}
                tone="muted"
                className="break-all"
                selectable
              >{`The next seed’s SHA-256: ${draw.hash}`}</Text>
            ) : null}
            {last && !turning ? (
              <View className="flex-row">
                <Button kind="outline" label={`Save the proof of ${name}`} onPress={() => void proof()}>
                  Save the proof
                </Button>
              </View>
            ) : null}
          </Card>
        );
      })}
    </>
  );
}
