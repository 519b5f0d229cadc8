import type { Step } from '@/core/engine/kinds';
import type { EventKind } from '@/core/event/kind';
import { makeWhen } from '@/core/engine/kinds';
import { ALWAYS } from '@/core/engine/cue/conditions';
import type { Cue, Show } from './show';
import { newCue } from './starter';
import { phrase, type Phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

/** A sensible cue, or a few that belong together, ready to use at one tap. */
export interface Start {
  title: Phrase;
  says: Phrase;
  shape: EventKind;
  make: (show: Show, spotlight: string, id: () => string) => Cue[];
}

const words = (spotlight: string, said: string, seconds: number): Step => ({
  kind: 'show',
  spotlight,
  words: said,
  seconds,
});
const play = (sound: string): Step => ({ kind: 'play', sound, volume: 100 });

/** In the order in which they are offered. */
export const STARTS: readonly Start[] = [
  {
    title: phrase('Thank followers'),
    says: phrase('Words and a drop of water'),
    shape: 'follow',
    make: (show, at, id) => [
      newCue(id(), { kind: 'follow' }, [words(at, proposed(show.language, 'Welcome, {viewer}'), 4), play('drop')]),
    ],
  },
  {
    title: phrase('Thank gifts by size'),
    says: phrase('Small, medium and large gifts, each with a sound of its own'),
    shape: 'gift',
    make: (show, at, id) => {
      const { language } = show;
      const gift = makeWhen('gift', show);
      const said = proposed(language, '{viewer} sent {count} {gift}');
      return [
        {
          ...newCue(id(), { ...gift, coins: { least: null, most: 99 } }, [words(at, said, 3), play('cup')]),
          name: proposed(show.language, 'Small gifts'),
        },
        {
          ...newCue(id(), { ...gift, coins: { least: 100, most: 999 } }, [words(at, said, 4), play('wooden-bars')]),
          name: proposed(show.language, 'Medium gifts'),
        },
        {
          ...newCue(id(), { ...gift, coins: { least: 1000, most: null } }, [
            words(at, proposed(language, '{viewer} sent {count} {gift}: {total} coins'), 6),
            play('three-bells'),
          ]),
          name: proposed(show.language, 'Large gifts'),
        },
      ];
    },
  },
  {
    title: phrase('Every 100 likes'),
    says: phrase('Of one viewer'),
    shape: 'like',
    make: (show, at, id) => [
      newCue(id(), { ...makeWhen('every', show), every: 100 }, [
        words(at, proposed(show.language, '{viewer}: {count} likes'), 3),
        play('wood-block'),
      ]),
    ],
  },
  {
    title: phrase('Five new followers within a minute'),
    says: phrase('The room is growing'),
    shape: 'follow',
    make: (show, at, id) => [
      newCue(id(), { kind: 'every', every: 5, of: 'follows', by: 'session', within: 60 }, [
        words(at, proposed(show.language, '{count} new followers in a minute'), 4),
        play('glass-falling'),
      ]),
    ],
  },
  {
    title: phrase('Thank subscribers'),
    says: phrase('Words and a hand bell'),
    shape: 'subscribe',
    make: (show, at, id) => [
      newCue(id(), makeWhen('subscribe', show), [
        words(at, proposed(show.language, '{viewer} subscribed'), 5),
        play('hand-bell'),
      ]),
    ],
  },
  {
    title: phrase('Thank tips'),
    says: phrase('The amount, and read aloud'),
    shape: 'tip',
    make: (show, at, id) => [
      newCue(id(), makeWhen('tip', show), [
        words(at, proposed(show.language, '{viewer} tipped {worth}'), 5),
        play('four-strings'),
        { kind: 'wait', seconds: 1.5 },
        { kind: 'read', words: proposed(show.language, 'Thank you, {viewer}') },
      ]),
    ],
  },
  {
    title: phrase('Welcome a raid'),
    says: phrase('The streamer and how many come'),
    shape: 'raid',
    make: (show, at, id) => [
      newCue(id(), makeWhen('raid', show), [
        words(at, proposed(show.language, '{viewer} comes with {count, plural, one {# viewer} other {# viewers}}'), 6),
        play('low-bell'),
      ]),
    ],
  },
  {
    title: phrase('Greet each viewer once'),
    says: phrase('When they first do something, twenty seconds apart'),
    shape: 'join',
    make: (show, at, id) => [
      {
        ...newCue(id(), { kind: 'first' }, [words(at, proposed(show.language, 'Hello, {viewer}'), 3)]),
        holds: { ...ALWAYS, every: 20 },
      },
    ],
  },
  {
    title: phrase('A goal is reached'),
    says: phrase('Words and bells'),
    shape: 'room',
    make: (show, at, id) => [
      newCue(id(), makeWhen('goal', show), [
        words(at, proposed(show.language, '{goal}: reached'), 6),
        play('three-bells'),
      ]),
    ],
  },
  {
    title: phrase('Applause at a press'),
    says: phrase('A button on the desk'),
    shape: 'room',
    make: (show, at, id) => [
      newCue(id(), makeWhen('press', show), [words(at, proposed(show.language, 'Applause'), 3), play('rattle')]),
    ],
  },
];
