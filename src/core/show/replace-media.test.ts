import type { Step } from '@/core/engine/kinds';
import { PLAIN_LOOK } from '@/core/engine/alert/look';
import type { Media } from '@/core/media/media';
import { newPiece } from '@/core/piece';
import { replaceMedia } from './replace-media';
import { newCue, starterShow } from './starter';
import type { Show } from './show';

const [old, other, fresh] = ['a', 'b', 'c'].map((letter) => letter.repeat(64)) as [string, string, string];
const file = (id: string) => ({ id, name: id.slice(0, 3) }) as Media;

test('a file takes another’s place in every use, and nowhere else', () => {
  const show: Show = starterShow('s');
  show.media = [file(old), file(other)];
  const steps: Step[] = [
    {
      kind: 'show',
      spotlight: 'spotlight',
      words: 'x',
      seconds: 4,
      look: { ...PLAIN_LOOK, picture: old },
      more: [
        { words: 'y', picture: old },
        { words: 'z', picture: other },
      ],
    },
    { kind: 'play', sound: other, volume: 100, more: [{ sound: old }] },
  ];
  show.cues = [newCue('c', { kind: 'follow' } as never, steps)];
  show.pieces.push({ ...newPiece('picture', 'p', show), media: old } as Show['pieces'][number]);
  show.pieces.push({
    ...newPiece('gifts', 'g', show),
    pictures: [{ gift: 'Ember', media: old }],
  } as Show['pieces'][number]);
  show.outlets[0] = { ...show.outlets[0], shows: { kind: 'wall', pieces: [], ground: 'sea', picture: old } } as never;
  replaceMedia(show, old, file(fresh));
  const text = JSON.stringify(show);
  expect(text).not.toContain(old);
  expect(text.split(fresh).length - 1).toBe(7);
  expect(text.split(other).length - 1).toBe(3);
});
