import { GO_ON_MINUTES } from '@/core/show/show';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Card } from '@/ui/part/card';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';

/** For how long a session waits for a broadcast that was interrupted. */
export function GoOn() {
  const minutes = useShow((show) => show.goOnMinutes ?? GO_ON_MINUTES);
  return (
    <Card className="mt-6 gap-3" label="Live again">
      <NumberField
        label="Live again within"
        unit="minutes"
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
        Then the session goes on, with its goals, boards and countdowns as they were. 0: each time begins a new one.
      </Text>
    </Card>
  );
}
