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
import type { Show } from '@/core/show/show';
import type { ClipPlan } from './clip';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

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
  const { share, said, make: makeOf, stop } = useMaking(show);
  const close = (): void => {
    stop();
    onClose();
  };
  const make = async (): Promise<void> => {
    if (!session) return;
    await makeOf(() => inputsOf(show.id, session.id, keys.desk), {
      ...stretchOf(session, part === 'last' ? null : from, seconds),
      fps: 30,
      as,
      scale: size === 'full' ? 1 : 0.5,
    });
  };
  return (
    <Sheet title={say('Make a clip')} onClose={close}>
      {session === null ? (
        <Text tone="muted">
          {say('There is no session yet. Once you are live, or have been, a clip can be made of any part of it.')}
        </Text>
      ) : (
        <>
          <PartChoice part={part} setPart={setPart} />
          <PartFields
            part={part}
            from={from}
            length={length}
            setFrom={setFrom}
            seconds={seconds}
            setSeconds={setSeconds}
          />
          <FormatChoice as={as} setAs={setAs} />
          <SizeChoice size={size} setSize={setSize} show={show} />
          <Text size={13} tone="muted">
            {say(
              'Made frame by frame from what happened, with made-up pictures where your camera and game were. Without sound.',
            )}
          </Text>
          <Making share={share} onMake={() => void make()} onStop={stop} />
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

function PartChoice({ part, setPart }: { part: 'last' | 'part'; setPart: (value: 'last' | 'part') => void }) {
  return (
    <Segments
      label={say('Which part')}
      value={part}
      onChange={setPart}
      options={[
        { value: 'last', label: say('The last seconds') },
        { value: 'part', label: say('From a moment on') },
      ]}
    />
  );
}

function SizeChoice({
  size,
  setSize,
  show,
}: {
  size: 'full' | 'half';
  setSize: (value: 'full' | 'half') => void;
  show: Show;
}) {
  return (
    <Segments
      label={say('Size')}
      value={size}
      onChange={setSize}
      options={[
        { value: 'half', label: say('Half size') },
        { value: 'full', label: `${show.frame.width} × ${show.frame.height}` },
      ]}
    />
  );
}

function FormatChoice({ as, setAs }: { as: 'webm' | 'mp4'; setAs: (value: 'webm' | 'mp4') => void }) {
  return (
    <Segments
      label={say('As')}
      value={as}
      onChange={setAs}
      options={[
        { value: 'webm', label: 'WebM' },
        { value: 'mp4', label: say('MP4') },
      ]}
    />
  );
}

function PartFields({
  part,
  from,
  length,
  setFrom,
  seconds,
  setSeconds,
}: {
  part: 'last' | 'part';
  from: number;
  length: number;
  setFrom: (value: number) => void;
  seconds: number;
  setSeconds: (value: number) => void;
}) {
  return (
    <View className="flex-row flex-wrap gap-x-6 gap-y-3">
      {part === 'part' ? (
        <NumberField
          label={say('From, seconds after it began')}
          value={Math.min(from, length)}
          least={0}
          most={length}
          step={10}
          onChange={setFrom}
        />
      ) : null}
      <NumberField
        label={say('How long')}
        unit={say('seconds')}
        value={seconds}
        least={1}
        most={MOST_SECONDS}
        step={10}
        onChange={setSeconds}
      />
    </View>
  );
}

/** A part of a session. @param from seconds after it began; null: the last ones @returns ms of the engine's clock */
function stretchOf(
  { startedAt, endedAt }: { startedAt: number; endedAt: number | null },
  from: number | null,
  seconds: number,
): { from: number; until: number } {
  const end = endedAt ?? engineClock.now();
  const start = from === null ? Math.max(startedAt, end - seconds * 1000) : startedAt + from * 1000;
  return { from: start, until: Math.min(end, start + seconds * 1000) };
}

/** A clip being made: how far it is (0 to 1; null: none is), how it went, and the way to stop it. */
function useMaking(show: Show) {
  const [share, setShare] = useState<number | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const running = useRef<AbortController | null>(null);
  const make = async (read: () => Promise<Input[] | null>, clip: ClipPlan): Promise<void> => {
    const stopped = new AbortController();
    running.current = stopped;
    setSaid(null);
    setShare(0);
    try {
      const inputs = await read();
      if (!inputs) throw new Error('The server does not have this session any more.');
      const { makeClip } = await import('./clip');
      const blob = await makeClip(new Film(show, inputs), show, clip, { onShare: setShare, stop: stopped.signal });
      if (blob) saveBlob(`${show.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.${clip.as}`, blob);
      setSaid(blob ? say('The clip is saved.') : say('Stopped. Nothing was saved.'));
    } catch (error) {
      setSaid(
        say('The clip could not be made ({why}). The session is safe; try the other format, or half the size.', {
          why: error instanceof Error ? error.message : phrase('the browser gives no reason'),
        }),
      );
    }
    setShare(null);
  };
  return { share, said, make, stop: () => running.current?.abort() };
}

function Making({ share, onMake, onStop }: { share: number | null; onMake: () => void; onStop: () => void }) {
  if (share === null)
    return (
      <Button kind="main" onPress={onMake}>
        {say('Make it')}
      </Button>
    );
  return (
    <View className="gap-2">
      <View className="h-[8px] rounded-full bg-raised overflow-hidden">
        <View className="h-[8px] bg-marigold" style={{ width: `${Math.round(share * 100)}%` }} />
      </View>
      <View className="flex-row items-center justify-between">
        <Text role="status" className="tabular-nums">{`${Math.round(share * 100)} %`}</Text>
        <Button onPress={onStop}>{say('Stop')}</Button>
      </View>
    </View>
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
