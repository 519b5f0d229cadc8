import type { ReactNode } from 'react';
import { clusters, emojiSource, hasEmoji, isEmoji } from '@/core/paint/emoji';
import type { Sayable } from '@/core/words/phrase';
import { saying } from '@/ui/words/say';
import { Text, type TextProps } from './text';

/**
 * What a viewer wrote or is called: any script, in its own direction, emoji as pictures of the shipped set. `dir`: of a sentence of ours with a name in
 * it; absent: as what was written begins. `before`: who wrote it, in strong type before it.
 */
export function ViewerText({
  text: said,
  dir = 'auto',
  before,
  ...rest
}: Omit<TextProps, 'children'> & { text: Sayable; dir?: 'auto' | 'ltr' | 'rtl'; before?: string }) {
  const text = saying(said);
  return (
    <Text {...rest} {...{ dir }}>
      {before === undefined ? null : (
        <>
          <Text {...(rest.size === undefined ? {} : { size: rest.size })} face="strong" {...{ dir: 'auto' }}>
            {withEmoji(before)}
          </Text>{' '}
        </>
      )}
      {withEmoji(text)}
    </Text>
  );
}

/** Text whose emoji are pictures. */
const withEmoji = (text: string): ReactNode =>
  hasEmoji(text)
    ? clusters(text).map((part, n) =>
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
      )
    : text;
