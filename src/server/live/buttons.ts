import { randomBytes } from 'node:crypto';
import { buttonCommands, buttonWords, MOST_BUTTONS, type ButtonDoes, type ButtonView } from '@/core/home/button';
import { phrase, type Sayable } from '@/core/words/phrase';
import { notKeptSays } from '@/server/door/not-kept';
import type { KeptButton } from '@/server/door/shows';
import { hashOf, sameKey } from './key';
import type { ShowHost } from './show-host';

/** When a button was used is noted this often at most, ms. */
const NOTED_MS = 60_000;

/** What became of a call. `gone`: the show that is on has none of what it is for. */
export type Called = { called: 'done'; says: Sayable } | { called: 'unknown' } | { called: 'gone' };

/** The buttons elsewhere of all homes. */
export class Buttons {
  /** Which home a key's hash belongs to, as far as it was looked for. */
  private readonly homes = new Map<string, string>();

  constructor(private readonly host: ShowHost) {
    for (const home of host.ids()) for (const { hash } of this.of(home)) this.homes.set(hash, home);
  }

  private of = (home: string): readonly KeptButton[] => this.host.kept(home)?.stored.buttons ?? [];

  /** Throws NotKept. */
  private keep(home: string, buttons: KeptButton[]): void {
    const kept = this.host.kept(home);
    if (kept) kept.keep({ ...kept.stored, buttons });
  }

  views(home: string, now: number): ButtonView[] {
    return this.of(home).map(({ id, name, does, usedAt }) => ({
      id,
      name,
      does,
      usedMs: usedAt === null ? null : Math.max(0, now - usedAt),
    }));
  }

  /** One more, with a key of its own, which is told this once; a sentence where there are too many. Throws NotKept. */
  make(home: string, name: string, does: ButtonDoes, now: number): { key: string } | { says: Sayable } {
    const buttons = this.of(home);
    if (buttons.length >= MOST_BUTTONS)
      return {
        says: phrase('There are {n} buttons already, which is as many as there may be. Remove one first.', {
          n: MOST_BUTTONS,
        }),
      };
    // 128 bits, as for an outlet.
    const key = randomBytes(16).toString('base64url');
    const hash = hashOf(key);
    const id = randomBytes(9).toString('base64url');
    this.keep(home, [...buttons, { id, name, hash, does, madeAt: now, usedAt: null }]);
    this.homes.set(hash, home);
    return { key };
  }

  /** Its address does nothing from now on. Throws NotKept. */
  remove(home: string, id: string): void {
    const buttons = this.of(home);
    this.keep(
      home,
      buttons.filter((button) => button.id !== id),
    );
    for (const { hash, id: one } of buttons) if (one === id) this.homes.delete(hash);
  }

  /** Somebody calls an address: has the show do what the button is for. */
  async call(key: string, now: number): Promise<Called> {
    const hash = hashOf(key);
    const home = this.homes.get(hash);
    const button = home === undefined ? undefined : this.of(home).find((one) => sameKey(key, one.hash));
    const owner = home === undefined || !button ? null : this.host.ownerOf(home);
    const show = home === undefined ? undefined : this.host.kept(home)?.stored.show;
    if (home === undefined || !button || !owner || !show) return { called: 'unknown' };
    const commands = buttonCommands(button.does, show);
    const says = buttonWords(button.does, show);
    if (commands === null || says === null) return { called: 'gone' };
    for (const command of commands) await owner.command(command);
    this.note(home, button, now);
    return { called: 'done', says };
  }

  private note(home: string, { id, usedAt }: KeptButton, now: number): void {
    if (usedAt !== null && now - usedAt < NOTED_MS) return;
    try {
      this.keep(
        home,
        this.of(home).map((button) => (button.id === id ? { ...button, usedAt: now } : button)),
      );
    } catch (error) {
      // When it was used is no reason not to do what it is for.
      if (notKeptSays(error) === null) throw error;
    }
  }
}
