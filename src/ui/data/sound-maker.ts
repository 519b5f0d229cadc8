import { SoundMaker } from '@/client/sound-maker';

let maker: SoundMaker | null = null;

export const makeSoundWorker = (): Worker => new Worker(new URL('../../worker/sound.worker.ts', import.meta.url));

/** Measures sounds, apart from the page. */
export const soundMaker = (): SoundMaker => (maker ??= new SoundMaker(makeSoundWorker));
