import { useRef, useState } from 'react';
import { View } from 'react-native';
import type { Input } from '@/core/session/input';
import { readInputLine } from '@/core/file/inputs';
import { Film } from '@/core/stage/film';
import { engineClock, useDeskView } from '@/ui/data/desk';
import { saveBlob } from '@/ui/data/save-file';
import { useKeys, useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';

const MOST_SECONDS = 600;

/** A clip of the session: its last seconds, or a part of it. */
export function ClipMaker({ onClose }: { onClose: () => void }) {
  const show = useShow();
  const keys = useKeys();
  const session = useDeskView((view) => view.session, null);
  const length = session
    ? Math.max(1, Math.floor(((session.endedAt ?? engineClock.now()) - session.startedAt) / 1000))
    : 0;
  const [part, setPart] = useState<'last' | 'part'>('last');
  const [from, setFrom] = useState(Math.max(0, length - 30));
  const [seconds, setSeconds] = useState(30);
  const [as, setAs] = useState<'webm' | 'mp4'>('webm');
  const [size, setSize] = useState<'full' | 'half'>('half');
  const [share, setShare] = useState<number | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  const close = (): void => {
    stop.current?.abort();
    onClose();
  };
  const make = async (): Promise<void> => {
    if (!session) return;
    const stopped = new AbortController();
    stop.current = stopped;
    setSaid(null);
    setShare(0);
    try {
      const inputs = await inputsOf(show.id, session.id, keys.desk);
      if (!inputs) throw new Error('The server does not have this session any more.');
      const film = new Film(show, inputs);
      const end = session.endedAt ?? engineClock.now();
      const start =
        part === 'last' ? Math.max(session.startedAt, end - seconds * 1000) : session.startedAt + from * 1000;
      const { makeClip } = await import('./clip');
      const blob = await makeClip(
        film,
        show,
        { from: start, until: Math.min(end, start + seconds * 1000), fps: 30, as, scale: size === 'full' ? 1 : 0.5 },
        setShare,
        stopped.signal,
      );
      if (blob) saveBlob(`${show.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.${as}`, blob);
      setSaid(blob ? 'The clip is saved.' : 'Stopped. Nothing was saved.');
    } catch (error) {
      setSaid(
        `The clip could not be made: ${error instanceof Error ? error.message : 'the browser gives no reason.'} The session is safe; try the other format, or half the size.`,
      );
    }
    setShare(null);
  };
  return (
    <Sheet title="Make a clip" onClose={close}>
      {session === null ? (
        <Text tone="muted">
          There is no session yet. Once you are live, or have been, a clip can be made of any part of it.
        </Text>
      ) : (
        <>
          <Segments
            label="Which part"
            value={part}
            onChange={setPart}
            options={[
              { value: 'last', label: 'The last seconds' },
              { value: 'part', label: 'From a moment on' },
            ]}
          />
          <View className="flex-row flex-wrap gap-x-6 gap-y-3">
            {part === 'part' ? (
              <NumberField
                label="From, seconds after it began"
                value={Math.min(from, length)}
                least={0}
                most={length}
                step={10}
                onChange={setFrom}
              />
            ) : null}
            <NumberField
              label="How long"
              unit="seconds"
              value={seconds}
              least={1}
              most={MOST_SECONDS}
              step={10}
              onChange={setSeconds}
            />
          </View>
          <Segments
            label="As"
            value={as}
            onChange={setAs}
            options={[
              { value: 'webm', label: 'WebM' },
              { value: 'mp4', label: 'MP4' },
            ]}
          />
          <Segments
            label="Size"
            value={size}
            onChange={setSize}
            options={[
              { value: 'half', label: 'Half size' },
              { value: 'full', label: `${show.frame.width} × ${show.frame.height}` },
            ]}
          />
          <Text size={13} tone="muted">
            Made frame by frame from what happened, with made-up pictures where your camera and game were. Without
            sound.
          </Text>
          {share === null ? (
            <Button kind="main" onPress={() => void make()}>
              Make it
            </Button>
          ) : (
            <View className="gap-2">
              <View className="h-[8px] rounded-full bg-raised overflow-hidden">
                <View className="h-[8px] bg-marigold" style={{ width: `${Math.round(share * 100)}%` }} />
              </View>
              <View className="flex-row items-center justify-between">
                <Text role="status" className="tabular-nums">{`${Math.round(share * 100)} %`}</Text>
                <Button onPress={() => stop.current?.abort()}>Stop</Button>
              </View>
            </View>
          )}
          {said ? (
            <Text role="status" tone={said.startsWith('The clip could') ? 'brick' : 'ink'}>
              {said}
            </Text>
          ) : null}
        </>
      )}
    </Sheet>
  );
}

/** All that happened in a session, as the server has it written down; null when it does not have it any more. */
async function inputsOf(show: string, session: string, key: string): Promise<Input[] | null> {
  const response = await fetch(
    `/api/shows/${encodeURIComponent(show)}/sessions/${encodeURIComponent(session)}/inputs`,
    { headers: { authorization: `Bearer ${key}` } },
  );
  if (!response.ok) return null;
  return (await response.text())
    .split('\n')
    .filter(Boolean)
    .flatMap((line) => {
      const read = readInputLine(line);
      return read ? [read] : [];
    });
}
