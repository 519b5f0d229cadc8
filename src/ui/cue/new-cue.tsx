import { eventsOf } from '@/core/show/sentence';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import type { EventKind } from '@/core/event/kind';
import { newWhen, WHENS } from '@/core/engine/kinds';
import { PIECE_KINDS } from '@/core/piece';
import { newCue } from '@/core/show/starter';
import { STARTS, type Start } from '@/core/show/starts';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { randomKey } from '@/ui/data/random-key';
import { Segments } from '@/ui/part/choice';
import { Shape } from '@/ui/part/shape';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { say, saying } from '@/ui/words/say';
import { type Sayable, asKept } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

/** Starting a cue: something that works at one tap, or what it waits for. All else is changed in the sentence. */
export function NewCue({ onClose, onMade }: { onClose: () => void; onMade: (cues: string[]) => void }) {
  const show = useShow();
  const [from, setFrom] = useState<'starts' | 'moments'>('starts');
  const add = (start: Pick<Start, 'make'>): void => {
    const made: string[] = [];
    edit((draft) => {
      let spotlight = draft.pieces.find((piece) => piece.kind === 'spotlight');
      if (!spotlight) {
        // A cue needs somewhere to show its words.
        spotlight = PIECE_KINDS.spotlight.make(randomKey().slice(0, 12), draft);
        draft.pieces.push(spotlight);
      }
      const cues = start.make(show, spotlight.id, () => randomKey().slice(0, 12));
      draft.cues.push(...cues);
      made.push(...cues.map(({ id }) => id));
    });
    onMade(made);
  };
  return (
    <Sheet title={say('New cue')} onClose={onClose}>
      <Segments
        label={say('Begin with')}
        options={[
          { value: 'starts', label: say('Ready to use') },
          { value: 'moments', label: say('Choose what starts it') },
        ]}
        value={from}
        onChange={setFrom}
      />
      <View className="gap-2">
        {from === 'starts'
          ? STARTS.map((start) => (
              <Row
                key={asKept(start.title)}
                title={start.title}
                says={start.says}
                kind={start.shape}
                onPress={() => add(start)}
              />
            ))
          : WHENS.map(({ kind, title }) => (
              <Row key={kind} title={title} kind={shapeOf(kind)} onPress={() => add(momentStart(kind))} />
            ))}
      </View>
      {show.pieces.some(({ kind }) => kind === 'spotlight') ? null : (
        <Text tone="muted">{say('A spotlight for its words is put on the stage with it.')}</Text>
      )}
    </Sheet>
  );

  function shapeOf(kind: string): EventKind {
    return eventsOf(newCue('', newWhen(kind, show), []))[0] ?? 'room';
  }
}

const momentStart = (kind: string): Pick<Start, 'make'> => ({
  make: (show, spotlight, id) => [
    newCue(id(), newWhen(kind, show), [
      {
        kind: 'show',
        spotlight,
        words: wordsFor(show.language)[kind] ?? proposed(show.language, 'Thank you, {viewer}'),
        seconds: 4,
      },
    ]),
  ],
});

/** What a new cue says at first, in the show's language. */
const wordsFor = (language: string): Readonly<Record<string, string>> => ({
  follow: proposed(language, 'Welcome, {viewer}'),
  gift: proposed(language, '{viewer} sent {count} {gift}'),
  every: proposed(language, '{viewer}: {count}'),
  raid: proposed(language, '{viewer} comes with {count} viewers'),
  share: proposed(language, '{viewer} shared this'),
  first: proposed(language, 'Hello, {viewer}'),
  chat: proposed(language, '{viewer}: {message}'),
  goal: proposed(language, '{goal}: reached'),
  session: proposed(language, 'Here we go'),
  clock: proposed(language, 'A moment for water'),
  press: proposed(language, 'Applause'),
  subscribe: proposed(language, '{viewer} subscribed for {months} months'),
  giftSubs: proposed(language, '{viewer} gave {count, plural, one {# subscription} other {# subscriptions}} away'),
  tip: proposed(language, '{viewer} tipped {worth}'),
});

function Row({ title, says, kind, onPress }: { title: Sayable; says?: Sayable; kind: EventKind; onPress: () => void }) {
  return (
    <Pressable
      role="button"
      onPress={onPress}
      className="min-h-[56px] px-4 py-2 flex-row items-center gap-3 rounded-control bg-raised"
    >
      <Shape kind={kind} size={16} />
      <View className="flex-1">
        <Text size={17} face="strong">
          {`${saying(title)} `}
        </Text>
        {says ? (
          <Text size={13} tone="muted">
            {says}
          </Text>
        ) : null}
      </View>
    </Pressable>
  );
}
