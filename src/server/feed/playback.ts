import type { Feed } from '@/core/platform/feed';
import type { Playback } from '@/core/desk/playback';
import { lengthWords } from '@/core/desk/length';
import { recordingParts, type Recorded } from '@/core/file/recording';
import { Turn } from './turn';
import type { CheckStep, FeedClient, Room } from './client';
import type { Connect, Connecting } from './connecting';
import { phrase } from '@/core/words/phrase';

type FileFeed = Extract<Feed, { platform: 'file' }>;

export type PlaybackCommand = { play: boolean } | { seek: number } | { speed: number };

const STEP_MS = 50;
const SHOWN_EVERY = 10;

/** A recording played again as if it happened now, at 1 to 100 times its speed. Going back plays it as something new: nothing counts twice in one playing. */
export class PlaybackClient implements FeedClient {
  room: Room | null = null;
  private recorded: { at: number; message: Recorded }[] = [];
  private begin = 0;
  private next = 0;
  private at = 0;
  private length = 0;
  private playing = false;
  private speed: number;
  private playingNumber: string;
  private turn = 0;
  private steps = 0;
  private last = 0;
  private timer: ReturnType<typeof setInterval> | null = null;
  private stopped = false;

  constructor(private readonly connecting: Connecting<FileFeed>) {
    this.playingNumber = `${connecting.now()}`;
    this.speed = connecting.feed.speed;
    connecting.listener.onState('looking');
    this.load().catch((error: unknown) => connecting.listener.onFault(error));
  }

  private async load(): Promise<void> {
    const { feed, recording, listener } = this.connecting;
    const text = await recording();
    if (this.stopped) return;
    if (text === null) return listener.onState('notFound');
    let clock = 0;
    const turn = new Turn();
    const recorded: { at: number; message: Recorded }[] = [];
    for (const part of recordingParts(text, feed.as, feed.id)) {
      for (const message of part) {
        const { reading } = message;
        // A message without a time of its own stands where the one before it stood.
        const at =
          reading.kind === 'heard' ? reading.heard.event.seenAt : reading.kind === 'bad' ? 0 : (reading.at ?? 0);
        clock = Math.max(clock, at);
        recorded.push({ at: clock, message });
      }
      await turn.rest();
      if (this.stopped) return;
    }
    this.recorded = recorded;
    this.begin = this.recorded.find(({ at }) => at > 0)?.at ?? 0;
    this.length = Math.max(0, (this.recorded.at(-1)?.at ?? 0) - this.begin);
    listener.onState('waiting');
  }

  stop(): void {
    this.stopped = true;
    this.hold();
    this.connecting.listener.onState('stopped');
  }

  setRoom(live: boolean): void {
    this.room = live ? 'live' : 'off';
    if (!this.stopped) this.connecting.listener.onState(live ? 'connected' : 'waiting');
  }

  get playback(): Playback {
    return {
      at: Math.round(this.at),
      length: this.length,
      playing: this.playing,
      speed: this.speed,
      messages: this.recorded.length,
    };
  }

  command(command: PlaybackCommand): void {
    this.obey(command);
    this.connecting.listener.onChanged?.();
  }

  private obey(command: PlaybackCommand): void {
    if ('seek' in command) return this.seek(command.seek);
    if ('speed' in command) {
      this.speed = command.speed;
      return;
    }
    if (!command.play) return this.hold();
    if (this.playing || this.recorded.length === 0) return;
    if (this.next >= this.recorded.length) this.seek(0);
    this.playing = true;
    this.last = performance.now();
    this.tellRoom('live');
    this.timer = setInterval(() => this.step(), STEP_MS);
  }

  private hold(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    this.playing = false;
  }

  private seek(to: number): void {
    this.at = Math.max(0, Math.min(this.length, to));
    this.next = this.recorded.findIndex(({ at }) => at - this.begin >= this.at);
    if (this.next < 0) this.next = this.recorded.length;
    this.turn += 1;
    this.last = performance.now();
  }

  private step(): void {
    const now = performance.now();
    this.at += (now - this.last) * this.speed;
    this.last = now;
    this.steps += 1;
    // Where it stands is shown as it goes, though nothing may happen for long.
    if (this.steps % SHOWN_EVERY === 0) this.connecting.listener.onChanged?.();
    for (
      let entry = this.recorded[this.next];
      entry && entry.at - this.begin <= this.at;
      entry = this.recorded[this.next]
    ) {
      this.next += 1;
      this.play(entry.message);
    }
    if (this.next >= this.recorded.length) {
      this.at = this.length;
      this.hold();
      this.tellRoom('ended');
    }
  }

  /** A message as if it came now: an id of this playing, and the present time. */
  private play({ reading, raw }: Recorded): void {
    const { listener, now, feed } = this.connecting;
    if (reading.kind !== 'heard') return listener.onReading(reading, raw);
    const { event, ...rest } = reading.heard;
    if (event.kind === 'room') return;
    const at = now();
    listener.onReading(
      {
        kind: 'heard',
        heard: {
          ...rest,
          event: {
            ...event,
            feed: feed.id,
            id: `${this.playingNumber}.${this.turn}:${event.id}`.slice(0, 300),
            at,
            seenAt: at,
          },
        },
      },
      raw,
    );
  }

  private tellRoom(state: 'live' | 'ended'): void {
    const { listener, now, feed } = this.connecting;
    const at = now();
    if ((state === 'live') === (this.room === 'live')) return;
    listener.onReading(
      {
        kind: 'heard',
        heard: {
          event: { id: `${this.playingNumber}:${state}:${at}`, feed: feed.id, at, seenAt: at, kind: 'room', state },
        },
      },
      '',
    );
  }

  readonly check = (): Promise<CheckStep[]> =>
    Promise.resolve([
      this.recorded.length > 0
        ? {
            step: phrase('Recording'),
            outcome: 'good',
            says: phrase('{n, plural, one {# message} other {# messages}}, {length} long.', {
              n: this.recorded.length,
              length: lengthWords(this.length),
            }),
          }
        : {
            step: phrase('Recording'),
            outcome: 'bad',
            says: phrase(
              'The server does not have the recording. This browser sends it again by itself; if it is gone here too, add it anew.',
            ),
          },
    ]);
}

export const connectFile: Connect<'file'> = (connecting) => new PlaybackClient(connecting);
