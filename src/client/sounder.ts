import type { AudibleAt } from '@/core/engine/alert/audible';
import { SOUND, type SoundPlan } from '@/core/sound/plan';
import { SoundMaker, type OwnSound, type Ready } from './sound-maker';
import { Voices } from './voices';

export interface SounderOptions {
  /** The worker that makes sounds (src/worker/sound.worker.ts). */
  makeWorker: () => Worker;
  /** The bytes of one of the streamer's own files; null when they are not to be had. */
  bytes: (id: string) => Promise<ArrayBuffer | null>;
  /** Speech that the server makes, where this browser has no voices: its bytes, or null. */
  speech?: (heard: string) => Promise<ArrayBuffer | null>;
  /** The browser does not let the page sound until it is touched; or it does again. */
  onBlocked?: (blocked: boolean) => void;
  /** Something has been played, this loud at its peak, dBFS: by the page's own meter. */
  onPlayed?: (peakDb: number) => void;
  /** What was just heard, in words. */
  onHeard?: (heard: AudibleAt) => void;
}

/** What came longer ago than this, ms, is not played any more: late applause is worse than none. */
const LATE_MS = 1500;

/** Plays what is to be heard: each thing once, at the level that the streamer chose. */
export class Sounder {
  private context: AudioContext | null = null;
  private voices: Voices | null = null;
  private readonly maker: SoundMaker;
  private readonly ready = new Map<string, Promise<Ready | null>>();
  private readonly known = new Set<string>();
  private readonly later = new Set<ReturnType<typeof setTimeout>>();
  private own = new Map<string, OwnSound>();
  private plan: SoundPlan = SOUND;

  constructor(private readonly options: SounderOptions) {
    this.maker = new SoundMaker(options.makeWorker);
  }

  /** How sounds are played from now on, and the streamer's own among them. */
  follow(plan: SoundPlan, own: readonly OwnSound[]): void {
    for (const id of new Set([...Object.keys(this.plan.cuts ?? {}), ...Object.keys(plan.cuts ?? {})]))
      if (JSON.stringify(this.plan.cuts?.[id]) !== JSON.stringify(plan.cuts?.[id])) this.ready.delete(id);
    this.plan = plan;
    for (const sound of own)
      if (JSON.stringify(this.own.get(sound.id)) !== JSON.stringify(sound)) this.ready.delete(sound.id);
    this.own = new Map(own.map((sound) => [sound.id, sound]));
  }

  /** @param now the engine's clock, ms */
  hear(list: readonly AudibleAt[], now: number): void {
    for (const heard of list) {
      if (this.known.has(heard.id)) continue;
      this.known.add(heard.id);
      if (now - heard.at > LATE_MS) continue;
      if (heard.at <= now) this.sound(heard);
      else {
        const timer = setTimeout(() => {
          this.later.delete(timer);
          this.sound(heard);
        }, heard.at - now);
        this.later.add(timer);
      }
    }
  }

  private sound(heard: AudibleAt): void {
    if (heard.kind === 'sound') void this.play(heard.sound, heard.volume / 100);
    else if (heard.kind === 'speech') void this.speak(heard);
    else this.hush();
    this.options.onHeard?.(heard);
  }

  /** Ends all that is heard, and what was about to be. */
  private hush(): void {
    for (const timer of this.later) clearTimeout(timer);
    this.later.clear();
    this.voices?.stop();
    window.speechSynthesis?.cancel();
  }

  /** Has sounds ready, so that the first of each does not come late. */
  prepare(ids: readonly string[]): void {
    for (const id of ids) void this.make(id);
  }

  /** Plays one sound now. `volume`: a factor. */
  async play(id: string, volume: number): Promise<void> {
    const sound = await this.make(id);
    if (sound) this.open().play(sound, volume, this.plan);
  }

  private open(): Voices {
    this.context ??= new AudioContext();
    this.voices ??= new Voices(this.context, this.options.onPlayed);
    if (this.context.state === 'suspended') {
      void this.context.resume();
      this.tellBlocked(this.context);
    }
    return this.voices;
  }

  private tellBlocked(context: AudioContext): void {
    // A browser that allows it needs a moment to begin.
    setTimeout(() => {
      const blocked = context.state === 'suspended';
      this.options.onBlocked?.(blocked);
      if (!blocked) return;
      window.addEventListener('pointerdown', () => void context.resume().then(() => this.options.onBlocked?.(false)), {
        once: true,
      });
    }, 400);
  }

  private async speak({
    id,
    text,
    speed,
    pitch,
    voice,
    language,
  }: Extract<AudibleAt, { kind: 'speech' }>): Promise<void> {
    const voices = window.speechSynthesis?.getVoices() ?? [];
    if (voices.length === 0) {
      const bytes = await this.options.speech?.(id);
      const made = bytes
        ? await this.maker.own(bytes, { from: 0, until: null, fadeIn: 0, fadeOut: 0 }).catch(() => null)
        : null;
      if (made) this.open().play(made, 1, this.plan);
      return;
    }
    const said = new SpeechSynthesisUtterance(text.replace(/[\u2066-\u2069]/g, ''));
    const mine = voices.filter(({ lang }) => lang.toLowerCase().startsWith(language.split('-')[0] ?? ''));
    const named =
      voice === '' ? undefined : voices.find(({ name }) => name.toLowerCase().includes(voice.toLowerCase()));
    Object.assign(said, { lang: language, rate: speed, pitch, voice: named ?? mine[0] ?? null });
    said.onstart = () => this.voices?.duckAll(true);
    said.onend = () => this.voices?.duckAll(false);
    window.speechSynthesis.speak(said);
  }

  private make(id: string): Promise<Ready | null> {
    let made = this.ready.get(id);
    if (!made) {
      const own = this.own.get(id);
      made = own
        ? this.options.bytes(id).then((bytes) => (bytes ? this.maker.own(bytes, own.cut) : null))
        : this.maker.made(id, this.plan.cuts?.[id]);
      // What could not be had just now is asked for again the next time.
      made = made.then(
        (sound) => {
          if (!sound) this.ready.delete(id);
          return sound;
        },
        () => {
          this.ready.delete(id);
          return null;
        },
      );
      this.ready.set(id, made);
    }
    return made;
  }
}
