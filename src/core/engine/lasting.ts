import { z } from 'zod';
import { accountSchema, Ledger } from './ledger';
import type { SessionState } from './state';

/** What outlives a session: it stands in the next one's first lines, so that each journal is enough by itself. */
export const lastingSchema = z.object({ accounts: z.array(accountSchema).default([]) });
export type Lasting = z.infer<typeof lastingSchema>;

/** What a session leaves behind. */
export const lastingOf = ({ ledger }: SessionState): Lasting => ({ accounts: [...ledger.accounts].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, account]) => ({ ...account, given: 0 })) });

/** A new session goes on from there. */
export function takeLasting(state: SessionState, { accounts }: Lasting): void {
  state.ledger = new Ledger(accounts);
}
