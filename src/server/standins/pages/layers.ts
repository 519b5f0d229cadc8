import type { WeirScene } from '../weir/routes';

export type WeirLayer = WeirScene['layers'][number];

/** px of the page for one px of the frame. */
export const fitOf = (picture: HTMLElement): number => picture.clientWidth / 1080;

/** Shows a scene's layers over a picture; a page that is already there is left alone, so that it is not loaded again. */
export class Layers {
  private readonly shown = new Map<string, HTMLIFrameElement>();

  constructor(private readonly parent: HTMLElement) {}

  show(layers: readonly WeirLayer[]): void {
    for (const [id, frame] of this.shown) {
      if (layers.some((layer) => layer.id === id && layer.url === frame.dataset.url)) continue;
      frame.remove();
      this.shown.delete(id);
    }
    const fit = fitOf(this.parent);
    layers.forEach((layer, n) => {
      let frame = this.shown.get(layer.id);
      if (!frame) {
        frame = document.createElement('iframe');
        frame.className = 'layer';
        frame.title = `Layer ${n + 1}`;
        frame.dataset.url = layer.url;
        frame.src = layer.url;
        frame.setAttribute('allowtransparency', 'true');
        this.parent.append(frame);
        this.shown.set(layer.id, frame);
      }
      frame.style.width = `${layer.width}px`;
      frame.style.height = `${layer.height}px`;
      frame.style.zIndex = String(n + 1);
      frame.style.visibility = layer.shown ? 'visible' : 'hidden';
      frame.style.transform = `translate(${layer.x * fit}px, ${layer.y * fit}px) scale(${layer.scale * fit})`;
    });
  }
}
