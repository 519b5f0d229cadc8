import { fitOf, type WeirLayer } from './layers';

/** How near to a layer's right or lower edge a drag resizes it, px of the page. */
const EDGE = 24;

export interface DragTarget {
  /** Back to front. */
  layers: () => readonly WeirLayer[];
  /** While it is dragged. */
  draft: (layer: WeirLayer) => void;
  /** Where it was let go of. */
  done: (layer: WeirLayer) => void;
}

/** Lets the front layer below the finger or mouse be moved, and resized at its right and lower edges (its page keeps its own size). */
export function dragLayers(picture: HTMLElement, target: DragTarget): void {
  picture.addEventListener('pointerdown', (down) => {
    const fit = fitOf(picture);
    const bounds = picture.getBoundingClientRect();
    const at = { x: (down.clientX - bounds.left) / fit, y: (down.clientY - bounds.top) / fit };
    const far = ({ x, y, width, height, scale }: WeirLayer) => ({ x: x + width * scale, y: y + height * scale });
    const layer = [...target.layers()]
      .reverse()
      .find((each) => each.shown && at.x >= each.x && at.y >= each.y && at.x <= far(each).x && at.y <= far(each).y);
    if (!layer) return;
    const { x: right, y: bottom } = far(layer);
    const resizes = right - at.x < EDGE / fit || bottom - at.y < EDGE / fit;
    let latest = layer;
    const move = (event: PointerEvent): void => {
      const dx = (event.clientX - down.clientX) / fit;
      const dy = (event.clientY - down.clientY) / fit;
      const grown = Math.max(1 + dx / (layer.width * layer.scale), 1 + dy / (layer.height * layer.scale), 0);
      latest = resizes
        ? { ...layer, scale: Math.min(4, Math.max(0.05, Math.round(layer.scale * grown * 100) / 100)) }
        : { ...layer, x: Math.round(layer.x + dx), y: Math.round(layer.y + dy) };
      target.draft(latest);
    };
    const up = (): void => {
      picture.removeEventListener('pointermove', move);
      if (latest !== layer) target.done(latest);
    };
    picture.setPointerCapture(down.pointerId);
    picture.addEventListener('pointermove', move);
    picture.addEventListener('pointerup', up, { once: true });
    picture.addEventListener('pointercancel', up, { once: true });
  });
}
