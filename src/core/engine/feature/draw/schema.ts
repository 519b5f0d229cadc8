import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { z } from 'zod';
import { whole } from '@/core/event/whole';
import { phrase, type Phrase } from '@/core/words/phrase';

/** A draw among weighted choices, or among viewers. */
export const drawSchema = z.object({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  /** Who or what is drawn: the choices written here; viewers who have written the keyword since the last draw; viewers by the coins they have given. */
  from: z.enum(['choices', 'keyword', 'coins', 'worth', 'level']),
  choices: z.array(z.object({ label: z.string().min(1).max(80), weight: z.number().int().min(1).max(1000) })).max(60),
  keyword: z.string().max(40),
});
export type Draw = z.infer<typeof drawSchema>;

export interface DrawShow {
  draws: readonly Draw[];
}

export interface DrawEntry {
  label: string;
  weight: number;
}

/**
 * All that is needed to check a draw: the hash that was shown before it, the seed that was shown after it, and what was drawn among. Anyone
 * can do it with `sha256sum`: docs/draw.md.
 */
export const drawProofSchema = z.object({
  format: z.literal('gavirn.draw'),
  version: z.literal(1),
  name: z.string().max(80),
  /** Which draw of its session. */
  number: z.number().int().min(1),
  /** ms, UTC. */
  at: z.number().int().min(0),
  /** SHA-256 of the seed's text, in hexadecimal. */
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  seed: z.string().regex(/^[0-9a-f]{64}$/),
  entries: z.array(z.object({ label: z.string().max(400), weight: whole.min(1) })).min(1),
  /** Which of them was drawn, from 0. */
  picked: z.number().int().min(0),
});
export type DrawProof = z.infer<typeof drawProofSchema>;

/** A draw in a session. The seed is nobody's until it has been used. */
export interface DrawState {
  id: string;
  /** Null until somebody outside of core has made one. */
  seed: string | null;
  hash: string | null;
  number: number;
  /** Who has written the keyword since the last draw, by the tally's key, as they came. */
  entered: Record<string, string>;
  last: DrawProof | null;
  /** While the reel turns: since when, and until when. */
  turns: { from: number; until: number } | null;
}

export const newDraw = (id: string): DrawState => ({
  id,
  seed: null,
  hash: null,
  number: 0,
  entered: {},
  last: null,
  turns: null,
});

/** How long the reel turns before what was drawn is known, ms. */
export const TURN_MS = 4000;

export const hashOf = (seed: string): string => bytesToHex(sha256(utf8ToBytes(seed)));

/**
 * Which entry a seed draws: the first 12 hexadecimal digits of SHA-256("<seed>:<number>"), as a fraction of 16¹², of all weights.
 * A total of 10⁶ gives an entry a chance that is off by less than 1 in 10⁸.
 */
export function pick(seed: string, number: number, entries: readonly DrawEntry[]): number {
  const total = entries.reduce((sum, { weight }) => sum + weight, 0);
  let left = Math.floor((parseInt(hashOf(`${seed}:${number}`).slice(0, 12), 16) / 16 ** 12) * total);
  for (const [n, { weight }] of entries.entries()) {
    if (left < weight) return n;
    left -= weight;
  }
  return entries.length - 1;
}

/** What does not hold of a proof, each in a sentence; none: the draw was as it is said to have been. */
export function proofFaults({ hash, seed, number, entries, picked }: DrawProof): Phrase[] {
  const faults: Phrase[] = [];
  if (hashOf(seed) !== hash) faults.push(phrase('The seed is not the one whose hash was shown before the draw.'));
  const drawn = pick(seed, number, entries);
  if (drawn !== picked)
    faults.push(
      phrase('The seed draws “{drawn}”, not “{said}”.', {
        drawn: entries[drawn]?.label ?? '',
        said: entries[picked]?.label ?? phrase('nobody'),
      }),
    );
  return faults;
}
