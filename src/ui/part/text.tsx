import type { ReactNode } from 'react';
import { isPhrase, type Phrase } from '@/core/words/phrase';
import { saying } from '@/ui/words/say';
import { Text as NativeText, type TextProps as NativeTextProps } from 'react-native';

const SIZES = { 13: 'text-13', 15: 'text-15', 17: 'text-17', 22: 'text-22', 30: 'text-30', 44: 'text-44' } as const;
const FACES = {
  text: 'font-text',
  strong: 'font-strong',
  title: 'font-title',
  figure: 'font-figure tabular-nums',
} as const;
const TONES = {
  ink: 'text-ink',
  muted: 'text-muted',
  lagoon: 'text-lagoon',
  brick: 'text-brick',
  mist: 'text-mist',
  marigold: 'text-marigold',
  onmarigold: 'text-onmarigold',
  /** On a finding, which lies on the picture and is as bright in the light as in the dark. */
  onbrick: 'text-[#17110e]',
} as const;

export interface TextProps extends Pick<
  NativeTextProps,
  'numberOfLines' | 'accessibilityLabel' | 'accessibilityLiveRegion' | 'role' | 'selectable' | 'nativeID'
> {
  size?: keyof typeof SIZES;
  face?: keyof typeof FACES;
  tone?: keyof typeof TONES;
  className?: string;
  children?: ReactNode | Phrase;
  /** A heading, of this level. */
  level?: 1 | 2 | 3;
}

/** All text of the interface: a size, a face and a tone of the scale, and nothing between. */
export function Text({ size = 15, face = 'text', tone = 'ink', className = '', level, children, ...rest }: TextProps) {
  return (
    <NativeText
      {...rest}
      {...(level ? { role: 'heading' as const, 'aria-level': level } : {})}
      className={`${SIZES[size]} ${FACES[face]} ${TONES[tone]} ${className}`}
    >
      {isPhrase(children) ? saying(children) : (children as ReactNode)}
    </NativeText>
  );
}
