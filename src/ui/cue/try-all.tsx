import { useEffect, useRef, useState } from 'react';
import type { Cue } from '@/core/show/show';
import { sendCommand } from '@/ui/data/command';
import { useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Problem } from '@/ui/part/problem';
import { say } from '@/ui/words/say';

/** How long a cue takes before the next is tried, ms. */
const lengthOf = ({ steps }: Cue): number =>
  Math.min(
    20_000,
    1200 +
      1000 * steps.reduce((sum, step) => sum + (step.kind === 'show' || step.kind === 'wait' ? step.seconds : 0), 0),
  );

/** Tries every cue that is on, one after another; stopped by another press. */
export function TryAll() {
  const show = useShow();
  const [at, setAt] = useState<number | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const cues = show.cues.filter(({ on }) => on);
  const step = async (n: number): Promise<void> => {
    const cue = cues[n];
    if (!cue) return setAt(null);
    setAt(n);
    const answer = await sendCommand({ command: 'try', cue: cue.id });
    setSaid(answer.ok ? null : answer.reason);
    if (answer.ok) timer.current = setTimeout(() => void step(n + 1), lengthOf(cue));
    else setAt(null);
  };
  const stop = (): void => {
    clearTimeout(timer.current);
    setAt(null);
  };
  return (
    <>
      <Button kind="outline" disabled={cues.length === 0} onPress={() => (at === null ? void step(0) : stop())}>
        {at === null ? say('Try them all') : say('Stop: {at} of {cues}', { at: at + 1, cues: cues.length })}
      </Button>
      <Problem says={said} />
    </>
  );
}
