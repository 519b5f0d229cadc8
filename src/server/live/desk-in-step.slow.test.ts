import type { Looker } from '@/server/door/bus';
import { merge } from '@/core/desk/merge';
import type { DeskView } from '@/core/desk/view';
import { seeded } from '@/core/rehearsal/chance';
import { base, HANDLE, host, PERSON, run, standins } from './feeds.setup';
import { until } from '@/server/standins/open';

/* What a page makes of the desk's stream, by chance: connections that break, sessions and rehearsals that come and go. It is what the server has. */

/** GAVIRN_RANDOM: how many acts, and the seed, for a longer run by hand. */
const [ACTS = 120, SEED = 20271129] = (process.env['GAVIRN_RANDOM'] ?? '').split(',').filter(Boolean).map(Number);

/** A page that looks, as it puts together what it is sent. */
class Page implements Looker {
  view: DeskView | null = null;
  readonly full = false;
  private readonly stop: (() => void) | null;
  constructor() {
    this.stop = host.lookAtDesk('s', this);
  }
  send = (event: string, _id: number, data: string): void => {
    const message = JSON.parse(data) as DeskView & { now: number };
    this.view = event === 'view' ? message : merge(this.view, message);
  };
  end = (): void => undefined;
  leave(): void {
    this.stop?.();
  }
}

/** What is compared: lists, and what a session comes to. Marks are of the last minute, which both count from now. */
const seen = ({ view }: Page): unknown => {
  if (!view) return null;
  const { happened, chat, marks, totals, owed, rehearsal, session } = view;
  return { happened, chat, totals, owed, rehearsal, session, marks: marks.map((mark) => JSON.stringify(mark)).sort() };
};

test(`${ACTS} acts, cuts, sessions and rehearsals from seed ${SEED}`, async () => {
  const random = seeded(SEED);
  await run([{ ...base, id: 'b', platform: 'brindle' }]);
  const owner = host.ownerOf('s');
  const people = Array.from({ length: 8 }, (_, n) => ({
    ...PERSON,
    uid: `u${n}`,
    handle: `u${n}`,
    nickname: `N ${n}`,
  }));
  let page = new Page();
  let live = false;
  let streak = 0;
  const act = (body: Record<string, unknown>): Promise<void> => standins.act('brindle', HANDLE, body);
  const inRoom = async (): Promise<void> => {
    if (!live) return;
    const user = people[Math.floor(random() * people.length)];
    const what = random();
    if (what < 0.4) await act({ act: 'chat', user, text: `line ${Math.floor(random() * 1000)}` });
    else if (what < 0.7) await act({ act: 'like', user, taps: 1 + Math.floor(random() * 9) });
    else if (what < 0.8) await act({ act: 'gift', user, gift: 'ember' });
    else if (what < 0.9) {
      const key = `k${(streak += 1)}`;
      const step = (count: number, done: boolean) => ({ key, count, step: done ? 0 : 1, done });
      await act({ act: 'gift', user, gift: 'ember', streak: step(1, false) });
      await act({ act: 'gift', user, gift: 'ember', streak: step(2, false) });
      if (random() < 0.5) await act({ act: 'gift', user, gift: 'ember', streak: step(2, true) });
    } else await act({ act: 'follow', user });
  };
  const moment = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
  for (let n = 0; n < ACTS; n += 1) {
    const what = random();
    if (what < 0.05) {
      // The connection is lost, and made anew.
      page.leave();
      page = new Page();
    } else if (what < (live ? 0.1 : 0.25)) {
      await act({ act: live ? 'end' : 'live' });
      live = !live;
    } else if (live) await inRoom();
    else if (what < 0.65) {
      await owner?.rehearse({ title: 'R', from: 'busiest', crowd: { crowd: 'rush', seed: n, size: 4, gifts: 4 } });
      await moment(700);
    } else await owner?.endRehearsal();
    if (random() < 0.2) await moment(120);
    if (n % 10 !== 9) continue;
    // Now and then all of it is looked at anew: what the page has put together is the same.
    await until(
      async () => {
        // What is on its way to both is waited for; during a rehearsal more comes all the time.
        await moment(150);
        const anew = new Page();
        const same = JSON.stringify(seen(page)) === JSON.stringify(seen(anew));
        anew.leave();
        return same ? 'same' : { page: seen(page), anew: seen(anew) };
      },
      (answer) => answer === 'same',
    );
  }
});
