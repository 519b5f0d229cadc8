import { clusters, emojiSource, hasEmoji, isEmoji } from '@/core/paint/emoji';
import type { Sayable } from '@/core/words/phrase';
import { saying } from '@/ui/words/say';
import { Text, type TextProps } from './text';

/** What a viewer wrote or is called: any script, in its own direction, emoji as pictures of the shipped set. */
/** `dir`: of a sentence of ours with a name in it; absent: as what was written begins. */
export function ViewerText({
  text: said,
  dir = 'auto',
  ...rest
}: Omit<TextProps, 'children'> & { text: Sayable; dir?: 'auto' | 'ltr' | 'rtl' }) {
  const text = saying(said);
  const parts = hasEmoji(text) ? clusters(text) : [text];
  return (
    <Text {...rest} {...{ dir }}>
      {parts.map((part, n) =>
        isEmoji(part) ? (
          <img
            key={n}
            src={`/emoji/${emojiSource(part).slice(6)}.svg`}
            alt={part}
            style={{ height: '1.1em', width: '1.1em', verticalAlign: '-0.2em', display: 'inline' }}
          />
        ) : (
          part
        ),
      )}
    </Text>
  );
}
