import type { FrameSize } from '@/core/piece/frame';
import { carriesLayout } from '@/core/show/outlet';
import type { Show } from '@/core/show/show';
import { frameKey } from './turn-frame';

/* Several layouts of one show, kept side by side: each outlet says which it carries. `show` is changed in place (a draft). */

/** Keeps another layout beside the one that stood on the stage. Outlets stay with what they carry; one of its own carries the new one. */
export function addLayout(show: Show, stood: FrameSize, next: FrameSize, outlet: { id: string; name: string }): void {
  const present = frameKey(stood);
  const key = frameKey(next);
  if (key === present || show.beside?.includes(key)) return;
  show.beside = [...(show.beside ?? [present]), key];
  for (const each of show.outlets) if (carriesLayout(each)) each.layout ??= present;
  if (show.outlets.length < 50)
    show.outlets.push({ ...outlet, sounds: false, shows: { kind: 'all' }, whose: 'viewers', layout: key });
}

/** The layout on the stage gets another size: what carried it goes on to. */
export function resizeLayout(show: Show, from: FrameSize, to: FrameSize): void {
  if (!show.beside) return;
  const [old, key] = [frameKey(from), frameKey(to)];
  show.beside = show.beside.map((each) => (each === old ? key : each));
  for (const each of show.outlets) if (each.layout === old) each.layout = key;
}

/** A layout is not kept any longer; outlets that carried it carry the one on the stage. */
export function removeLayout(show: Show, key: string): void {
  const left = (show.beside ?? []).filter((each) => each !== key);
  show.beside = left.length > 1 ? left : undefined;
  for (const each of show.outlets) if (each.layout === key || !show.beside) each.layout = undefined;
}
