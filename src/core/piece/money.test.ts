import { START } from '@/core/event/examples';
import { figure } from '@/core/event/figures';
import { amountFigure, amountWords, readAmount, wholeUnitsOf } from '@/core/event/money';
import type { StreamEvent } from '@/core/event/event';
import { fold } from '@/core/session/fold';
import { newState } from '@/core/session/state';
import { cueSentence } from '@/core/show/sentence';
import { newCue, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { ANY } from '@/core/engine/cue/range';
import fc from 'fast-check';
import { alternativeLines, Stage } from '@/core/stage/stage';
import { alternativeOf, liveOf, PIECE_KINDS, type Piece } from '.';
import type { GoalPiece } from './goal';
import { english } from '@/core/words/phrase';

/* Money is shown and typed in its currency's own units, wherever it is seen. Digits: ISO 4217 (event/money.test.ts). */

const CURRENCIES = [
  { currency: 'EUR', minor: 5000, shown: '50.00', target: 10_000, of: '100.00 EUR' },
  { currency: 'JPY', minor: 5000, shown: '5,000', target: 10_000, of: '10,000 JPY' },
  { currency: 'KWD', minor: 5000, shown: '5.000', target: 10_000, of: '10.000 KWD' },
] as const;

function said({ currency, minor, target }: (typeof CURRENCIES)[number]): Record<string, string> {
  const starter = starterShow('s');
  const show: Show = {
    ...starter,
    money: { currency, rates: {} },
    goals: [{ id: 'g', name: 'Rent', measure: 'tips', target, onReach: { kind: 'stay' } }],
    cues: [
      newCue('every', { kind: 'every', every: minor, of: 'worth', by: 'session', within: 0 }, [
        { kind: 'show', spotlight: 'spotlight', words: '{count} reached, {total} in all', seconds: 3 },
      ]),
    ],
  };
  const goal = { ...PIECE_KINDS.goal.make('p-goal', show), goal: 'g' };
  const board: Piece = { ...PIECE_KINDS.leaderboard.make('p-board', show), title: 'Tips', measure: 'tips' } as Piece;
  const plate = (id: string, which: 'largest' | 'top', words: string): Piece =>
    ({ ...PIECE_KINDS.plate.make(id, show), of: 'tip', which, label: '', words, name: which }) as Piece;
  const pieces = [
    goal,
    board,
    plate('p-largest', 'largest', '{viewer} {total}'),
    plate('p-top', 'top', '{viewer} {total}'),
  ];
  const state = newState({ ...show, pieces: [...show.pieces, ...pieces] });
  const texts: string[] = [];
  const tip: StreamEvent = {
    kind: 'tip',
    id: 't',
    feed: 'f',
    at: START + 1,
    seenAt: START + 1,
    viewer: { id: 'v', handle: 'ines', name: 'Inês', roles: [] },
    amountMinor: minor,
    currency,
  };
  fold(state, { input: 'begin', at: START, session: 's' });
  fold(state, { input: 'event', at: START + 1, event: tip }, (effect) => {
    if (effect.effect === 'alert') texts.push(effect.alert.text);
  });
  return {
    ...Object.fromEntries(pieces.map((piece) => [piece.id, alternativeOf(piece, liveOf(piece, state), START + 2)])),
    alert: texts.join('; '),
  };
}

test.each(CURRENCIES)('goals, boards, plates and words of $currency', (given) => {
  const amount = `${given.shown} ${given.currency}`;
  expect(said(given)).toEqual({
    'p-goal': `Rent: ${given.shown} of ${given.of}`,
    'p-board': `Tips: 1 Inês ${amount}`,
    'p-largest': `largest: Inês ${amount}`,
    'p-top': `top: Inês ${amount}`,
    alert: `${given.shown} reached, ${amount} in all`,
  });
});

test.each([
  ['EUR', 'When someone tips an amount of at least 5.00 EUR.'],
  ['JPY', 'When someone tips an amount of at least 500 JPY.'],
  ['KWD', 'When someone tips an amount of at least 0.500 KWD.'],
])('a threshold in %s reads as an amount', (currency, sentence) => {
  const show: Show = { ...starterShow('s'), money: { currency, rates: {} } };
  const cue = newCue('c', { kind: 'tip', worth: { ...ANY, least: 500 } }, []);
  expect(english(cueSentence(cue, show))).toBe(sentence);
});

test('what is written is read back, with and without its currency; what is no amount is none', () => {
  fc.assert(
    fc.property(fc.nat(999_999_999), fc.constantFrom('EUR', 'JPY', 'KWD'), (minor, currency) => {
      expect([
        readAmount(amountWords(minor, currency), currency),
        readAmount(amountFigure(minor, currency), currency),
      ]).toEqual([minor, minor]);
    }),
  );
  expect(['5', '5.5', '5,50', '1,234', '1,234.50', ' 7 EUR '].map((text) => readAmount(text, 'EUR'))).toEqual([
    500, 550, 550, 123_400, 123_450, 700,
  ]);
  expect(['', 'a', '-5', '1.2.3', '1,23,4'].map((text) => readAmount(text, 'EUR'))).toEqual([
    null,
    null,
    null,
    null,
    null,
  ]);
});

const LANGUAGES = ['en', 'de', 'fr-CH', 'es', 'ja', 'ar-EG', 'hi', 'pl'];

test('in each language numbers are written as Intl does, and read back', () => {
  fc.assert(
    fc.property(
      fc.nat(999_999_999),
      fc.constantFrom('EUR', 'JPY', 'KWD'),
      fc.constantFrom(...LANGUAGES),
      (minor, currency, language) => {
        const digits = { EUR: 2, JPY: 0, KWD: 3 }[currency] ?? 2;
        const written = new Intl.NumberFormat(language, {
          minimumFractionDigits: digits,
          maximumFractionDigits: digits,
        });
        expect(amountFigure(minor, currency, language)).toBe(written.format(minor / 10 ** digits));
        expect(readAmount(amountWords(minor, currency, language), currency, language)).toBe(minor);
        expect(figure(minor, language)).toBe(new Intl.NumberFormat(language).format(minor));
      },
    ),
  );
  const typed = [
    ['1.234,50', 'de', 123_450],
    ['1.234,50', 'en', 123_450],
    ['1.234', 'de', 123_400],
    ['12.50', 'de', 1250],
    ['1 234,5', 'fr', 123_450],
    ['٥٫٥٠', 'ar', 550],
    ['1.234.567', 'en', 123_456_700],
    ['1.23.456', 'de', null],
    ['1,234,56', 'en', null],
  ] as const;
  expect(typed.map(([text, language]) => readAmount(text, 'EUR', language))).toEqual(typed.map(([, , minor]) => minor));
  // A language's name that Intl does not take is no reason to show nothing.
  expect(figure(1234.5, 'en-a1')).toBe('1,234.5');
});

test('a frame in another language has its figures in it: painted, and for whoever does not see it', () => {
  const show: Show = {
    ...starterShow('s'),
    language: 'de',
    goals: [{ id: 'g', name: 'Miete', measure: 'tips', target: 1_234_500, onReach: { kind: 'stay' } }],
  };
  const state = newState(show);
  const piece: Piece = { ...(show.pieces.find(({ kind }) => kind === 'goal') as GoalPiece), goal: 'g' };
  const scene = {
    frame: show.frame,
    language: show.language,
    pieces: [piece],
    live: { [piece.id]: liveOf(piece, state) },
  };
  expect(alternativeLines(scene, START)).toEqual(['Miete: 0,00 of 12.345,00 EUR']);
  const { groups } = new Stage({ measure: (text) => text.length * 10, seen: 'air' }).at(scene, START);
  expect(JSON.stringify(groups)).toContain('0,00 / 12.345,00 EUR');
});

test('a step “for each coin or unit of money” counts whole units of the streamer’s currency, by their rate', () => {
  const money = { currency: 'EUR', rates: { JPY: 0.01 } };
  expect(['5.99 EUR', '500 JPY', '500 USD', 'nothing'].map((text) => wholeUnitsOf(text, money))).toEqual([
    5,
    5,
    null,
    null,
  ]);
});
