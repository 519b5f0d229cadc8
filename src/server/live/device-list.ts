import type { DeviceView } from '@/core/home/device';
import type { Looker } from '@/server/door/bus';
import { notKeptSays } from '@/server/door/not-kept';
import type { Device } from '@/server/door/shows';
import { isSheet } from './devices';
import type { ShowHost } from './show-host';

/** When a device was seen is noted this often at most, ms. */
const NOTED_MS = 60_000;

/** The devices of all homes: who looks on which, and when each was seen. One that may look no more must not go on looking. */
export class DeviceList {
  /** Each with how it is taken off the desk. */
  private readonly lookers = new Map<string, Map<Looker, () => void>>();

  constructor(private readonly host: ShowHost) {}

  private key = (home: string, device: string): string => JSON.stringify([home, device]);

  /** The home whose recovery sheet has this code. */
  homeOfSheet(code: string): string | null {
    return this.host.ids().find((home) => isSheet(this.of(home), code)) ?? null;
  }

  of(home: string): readonly Device[] {
    return this.host.kept(home)?.stored.devices ?? [];
  }

  /** A home's devices are these from now on; those that are no more, or may something else, are let go. Throws NotKept. */
  keep(home: string, devices: Device[]): void {
    const kept = this.host.kept(home);
    if (!kept) return;
    const before = kept.stored.devices;
    kept.keep({ ...kept.stored, devices });
    for (const { id, right } of before)
      if (!devices.some((now) => now.id === id && now.right === right))
        for (const [looker, stop] of this.lookers.get(this.key(home, id)) ?? []) {
          stop();
          looker.end();
        }
    this.host.refreshDesk(home);
  }

  /** Looks at a home's desk on one of its devices; @returns how to stop */
  lookAtDesk(home: string, device: string, looker: Looker): (() => void) | null {
    const stop = this.host.lookAtDesk(home, looker);
    if (!stop) return null;
    this.note(home, device);
    const key = this.key(home, device);
    const lookers = this.lookers.get(key) ?? new Map<Looker, () => void>();
    this.lookers.set(key, lookers.set(looker, stop));
    return () => {
      stop();
      lookers.delete(looker);
      if (lookers.size === 0 && this.lookers.get(key) === lookers) this.lookers.delete(key);
      this.note(home, device);
    };
  }

  /** A device has been seen. */
  private note(home: string, device: string): void {
    const kept = this.host.kept(home);
    const known = kept?.stored.devices.find(({ id }) => id === device);
    const now = Date.now();
    if (!kept || !known || now - known.seenAt < NOTED_MS) return;
    const devices = kept.stored.devices.map((one) => (one.id === device ? { ...one, seenAt: now } : one));
    try {
      kept.keep({ ...kept.stored, devices });
    } catch (error) {
      // When it was seen is no reason to let nobody look.
      if (notKeptSays(error) === null) throw error;
    }
  }

  /** A home's devices as one of them sees them. */
  views(home: string, own: string): DeviceView[] {
    return this.of(home).map(({ id, name, right, seenAt, sheet = false }) => ({
      id,
      name,
      right,
      seenMs: this.lookers.has(this.key(home, id)) ? 0 : Math.max(0, Date.now() - seenAt),
      own: id === own,
      sheet,
    }));
  }
}
