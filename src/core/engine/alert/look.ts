import { z } from 'zod';
import { mediaIdSchema } from '@/core/media/media';
import { HOUSE_STYLES } from '@/core/paint/house-style';
import { MOTION_NAMES } from '@/core/paint/motion';
import { phrase, type Phrase } from '@/core/words/phrase';

const motion = z.enum(['piece', ...MOTION_NAMES]);

/** How an alert looks and moves, where it is not just words in its spotlight's own way. */
export const lookSchema = z.object({
  /** None, the viewer's initials, or one of the show's pictures or clips by its id. */
  picture: z.union([z.literal(''), z.literal('initials'), mediaIdSchema]),
  /** Where the picture stands: beside the words, above or below them, or behind them, over the whole spotlight. */
  layout: z.enum(['beside', 'above', 'below', 'behind']),
  /** How much of the spotlight the picture takes, and how large the words may be. */
  size: z.enum(['small', 'middle', 'large']),
  text: z.enum(['small', 'middle', 'large']),
  /** The motions as it comes, stays and goes; `piece`: as the spotlight says. */
  come: motion,
  stay: motion,
  go: motion,
  /** How long coming and going take, s. Between them it is held. */
  comes: z.number().min(0).max(5),
  goes: z.number().min(0).max(5),
  /** The words may come later than the picture and go before it, s; `wordsFor` 0: they stay to the end. */
  wordsAfter: z.number().min(0).max(60),
  wordsFor: z.number().min(0).max(120),
  /** How the words move by themselves; `piece`: with the picture. */
  wordsMotion: motion,
  /** How lines of words stand; absent: from the left. */
  align: z.enum(['left', 'centre', 'right']).optional(),
  /** What lies behind it: one of the house's styles, nothing, or a colour; absent: as the spotlight has it. */
  backing: z.union([z.enum([...HOUSE_STYLES, 'none']), z.string().regex(/^#[0-9a-fA-F]{6}$/)]).optional(),
  /** Its backing is no larger than the words (and the picture beside them). */
  hugs: z.boolean().optional(),
});
export type Look = z.infer<typeof lookSchema>;

/** Words alone, moving as their spotlight does. */
export const PLAIN_LOOK: Look = {
  picture: '',
  layout: 'beside',
  size: 'middle',
  text: 'middle',
  come: 'piece',
  stay: 'piece',
  go: 'piece',
  comes: 0.3,
  goes: 0.2,
  wordsAfter: 0,
  wordsFor: 0,
  wordsMotion: 'piece',
};

/** What is shown with the words, for the sentence; null when nothing is. `name`: that of one of the show's files. */
export function lookWords(look: Look | undefined, name: (id: string) => string | null): Phrase | null {
  if (!look || look.picture === '') return null;
  return phrase(
    'with {what} {layout, select, above {above it} below {below it} behind {behind it} other {beside it}}',
    {
      what:
        look.picture === 'initials'
          ? phrase('their initials')
          : (name(look.picture) ?? phrase('a picture that is gone')),
      layout: look.layout,
    },
  );
}
