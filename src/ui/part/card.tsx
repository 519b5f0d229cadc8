import type { ReactNode } from 'react';
import { View } from 'react-native';

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
  label?: string;
}) {
  return (
    <View
      {...(label ? { role: 'group' as const, 'aria-label': label } : {})}
      className={`bg-surface border rounded-card ${flush ? 'overflow-hidden' : 'p-4'} ${problem ? 'border-brick/60' : 'border-line'} ${className}`}
    >
      {children}
    </View>
  );
}
