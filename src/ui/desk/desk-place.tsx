import { useState } from 'react';
import { View } from 'react-native';
import { useRouter } from 'expo-router';
import type { Command } from '@/core/session/input';
import { ask } from '@/ui/data/api';
import { engineClock } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show-context';
import { PlaceBody } from '@/ui/frame/place-body';
import { imitationWords } from '@/core/people/imitation';
import { tellsRoom } from '@/core/platform';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { useDrift } from '@/ui/pulse/lane';
import { DrawTiles } from './draw-tiles';
import { HappenedRow } from './happened-row';
import { NumberTiles } from './number-tiles';
import { OnAir } from './on-air';
import { PassedLines } from './passed-lines';
import { ToldLines } from './told-lines';
import { NoticeList } from './notice-list';

const now = (): number => engineClock.now();
const SHOWN_LINES = 60;
/** How long a look-alike is pointed out. */
const IMITATION_MS = 120_000;
/** How long a line of what was not shown is kept in sight. */
const LINES_MS = 300_000;

/** What is used while live: what plays and waits, what just happened, where the goals stand. */
export function DeskPlace() {
  const { show, keys, desk } = useShow();
  const time = useDrift(now);
  const router = useRouter();
  const [said, setSaid] = useState<string | null>(null);
  const command = async (body: Command): Promise<void> => {
    const answer = await ask('POST', `/api/shows/${encodeURIComponent(show.id)}/commands`, { key: keys.desk, body });
    setSaid(answer.ok ? null : answer.reason);
  };
  const end = async (): Promise<void> => {
    const answer = await ask('POST', `/api/shows/${encodeURIComponent(show.id)}/end`, { key: keys.desk });
    setSaid(answer.ok ? null : answer.reason);
  };
  const session = desk.view?.session ?? null;
  // Where no platform says when one is live, nobody else can say that it is over.
  const endable =
    session !== null && session.endedAt === null && show.feeds.some((feed) => feed.on && !tellsRoom(feed));
  const double = desk.view?.imitations.at(-1);
  const spotlights = show.pieces.filter(({ kind }) => kind === 'spotlight');
  const presses = show.cues.flatMap(({ id, on, when }) =>
    on && when.kind === 'press' ? [{ id, name: when.name }] : [],
  );
  const lines = [...(desk.view?.happened ?? [])].reverse().slice(0, SHOWN_LINES);
  return (
    <PlaceBody title="Desk">
      <View className="gap-3 mt-1">
        {show.scenes.length > 0 ? (
          <Segments
            label="Scene on air"
            value={desk.view?.scene ?? ''}
            onChange={(scene) => void command({ command: 'scene', scene })}
            options={show.scenes.map(({ id, name }) => ({ value: id, label: name }))}
          />
        ) : null}
        {spotlights.map(({ id, name }) => (
          <OnAir
            key={id}
            spotlight={id}
            name={name}
            queue={desk.view?.queues[id] ?? null}
            now={time}
            onCommand={(body) => void command(body)}
          />
        ))}
        <PassedLines lines={(desk.view?.lines ?? []).filter(({ at }) => time - at < LINES_MS)} now={time} />
        <ToldLines told={(desk.view?.told ?? []).filter(({ at }) => time - at < LINES_MS)} now={time} />
        <NoticeList notices={desk.view?.notices ?? []} now={time} />
        <DrawTiles
          show={show}
          deskKey={keys.desk}
          draws={desk.view?.draws ?? []}
          now={time}
          onProblem={setSaid}
          onCommand={(body) => void command(body)}
        />
        {presses.length > 0 ? (
          <View role="group" aria-label="Buttons" className="flex-row flex-wrap gap-2">
            {presses.map(({ id, name }) => (
              <Button key={id} kind="outline" onPress={() => void command({ command: 'press', cue: id })}>
                {name}
              </Button>
            ))}
          </View>
        ) : null}
        {double && time - double.at < IMITATION_MS ? (
          <Text tone="brick" role="status">
            {imitationWords(double)}
          </Text>
        ) : null}
        {endable ? (
          <View className="flex-row">
            <Button kind="outline" onPress={() => void end()}>
              End this session
            </Button>
          </View>
        ) : null}
        {said ? (
          <Text tone="brick" role="alert">
            {said}
          </Text>
        ) : null}
        <View className="flex-row flex-wrap gap-2">
          <NumberTiles show={show} view={desk.view} now={time} onCommand={(body) => void command(body)} />
        </View>
      </View>
      <View className="flex-row gap-2 mt-3">
        <Button kind="outline" onPress={() => router.navigate('/people')}>
          People
        </Button>
        <Button kind="outline" onPress={() => router.navigate('/points')}>
          Points
        </Button>
      </View>
      <View role="list" aria-label="What just happened, newest first" className="mt-3">
        {lines.map((line) => (
          <HappenedRow
            key={line.id}
            line={line}
            now={time}
            onReplay={(alert) => void command({ command: 'replay', alert })}
          />
        ))}
      </View>
      {lines.length === 0 ? (
        <Text size={17} tone="muted" className="mt-3">
          Nothing has happened in this session yet. As soon as you are live, everything viewers do is listed here,
          newest first.
        </Text>
      ) : null}
    </PlaceBody>
  );
}
