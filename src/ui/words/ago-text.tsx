import { useEngineTime } from '@/ui/data/desk-time';
import { Text } from '@/ui/part/text';
import { ago } from './ago';

/** How long ago something was. A component of its own, so that what it stands in need not render as time passes. */
export function AgoText({ at, words = ago }: { at: number; words?: (ms: number) => string }) {
  return (
    <Text size={13} tone="muted" className="tabular-nums">
      {useEngineTime((now) => words(now - at))}
    </Text>
  );
}
