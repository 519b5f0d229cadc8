import { cueSentence, cueProblem, eventsOf } from '@/core/show/sentence';
import { Fragment, useEffect, useRef, useState } from 'react';
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
import { TryAnswer } from './try-answer';
import { say, saying, sayingParts } from '@/ui/words/say';

/** One cue: its sentence with the parts that can be tapped, and Try. */
export function CueRow({
  cue,
  fresh = false,
  onField,
}: {
  cue: Cue;
  /** It has just been made: it is brought into sight, and marked. */
  fresh?: boolean;
  onField: (field: string) => void;
}) {
  const show = useShow();
  const [said, setSaid] = useState<string | null>(null);
  const [tried, setTried] = useState(0);
  const row = useBroughtInSight(fresh);
  const sentence = saying(cueSentence(cue, show));
  const problem = cueProblem(cue, show);
  const double = problem === null ? doubled(cue, show) : null;
  const tryIt = async (): Promise<void> => {
    const answer = await sendCommand({ command: 'try', cue: cue.id });
    setSaid(answer.ok ? null : answer.reason);
    setTried(answer.ok ? tried + 1 : 0);
  };
  return (
    <View
      ref={row}
      role="listitem"
      aria-label={sentence}
      className={`py-4 ${fresh ? 'border border-lagoon rounded-card px-3' : 'border-t border-line'}`}
    >
      <View className={`flex-row gap-3 ${cue.on ? '' : 'opacity-60'}`}>
        <View className="pt-2">
          <Shape kind={eventsOf(cue)[0] ?? 'room'} size={16} />
        </View>
        <View className="flex-1">
          <Sentence cue={cue} fresh={fresh} onField={onField} />
          {cue.on ? null : <Text tone="muted">{say('Switched off.')}</Text>}
          {problem && cue.on ? <Text tone="brick">{problem}</Text> : null}
          {double ? <Text tone="muted">{double}</Text> : null}
          <Problem says={said} />
        </View>
        <View className="items-end gap-1">
          <Button label={say('Try: {sentence}', { sentence })} onPress={() => void tryIt()}>
            {say('Try')}
          </Button>
          <IconButton
            icon={EllipsisVertical}
            label={say('More for this cue')}
            tone="muted"
            onPress={() => onField('cue')}
          />
        </View>
      </View>
      {tried > 0 ? <TryAnswer key={tried} cue={cue} onClose={() => setTried(0)} /> : null}
    </View>
  );
}

/** What the cue says: its name, and its sentence with the parts that can be tapped. */
function Sentence({ cue, fresh, onField }: { cue: Cue; fresh: boolean; onField: (field: string) => void }) {
  const show = useShow();
  return (
    <>
      {fresh ? (
        <Text size={13} face="strong" tone="lagoon">
          {say('New')}
        </Text>
      ) : null}
      {cue.name ? (
        <Text size={13} face="strong" tone="muted">
          {cue.name}
        </Text>
      ) : null}
      <NativeText className="text-17 font-text text-ink leading-[2.125rem]">
        {sayingParts(cueSentence(cue, show)).map(({ text, tag }, n) =>
          tag ? <Token key={n} text={text} onPress={() => onField(tag)} /> : <Fragment key={n}>{text}</Fragment>,
        )}{' '}
        <Token text={say('Then …')} label={say('Then …: add a step')} onPress={() => onField('add')} />
      </NativeText>
    </>
  );
}

/** An element that is brought into sight, and given the focus, when it comes to be marked. */
function useBroughtInSight(marked: boolean) {
  const row = useRef<View>(null);
  useEffect(() => {
    if (!marked) return;
    const element = row.current as unknown as HTMLElement | null;
    element?.scrollIntoView({ block: 'center' });
    element?.querySelector<HTMLElement>('[role="button"]')?.focus({ preventScroll: true });
  }, [marked]);
  return row;
}

/** A part of the sentence that can be changed. A span, since a button's box would not break between lines as words do. */
function Token({
  text,
  label = say('Change {text}', { text }),
  onPress,
}: {
  text: string;
  label?: string;
  onPress: () => void;
}) {
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
