import type { OutletPage } from '@/core/desk/outlet-page';
import type { Log } from '@/server/log';
import { Changes, NewEntries } from './changes';
import { Channel } from './channel';
import type { LiveShow } from './live-show';
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

export function deskChannel(live: LiveShow, { watching, pages, step, wanted }: Beside, log: Log): Channel {
  const sections = new Changes();
  let lines = new NewEntries();
  let said = new NewEntries();
  let session: string | null = null;
  const marks = new NewEntries();
  const seen = new Map<string, number>();
  const now = () => {
    // By the minute: a section that changed with every message would be sent with every message.
    for (const { id } of live.state.show.outlets)
      if (watching(id) > 0) seen.set(id, Math.floor(Date.now() / 60_000) * 60_000);
    return { step: step(), wanted: wanted(), ...deskView(live, { watching, pages, seen }) };
  };
  return new Channel(
    live,
    {
      whole: () => ({ ...now() }),
      changed: () => {
        const { happened, chat, marks: allMarks, ...rest } = now();
        const changed = sections.of(rest);
        // Another session is the present one: whoever looks has emptied the list, also of what was sent before (one that is gone on with).
        if ((rest.session?.id ?? null) !== session) {
          lines = new NewEntries();
          said = new NewEntries();
        }
        session = rest.session?.id ?? null;
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

export function outletChannel(live: LiveShow, outlet: string, log: Log): Channel {
  const setup = new Changes();
  const shown = new Changes();
  return new Channel(
    live,
    {
      whole: () => ({ ...outletView(live, outlet) }),
      changed: () => {
        const { live: nowLive, ...rest } = outletView(live, outlet);
        const changedSetup = setup.of(rest);
        const changedLive = shown.of(nowLive);
        return changedSetup || changedLive ? { ...changedSetup, ...(changedLive ? { live: changedLive } : {}) } : null;
      },
    },
    OUTLET_EVERY_MS,
    log,
  );
}
