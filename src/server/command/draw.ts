import { readFile } from 'node:fs/promises';
import { drawProofSchema, proofFaults } from '@/core/engine/feature/draw/schema';
import { english } from '@/core/words/phrase';
import { refuse } from './refuse';

/**
 * `./gavirn draw --verify FILE`: checks a draw's proof and prints `{"ok","name","number","drawn","faults"}`. Exit 0 when it holds, 1 when it
 * does not, or cannot be read.
 */
export async function draw(args: readonly string[]): Promise<number> {
  const [flag, file] = args;
  if (flag !== '--verify' || file === undefined) return refuse('Which proof? Usage: ./gavirn draw --verify FILE');
  let text: string;
  try {
    text = await readFile(file, 'utf8');
  } catch {
    return refuse(`There is no file ${file} that could be read.`);
  }
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return refuse(`${file} is no proof of a draw: its JSON cannot be read.`);
  }
  const proof = drawProofSchema.safeParse(json);
  if (!proof.success)
    return refuse(
      `${file} is no proof of a draw: its ${proof.error.issues[0]?.path.join(' › ') || 'content'} is not as it should be.`,
    );
  const { name, number, entries, picked } = proof.data;
  const faults = proofFaults(proof.data).map(english);
  process.stdout.write(
    `${JSON.stringify({ ok: faults.length === 0, name, number, drawn: entries[picked]?.label ?? null, faults })}\n`,
  );
  return faults.length === 0 ? 0 : 1;
}
