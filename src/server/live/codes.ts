import { randomInt } from 'node:crypto';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { CODE_LENGTH, CODE_MS, CODE_SIGNS, SHEET_LENGTH, type Right } from '@/core/home/device';

/** So many wrong codes from one address cost nothing but their hour; each one after that costs a wait, twice as long each time. */
const FREE = 10;
const HOUR_S = 3600;

const signs = (length: number): string =>
  Array.from({ length }, () => CODE_SIGNS[randomInt(CODE_SIGNS.length)] ?? '').join('');

/** What is to stand on a recovery sheet. */
export const sheetCode = (): string => signs(SHEET_LENGTH);

/** The codes by which devices are added: good for two minutes and one use, one of a home at a time. */
export class Codes {
  private readonly byCode = new Map<string, { home: string; right: Right; until: number }>();

  /** A new code; the one before of the same home is good no more. */
  make(home: string, right: Right, now: number): { code: string; until: number } {
    for (const [code, { home: of, until }] of this.byCode) if (of === home || until <= now) this.byCode.delete(code);
    const code = signs(CODE_LENGTH);
    const until = now + CODE_MS;
    this.byCode.set(code, { home, right, until });
    return { code, until };
  }

  /** What a code is for; null where there is none such, or it is too old. It stays until it is used. */
  read(code: string, now: number): { home: string; right: Right } | null {
    const found = this.byCode.get(code);
    return found && found.until > now ? found : null;
  }

  /** It has been used. */
  use(code: string): void {
    this.byCode.delete(code);
  }
}

/** How long somebody must wait who tries codes by chance. */
export class WrongCodes {
  private readonly counted = new RateLimiterMemory({ points: FREE, duration: HOUR_S });
  private readonly waiting = new RateLimiterMemory({ points: 1, duration: HOUR_S });

  /** Seconds until an address may try again; 0: now. */
  async wait(address: string): Promise<number> {
    const blocked = await this.waiting.get(address);
    return blocked && blocked.consumedPoints > 1 ? Math.ceil(blocked.msBeforeNext / 1000) : 0;
  }

  /** One that was wrong. */
  async note(address: string): Promise<void> {
    const { consumedPoints } = await this.counted.penalty(address, 1);
    if (consumedPoints >= FREE) await this.waiting.block(address, Math.min(HOUR_S, 2 ** (consumedPoints - FREE + 1)));
  }
}
