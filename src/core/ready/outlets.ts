import type { OutletPage } from '@/core/desk/outlet-page';
import type { Outlet } from '@/core/show/outlet';
import { outletFrame } from '@/core/stage/outlet-frame';
import { phrase, type Sayable } from '@/core/words/phrase';
import type { Check, Looked } from './check';

const PASTE = { label: phrase('How to paste'), does: { kind: 'go', to: '/outlets' } } as const;
const LOOK = { label: phrase('Look at it'), does: { kind: 'go', to: '/outlets' } } as const;
/** A window whose proportions are off by more than this leaves a bar beside the frame. */
const PROPORTIONS = 0.02;

/** Each outlet for viewers: where it is open, how large, and whether it is open once. */
export function outletChecks(looked: Looked): Check[] {
  const { show, view } = looked;
  const outlets = show.outlets.filter(({ whose }) => whose === 'viewers');
  if (outlets.every(({ id }) => (view.outlets[id] ?? 0) === 0))
    return [
      {
        key: 'outlets',
        level: 'first',
        says: phrase('No outlet is open'),
        why: phrase('Alerts would play, and nobody would see them.'),
        offer: PASTE,
      },
    ];
  return outlets.flatMap((outlet) => outletCheck(outlet, looked));
}

function outletCheck(outlet: Outlet, { show, view }: Looked): Check[] {
  const { id, name, sounds } = outlet;
  const places = view.outlets[id] ?? 0;
  const pages = view.outletPages[id] ?? [];
  const key = `outlet ${id}`;
  if (places === 0) {
    const seen = view.outletsSeen[id] !== undefined;
    return [
      {
        key,
        level: 'know',
        says: seen ? phrase('“{name}” is not open just now', { name }) : phrase('“{name}” was never opened', { name }),
        why: phrase('What it carries is seen nowhere.'),
        offer: PASTE,
      },
    ];
  }
  if (places > 1)
    return [
      {
        key,
        level: sounds ? 'first' : 'know',
        says: phrase('“{name}” is open in {places, number} places', { name, places }),
        why: sounds
          ? phrase('Each of them plays every sound: viewers may hear it twice. {where}', { where: where(pages) })
          : where(pages),
        offer: LOOK,
      },
    ];
  const [page] = pages;
  return [
    { key, level: 'good', says: phrase('“{name}” is open', { name }), why: page ? pageWords(page) : null },
    ...(page
      ? sizeCheck(outlet, page, outletFrame(show, { scene: view.scene, by: outlet, hidden: new Set() }).frame)
      : []),
  ];
}

const pageWords = ({ browser, width, height }: OutletPage): Sayable =>
  phrase('In {browser}, {width} × {height}.', { browser: browser || phrase('a browser'), width, height });

/** Each of them in a row, not as sentences. */
const where = (pages: readonly OutletPage[]): Sayable =>
  phrase('{pages}', {
    pages: {
      dots: pages.map(({ browser, width, height }) =>
        phrase('{browser}, {width} × {height}', { browser: browser || phrase('a browser'), width, height }),
      ),
    },
  });

/** A window of other proportions than the frame leaves bars; nothing is cut. */
function sizeCheck({ id, name }: Outlet, page: OutletPage, frame: { width: number; height: number }): Check[] {
  const off = page.width / Math.max(1, page.height) / (frame.width / frame.height);
  if (Math.abs(off - 1) <= PROPORTIONS) return [];
  return [
    {
      key: `size ${id}`,
      level: 'know',
      says: phrase('The layer of “{name}” has other proportions than its frame', { name }),
      why: phrase('It is {width} × {height}; give it {w} × {h}, or a part of that in proportion.', {
        width: page.width,
        height: page.height,
        w: frame.width,
        h: frame.height,
      }),
      offer: LOOK,
    },
  ];
}
