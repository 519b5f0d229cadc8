import { applyUpdate, Doc, encodeStateAsUpdate } from 'yjs';
import fc from 'fast-check';
import type { Show } from '@/core/show/show';
import { starterShow } from '@/core/show/starter';
import { changesBetween } from './changes';
import { writeAt } from './client-id';
import { readHome, showOn, showsOf, writeChanges, writeNewHome } from './home-doc';
import { demoShow } from './home.setup';
import { addShow, mediaOf, putOn, removeShow } from './shows';

const HOME = 'home';
const read = (doc: Doc, which?: string): Show => {
  const found = readHome(doc, HOME, which);
  if (!found.ok) throw new Error(JSON.stringify(found.reason));
  return found.show;
};
let ids = 0;
const newId = (): string => `new-${(ids += 1)}`;
const add = (doc: Doc, show: Show, id: string): boolean => addShow(doc, show, id, { home: HOME, newId });
const kiln = demoShow('kiln-hours');
const salvage = demoShow('salvage-sunday');

describe('a home with several shows', () => {
  const doc = new Doc();
  beforeAll(() => {
    writeNewHome(doc, kiln, 'kiln');
    add(doc, salvage, 'salvage');
  });

  test('a show that comes has the home’s feeds and addresses, and leaves what is on as it is', () => {
    expect(showsOf(doc)).toEqual([
      { id: 'kiln', name: kiln.name },
      { id: 'salvage', name: salvage.name },
    ]);
    const [on, other] = [read(doc), read(doc, 'salvage')];
    expect(on.setup).toBe('kiln');
    expect({ ...on, outlets: [] }).toMatchObject({ pieces: kiln.pieces, cues: kiln.cues, goals: kiln.goals });
    expect(other.pieces).toEqual(salvage.pieces);
    expect(other.feeds).toEqual(on.feeds);
    expect(other.outlets.map(({ id, name }) => [id, name])).toEqual(on.outlets.map(({ id, name }) => [id, name]));
    // One handle on one platform is one feed, whatever it was called.
    expect(new Set(on.feeds.map(({ platform, handle }) => `${platform} ${handle.toLowerCase()}`)).size).toBe(
      on.feeds.length,
    );
    // What names a feed names one of the home's.
    const known = new Set(other.feeds.map(({ id }) => id));
    expect(other.cues.flatMap(({ feeds }) => feeds).filter((id) => !known.has(id))).toEqual([]);
  });

  test('put on, it is what runs; an address that it says nothing of carries its whole frame', () => {
    putOn(doc, 'salvage');
    const on = read(doc);
    expect([on.setup, on.id, on.name]).toEqual(['salvage', HOME, salvage.name]);
    for (const outlet of on.outlets) {
      const own = salvage.outlets.find(({ name }) => name.toLowerCase() === outlet.name.toLowerCase());
      expect(outlet.shows).toEqual(own?.shows ?? { kind: 'all' });
    }
    expect(on.outlets.filter(({ sounds }) => sounds)).toHaveLength(1);
    putOn(doc, 'kiln');
    expect(read(doc).pieces).toEqual(kiln.pieces);
  });

  test('one of the same feed by another id: what names it follows', () => {
    const home = new Doc();
    writeNewHome(home, kiln, 'kiln');
    const [first, ...others] = kiln.feeds;
    const same = { ...kiln, feeds: [{ ...first!, id: 'theirs' }, ...others] };
    same.cues = same.cues.map((cue) => ({ ...cue, feeds: ['theirs'] }));
    same.notes = [{ feed: 'theirs', viewer: 'v', name: 'V', note: 'Kind' }];
    add(home, same, 'copy');
    const copy = read(home, 'copy');
    expect(copy.feeds).toEqual(kiln.feeds);
    expect(new Set(copy.cues.flatMap(({ feeds }) => feeds))).toEqual(new Set([first!.id]));
    expect(copy.notes.at(-1)).toEqual({ feed: first!.id, viewer: 'v', name: 'V', note: 'Kind' });
    expect(copy.name).toBe(`${kiln.name} 2`);
  });

  test('a show with points of its own leaves the home’s as they are, and finds its own again', () => {
    const doc = new Doc();
    writeNewHome(doc, kiln, 'kiln');
    add(doc, salvage, 'salvage');
    const edit = (recipe: (show: Show) => void): void => {
      const [before, after] = [read(doc), JSON.parse(JSON.stringify(read(doc))) as Show];
      recipe(after);
      writeChanges(doc, changesBetween(before, after), after);
    };
    const units = () => [read(doc, 'kiln').points.unit, read(doc, 'salvage').points.unit];
    const before = read(doc, 'salvage').points;
    edit(({ points }) => {
      points.own = true;
      points.unit = 'sparks';
    });
    expect(units()).toEqual(['sparks', before.unit]);
    edit(({ points }) => {
      points.perks = [{ id: 'p', name: 'Mine', keyword: '!mine', price: 1, level: 1, pause: 0 }];
    });
    expect(read(doc).points.perks.map(({ id }) => id)).toEqual(['p']);
    expect(read(doc, 'salvage').points).toEqual(before);
    edit(({ points }) => delete points.own);
    expect(read(doc).points).toEqual(before);
    edit(({ points }) => (points.own = true));
    expect([read(doc).points.unit, read(doc).points.perks.length]).toEqual(['sparks', 1]);
    // One more comes to the home, not to the one that is on; one that keeps its own brings them.
    add(doc, { ...salvage, name: 'Third' }, 'third');
    expect(read(doc, 'third').points).toEqual(before);
    add(doc, { ...salvage, name: 'Fourth', points: { ...before, own: true, unit: 'rivets' } }, 'fourth');
    expect([read(doc, 'fourth').points.unit, ...units()]).toEqual(['rivets', 'sparks', before.unit]);
  });

  test('one that brings more feeds than a home holds is not taken, and nothing is changed', () => {
    const home = new Doc();
    writeNewHome(home, kiln, 'kiln');
    const before = read(home);
    const feeds = Array.from({ length: 19 }, (_, n) => ({ ...kiln.feeds[0]!, id: `f${n}`, handle: `handle-${n}` }));
    expect(add(home, { ...kiln, feeds }, 'many')).toBe(false);
    expect([read(home), showsOf(home).length]).toEqual([before, 1]);
  });

  test('the last one stays; where the one that is on goes, another is', () => {
    const home = new Doc();
    writeNewHome(home, starterShow(HOME), 'a');
    expect(removeShow(home, 'a')).toBe(false);
    add(home, salvage, 'b');
    putOn(home, 'b');
    expect([removeShow(home, 'b'), showOn(home), removeShow(home, 'nothing')]).toEqual([true, 'a', false]);
  });

  test('files of all shows are known, whichever is on', () => {
    const file = { ...(kiln.media[0] ?? salvage.media[0])!, id: 'f'.repeat(64) };
    const home = new Doc();
    writeNewHome(home, starterShow(HOME), 'a');
    add(home, { ...salvage, media: [file] }, 'b');
    expect(mediaOf(home)).toEqual([file]);
  });
});

