import { Pressable, View } from 'react-native';
import { pathTo } from '@/core/platform/json-path';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import type { Phrase } from '@/core/words/phrase';

/** So many values are shown of a sample: more cannot be looked through on a phone. */
const MOST_LINES = 200;

interface Line {
  steps: (string | number)[];
  depth: number;
  value: unknown;
  /** A list or an object: what it holds follows. */
  holds: boolean;
}

function linesOf(json: unknown, steps: (string | number)[] = [], lines: Line[] = []): Line[] {
  if (lines.length >= MOST_LINES) return lines;
  const holds = typeof json === 'object' && json !== null;
  if (steps.length > 0 || !holds) lines.push({ steps, depth: Math.max(0, steps.length - 1), value: json, holds });
  if (!holds) return lines;
  for (const [key, value] of Object.entries(json))
    linesOf(value, [...steps, Array.isArray(json) ? Number(key) : key], lines);
  return lines;
}

/** A sample message, a line a value; each can be tapped. `used` names the paths that a rule has taken already. */
export function SampleTree({
  json,
  used,
  onTap,
}: {
  json: unknown;
  used: ReadonlyMap<string, Phrase>;
  onTap: (steps: (string | number)[], value: unknown) => void;
}) {
  const lines = linesOf(json);
  return (
    <View role="list" aria-label={say('The sample’s values')} className="rounded-control border border-line">
      {lines.map(({ steps, depth, value, holds }) => {
        const name = String(steps.at(-1) ?? say('the message'));
        const path = pathTo(steps);
        const taken = used.get(path);
        const shown = holds
          ? Array.isArray(value)
            ? say('a list of {value}', { value: value.length })
            : ''
          : JSON.stringify(value);
        return (
          <Pressable
            key={path}
            role="button"
            disabled={holds}
            onPress={() => onTap(steps, value)}
            className={`min-h-[44px] py-2 pe-3 flex-row items-center gap-2 border-b border-line ${taken ? 'bg-raised' : ''}`}
            style={{ paddingLeft: 12 + depth * 14 }}
          >
            <Text size={13} tone="muted" className="shrink-0">
              {typeof steps.at(-1) === 'number' ? `[${name}]` : name}
            </Text>
            <Text face={holds ? 'text' : 'strong'} tone={holds ? 'muted' : 'ink'} numberOfLines={1} className="flex-1">
              {shown}
            </Text>
            {taken ? (
              <Text size={13} tone="marigold">
                {taken}
              </Text>
            ) : null}
          </Pressable>
        );
      })}
      {lines.length >= MOST_LINES ? (
        <Text size={13} tone="muted" className="p-3">
          {say('The sample has more values; the first {most} are shown.', { most: MOST_LINES })}
        </Text>
      ) : null}
    </View>
  );
}
