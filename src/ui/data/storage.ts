import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { say } from '@/ui/words/say';
import { phrase, type Sayable } from '@/core/words/phrase';

const storage = createAsyncStorage('gavirn');

/** What could not be kept, in a sentence; null when the last write went well. */
let problem: Sayable | null = null;
const listeners = new Set<() => void>();

function tell(sentence: Sayable | null): void {
  if (sentence === problem) return;
  problem = sentence;
  for (const listener of listeners) listener();
}

export const storageProblem = {
  now: (): Sayable | null => problem,
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
};

/** What is kept where the browser keeps nothing: until the page is closed. Null: it keeps. */
let memory: Map<string, string> | null = null;

const NOTHING_KEPT = phrase(
  'This browser does not let the page keep data: all of it works until the page is closed. Save the show as a file, under Shows, so that nothing is lost.',
);

/** From now on in memory. What a browser refuses once it refuses for as long as the page is open. */
function inMemory(): Map<string, string> {
  memory ??= new Map();
  tell(NOTHING_KEPT);
  return memory;
}

export async function readText(key: string): Promise<string | null> {
  if (memory) return memory.get(key) ?? null;
  try {
    return await storage.getItem(key);
  } catch {
    // Storage that cannot even be read is denied, by a setting of the browser or of its owner.
    return inMemory().get(key) ?? null;
  }
}

/** Reads what `writeJson` wrote; null when there is nothing, or what is there cannot be read. */
export async function readJson(key: string): Promise<unknown> {
  const text = await readText(key);
  if (text === null) return null;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}

/** Keeps a text. A full browser is told to the streamer and nothing else stops: the page still has what it could not keep. */
export async function writeText(key: string, text: string): Promise<boolean> {
  if (memory) {
    memory.set(key, text);
    return false;
  }
  try {
    await storage.setItem(key, text);
    tell(null);
    return true;
  } catch (error) {
    const full = error instanceof Error && /quota|full|storage/i.test(`${error.name} ${error.message}`);
    tell(
      full
        ? say(
            'This browser’s storage is full. Your changes work and are on the server, but are not kept in this browser: save the show as a file, or remove old sessions.',
          )
        : say(
            'This browser does not keep data just now. Your changes work and are on the server; save the show as a file to be safe.',
          ),
    );
    return false;
  }
}

export const writeJson = (key: string, value: unknown): Promise<boolean> => writeText(key, JSON.stringify(value));

/** Removes all that begins so. */
export async function removeBelow(prefix: string): Promise<void> {
  const keys = memory ? [...memory.keys()] : await storage.getAllKeys();
  for (const key of keys) if (key.startsWith(prefix)) await removeKey(key);
}

export async function removeKey(key: string): Promise<void> {
  if (memory) memory.delete(key);
  else await storage.removeItem(key);
}
