import { clusters, emojiSource, hasEmoji, isEmoji } from '@/core/paint/emoji';
import { Text, type TextProps } from './text';

/** What a viewer wrote or is called: any script, in its own direction, emoji as pictures of the shipped set. */
export function ViewerText({ text, ...rest }: Omit<TextProps, 'children'> & { text: string }) {
  const parts = hasEmoji(text) ? clusters(text) : [text];
  return (
    <Text {...rest} {...{ dir: 'auto' }}>
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
