import { View } from 'react-native';
import { useDesk } from '@/ui/data/desk';
import { mayEverything } from '@/ui/data/home-docs';
import { useOpened } from '@/ui/data/show';
import { PlaceBody } from '@/ui/frame/place-body';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { UplinkCard } from '@/ui/uplink/uplink-card';
import { AlsoShown } from './also-shown';
import { CheckRow } from './check-row';
import { useChecks } from './use-looked';

/** Whether all works before going live. Nothing is to be pressed for that: feeds connect by themselves. */
export function ReadyPlace() {
  const checks = useChecks();
  const everything = useOpened(({ device }) => mayEverything(device));
  const away = useDesk(({ server }) => server === 'away' || server === 'refused');
  const first = checks?.filter(({ level }) => level === 'first').length ?? 0;
  return (
    <PlaceBody
      name={say('Ready check')}
      above={say('Ready check')}
      title={
        checks
          ? first === 0
            ? say('Ready')
            : say('{first, plural, one {One thing first} other {# things first}}', { first })
          : away
            ? say('Not known just now')
            : say('Looking …')
      }
    >
      <Text tone="muted" className="mt-1 mb-4">
        {checks && first === 0
          ? say('Go live whenever you want: Gavirn connects by itself. There is nothing to press here.')
          : say('You can go live as it is: there is nothing to press here for that.')}
      </Text>
      {!checks && away ? (
        <Card problem>
          <Text>
            {say(
              'Gavirn’s server does not answer from here. It may well go on without this page; trying again by itself.',
            )}
          </Text>
        </Card>
      ) : null}
      <View role="list" aria-label={say('Checks')}>
        {checks?.map((check) => (
          <CheckRow key={check.key} check={check} />
        ))}
      </View>
      <UplinkCard />
      {everything ? <AlsoShown /> : null}
    </PlaceBody>
  );
}
