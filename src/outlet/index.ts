import { TRANSITION, type Transition } from '@/core/engine/feature/scene/schema';
import type { OutletView } from '@/core/desk/view';
import { readStream, RemoteClock } from '@/client/stream';
import type { PaintInput } from '@/core/stage/stage';
import { Frame } from '@/client/frame';
import { Sounder } from '@/client/sounder';
import { SOUND } from '@/core/sound/plan';
import { FrameLog } from './frame-log';

/*
 * The page behind an outlet's address: one stream in, one canvas out. It needs no reload: it takes changes of the setup as they
 * come, and finds the server again by itself.
 */

type Message = { now: number } & Partial<OutletView>;

const canvas = document.querySelector('canvas');
const words = document.getElementById('words');
const heard = document.getElementById('heard');
const blocked = document.getElementById('blocked');
/** What the page is made of. */
interface Page {
  canvas: HTMLCanvasElement;
  /** What the frame says, for those who do not see it; what is heard; and that sound is blocked. */
  words: HTMLElement;
  heard: HTMLElement;
  blocked: HTMLElement;
}

const here = location.pathname.replace(/\/$/, '');
const mediaAddress = (id: string): string => `${here}/media/${id}`;

const frameOn = ({ canvas, words }: Page, clock: RemoteClock): Frame =>
  new Frame({
    canvas,
    seen: 'air',
    media: { address: (id) => Promise.resolve(mediaAddress(id)) },
    now: () => clock.now(),
    room: () => ({ width: window.innerWidth, height: window.innerHeight }),
    onWords: (lines) => {
      words.textContent = '';
      for (const line of lines) words.append(Object.assign(document.createElement('li'), { textContent: line }));
    },
  });
const sounderOf = ({ heard: heardWords, blocked }: Page, log: FrameLog): Sounder =>
  new Sounder({
    makeWorker: () => new Worker('/outlet/sounds.js'),
    bytes: (id) => bytesAt(mediaAddress(id)),
    speech: (id) => bytesAt(`${here}/speech/${encodeURIComponent(id)}`),
    onHeard: (heard) => {
      heardWords.textContent = heard.kind === 'sound' ? heard.sound : heard.kind === 'speech' ? heard.text : '';
    },
    onBlocked: (is) => {
      blocked.hidden = !is;
      log.say({ blocked: is });
    },
    onPlayed: (peakDb) => log.heard(peakDb),
  });

function start(page: Page): void {
  const clock = new RemoteClock();
  const frame = frameOn(page, clock);
  const log = new FrameLog(`${here}/report`, { now: () => clock.now() });
  const sounder = sounderOf(page, log);
  window.addEventListener('resize', () => {
    frame.soon();
    log.say({});
  });
  let scene: PaintInput | null = null;
  let gives: Transition = TRANSITION;
  let plan: OutletView['sound'] = SOUND;
  let ownSounds: OutletView['own'] = [];

  readStream(`${here}/stream?page=${log.page}`, {
    onMessage(event, data) {
      // The server's own message, whose form docs/outlet-stream.md states.
      const message = JSON.parse(data) as Message;
      const nowhere = document.querySelector<HTMLElement>('#nowhere');
      if (nowhere) nowhere.hidden = true;
      clock.heard(message.now, event === 'view');
      if (event === 'view') log.say({});
      const { scene: shown, transition, heard, sounds, language, sound, own, pictures } = message;
      if (pictures) frame.prepare(pictures);
      if (sound) plan = sound;
      if (own) ownSounds = own;
      if (sound || own) sounder.follow(plan, ownSounds);
      if (language !== undefined) document.documentElement.lang = language;
      if (sounds) sounder.prepare(sounds);
      if (heard) sounder.hear(heard, clock.now());
      if (transition) gives = transition;
      scene = event === 'view' ? sceneOf(message) : scene && sceneAfter(scene, message);
      frame.show(scene, event === 'change' && shown !== undefined ? gives : undefined);
    },
    onLost(status) {
      // Revoked, or never an outlet: the frame is emptied. When there is no answer, what is known stays: a goal does not vanish
      // because a server is being restarted.
      if (status === 404) {
        scene = null;
        frame.show(null);
        tellPerson();
      }
    },
  });
}

const TOUCHES = ['pointermove', 'pointerdown', 'keydown'] as const;

/** Whoever moves, taps or types is a person, and is told that the address is wrong. In a compositor nobody does: there the frame stays empty. */
function tellPerson(): void {
  const nowhere = document.querySelector<HTMLElement>('#nowhere');
  if (!nowhere) return;
  document.title = 'No outlet has this address';
  for (const touch of TOUCHES) addEventListener(touch, () => (nowhere.hidden = false), { once: true });
}

/** What is painted, from a whole view; null: nothing is. */
const sceneOf = ({ frame, pieces, live, ground, language }: Message): PaintInput | null =>
  frame && pieces && live ? { frame, pieces, live, language, ...(ground ? { ground } : {}) } : null;

/** What is painted after a change. */
function sceneAfter(scene: PaintInput, { frame, pieces, live, ground, language }: Message): PaintInput {
  const behind = ground === undefined ? scene.ground : (ground ?? undefined);
  return {
    frame: frame ?? scene.frame,
    pieces: pieces ?? scene.pieces,
    live: merged(scene.live, live),
    language: language ?? scene.language,
    ...(behind === undefined ? {} : { ground: behind }),
  };
}

async function bytesAt(address: string): Promise<ArrayBuffer | null> {
  const response = await fetch(address).catch(() => null);
  return response?.ok ? response.arrayBuffer() : null;
}

/** What each piece shows, with what has changed; null: the piece is gone. */
function merged(known: PaintInput['live'], changed: OutletView['live'] | undefined): PaintInput['live'] {
  if (!changed) return known;
  return Object.fromEntries(Object.entries({ ...known, ...changed }).filter(([, live]) => live !== null));
}

// What starts the page knows by this that it was read (first.ts).
Object.assign(window, { gavirnStarted: true });
if (canvas && words && heard && blocked) start({ canvas, words, heard, blocked });
