import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Card } from '@/ui/part/card';
import { TitledSegments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** How long the server keeps finished sessions. */
export function KeptSessions() {
  const kept = useShow((show) => show.keepSessions ?? 'taken');
  return (
    <Card className="mt-6 gap-3" label={say('Finished sessions')}>
      <Text size={17} face="title" level={2}>
        {say('Finished sessions')}
      </Text>
      <TitledSegments
        label={say('The server keeps them')}
        value={kept}
        onChange={(next) =>
          edit((draft) => {
            draft.keepSessions = next;
          })
        }
        options={[
          { value: 'taken', label: say('Until each device has them') },
          { value: 'month', label: say('For 30 days') },
        ]}
      />
      <Text size={13} tone="muted">
        {say(
          'Each device that may do everything has all of them, with their logs. A new one gets those that the server has, and the others from another device while both are open.',
        )}
      </Text>
    </Card>
  );
}
