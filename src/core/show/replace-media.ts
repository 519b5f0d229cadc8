import type { Media } from '@/core/media/media';
import type { Show } from './show';

/** One file takes another's place wherever a show uses it: in cues' steps and their variants, in pieces, behind a wall. Changes the show. */
export function replaceMedia(show: Show, old: string, next: Media): void {
  const used = show.media.some(({ id }) => id === old);
  show.media = show.media.filter(({ id }) => id !== old && id !== next.id).concat(used ? [next] : []);
  const steps = show.cues.flatMap((cue) => cue.steps);
  for (const step of steps) {
    if (step.kind === 'play')
      for (const each of [step, ...(step.more ?? [])]) if (each.sound === old) each.sound = next.id;
    if (step.kind !== 'show') continue;
    if (step.look?.picture === old) step.look.picture = next.id;
    for (const each of step.more ?? []) if (each.picture === old) each.picture = next.id;
  }
  for (const piece of show.pieces) {
    if ('media' in piece && piece.media === old) piece.media = next.id;
    if (piece.kind === 'gifts') for (const each of piece.pictures ?? []) if (each.media === old) each.media = next.id;
  }
  for (const { shows } of show.outlets) if (shows.kind === 'wall' && shows.picture === old) shows.picture = next.id;
}
