import { useSyncExternalStore } from 'react';
import type { Phrase } from '@/core/words/phrase';
import { closeCamera, isLive, openCamera } from '@/client/live-pictures';

const CAMERA = 'live:camera';
let state: { on: boolean; problem: Phrase | null } = { on: false, problem: null };
const listeners = new Set<() => void>();
const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Turns this device's camera on or off, for every frame of this page. */
export async function cameraOn(on: boolean): Promise<void> {
  const problem = on ? await openCamera(CAMERA) : null;
  if (!on) closeCamera(CAMERA);
  state = { on: isLive(CAMERA), problem };
  for (const listener of listeners) listener();
}

/** Whether it is on, and a sentence when it could not be had. */
export const useCamera = (): { on: boolean; problem: Phrase | null } => useSyncExternalStore(subscribe, () => state);
