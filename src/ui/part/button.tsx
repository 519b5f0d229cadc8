import type { ComponentType, ReactNode } from 'react';
import { Pressable } from 'react-native';
import { useColours } from '@/ui/theme/look';
import { useMayAct } from './may-act';
import { Text } from './text';
import type { Phrase, Sayable } from '@/core/words/phrase';
import { saying } from '@/ui/words/say';

export type IconType = ComponentType<{ size?: number; color?: string; strokeWidth?: number }>;

const KINDS = {
  main: { box: 'bg-marigold', tone: 'onmarigold' },
  plain: { box: 'bg-raised', tone: 'ink' },
  outline: { box: 'border border-line', tone: 'ink' },
  bad: { box: 'border border-brick', tone: 'brick' },
} as const;

export interface ButtonProps {
  children: ReactNode | Phrase;
  onPress: () => void;
  kind?: keyof typeof KINDS;
  disabled?: boolean;
  label?: Sayable;
  icon?: IconType;
  className?: string;
  /** Of one that stays on or off. */
  pressed?: boolean;
  /** It changes only what is seen here (may-act.ts). */
  free?: boolean;
}

/** A button with words, 44 px high at least. */
export function Button({
  children,
  onPress,
  kind = 'plain',
  disabled: off = false,
  label,
  icon: Icon,
  className = '',
  pressed,
  free = false,
}: ButtonProps) {
  const colours = useColours();
  const mayAct = useMayAct();
  const disabled = off || (!free && !mayAct);
  const { box, tone } = KINDS[kind];
  return (
    <Pressable
      role="button"
      aria-label={saying(label)}
      aria-pressed={pressed}
      aria-disabled={disabled}
      disabled={disabled}
      onPress={onPress}
      className={`min-h-[44px] max-w-full px-4 py-1 flex-row items-center justify-center gap-2 rounded-control active:opacity-80 ${box} ${disabled ? 'opacity-40' : ''} ${className}`}
    >
      {Icon ? <Icon size={18} color={colours[tone]} strokeWidth={2} /> : null}
      {children === '' ? null : (
        <Text face="strong" tone={tone} numberOfLines={2} className="text-center shrink">
          {children}
        </Text>
      )}
    </Pressable>
  );
}

/** A button that is only an icon; its name is for those who do not see it. */
export function IconButton({
  icon: Icon,
  label,
  onPress,
  disabled: off = false,
  tone = 'ink',
  className = '',
  free = false,
}: {
  icon: IconType;
  label: Sayable;
  onPress: () => void;
  disabled?: boolean;
  tone?: 'ink' | 'muted' | 'brick';
  className?: string;
  free?: boolean;
}) {
  const colours = useColours();
  const mayAct = useMayAct();
  const disabled = off || (!free && !mayAct);
  return (
    <Pressable
      role="button"
      aria-label={saying(label)}
      aria-disabled={disabled}
      disabled={disabled}
      onPress={onPress}
      className={`w-[44px] h-[44px] items-center justify-center rounded-control active:bg-raised ${disabled ? 'opacity-30' : ''} ${className}`}
    >
      <Icon size={20} color={colours[tone]} strokeWidth={1.9} />
    </Pressable>
  );
}
