import type { OutletPage } from '@/core/desk/outlet-page';
import type { Log } from '@/server/log';
import { Changes, NewEntries } from './changes';
import { Channel } from './channel';
import type { LiveShow } from './live-show';
import type { Rehearsals } from './rehearsals';
import { shownIn } from '@/core/desk/view';
import { deskView, outletView } from './views';

/** An outlet's view changes at most this often, and a desk's. */
const OUTLET_EVERY_MS = 1000 / 30;
const DESK_EVERY_MS = 100;

/** What a desk shows besides its show: how many streams an outlet has open, and in which pages; how often the documents were kept, and which sessions other devices wait for. */
export interface Beside {
  watching: (outlet: string) => number;
  pages: (outlet: string) => OutletPage[];
  step: () => number;
  wanted: () => string[];
}

export function deskChannel(
  { live, rehearsals }: { live: LiveShow; rehearsals: Rehearsals },
  { watching, pages, step, wanted }: Beside,
  log: Log,
): Channel {
  const sections = new Changes();
  let lines = new NewEntries();
  let said = new NewEntries();
  let shown: string | null = null;
  let marks = new NewEntries();
  const seen = new Map<string, number>();
  const all = () => {
    // By the minute: a section that changed with every message would be sent with every message.
    for (const { id } of live.state.show.outlets)
      if (watching(id) > 0) seen.set(id, Math.floor(Date.now() / 60_000) * 60_000);
    return { step: step(), wanted: wanted(), ...deskView({ live, rehearsals }, { watching, pages, seen }) };
  };
  return new Channel(
    rehearsals,
    {
      whole: () => ({ ...all() }),
      changed: () => {
        const { happened, chat, marks: allMarks, ...rest } = all();
        const changed = sections.of(rest);
        // Another session is the present one, or a rehearsal is on in its place: whoever looks has emptied the list, also of what was sent before (one that is gone on with).
        const now = shownIn(rest);
        if (now !== shown) {
          lines = new NewEntries();
          said = new NewEntries();
          marks = new NewEntries();
        }
        shown = now;
        const newLines = lines.of(happened);
        const newSaid = said.of(chat);
        const newMarks = marks.of(allMarks);
        if (!changed && newLines.length + newSaid.length + newMarks.length === 0) return null;
        return {
          ...changed,
          ...(newLines.length ? { happened: newLines } : {}),
          ...(newSaid.length ? { chat: newSaid } : {}),
          ...(newMarks.length ? { marks: newMarks } : {}),
        };
      },
    },
    DESK_EVERY_MS,
    log,
  );
}

export function outletChannel(rehearsals: Rehearsals, outlet: string, log: Log): Channel {
  const setup = new Changes();
  const shown = new Changes();
  return new Channel(
    rehearsals,
    {
      whole: () => ({ ...outletView(rehearsals.shown, outlet) }),
      changed: () => {
        const { live: nowLive, ...rest } = outletView(rehearsals.shown, outlet);
        const changedSetup = setup.of(rest);
        const changedLive = shown.of(nowLive);
        return changedSetup || changedLive ? { ...changedSetup, ...(changedLive ? { live: changedLive } : {}) } : null;
      },
    },
    OUTLET_EVERY_MS,
    log,
  );
}
