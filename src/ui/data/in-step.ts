import { dequal } from 'dequal';
import { uint8ArrayToBase64, base64ToUint8Array } from 'uint8array-extras';
import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector } from 'yjs';
import { z } from 'zod';
import { changesBetween } from '@/core/home/changes';
import { writeAt } from '@/core/home/client-id';
import { readHome, showsOf, writeChanges, writeNewHome } from '@/core/home/home-doc';
import { readKeysDoc, writeKeysDoc, type HomeKeys } from '@/core/home/keys-doc';
import { sessionsOf, type SessionEntry } from '@/core/home/session-list';
import { mediaOf } from '@/core/home/shows';
import type { Media } from '@/core/media/media';
import { SHOW_VERSION, type Show } from '@/core/show/show';
import { emptyShow } from '@/core/show/starter';
import { saying } from '@/ui/words/say';
import { ask, type Answer } from './api';
import {
  isEdited,
  ownDeviceSchema,
  readDocs,
  storeDocs,
  storeOwnDevice,
  unmarkEdited,
  type OwnDevice,
} from './home-docs';
import { doAct, type HomeAct } from './home-acts';
import { showId } from './random-key';
import { withSameParts } from './same-parts';

/* This browser's copy of a home, and how it comes in step with the server's. It is loaded once the first screen stands. */

const docSchema = z.object({ update: z.string(), vector: z.string() });
const answerSchema = z.object({
  now: z.number(),
  step: z.number(),
  device: ownDeviceSchema.nullable(),
  home: docSchema,
  keys: docSchema.nullable(),
});

type NotSent = Extract<Answer<never>, { ok: false }>;
export type Sent = { ok: true; device: OwnDevice | null } | NotSent;

/** How the page's show and keys are read and set: edits may be made while the server is asked. */
export interface Page {
  show: () => Show;
  keys: () => HomeKeys;
  /** Others have changed something, or another show is on. */
  merged: (show: Show, keys: HomeKeys | null) => void;
  /** Which shows the home has. */
  listed: (shows: readonly ShowOfHome[]) => void;
}

export interface ShowOfHome {
  id: string;
  name: string;
}

export class InStep {
  private readonly home = new Doc();
  private readonly keys = new Doc();
  /** The show as it stands in the documents; null: they are empty. */
  private written: Show | null = null;
  /** How often something was written here, and how much of that the server has. */
  private writes = 0;
  private had = 0;
  private skew = 0;
  /** What the server has, as far as it has said. */
  private known: { home: Uint8Array; keys: Uint8Array | null } | null = null;
  /** The documents are other than those that are kept. */
  private unkept = false;
  /** Of the server's documents that were fetched last: when its desk states another, there is something to be fetched. */
  revision: number | null = null;

  private constructor(
    private readonly id: string,
    private readonly page: Page,
  ) {
    for (const doc of [this.home, this.keys])
      doc.on('update', () => {
        this.unkept = true;
      });
  }

  /** A home that this browser does not have yet, with its keys where the device may have them. */
  static async fetch(id: string, key: string): Promise<{ ok: true; show: Show; keys: HomeKeys } | NotSent> {
    const nothing: Page = {
      show: () => emptyShow(id, ''),
      keys: () => ({ outlets: {}, feeds: {} }),
      merged: () => undefined,
      listed: () => undefined,
    };
    const copy = new InStep(id, nothing);
    const sent = await copy.exchange(key, false);
    if (!sent.ok) return sent;
    const read = readHome(copy.home, id);
    return read.ok
      ? { ok: true, show: read.show, keys: readKeysDoc(copy.keys) }
      : { ok: false, status: null, reason: saying(read.reason) };
  }

  /** The copy that this browser has kept. */
  static async open(id: string, page: Page): Promise<InStep> {
    const copy = new InStep(id, page);
    const stored = await readDocs(id);
    if (!stored) return copy;
    applyUpdate(copy.home, stored.home);
    applyUpdate(copy.keys, stored.keys);
    const read = readHome(copy.home, id);
    // Documents that cannot be used are fetched anew.
    if (!read.ok) return new InStep(id, page);
    Object.assign(copy, { written: read.show, writes: stored.unsent ? 1 : 0, skew: stored.skew, unkept: false });
    page.listed(showsOf(copy.home));
    if (!(await isEdited(id))) copy.show(page.show());
    return copy;
  }

  /** There is nothing in it: the server has not been reached yet. */
  get empty(): boolean {
    return this.written === null;
  }

  /** Writes what has been changed here. @param keys null: they stay as they are */
  private write(show: Show, keys: HomeKeys | null): void {
    if (!this.written) return;
    const changes = this.written === show ? [] : changesBetween(this.written, show);
    this.written = show;
    if (changes.length > 0) {
      writeAt(this.home, Date.now() + this.skew, Math.random);
      writeChanges(this.home, changes, show);
      this.writes += 1;
      this.page.listed(showsOf(this.home));
    }
    if (keys && !dequal(readKeysDoc(this.keys), keys)) this.writeKeys(keys);
  }

  private writeKeys(keys: HomeKeys): void {
    writeAt(this.keys, Date.now() + this.skew, Math.random);
    if (writeKeysDoc(this.keys, keys)) this.writes += 1;
  }

