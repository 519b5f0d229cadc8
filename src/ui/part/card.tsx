import type { ReactNode } from 'react';
import { View } from 'react-native';

export function Card({ children, trouble = false, className = '', label }: { children: ReactNode; trouble?: boolean; className?: string; label?: string }) {
  return <View {...(label ? { role: 'group' as const, 'aria-label': label } : {})} className={`bg-surface border rounded-card p-4 ${trouble ? 'border-brick/60' : 'border-line'} ${className}`}>{children}</View>;
}
