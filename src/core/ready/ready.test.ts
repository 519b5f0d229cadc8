import type { DeskView } from '@/core/desk/view';
import type { OutletPage } from '@/core/desk/outlet-page';
import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import type { Finding } from '@/core/stage/judge/finding';
import { english, phrase } from '@/core/words/phrase';
import type { Check, Looked } from './check';
import { readyChecks } from './index';

const NOW = 1_800_000_000_000;
const page = (more: Partial<OutletPage> = {}): OutletPage => ({
  browser: 'Chrome 120, Linux',
  width: 540,
  height: 960,
  lacks: [],
  blocked: false,
  heard: { at: NOW - 240_000, peakDb: -6.04 },
  ...more,
});

const base = starterShow('one');
const feed = {
  id: 'f',
  platform: 'brindle',
  handle: 'odavarn',
  on: true,
  rate: { coin: 0, kept: 0 },
  admitted: ['subscribe'],
} as const;
const SHOW: Show = {
  ...base,
  cues: base.cues.map((cue) => ({ ...cue, steps: [...cue.steps, { kind: 'play', sound: 'wood-block', volume: 100 }] })),
  feeds: [{ ...feed, rate: { ...feed.rate }, admitted: ['subscribe'] }],
  outlets: base.outlets.map((outlet) => ({ ...outlet, sounds: true })),
};
const OUTLET = SHOW.outlets[0]?.id ?? '';
const health = { state: 'waiting', clockAheadMs: 0 } as DeskView['feeds'][string];
const VIEW = {
  feeds: { f: health },
  outlets: { [OUTLET]: 1 },
  outletPages: { [OUTLET]: [page()] },
  outletsSeen: {},
  goals: [],
  countdowns: [],
  problem: null,
  scene: '',
  rehearsal: null,
} as unknown as DeskView;

interface Change {
  show?: Partial<Show>;
  view?: Partial<DeskView>;
  looked?: Partial<Looked>;
}
const checks = ({ show = {}, view = {}, looked = {} }: Change = {}): Check[] =>
  readyChecks({
    show: { ...SHOW, ...show },
    view: { ...VIEW, ...view },
    now: NOW,
    scenes: [{ name: null, findings: [] }],
    steps: {},
    missing: [],
    rehearsed: { at: NOW - 3 * 86_400_000, longestWaitMs: 14_200, unthanked: 0 },
    device: { battery: null, free: null },
    ...looked,
  });
const said = (all: Check[], level: Check['level']): string[] =>
  all.filter((check) => check.level === level).map(({ says }) => english(says));

test('a show that is ready has nothing first, and says what it looked at', () => {
  const all = checks();
  expect([said(all, 'first'), said(all, 'know')]).toEqual([[], []]);
  expect(said(all, 'good')).toEqual([
    'Brindle, odavarn: waiting',
    '“Everything” is open',
    'Sound comes out of “Everything”',
    'Viewers can read every piece, and nothing hides anything.',
    'Every cue can fire',
    'Rehearsed 3 d ago',
  ]);
  expect(all.map(({ why }) => (why === null ? '' : english(why)))).toContain(
    'Played there 4 min ago, -6.0 dBFS at its peak.',
  );
});

const FINDING: Finding = {
  key: 'cover/chat/spotlight',
  pieces: ['chat', 'spotlight'],
  says: phrase('No cue is on'),
  mend: { label: phrase('Look at it'), does: { kind: 'remove', piece: 'chat' } },
};
const goal = {
  id: 'g',
  name: 'Bowls',
  measure: 'follows',
  target: 20,
  onReach: { kind: 'stay' },
} as Show['goals'][number];
const countdown = { id: 'c', name: 'Break', seconds: 600, most: 0 };

/** Each thing that can be wrong, and what is first then. */
const WRONG: readonly [what: string, change: Change, first: string][] = [
  ['no feed', { show: { feeds: [] } }, 'No feed is connected'],
  [
    'a stopped feed',
    { show: { feeds: [{ ...feed, on: false, rate: { ...feed.rate }, admitted: [] }] } },
    'Brindle, odavarn is stopped',
  ],
  [
    'a handle that nobody has',
    { view: { feeds: { f: { ...health, state: 'notFound' } } } },
    'Brindle, odavarn: not found',
  ],
  [
    'no room at the platform',
    { view: { feeds: { f: { ...health, state: 'crowded' } } } },
    'Brindle, odavarn: no place left',
  ],
  [
    'a step that is missing',
    { looked: { steps: { f: [{ step: 'Signature', outcome: 'bad', says: 'None.' }] } } },
    'Brindle, odavarn: Signature is not as it should be',
  ],
  [
    'a step that is missing, for which it is connected to in vain',
    {
      view: { feeds: { f: { ...health, state: 'reconnecting' } } },
      looked: { steps: { f: [{ step: 'Broadcast', outcome: 'bad', says: 'Not public.' }] } },
    },
    'Brindle, odavarn: Broadcast is not as it should be',
  ],
  ['no outlet open', { view: { outlets: {}, outletPages: {} } }, 'No outlet is open'],
  ['an outlet with sound open twice', { view: { outlets: { [OUTLET]: 2 } } }, '“Everything” is open in 2 places'],
  ['no sound', { show: { outlets: base.outlets.map((outlet) => ({ ...outlet, sounds: false })) } }, 'No outlet sounds'],
  [
    'a silent browser',
    { view: { outletPages: { [OUTLET]: [page({ blocked: true })] } } },
    'The browser of “Everything” is silent',
  ],
  [
    'a browser without sound',
    { view: { outletPages: { [OUTLET]: [page({ lacks: ['sound'], heard: null })] } } },
    'The browser of “Everything” plays no sound',
  ],
  [
    'a meter that shows nothing',
    { view: { outletPages: { [OUTLET]: [page({ heard: { at: NOW, peakDb: -200 } })] } } },
    'What “Everything” played last was silent',
  ],
  ['no room on the server', { view: { problem: 'The disk is full.' } }, 'The server has trouble keeping the session'],
  ['another overlay', { show: { alsoShown: ['follow'] } }, 'Cue 1 would come twice'],
  ['a finding of the layout', { looked: { scenes: [{ name: 'Throwing', findings: [FINDING] }] } }, 'No cue is on'],
  ['a missing file', { looked: { missing: ['wave.gif'] } }, '1 file is missing'],
  [
    'a countdown that has run out',
    { show: { countdowns: [countdown] }, view: { countdowns: [{ id: 'c', endsAt: null, left: 0 }] } },
    'Break would end at once',
  ],
  ['a battery that ends', { looked: { device: { battery: 12, free: null } } }, 'This device’s battery is at 12 %'],
];

