import { randomBytes } from 'node:crypto';
import { unseeded } from '@/core/engine/feature/draw/drawing';
import type { Input } from '@/core/session/input';
import type { SessionState } from '@/core/session/state';

/** A draw that has no seed gets one, before anyone can know what it will draw. @param put does an input; false where it cannot be done */
export function seedDraws(state: SessionState, at: number, put: (input: Input) => boolean): void {
  for (const draw of unseeded(state))
    if (!put({ input: 'seed', at, draw, seed: randomBytes(32).toString('hex') })) return;
}
