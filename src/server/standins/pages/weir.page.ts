import type { WeirScene } from '../weir/routes';
import { dragLayers } from './drag-layers';
import { Layers, type WeirLayer } from './layers';
import { showPicture } from './picture';

/* The compositor's own page: layers added by their address, ordered, moved and resized. */

const find = <T extends HTMLElement>(selector: string): T => {
  const found = document.querySelector<T>(selector);
  if (!found) throw new Error(`The page has no ${selector}.`);
  return found;
};

let scene: WeirScene = { handle: 'odavarn.kiln', layers: [] };
const picture = find('#picture');
const layers = new Layers(picture);
showPicture(picture);
addEventListener('resize', () => layers.show(scene.layers));
dragLayers(picture, {
  layers: () => scene.layers,
  draft: (layer) => layers.show(scene.layers.map((other) => (other.id === layer.id ? layer : other))),
  done: (layer) => change(layer.id, layer),
});

async function save(next: WeirScene): Promise<boolean> {
  const answer = await fetch('/standins/weir/scene', {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(next),
  }).catch(() => null);
  if (!answer) return say('Weir does not answer. Nothing was changed.');
  const said = (await answer.json()) as WeirScene & { detail?: string };
  if (!answer.ok) return say(said.detail ?? 'That cannot be shown.');
  say('');
  scene = said;
  render();
  return true;
}

function say(text: string): false {
  find('#said').textContent = text;
  find('#said').classList.toggle('bad', text !== '');
  return false;
}

const change = (id: string, changed: Partial<WeirLayer>): void =>
  void save({ ...scene, layers: scene.layers.map((layer) => (layer.id === id ? { ...layer, ...changed } : layer)) });

function render(): void {
  layers.show(scene.layers);
  find('#layers').replaceChildren(...[...scene.layers].reverse().map(row));
  if (scene.layers.length === 0)
    find('#layers').append(Object.assign(document.createElement('li'), { textContent: 'No layer yet.' }));
}

function row(layer: WeirLayer): HTMLElement {
  const item = document.createElement('li');
  const address = Object.assign(document.createElement('div'), { className: 'address', textContent: layer.url });
  const fields = document.createElement('div');
  fields.className = 'row small';
  for (const [field, label, step] of [
    ['x', 'Left', 1],
    ['y', 'Top', 1],
    ['width', 'Width', 1],
    ['height', 'Height', 1],
    ['scale', 'Scale', 0.05],
  ] as const) {
    const wrap = Object.assign(document.createElement('label'), { textContent: label });
    const box = Object.assign(document.createElement('input'), {
      type: 'number',
      value: String(layer[field]),
      step: String(step),
    });
    box.addEventListener('change', () => change(layer.id, { [field]: Number(box.value) }));
    wrap.append(box);
    fields.append(wrap);
  }
  const buttons = document.createElement('div');
  buttons.className = 'row';
  buttons.style.marginTop = '8px';
  const button = (text: string, done: () => void): void => {
    const made = Object.assign(document.createElement('button'), { textContent: text });
    made.addEventListener('click', done);
    buttons.append(made);
  };
  const at = scene.layers.findIndex(({ id }) => id === layer.id);
  const moved = (by: number): void => {
    const rest = scene.layers.filter(({ id }) => id !== layer.id);
    rest.splice(Math.max(0, Math.min(rest.length, at + by)), 0, layer);
    void save({ ...scene, layers: rest });
  };
  button('Forward', () => moved(1));
  button('Back', () => moved(-1));
  button(layer.shown ? 'Hide' : 'Show', () => change(layer.id, { shown: !layer.shown }));
  button('Remove', () => void save({ ...scene, layers: scene.layers.filter(({ id }) => id !== layer.id) }));
  item.append(address, fields, buttons);
  return item;
}

find<HTMLFormElement>('#add').addEventListener('submit', (event) => {
  event.preventDefault();
  const url = find<HTMLInputElement>('#url');
  const layer: WeirLayer = {
    id: crypto.randomUUID?.() ?? String(Math.random()),
    url: url.value.trim(),
    x: 0,
    y: 0,
    scale: 1,
    shown: true,
    width: Number(find<HTMLInputElement>('#width').value),
    height: Number(find<HTMLInputElement>('#height').value),
  };
  void save({ ...scene, layers: [...scene.layers, layer] }).then((saved) => {
    if (saved) url.value = '';
  });
});

void fetch('/standins/weir/scene').then(async (answer) => {
  scene = (await answer.json()) as WeirScene;
  render();
});
