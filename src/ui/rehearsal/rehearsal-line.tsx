import { View } from 'react-native';
import { askShow } from '@/ui/data/command';
import { useDeskAt } from '@/ui/data/desk-time';
import { useOpened } from '@/ui/data/show';
import { sayProblem } from '@/ui/frame/toast';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { clockTime } from '@/ui/pulse/session-word';
import { say } from '@/ui/words/say';

/** What is rehearsed on the outlets, and for how long still; null: nothing. */
export const useRehearsalWords = (): string | null =>
  useDeskAt((view, now) => {
    const rehearsal = view?.rehearsal;
    if (!rehearsal) return null;
    const { title, endsAt } = rehearsal;
    return endsAt > now
      ? say('Rehearsal: {title}, {time} left', { title, time: clockTime(endsAt - now) })
      : say('Rehearsal: {title}, the crowd is gone', { title });
  });

const end = (): void =>
  void askShow('DELETE', '/rehearsal').then((answer) => sayProblem(answer.ok ? null : answer.reason));

/** Above every place while outlets show a rehearsal: what is seen there is made up. */
export function RehearsalLine() {
  const words = useRehearsalWords();
  const may = useOpened(({ device }) => device?.right !== 'look');
  if (words === null) return null;
  return (
    <View
      role="region"
      aria-label={say('Rehearsal')}
      className="flex-row flex-wrap items-center gap-x-3 gap-y-1 ps-4 pe-2 py-1 border-b border-line bg-raised"
    >
      <Text face="strong" className="grow shrink basis-[180px] tabular-nums">
        {words}
      </Text>
      {may ? (
        <Button kind="outline" label={say('End the rehearsal')} onPress={end}>
          {say('End')}
        </Button>
      ) : null}
    </View>
  );
}