  private begin(show: Show, keys: HomeKeys): void {
    writeAt(this.home, Date.now() + this.skew, Math.random);
    writeNewHome(this.home, show, showId());
    this.writeKeys(keys);
    this.written = show;
    this.writes += 1;
    this.show(show);
  }

  /**
   * Changes which shows the home has, or which is on. Where the server has not been reached yet, the home begins here.
   * @returns false where that cannot be done
   */
  async changeShows(act: HomeAct): Promise<boolean> {
    if (!this.written) this.begin(this.page.show(), this.page.keys());
    const mine = this.page.show();
    this.write(mine, null);
    writeAt(this.home, Date.now() + this.skew, Math.random);
    const done = doAct(this.home, this.id, act);
    if (done) this.writes += 1;
    this.show(mine);
    await this.keep();
    return done;
  }

  /** Finished sessions that any device has noted. */
  sessions(): SessionEntry[] {
    return sessionsOf(this.home);
  }

  /** The files that any of them uses. */
  media(): Media[] {
    return mediaOf(this.home);
  }

  /** All shows of the home, as far as they can be used. */
  shows(): Show[] {
    return showsOf(this.home).flatMap(({ id }) => {
      const read = readHome(this.home, this.id, id);
      return read.ok ? [read.show] : [];
    });
  }

  /** Keeps the copy in this browser. */
  private async keep(): Promise<void> {
    if (!this.unkept) return;
    this.unkept = false;
    const { written, skew } = this;
    const kept = await storeDocs(this.id, {
      home: encodeStateAsUpdate(this.home),
      keys: encodeStateAsUpdate(this.keys),
      unsent: this.writes > this.had,
      skew,
    });
    // What has been changed since is marked, and kept the next time.
    if (kept && this.page.show() === written) await unmarkEdited(this.id);
  }

  /** Writes and keeps what has been changed here. */
  async note(): Promise<void> {
    this.write(this.page.show(), this.page.keys());
    await this.keep();
  }

  /** Takes in what another tab has kept. */
  async takeKept(): Promise<void> {
    const stored = await readDocs(this.id);
    if (stored) await this.take(stored);
  }

  private async take({ home, keys }: { home: Uint8Array; keys: Uint8Array | null }): Promise<void> {
    const mine = this.page.show();
    // What was changed here meanwhile is not to be taken for something that others have taken back.
    this.write(mine, null);
    applyUpdate(this.home, home);
    if (keys) applyUpdate(this.keys, keys);
    if (this.unkept) this.show(mine);
    await this.keep();
  }

  /** Lets the page have what the documents come to. */
  private show(mine: Show): void {
    const read = readHome(this.home, this.id);
    // Two changes that are good by themselves may not be together: the server says so, and this page stays as it is until then.
    if (!read.ok) return;
    this.page.listed(showsOf(this.home));
    const next = withSameParts(mine, read.show);
    const same = dequal(next, mine);
    const keys = readKeysDoc(this.keys);
    const rekeyed = Object.keys(keys.outlets).length > 0 && !dequal(this.page.keys(), keys);
    this.written = same ? mine : next;
    if (!same || rekeyed) this.page.merged(this.written, rekeyed ? keys : null);
  }

  /** Brings this browser and the server in step. @param mayWrite whether this device may change the show */
  async send(key: string, mayWrite: boolean): Promise<Sent> {
    if (mayWrite) await this.note();
    let sent = await this.exchange(key, mayWrite && this.known !== null && this.writes > this.had);
    if (!mayWrite) return sent;
    if (!sent.ok && sent.status === 404) {
      // It has none, or an earlier copy: all of it goes over.
      if (!this.written) this.begin(this.page.show(), this.page.keys());
      await this.keep();
      this.known = null;
      sent = await this.exchange(key, true);
    } else if (sent.ok && this.writes > this.had) sent = await this.exchange(key, true);
    // What was changed here cannot be used: what others have changed comes all the same.
    if (!sent.ok && sent.status === 422) await this.exchange(key, false);
    return sent;
  }

  /** Says what there is here, and takes what was lacking. */
  private async exchange(key: string, withChanges: boolean): Promise<Sent> {
    const having = (doc: Doc, known: Uint8Array | null | undefined) => ({
      vector: uint8ArrayToBase64(encodeStateVector(doc)),
      update: withChanges ? uint8ArrayToBase64(encodeStateAsUpdate(doc, known ?? undefined)) : null,
    });
    const { writes } = this;
    const answer = await ask<unknown>('POST', `/api/shows/${encodeURIComponent(this.id)}/step`, {
      key,
      body: {
        version: SHOW_VERSION,
        home: having(this.home, this.known?.home),
        keys: having(this.keys, this.known?.keys),
      },
    });
    if (!answer.ok) return answer;
    const { home, keys, now, step, device } = answerSchema.parse(answer.value);
    this.revision = step;
    this.skew = now - Date.now();
    this.known = { home: base64ToUint8Array(home.vector), keys: keys && base64ToUint8Array(keys.vector) };
    if (withChanges) {
      this.had = writes;
      // Kept once more, as what the server has.
      this.unkept = true;
    }
    if (device) await storeOwnDevice(this.id, device);
    await this.take({ home: base64ToUint8Array(home.update), keys: keys && base64ToUint8Array(keys.update) });
    return { ok: true, device };
  }
}
