import { Sounder } from '@/client/sounder';
import type { Media } from '@/core/media/media';
import type { SoundPlan } from '@/core/sound/plan';
import { mediaBytes } from './media';
import { makeSoundWorker } from './sound-maker';
import { readText, writeText } from './storage';

let sounder: Sounder | null = null;

/** Plays a sound here, for choosing it. What is on the air is heard from the outlet, and from nowhere else. */
export async function hearHere(sound: string, plan?: SoundPlan, own?: Media): Promise<void> {
  if (await isMuted()) return;
  sounder ??= new Sounder({
    makeWorker: makeSoundWorker,
    bytes: async (id) => (await mediaBytes(id))?.slice().buffer ?? null,
  });
  if (plan) sounder.follow(plan, own ? [{ id: own.id, cut: own.cut }] : []);
  return sounder.play(sound, 1);
}

/* "Hear it from the outlet only": of this device, not of the show. */

export const isMuted = async (): Promise<boolean> => (await readText('muted')) === 'yes';
export const mute = (on: boolean): Promise<boolean> => writeText('muted', on ? 'yes' : 'no');
