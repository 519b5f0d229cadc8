import { spawn } from 'node:child_process';
import type { AudibleAt } from '@/core/engine/alert/audible';

type Spoken = Extract<AudibleAt, { kind: 'speech' }>;

const PROGRAM = 'espeak-ng';
/** espeak-ng's own measures: words a minute, and pitch from 0 to 99. */
const WORDS_A_MINUTE = 165;
const PITCH = 50;
/** It takes some hundredths of a second; one that hangs is ended, ms. */
const TOO_LONG_MS = 10_000;
/** A minute and a half of its sound. */
const MOST_BYTES = 4 << 20;

/** Whether this machine can make speech; asked once. */
let can: Promise<boolean> | null = null;
export const canSpeak = (): Promise<boolean> => (can ??= isThere(PROGRAM));

/** Whether a program of Debian's packages is installed. */
export const isThere = (program: string): Promise<boolean> =>
  new Promise((resolve) => {
    const asked = spawn(program, ['--version'], { stdio: 'ignore' });
    asked.on('error', () => resolve(false));
    asked.on('exit', (code) => resolve(code === 0));
  });

/**
 * Makes speech of words by espeak-ng. The words go in as its input, never as an argument: nothing in them can be an option.
 * @returns a WAV file; null when it could not be made
 */
export function speak({ text, language, speed, pitch }: Said, program = PROGRAM): Promise<Buffer | null> {
  const args = [
    '-v',
    language.toLowerCase(),
    '-s',
    String(Math.round(WORDS_A_MINUTE * speed)),
    '-p',
    String(Math.max(0, Math.min(99, Math.round(PITCH * pitch)))),
    '--stdin',
    '--stdout',
  ];
  return run(program, args, text).then(
    (wav) => wav ?? (language === 'en' ? null : run(program, ['-v', 'en', ...args.slice(2)], text)),
  );
}

/** So many are made at once; so many more wait; and so many that were made are kept. */
const AT_ONCE = 2;
const MOST_WAITING = 20;
const KEPT = 40;

type Said = Pick<Spoken, 'text' | 'language' | 'speed' | 'pitch'>;

/** Speech for whoever asks: each text is made once, and never more than two at the same time. */
export class Speech {
  private readonly made = new Map<string, Promise<Buffer | null>>();
  private running = 0;
  private readonly waiting: (() => void)[] = [];

  constructor(private readonly make: (said: Said) => Promise<Buffer | null> = speak) {}

  /** A WAV file; null where it cannot be made; `busy`: too many wait already. */
  async say({ text, language, speed, pitch }: Said): Promise<Buffer | null | 'busy'> {
    const key = JSON.stringify([text, language, speed, pitch]);
    const known = this.made.get(key);
    if (known) return known;
    if (this.waiting.length >= MOST_WAITING) return 'busy';
    const making = this.inTurn({ text, language, speed, pitch });
    this.made.set(key, making);
    // The oldest goes; whoever waits for it has it all the same.
    for (const old of this.made.keys()) {
      if (this.made.size <= KEPT) break;
      this.made.delete(old);
    }
    // What could not be made is tried again.
    if ((await making) === null) this.made.delete(key);
    return making;
  }

  private async inTurn(said: Said): Promise<Buffer | null> {
    if (this.running >= AT_ONCE) await new Promise<void>((resolve) => this.waiting.push(resolve));
    this.running += 1;
    try {
      return await this.make(said);
    } finally {
      this.running -= 1;
      this.waiting.shift()?.();
    }
  }
}

function run(program: string, args: readonly string[], text: string): Promise<Buffer | null> {
  return new Promise((resolve) => {
    const made = spawn(program, args, { stdio: ['pipe', 'pipe', 'ignore'], timeout: TOO_LONG_MS });
    const parts: Buffer[] = [];
    made.on('error', () => resolve(null));
    let bytes = 0;
    made.stdout.on('data', (part: Buffer) => {
      bytes += part.length;
      if (bytes > MOST_BYTES) made.kill();
      else parts.push(part);
    });
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
