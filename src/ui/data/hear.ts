import { Sounder } from '@/client/sounder';

let sounder: Sounder | null = null;

/** Plays a sound here, for choosing it. What is on the air is heard from the outlet, and from nowhere else. */
export function hearHere(sound: string): Promise<void> {
  sounder ??= new Sounder({ makeWorker: () => new Worker(new URL('../../worker/sound.worker.ts', import.meta.url)) });
  return sounder.play(sound, 1);
}
