import { cueSentence, cueProblem, eventsOf } from '@/core/show/sentence';
import { Fragment, useState } from 'react';
import { Text as NativeText, View } from 'react-native';
import EllipsisVertical from 'lucide-react-native/icons/ellipsis-vertical';
import { doubled } from '@/core/show/doubles';
import type { Cue } from '@/core/show/show';
import { sendCommand } from '@/ui/data/command';
import { useShow } from '@/ui/data/show';
import { Button, IconButton } from '@/ui/part/button';
import { Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { Problem } from '@/ui/part/problem';

/** One cue: its sentence with the parts that can be tapped, and Try. */
export function CueRow({ cue, onField }: { cue: Cue; onField: (field: string) => void }) {
  const show = useShow();
  const [said, setSaid] = useState<string | null>(null);
  const problem = cueProblem(cue, show);
  const double = problem === null ? doubled(cue, show) : null;
  const tryIt = async (): Promise<void> => {
    const answer = await sendCommand({ command: 'try', cue: cue.id });
    setSaid(answer.ok ? null : answer.reason);
  };
  return (
    <View
      role="listitem"
      aria-label={cueSentence(cue, show)
        .map(({ text }) => text)
        .join('')}
      className={`flex-row gap-3 py-4 border-t border-line ${cue.on ? '' : 'opacity-60'}`}
    >
      <View className="pt-2">
        <Shape kind={eventsOf(cue)[0] ?? 'room'} size={16} />
      </View>
      <View className="flex-1">
        {cue.name ? (
          <Text size={13} face="strong" tone="muted">
            {cue.name}
          </Text>
        ) : null}
        <NativeText className="text-17 font-text text-ink leading-[34px]">
          {cueSentence(cue, show).map(({ text, field }, n) =>
            field ? <Token key={n} text={text} onPress={() => onField(field)} /> : <Fragment key={n}>{text}</Fragment>,
          )}{' '}
          <Token text="Then …" label="Then …: add a step" onPress={() => onField('add')} />
        </NativeText>
        {cue.on ? null : <Text tone="muted">Switched off.</Text>}
        {problem && cue.on ? <Text tone="brick">{problem}</Text> : null}
        {double ? <Text tone="muted">{double}</Text> : null}
        <Problem says={said} />
      </View>
      <View className="items-end gap-1">
        <Button
          label={`Try: ${cueSentence(cue, show)
            .map(({ text }) => text)
            .join('')}`}
          onPress={() => void tryIt()}
        >
          Try
        </Button>
        <IconButton icon={EllipsisVertical} label="More for this cue" tone="muted" onPress={() => onField('cue')} />
      </View>
    </View>
  );
}

/** A part of the sentence that can be changed. A span, since a button's box would not break between lines as words do. */
function Token({ text, label = `Change ${text}`, onPress }: { text: string; label?: string; onPress: () => void }) {
  return (
    <span
      role="button"
      tabIndex={0}
      aria-label={label}
      onClick={onPress}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        onPress();
      }}
      className="font-strong underline decoration-2 decoration-marigold/60 underline-offset-[6px] cursor-pointer py-[12px]"
    >
      {text}
    </span>
  );
}