/* Whatever three devices do, in whatever order it reaches the others: all end equal and valid, and what nobody contradicted is there. */
const DEVICES = [0, 1, 2] as const;
type Device = (typeof DEVICES)[number];
type Act = [device: Device, what: number, which: number, value: number];

/** Things that any device may change, add, move or take out, so that they meet. */
const ACTS: ((show: Show, which: number, value: number) => void)[] = [
  (show, which, value) => {
    const piece = show.pieces[which % show.pieces.length];
    if (piece && !piece.id.startsWith('own')) piece.place.x = value;
  },
  (show, which) => {
    const at = which % show.pieces.length;
    if (!show.pieces[at]?.id.startsWith('own')) show.pieces.splice(at, 1);
  },
  (show, which, value) => {
    const [piece] = show.pieces.splice(which % show.pieces.length, 1);
    if (piece) show.pieces.splice(value % (show.pieces.length + 1), 0, piece);
  },
  (show, which) => {
    const [piece] = show.pieces;
    if (piece && show.pieces.length < 40) show.pieces.splice(which % show.pieces.length, 0, { ...piece, id: newId() });
  },
  (show, which, value) => {
    const cue = show.cues[which % Math.max(1, show.cues.length)];
    if (cue) cue.steps = [{ kind: 'wait', seconds: 1 + (value % 50) }];
  },
  (show, which) => void show.cues.splice(which % Math.max(1, show.cues.length), 1),
  (show, which, value) => {
    const outlet = show.outlets[which % Math.max(1, show.outlets.length)];
    if (outlet) outlet.name = `Outlet ${value}`;
  },
  (show) => {
    if (show.outlets.length < 20)
      show.outlets.push({ id: newId(), name: 'More', sounds: false, shows: { kind: 'all' }, whose: 'me' });
  },
  (show, which) => void show.outlets.splice(which % Math.max(1, show.outlets.length), 1),
  (show, which, value) => {
    const goal = show.goals[which % Math.max(1, show.goals.length)];
    if (goal) goal.onReach = value % 2 ? { kind: 'double' } : { kind: 'raise', step: 1 + value };
  },
  (show, _which, value) => {
    show.points = { ...show.points, on: value % 2 === 0 };
  },
  (show, which) => void show.feeds.splice(which % Math.max(1, show.feeds.length), 1),
  (show, _which, value) => void show.dismissed.push(`finding ${value}`),
];

