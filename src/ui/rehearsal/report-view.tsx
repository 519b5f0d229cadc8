import { View } from 'react-native';
import type { Report } from '@/core/rehearsal/report';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { inFigures } from '@/ui/words/figures';
import { say } from '@/ui/words/say';
import { MinuteChart } from './minute-chart';
import { waitWords } from './wait-words';

/** Whoever gave should not wait longer than this to see it, ms (common practice, no source). */
const TOO_LONG_MS = 30_000;
const percent = (share: number): string => say('{share, number} %', { share: Math.round(share * 100) });

/** What came of a rehearsal, in figures and in words. */
export function ReportView({ report, advised }: { report: Report; advised: readonly number[] | null }) {
  const { covered, unthanked, gave, aMinute, joined, shortened, passed } = report;
  return (
    <View className="gap-3">
      <Card label={say('Longest wait')}>
        <View className="flex-row items-baseline justify-between gap-3">
          <Text tone="muted">{say('Longest wait')}</Text>
          {report.longestWaitMs > TOO_LONG_MS ? <Text tone="brick">{say('too long')}</Text> : null}
        </View>
        <Text size={44} face="figure">
          {waitWords(report.longestWaitMs)}
        </Text>
        <Text tone="muted" className="mb-2">
          {say('Half of them waited {usual} or less.', { usual: waitWords(report.usualWaitMs) })}
        </Text>
        <MinuteChart
          values={report.waits}
          dashed={advised}
          most={5000}
          high={110}
          label={
            advised
              ? say('The longest wait of each minute: up to {now}; with the advice up to {then}.', {
                  now: waitWords(Math.max(0, ...report.waits)),
                  then: waitWords(Math.max(0, ...advised)),
                })
              : say('The longest wait of each minute: up to {now}.', {
                  now: waitWords(Math.max(0, ...report.waits)),
                })
          }
          foot={
            advised
              ? say('longest wait by the minute; dashed: with the first advice')
              : say('longest wait by the minute')
          }
        />
      </Card>
      <View className="flex-row flex-wrap gap-3">
        <Tile
          label={say('Not thanked')}
          value={say('{unthanked, number} of {gave, number}', { unthanked, gave })}
          bad={unthanked > 0}
          says={
            unthanked > 0
              ? say('{names}', { names: { and: report.names.slice(0, 3) } })
              : say('Everyone who gave was named.')
          }
        />
        <Tile
          label={say('Alerts a minute')}
          value={say('{aMinute, number, ::.0}', { aMinute })}
          says={say('{most, number} in the busiest', { most: report.mostInAMinute })}
        />
        <Tile
          label={say('Joined to another')}
          value={inFigures(joined)}
          says={say('{shortened, number} shortened, {passed, number} became a line', { shortened, passed })}
        />
      </View>
      <Covered covered={covered} />
      <View role="list" aria-label={say('More of it')} className="gap-1">
        {lines(report).map((line) => (
          <View key={line} role="listitem">
            <Text>{line}</Text>
          </View>
        ))}
      </View>
    </View>
  );
}

/** How much of the picture pieces cover, minute by minute. */
function Covered({ covered }: { covered: readonly number[] }) {
  const most = percent(Math.max(0, ...covered));
  return (
    <Card label={say('Picture covered')}>
      <Text tone="muted">{say('Picture covered')}</Text>
      <View className="flex-row items-baseline gap-3 mb-1">
        <Text size={22} face="figure">
          {most}
        </Text>
        <Text size={13} tone="muted">
          {say('{least} in the calmest minute', { least: percent(Math.min(1, ...covered)) })}
        </Text>
      </View>
      <MinuteChart
        values={covered}
        dashed={null}
        most={0.2}
        high={60}
        label={say('The share of the picture that is covered in each minute: up to {most}.', { most })}
        foot={say('covered share by the minute')}
      />
    </Card>
  );
}

/** What is told in a sentence. */
function lines({ overlapS, loudestDb, loudestLufs, unread, points, countdowns }: Report): string[] {
  return [
    overlapS < 0.5
      ? say('No two sounds lie over each other.')
      : say(
          'For {s, number} s two sounds or more lie over each other; the loudest moment has {lufs, number, ::.0} LUFS (momentary), {db, number, ::.0} dB above one.',
          {
            s: Math.round(overlapS),
            lufs: loudestLufs,
            db: loudestDb,
          },
        ),
    ...(unread
      ? [
          say('{gone} of {of} lines of chat were gone before anybody could read them.', {
            gone: inFigures(unread.gone),
            of: inFigures(unread.of),
          }),
        ]
      : []),
    ...(points > 0 ? [say('Viewers earn {points} points.', { points: inFigures(points) })] : []),
    ...countdowns.map(({ name, ranOutAt, left }) =>
      ranOutAt === null
        ? say('{name} is not over; {left} are left on it.', { name, left: waitWords(left) })
        : say('{name} runs out after {after}.', { name, after: waitWords(ranOutAt) }),
    ),
  ];
}

function Tile({ label, value, says, bad = false }: { label: string; value: string; says: string; bad?: boolean }) {
  return (
    <Card label={label} className="grow basis-[150px]">
      <Text tone="muted">{label}</Text>
      <Text size={22} face="figure" tone={bad ? 'brick' : 'ink'}>
        {value}
      </Text>
      <ViewerText size={13} tone="muted" text={says} />
    </Card>
  );
}
