import { clusters, emojiSource, isEmoji } from '@/core/paint/emoji';
import type { WeirScene } from '../weir/routes';
import { Layers } from './layers';
import { showPicture } from './picture';

/* A viewer's phone: the compositor's picture under the platform's own buttons and chat. */

const find = (id: string): HTMLElement => {
  const found = document.getElementById(id);
  if (!found) throw new Error(`The page has no ${id}.`);
  return found;
};
const phone = find('phone');
const layers = new Layers(phone);
let scene: WeirScene = { handle: '', layers: [] };
let chat: EventSource | null = null;
showPicture(phone);
addEventListener('resize', () => layers.show(scene.layers));

/** Text with its emoji as pictures, since a machine may have no font for them. */
const written = (text: string): (string | HTMLImageElement)[] =>
  clusters(text).map((part) =>
    isEmoji(part)
      ? Object.assign(new Image(), { src: `/emoji/${emojiSource(part).slice('emoji:'.length)}.svg`, alt: part })
      : part,
  );

function watch(handle: string): void {
  chat?.close();
  find('who').textContent = handle;
  chat = new EventSource(`/standins/brindle/live/${encodeURIComponent(handle)}/events`);
  chat.addEventListener('room', (event) => {
    const { state } = JSON.parse(event.data) as { state: string };
    find('room').textContent = state === 'live' ? 'live' : 'not live';
  });
  chat.addEventListener('chat', (event) => {
    try {
      const { user, text } = JSON.parse(event.data) as { user: { nickname: string }; text: string };
      const line = document.createElement('div');
      const name = document.createElement('b');
      name.append(...written(user.nickname));
      line.append(name, ' ', ...written(text));
      find('chat').append(line);
      while (find('chat').childElementCount > 12) find('chat').firstElementChild?.remove();
    } catch {
      // A malformed message, made as a fault for others: a viewer's page shows nothing of it.
    }
  });
}

new EventSource('/standins/weir/scene/seen').onmessage = (event: MessageEvent<string>) => {
  const before = scene.handle;
  scene = JSON.parse(event.data) as WeirScene;
  layers.show(scene.layers);
  if (scene.handle !== before) watch(scene.handle);
};
