import { spawn } from 'node:child_process';
import type { Heard } from '@/core/engine/heard';

type Spoken = Extract<Heard, { kind: 'speech' }>;

const PROGRAM = 'espeak-ng';
/** espeak-ng's own measures: words a minute, and pitch from 0 to 99. */
const WORDS_A_MINUTE = 165;
const PITCH = 50;
/** It takes some hundredths of a second; one that hangs is ended, ms. */
const TOO_LONG_MS = 10_000;

/** Whether this machine can make speech; asked once. */
let can: Promise<boolean> | null = null;
export const canSpeak = (): Promise<boolean> => (can ??= isThere(PROGRAM));

/** Whether a program of Debian's packages is installed. */
export const isThere = (program: string): Promise<boolean> => new Promise((resolve) => {
  const asked = spawn(program, ['--version'], { stdio: 'ignore' });
  asked.on('error', () => resolve(false));
  asked.on('exit', (code) => resolve(code === 0));
});

/**
 * Makes speech of words by espeak-ng. The words go in as its input, never as an argument: nothing in them can be an option.
 * @returns a WAV file; null when it could not be made
 */
export function speak({ text, language, speed, pitch }: Pick<Spoken, 'text' | 'language' | 'speed' | 'pitch'>, program = PROGRAM): Promise<Buffer | null> {
  const args = ['-v', language.toLowerCase(), '-s', String(Math.round(WORDS_A_MINUTE * speed)), '-p', String(Math.max(0, Math.min(99, Math.round(PITCH * pitch)))), '--stdin', '--stdout'];
  return run(program, args, text).then((wav) => wav ?? (language === 'en' ? null : run(program, ['-v', 'en', ...args.slice(2)], text)));
}

function run(program: string, args: readonly string[], text: string): Promise<Buffer | null> {
  return new Promise((resolve) => {
    const made = spawn(program, args, { stdio: ['pipe', 'pipe', 'ignore'], timeout: TOO_LONG_MS });
    const parts: Buffer[] = [];
    made.on('error', () => resolve(null));
    made.stdout.on('data', (part: Buffer) => parts.push(part));
    made.on('close', (code) => {
      const wav = Buffer.concat(parts);
      resolve(code === 0 && wav.length > 44 ? withLength(wav) : null);
    });
    // It may have ended before it has read all.
    made.stdin.on('error', () => undefined);
    made.stdin.end(text);
  });
}

/** Written to a pipe, a WAV file does not know its length: the RIFF header's two fields are filled in (RIFF, "WAVE" form, 1991). */
function withLength(wav: Buffer): Buffer {
  wav.writeUInt32LE(wav.length - 8, 4);
  const data = wav.indexOf('data', 12, 'latin1');
  if (data > 0) wav.writeUInt32LE(wav.length - data - 8, data + 4);
  return wav;
}
