import { KIT } from '@/core/engine/features';
import { sampleOf, type Live, type Piece } from '@/core/piece';
import type { Show } from '@/core/show/show';
import type { PaintInput } from '@/core/stage/stage';
import { engineClock } from '@/ui/data/desk';
import { saveBlob } from '@/ui/data/save-file';
import { Paper } from './paper';

interface Now {
  show: Show;
  pieces: readonly Piece[];
  live: Readonly<Record<string, Live>> | null;
}

const nameOf = (show: Show, ending: string): string =>
  `${show.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}-${new Date().toISOString().slice(0, 19).replace(/[:T]/g, '-')}.${ending}`;

const sceneOf = ({ show, pieces, live }: Now): PaintInput => ({
  frame: show.frame,
  language: show.language,
  pieces,
  live: Object.fromEntries(pieces.map((piece) => [piece.id, live?.[piece.id] ?? sampleOf(piece, show, KIT)])),
});

/** Saves the frame as it is at this moment, at its full size. False: this browser cannot. */
export async function stillPng(of: Now): Promise<boolean> {
  const now = engineClock.now();
  const paper = new Paper(of.show.frame.width, of.show.frame.height);
  await paper.ready(sceneOf(of), now);
  const blob = await new Promise<Blob | null>((resolve) => paper.canvas.toBlob(resolve, 'image/png'));
  if (!blob) return false;
  saveBlob(nameOf(of.show, 'png'), blob);
  return true;
}

/** The same as an SVG picture that any program can open: shapes, text and pictures, with their fonts. */
export async function stillSvg(of: Now): Promise<boolean> {
  const now = engineClock.now();
  const paper = new Paper(of.show.frame.width, of.show.frame.height);
  const scene = sceneOf(of);
  await paper.ready(scene, now);
  saveBlob(nameOf(of.show, 'svg'), new Blob([await paper.svg(scene, now)], { type: 'image/svg+xml' }));
  return true;
}
