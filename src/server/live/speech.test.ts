import { WaveFile } from 'wavefile';
import { isThere, speak, Speech } from './speech';

const said = { text: 'Thank you, Inês', language: 'en', speed: 1, pitch: 1 };
const seconds = (wav: Buffer | null): number => {
  if (!wav) return 0;
  const file = new WaveFile(new Uint8Array(wav));
  const { byteRate } = file.fmt as { byteRate: number };
  return (file.data as { chunkSize: number }).chunkSize / byteRate;
};

test('a whole WAV file, as another reader understands it', async () => {
  const wav = await speak(said);
  expect(seconds(wav)).toBeGreaterThan(0.4);
  expect(wav?.readUInt32LE(4)).toBe((wav?.length ?? 0) - 8);
});

test('faster is shorter; a language that is not there is said in English', async () => {
  expect(seconds(await speak({ ...said, speed: 2 }))).toBeLessThan(seconds(await speak({ ...said, speed: 0.7 })));
  expect(seconds(await speak({ ...said, language: 'xx' }))).toBeGreaterThan(0.4);
});

test('words are words: none of them is an option or a command', async () => {
  const wav = await speak({ ...said, text: '--version -w /tmp/x; `reboot` $(id) <speak/>' });
  expect(seconds(wav)).toBeGreaterThan(1);
});

test('where espeak-ng is not installed there is no speech, and nothing fails', async () => {
  expect(await speak(said, 'no-such-program')).toBeNull();
  expect([await isThere('no-such-program'), await isThere('espeak-ng')]).toEqual([false, true]);
});

test('three hundred who ask at once: each text is made once, two at a time, and those beyond the queue are told to come back', async () => {
  let running = 0;
  let most = 0;
  const made: string[] = [];
  const speech = new Speech(async ({ text }) => {
    made.push(text);
    running += 1;
    most = Math.max(most, running);
    await new Promise((resolve) => setTimeout(resolve, 5));
    running -= 1;
    return Buffer.from(text);
  });
  const answers = await Promise.all(
    Array.from({ length: 300 }, (_, n) => speech.say({ ...said, text: `line ${n % 30}` })),
  );
  expect([most, made.length, new Set(made).size]).toEqual([2, 22, 22]);
  expect(answers.filter((answer) => answer === 'busy')).toHaveLength(80);
  // What was refused is made when it is asked for again; what could not be made is tried anew.
  expect(String(await speech.say({ ...said, text: 'line 29' }))).toBe('line 29');
  let fails = true;
  const moody = new Speech(() => Promise.resolve(fails ? null : Buffer.from('x')));
  expect(await moody.say(said)).toBeNull();
  fails = false;
  expect(String(await moody.say(said))).toBe('x');
});
