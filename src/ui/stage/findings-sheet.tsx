import { useState } from 'react';
import { View } from 'react-native';
import Wand from 'lucide-react-native/icons/layout-template';
import type { Finding, Offer } from '@/core/stage/judge/finding';
import { mendShow, offered } from '@/core/stage/judge/mend';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import type { Phrase } from '@/core/words/phrase';

/** All that is wrong with the layout, each with what puts it right; and what was dismissed. */
export function FindingsSheet({
  findings,
  dismissed,
  onArrange,
  onClose,
}: {
  findings: readonly Finding[];
  dismissed: readonly Finding[];
  onArrange: () => void;
  onClose: () => void;
}) {
  const show = useShow();
  return (
    <Sheet
      title={
        findings.length === 0
          ? say('Nothing to put right')
          : findings.length === 1
            ? say('One thing to put right')
            : say('{findings} things to put right', { findings: findings.length })
      }
      onClose={onClose}
    >
      {findings.length === 0 ? (
        <Text tone="muted">{say('Viewers can read every piece, and nothing hides anything.')}</Text>
      ) : null}
      <View role="list" aria-label={say('Findings')} className="gap-3">
        {findings.map(({ key, says, figures, mend }) => {
          const offer = offered(show, mend);
          return <FindingItem key={key} id={key} says={says} figures={figures} offer={offer} />;
        })}
      </View>
      <View className="flex-row">
        <Button kind={findings.length > 1 ? 'main' : 'outline'} icon={Wand} onPress={onArrange}>
          {say('Arrange for me')}
        </Button>
      </View>
      {dismissed.length > 0 ? <Dismissed dismissed={dismissed} /> : null}
    </Sheet>
  );
}

function Dismissed({ dismissed }: { dismissed: readonly Finding[] }) {
  return (
    <View className="gap-2" role="list" aria-label={say('Dismissed')}>
      <Text size={13} tone="muted">
        {say('Dismissed')}
      </Text>
      {dismissed.map(({ key, says }) => (
        <View key={key} role="listitem" className="flex-row items-center justify-between gap-3">
          <Text tone="muted" className="flex-1">
            {says}
          </Text>
          <Button
            onPress={() =>
              edit((draft) => {
                draft.dismissed = draft.dismissed.filter((each) => each !== key);
              })
            }
          >
            {say('Tell me again')}
          </Button>
        </View>
      ))}
    </View>
  );
}

function FindingItem({
  id,
  says,
  figures,
  offer,
}: {
  id: string;
  says: Phrase;
  figures: Phrase | undefined;
  offer: Offer;
}) {
  const [measured, setMeasured] = useState(false);
  return (
    <View role="listitem" className="gap-2 pb-3 border-b border-line">
      <Text>{says}</Text>
      {measured && figures ? <Text tone="muted">{figures}</Text> : null}
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" onPress={() => edit((draft) => mendShow(draft, offer.does))}>
          {offer.label}
        </Button>
        <Button
          onPress={() =>
            edit((draft) => {
              draft.dismissed = [...draft.dismissed.filter((each) => each !== id), id].slice(-500);
            })
          }
        >
          {say('Dismiss')}
        </Button>
        {figures ? (
          <Button pressed={measured} onPress={() => setMeasured(!measured)}>
            {say('Figures')}
          </Button>
        ) : null}
      </View>
    </View>
  );
}
