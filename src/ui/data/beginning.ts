import { mutate } from 'swr';
import { z } from 'zod';
import { readJson, writeJson } from './storage';

/* How far a show has come that was begun with the four questions. It is this browser's: no show's file says so. */

/** What is left to do once the show is made, in the order in which it is done. */
export const TO_DO = ['paste', 'hear', 'live'] as const;
export type ToDo = (typeof TO_DO)[number];

export const beginningSchema = z.object({
  /** `ask`: the questions have not been asked yet; `made`: the show is made; `over`: put away, or never begun with questions. */
  at: z.enum(['ask', 'made', 'over']),
  done: z.array(z.enum(TO_DO)).default([]),
});
export type Beginning = z.infer<typeof beginningSchema>;

const OVER: Beginning = { at: 'over', done: [] };
/** By what it is kept. */
export const keyOf = (show: string): string => `begin/${show}`;

/** How far a show has come. */
export const readBeginning = async (show: string): Promise<Beginning> =>
  beginningSchema.safeParse(await readJson(keyOf(show))).data ?? OVER;

/** Keeps how far it has come. */
export async function keepBeginning(show: string, next: Beginning): Promise<void> {
  await writeJson(keyOf(show), next);
  await mutate(keyOf(show), next, { revalidate: false });
}
