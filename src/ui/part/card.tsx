import type { ReactNode } from 'react';
import { View } from 'react-native';
import type { Sayable } from '@/core/words/phrase';
import { saying } from '@/ui/words/say';

/** A surface of its own. `flush`: what it holds reaches its edges. */
export function Card({
  children,
  problem = false,
  flush = false,
  className = '',
  label,
}: {
  children: ReactNode;
  problem?: boolean;
  flush?: boolean;
  className?: string;
  label?: Sayable;
}) {
  return (
    <View
      {...(label ? { role: 'group' as const, 'aria-label': saying(label) } : {})}
      className={`bg-surface border rounded-card ${flush ? 'overflow-hidden' : 'p-4'} ${problem ? 'border-brick/60' : 'border-line'} ${className}`}
    >
      {children}
    </View>
  );
}
