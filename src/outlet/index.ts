import type { OutletView } from '@/core/desk/view';
import { readStream, RemoteClock } from '@/client/stream';
import type { Scene } from '@/core/stage/stage';
import { Frame } from '@/client/frame';
import { Sounder } from '@/client/sounder';

/*
 * The page behind an outlet's address: one stream in, one canvas out. It needs no reload: it takes changes of the setup as they
 * come, and finds the server again by itself.
 */

type Message = { now: number } & Partial<OutletView>;

const canvas = document.querySelector('canvas');
const words = document.getElementById('words');
const heard = document.getElementById('heard');
const blocked = document.getElementById('blocked');
if (canvas && words && heard && blocked) start(canvas, words, heard, blocked);

function start(canvas: HTMLCanvasElement, words: HTMLElement, heardWords: HTMLElement, blockedWords: HTMLElement): void {
  const clock = new RemoteClock();
  const frame = new Frame({
    canvas, seen: 'air', now: () => clock.now(), room: () => ({ width: window.innerWidth, height: window.innerHeight }),
    onWords: (lines) => words.replaceChildren(...lines.map((line) => Object.assign(document.createElement('li'), { textContent: line }))),
  });
  const sounder = new Sounder({
    makeWorker: () => new Worker('/outlet/sounds.js'),
    onHeard: (heard) => {
      heardWords.textContent = heard.kind === 'sound' ? heard.sound : heard.text;
    },
    onBlocked: (is) => {
      blockedWords.hidden = !is;
    },
  });
  window.addEventListener('resize', () => frame.soon());
  let scene: Scene | null = null;

  readStream(`${location.pathname.replace(/\/$/, '')}/stream`, {
    onMessage(event, data) {
      // The server's own message, whose form docs/outlet-stream.md states.
      const message = JSON.parse(data) as Message;
      clock.heard(message.now, event === 'view');
      const { frame: size, pieces, live, heard, sounds, language } = message;
      if (language !== undefined) document.documentElement.lang = language;
      if (sounds) sounder.prepare(sounds);
      if (heard) sounder.hear(heard, clock.now());
      if (event === 'view') scene = size && pieces && live ? { frame: size, pieces, live } : null;
      else if (scene) scene = { frame: size ?? scene.frame, pieces: pieces ?? scene.pieces, live: merged(scene.live, live) };
      frame.show(scene);
    },
    onLost(status) {
      // Revoked, or never an outlet: the frame is emptied. When there is no answer, what is known stays: a goal does not vanish
      // because a server is being restarted.
      if (status === 404) {
        scene = null;
        frame.show(null);
      }
    },
  });
}

/** What each piece shows, with what has changed; null: the piece is gone. */
function merged(known: Scene['live'], changed: OutletView['live'] | undefined): Scene['live'] {
  if (!changed) return known;
  return Object.fromEntries(Object.entries({ ...known, ...changed }).filter(([, live]) => live !== null));
}
