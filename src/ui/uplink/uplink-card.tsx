import { useRef, useState } from 'react';
import { View } from 'react-native';
import { z } from 'zod';
import { carriedBy, FREE, type Link, type Sending } from '@/core/uplink/link';
import { RUN_BYTES, RUN_MS } from '@/core/uplink/run';
import { engineClock } from '@/ui/data/desk';
import { keepSetting, readSetting } from '@/ui/data/setting';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { agoWords } from '@/ui/words/ago';
import { AgoText } from '@/ui/words/ago-text';
import { say } from '@/ui/words/say';
import { measureUplink } from './measure';

const KEPT = 'gavirn.uplink';
const keptSchema = z.object({
  at: z.number(),
  kbits: z.number(),
  steady: z.number(),
  roundTripMs: z.number(),
  late: z.number(),
});
type Kept = z.infer<typeof keptSchema>;

function readKept(): Kept | null {
  try {
    return keptSchema.safeParse(JSON.parse(readSetting(KEPT) ?? 'null')).data ?? null;
  } catch {
    // Written by something else: as if there were none.
    return null;
  }
}

const MB = 1_000_000;

/** The upload from this device to the server, measured when asked for, and what it carries. */
export function UplinkCard() {
  const [kept, setKept] = useState(readKept);
  const [sent, setSent] = useState<{ bytes: number; ms: number } | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  const measure = async (): Promise<void> => {
    const control = new AbortController();
    stop.current = control;
    setSaid(null);
    setSent({ bytes: 0, ms: 0 });
    const { link, failed } = await measureUplink(control.signal, (bytes, ms) => setSent({ bytes, ms }));
    setSent(null);
    if (link && !failed) {
      const now: Kept = { at: engineClock.now(), ...link };
      keepSetting(KEPT, JSON.stringify(now));
      setKept(now);
    } else
      setSaid(
        failed
          ? say('The server did not take what was sent. Measure again when it is there.')
          : say('It was too short to say anything. Let it run for three seconds at least.'),
      );
  };
  return (
    <Card label={say('Upload')} className="mt-4 gap-3">
      <Text size={17} face="title" level={2}>
        {say('Upload')}
      </Text>
      {kept ? <LinkWords kept={kept} /> : null}
      {sent ? (
        <View className="gap-2">
          <View className="h-[6px] bg-raised rounded-control overflow-hidden">
            <View className="h-[6px] bg-marigold" style={{ width: `${Math.min(100, (sent.ms / RUN_MS) * 100)}%` }} />
          </View>
          <View className="flex-row items-center justify-between gap-3">
            <Text tone="muted" role="status" className="tabular-nums">
              {say('{s, number} s, {mb, number} MB sent', {
                s: Math.round(sent.ms / 1000),
                mb: Math.round(sent.bytes / MB),
              })}
            </Text>
            <Button onPress={() => stop.current?.abort()}>{say('Stop')}</Button>
          </View>
        </View>
      ) : (
        <View className="gap-2">
          <Text tone="muted">
            {say(
              'Sends up to {mb, number} MB from this device to Gavirn’s server in {s, number} s. The way to a platform may be narrower.',
              { mb: RUN_BYTES / MB, s: RUN_MS / 1000 },
            )}
          </Text>
          <View className="flex-row">
            <Button onPress={() => void measure()}>{kept ? say('Measure again') : say('Measure the upload')}</Button>
          </View>
        </View>
      )}
      {said ? (
        <Text tone="brick" role="alert">
          {said}
        </Text>
      ) : null}
    </Card>
  );
}

const measuredWords = (ms: number): string => say('Measured {ago}', { ago: agoWords(Math.max(0, ms)) });

const mbits = (kbits: number): number => Math.round(kbits / 100) / 10;

function LinkWords({ kept }: { kept: Kept }) {
  const sending = carriedBy(kept);
  return (
    <View className="gap-1">
      <Text size={22} face="figure">
        {say('{rate, number} Mbit/s', { rate: mbits(kept.kbits) })}
      </Text>
      <Text>{steadyWords(kept)}</Text>
      {sending ? (
        <>
          <Text face="strong">
            {say('It carries {size} at {fps} frames a second, {kbits, number} kbit/s', {
              size: sizeWords(sending),
              fps: sending.fps,
              kbits: sending.kbits,
            })}
          </Text>
          <Text tone="muted">
            {say('With 128 kbit/s for sound, and {free} % of the slowest tenth kept free. By common practice.', {
              free: FREE * 100,
            })}
          </Text>
        </>
      ) : (
        <Text tone="brick">
          {say('It carries no picture that could be watched. Move nearer to the router, or use another network.')}
        </Text>
      )}
      <AgoText at={kept.at} words={measuredWords} />
    </View>
  );
}

const steadyWords = ({ steady, kbits, late, roundTripMs }: Link): string => {
  const ms = Math.round(roundTripMs);
  const share = Math.round(late * 100);
  return say('{steady} {answers}', {
    steady:
      steady >= kbits * 0.8
        ? say('Steady.')
        : say('Not steady: at times {rate, number} Mbit/s.', { rate: mbits(steady) }),
    answers:
      share === 0
        ? say('Answers take {ms, number} ms, and none came late.', { ms })
        : say('Answers take {ms, number} ms; {share} % came late, as after a loss.', { ms, share }),
  });
};

/** Wide and upright alike. */
const sizeWords = ({ width, height }: Sending): string =>
  say('{width} × {height}, or {height} × {width} upright', { width: String(width), height: String(height) });