test.each(WRONG)('%s is first, and only that', (_what, change, first) => {
  expect(said(checks(change), 'first')).toEqual([first]);
});

const KNOW: readonly [what: string, change: Change, says: string][] = [
  [
    'what an account is not admitted to yet',
    { show: { feeds: [{ ...feed, rate: { ...feed.rate }, admitted: [] }] } },
    'Brindle, odavarn cannot send everything yet',
  ],
  [
    'a clock that is off',
    { view: { feeds: { f: { ...health, clockAheadMs: -180_000 } } } },
    'Brindle, odavarn: its clock is 3 min off',
  ],
  [
    'a second outlet that was never opened',
    {
      show: {
        outlets: [
          ...SHOW.outlets,
          { ...(base.outlets[0] as Show['outlets'][number]), id: 'two', name: 'Wall', sounds: false },
        ],
      },
    },
    '“Wall” was never opened',
  ],
  [
    'a layer of other proportions',
    { view: { outletPages: { [OUTLET]: [page({ width: 1920, height: 1080 })] } } },
    'The layer of “Everything” has other proportions than its frame',
  ],
  [
    'a sound that was never heard',
    { view: { outletPages: { [OUTLET]: [page({ heard: null })] } } },
    'Nothing was played from “Everything” yet',
  ],
  [
    'a rehearsal of long ago',
    { looked: { rehearsed: { at: NOW - 8 * 86_400_000, longestWaitMs: 0, unthanked: 0 } } },
    'Not rehearsed within a week',
  ],
  ['no rehearsal', { looked: { rehearsed: null } }, 'Not rehearsed within a week'],
  ['no cue', { show: { cues: [] } }, 'No cue is on'],
  [
    'a goal that is reached',
    { show: { goals: [goal] }, view: { goals: [{ id: 'g', value: 25 } as DeskView['goals'][number]] } },
    'Bowls is reached already',
  ],
  [
    'little room in the browser',
    { looked: { device: { battery: null, free: 50_000_000 } } },
    'This browser has 50 MB of room left',
  ],
];

test.each(KNOW)('%s is worth knowing, and stops nobody', (_what, change, says) => {
  const all = checks(change);
  expect([said(all, 'first'), said(all, 'know')]).toEqual([[], [says]]);
});

test('what hurts most comes first, and every one that can be mended by a tap says how', () => {
  const all = checks({
    show: { feeds: [], alsoShown: ['follow'] },
    view: { outlets: {}, outletPages: {} },
    looked: { device: { battery: 5, free: null } },
  });
  expect(said(all, 'first')).toEqual([
    'No feed is connected',
    'No outlet is open',
    'Cue 1 would come twice',
    'This device’s battery is at 5 %',
  ]);
  expect(all.filter(({ level }) => level === 'first').map(({ offer }) => offer?.does.kind ?? null)).toEqual([
    'go',
    'go',
    'cueOff',
    null,
  ]);
});

test('a rehearsal on the outlets is first, and ended by a tap', () => {
  const all = checks({ view: { rehearsal: { title: 'A raid', startedAt: NOW, endsAt: NOW + 60_000 } } });
  expect(said(all, 'first')).toEqual(['Your outlets show a rehearsal']);
  expect(all[0]?.offer?.does).toEqual({ kind: 'endRehearsal' });
});

test('without a feed that is missing is told once, and not by every cue', () => {
  expect(checks({ show: { feeds: [] } }).filter(({ key }) => key.includes('cue'))).toEqual([]);
});

test('the same finding in several scenes is told once, and many of them as a number', () => {
  const findings = Array.from({ length: 7 }, (_, n) => ({ ...FINDING, key: `k${n}`, pieces: [`p${n}`] }));
  const all = checks({
    looked: {
      scenes: [
        { name: 'One', findings },
        { name: 'Two', findings },
      ],
    },
  });
  expect(all.filter(({ key }) => key.startsWith('layout'))).toHaveLength(4);
  expect(said(all, 'first').at(-1)).toBe('3 more things about the layout');
});
