import type { KeptShow } from '@/server/door/shows';

/** Which show each address belongs to: outlets' by the hash of their key, feeds' by the end of their own. */
export class Addresses {
  private readonly byOutletKey = new Map<string, string>();
  private readonly byInbox = new Map<string, string>();

  /** A show's addresses are those that it has now, and no others. */
  set(id: string, { stored, secrets }: Pick<KeptShow, 'stored' | 'secrets'>): void {
    this.remove(id);
    for (const inbox of secrets.inboxes) this.byInbox.set(inbox, id);
    for (const hash of Object.keys(stored.outlets)) this.byOutletKey.set(hash, id);
  }

  remove(id: string): void {
    for (const addresses of [this.byInbox, this.byOutletKey])
      for (const [address, show] of addresses) if (show === id) addresses.delete(address);
  }

  /** The show of the outlet whose key has this hash. */
  outletOf(hash: string): string | null {
    return this.byOutletKey.get(hash) ?? null;
  }

  showOfInbox(inbox: string): string | null {
    return this.byInbox.get(inbox) ?? null;
  }
}