test('three devices, any acts, any order of delivery, restarts: all end equal and valid', () => {
  const acts = fc.array(fc.tuple(fc.constantFrom(...DEVICES), fc.nat(ACTS.length + 5), fc.nat(50), fc.nat(1000)), {
    maxLength: 30,
  });
  fc.assert(
    fc.property(acts, (all: Act[]) => {
      const docs = DEVICES.map(() => new Doc());
      const docOf = (device: Device): Doc => docs[device] ?? new Doc();
      const own = (device: Device): string => `own-${device}`;
      const first = {
        ...kiln,
        pieces: [...kiln.pieces, ...DEVICES.map((device) => ({ ...kiln.pieces[0]!, id: own(device) }))],
      };
      writeNewHome(docOf(0), first, 'kiln');
      add(docOf(0), salvage, 'salvage');
      for (const device of DEVICES) applyUpdate(docOf(device), encodeStateAsUpdate(docOf(0)));
      const said = new Map<Device, number>();
      for (const [device, what, which, value] of all) {
        const doc = docOf(device);
        writeAt(doc, Date.UTC(2026, 10, 28) + value * 60_000, () => (which * 3 + device) / 200);
        const before = read(doc);
        const act = ACTS[what];
        if (what === ACTS.length) putOn(doc, value % 2 ? 'kiln' : 'salvage');
        else if (what === ACTS.length + 1) add(doc, salvage, newId());
        else if (what === ACTS.length + 2) {
          // Cut off, and started again from what is kept.
          const again = new Doc();
          applyUpdate(again, encodeStateAsUpdate(doc));
          docs[device] = again;
        } else if (what === ACTS.length + 3)
          applyUpdate(doc, encodeStateAsUpdate(docOf(DEVICES[(device + 1) % 3] ?? 0)));
        else if (what === ACTS.length + 4) removeShow(doc, 'salvage');
        else {
          const after = JSON.parse(JSON.stringify(before)) as Show;
          if (act) act(after, which, value);
          // What no other device touches, on the first show.
          const mine = after.pieces.find(({ id }) => id === own(device));
          if (mine) {
            mine.place.y = value;
            said.set(device, value);
          }
          writeChanges(doc, changesBetween(before, after), after);
        }
      }
      for (let times = 0; times < 2; times += 1)
        for (const to of DEVICES) for (const from of DEVICES) applyUpdate(docOf(to), encodeStateAsUpdate(docOf(from)));
      const [one, ...others] = DEVICES.map((device) => showsOf(docOf(device)).map(({ id }) => read(docOf(device), id)));
      for (const other of others) expect(other).toEqual(one);
      const pieces = read(docOf(0), 'kiln').pieces;
      for (const [device, value] of said) expect(pieces.find(({ id }) => id === own(device))?.place.y).toBe(value);
    }),
    { numRuns: 30 },
  );
});
