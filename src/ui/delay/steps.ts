import { useCallback, useEffect, useRef, useState } from 'react';
import { delayByTaps } from '@/core/engine/feature/delay/schema';
import { sendCommand } from '@/ui/data/command';
import { engineClock } from '@/ui/data/desk';

/** So many taps are taken of each kind; the middle one counts. */
export const TAPS = 5;
/** A mark comes by chance between these, ms after the one before: nobody can tap ahead of it. */
const SOONEST_MS = 1500;
const LATEST_MS = 3500;
/** A mark that nobody has tapped by then was missed, ms: viewers are seldom farther behind. Another comes; after so many it is given up. */
const UNSEEN_MS = 20_000;
const MOST_MISSED = 3;
/** The mark in the app is lit for so long, ms. */
const LIT_MS = 700;

/** `tapping`: how fast the streamer taps a mark in the app itself. `watching`: marks on the frame, seen on a viewer's page. */
export type Step = 'idle' | 'tapping' | 'watching' | 'done' | 'unseen' | 'failed';

const chance = (): number => SOONEST_MS + Math.random() * (LATEST_MS - SOONEST_MS);

/** Timers that end with the component. */
function useTimers() {
  const timers = useRef<ReturnType<typeof setTimeout>[]>([]);
  const clear = useCallback((): void => {
    for (const timer of timers.current) clearTimeout(timer);
    timers.current = [];
  }, []);
  useEffect(() => clear, [clear]);
  const later = (act: () => void, ms: number): void => void timers.current.push(setTimeout(act, ms));
  return { clear, later };
}

/**
 * Measures until when viewers see the frame, by taps.
 * @param markAt when the mark is on the frame, by the engine's clock; null: none is, or it has gone again
 * @param onDone with what it came to, ms
 */
export function useTaps(markAt: number | null, onDone: (ms: number) => void) {
  const [step, setStep] = useState<Step>('idle');
  const [taken, setTaken] = useState<{ reactions: readonly number[]; taps: readonly number[] }>(NONE);
  const [lit, setLit] = useState(false);
  /** When what is to be tapped was shown, by the engine's clock; null: nothing is to be tapped. */
  const shownAt = useRef<number | null>(null);
  /** How many marks in a row nobody has tapped. */
  const missed = useRef(0);
  const { clear, later } = useTimers();
  // It stays what is to be tapped when it has gone from the frame: viewers have yet to see it.
  useEffect(() => {
    if (step === 'watching' && markAt !== null) shownAt.current = markAt;
  }, [step, markAt]);
  const rest = (next: Step): void => {
    clear();
    shownAt.current = null;
    setLit(false);
    setStep(next);
  };
  const light = (): void => {
    rest('tapping');
    later(() => {
      setLit(true);
      shownAt.current = engineClock.now();
      later(() => setLit(false), LIT_MS);
    }, chance());
  };
  const mark = async (): Promise<void> => {
    rest('watching');
    const after = Math.round(chance());
    const answer = await sendCommand({ command: 'mark', after });
    if (!answer.ok) return rest('failed');
    later(() => {
      missed.current += 1;
      if (missed.current < MOST_MISSED) void mark();
      else rest('unseen');
    }, after + UNSEEN_MS);
  };
  const tap = (): void => {
    const now = engineClock.now();
    const at = shownAt.current;
    // Before it can be seen a tap is a slip.
    if (at === null || now < at) return;
    missed.current = 0;
    const all = step === 'tapping' ? taken.reactions : taken.taps;
    const more = [...all, now - at];
    const next = step === 'tapping' ? { ...taken, reactions: more } : { ...taken, taps: more };
    setTaken(next);
    if (step === 'tapping') return void (more.length < TAPS ? light() : mark());
    if (more.length < TAPS) return void mark();
    rest('done');
    onDone(delayByTaps(next.taps, next.reactions));
  };
  const begin = (): void => {
    setTaken(NONE);
    missed.current = 0;
    light();
  };
  const stop = (): void => {
    rest('idle');
    void sendCommand({ command: 'unmark' });
  };
  return { step, count: step === 'tapping' ? taken.reactions.length : taken.taps.length, lit, begin, tap, stop };
}

const NONE = { reactions: [], taps: [] };
