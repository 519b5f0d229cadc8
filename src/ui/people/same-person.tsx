import { viewerKey } from '@/core/event/viewer-key';
import { View } from 'react-native';
import { joinPeople, partPerson, type Person } from '@/core/engine/count/people';
import type { PersonView } from '@/core/people/roll';
import { randomKey } from '@/ui/data/random-key';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { ViewerChoice } from './viewer-choice';
import { useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

/** Joins a viewer with another who is the same person, or parts them again. */
export function SamePerson({ person: { feed, viewer, members }, onDone }: { person: PersonView; onDone: () => void }) {
  const [choosing, setChoosing] = useAsked('same');
  return (
    <View className="flex-row flex-wrap gap-2">
      <Button kind="outline" onPress={() => setChoosing(true)}>
        {say('Same person as …')}
      </Button>
      {members.length > 1 ? (
        <Button
          onPress={() => {
            edit((draft) => {
              draft.people = partPerson(draft.people, whoOf(draft.people, feed, viewer));
            });
            onDone();
          }}
        >
          {say('Part them again')}
        </Button>
      ) : null}
      {choosing ? (
        <ViewerChoice
          title={say('Same person as')}
          onClose={() => setChoosing(false)}
          onChoose={(other) => {
            setChoosing(false);
            if (members.some((one) => one.feed === other.feed && one.viewer === other.viewer)) return;
            edit((draft) => {
              draft.people = joinPeople(
                draft.people,
                whoOf(draft.people, feed, viewer),
                whoOf(draft.people, other.feed, other.viewer),
                randomKey().slice(0, 12),
              );
            });
            onDone();
          }}
        />
      ) : null}
    </View>
  );
}

/** A viewer as joining takes them: by the person they are part of already. */
function whoOf(people: readonly Person[], feed: string, viewer: string): { key: string; id: string; feed: string } {
  const known = people.find(({ members }) => members.some((one) => one.feed === feed && one.viewer === viewer));
  return known
    ? { key: `person/${known.id}`, id: known.id, feed: '' }
    : { key: viewerKey(feed, viewer), id: viewer, feed };
}
