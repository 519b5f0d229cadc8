import { GO_ON_MINUTES } from '@/core/show/show';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Card } from '@/ui/part/card';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** For how long a session waits for a broadcast that was interrupted. */
export function GoOn() {
  const minutes = useShow((show) => show.goOnMinutes ?? GO_ON_MINUTES);
  return (
    <Card className="mt-6 gap-3" label={say('Live again')}>
      <NumberField
        label={say('Live again within')}
        unit={say('minutes')}
        value={minutes}
        least={0}
        most={720}
        step={5}
        onChange={(next) =>
          edit((draft) => {
            draft.goOnMinutes = next;
          })
        }
      />
      <Text size={13} tone="muted">
        {say(
          'Then the session goes on, with its goals, boards and countdowns as they were. 0: each time begins a new one.',
        )}
      </Text>
    </Card>
  );
}
