import { useState } from 'react';
import { View } from 'react-native';
import { ADVICES, type AdviceName } from '@/core/rehearsal/advice';
import {
  CROWDS,
  CROWD_KINDS,
  CROWD_NAMES,
  type CrowdAsked,
  type CrowdKind,
  type CrowdName,
} from '@/core/rehearsal/crowd';
import { kindsSent } from '@/core/rehearsal/events';
import { useShow } from '@/ui/data/show';
import { showStore } from '@/ui/data/show-store';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { Problem } from '@/ui/part/problem';
import { KIND_WORDS } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { say, saying } from '@/ui/words/say';
import { FactorSlider } from './factor-slider';
import { OnOutlets } from './on-outlets';
import { PastFields, usePast } from './past-fields';
import { AdviceCard } from './advice-card';
import { TakenLine } from './taken-line';
import { ReportView } from './report-view';
import { useRehearsal, type Rehearsed } from './use-rehearsal';

/** A crowd that is made up, through the show as it is: what would wait, and what would help. */
export function RehearsalPlace() {
  const show = useShow();
  const [crowd, setCrowd] = useState<CrowdName | 'past'>('usual');
  const past = usePast();
  const [size, setSize] = useState(1);
  const [gifts, setGifts] = useState(1);
  const [seed, setSeed] = useState(1);
  const [taken, setTaken] = useState<AdviceName | null>(null);
  const { runs, result, failed, run, cancel } = useRehearsal();
  const asked: CrowdAsked = {
    crowd: crowd === 'past' ? 'usual' : crowd,
    seed,
    size,
    gifts,
    ...(crowd === 'past' && past.asked ? { past: past.asked } : {}),
  };
  const sent = kindsSent(show);
  return (
    <PlaceBody title={say('Rehearsal')}>
      <Text tone="muted" className="mt-1 mb-4">
        {say(
          'A made-up crowd goes through your cues: at once, which nobody sees or hears, or on your outlets. No number changes.',
        )}
      </Text>
      <CrowdChoice crowd={crowd} onCrowd={setCrowd} past={past} />
      <View className="mt-4 gap-4">
        <FactorSlider label={say('How many')} value={size} onChange={setSize} />
        <FactorSlider label={say('How generous')} value={gifts} onChange={setGifts} />
        <LeftOut sent={sent} />
        <View className="flex-row flex-wrap gap-3">
          {runs ? (
            <Button kind="outline" onPress={cancel}>
              {say('Cancel')}
            </Button>
          ) : (
            <Button kind="main" disabled={sent.length === 0} onPress={() => run(show, asked)}>
              {say('Rehearse')}
            </Button>
          )}
          {result && !runs ? (
            <Button
              kind="outline"
              onPress={() => {
                setSeed(seed + 1);
                run(show, { ...asked, seed: seed + 1 });
              }}
            >
              {say('Another such crowd')}
            </Button>
          ) : null}
        </View>
        <Progress runs={runs} tried={result?.tried ?? null} />
        <Problem says={failed ? say('It could not be run in this browser. Nothing has changed.') : null} />
      </View>
      {taken ? <TakenLine key={taken} name={taken} onUndone={() => setTaken(null)} /> : null}
      {result ? (
        <Result
          result={result}
          runs={runs}
          onTaken={(name) => {
            setTaken(name);
            // As it is by then, with the advice.
            setTimeout(() => run(showStore.now()?.show ?? show, result.asked), 0);
          }}
        />
      ) : null}
      <View className="mt-6">
        <OnOutlets asked={asked} disabled={sent.length === 0} />
      </View>
    </PlaceBody>
  );
}

/** Which crowd: made up, or a session of the streamer's own where there is one. */
function CrowdChoice({
  crowd,
  onCrowd,
  past,
}: {
  crowd: CrowdName | 'past';
  onCrowd: (crowd: CrowdName | 'past') => void;
  past: ReturnType<typeof usePast>;
}) {
  const own = {
    value: 'past' as const,
    label: say('A session of your own'),
    note: say('What happened then, with the show as it is now.'),
  };
  return (
    <>
      <Choice<CrowdName | 'past'>
        label={say('Crowd')}
        value={crowd}
        onChange={onCrowd}
        options={[
          ...CROWD_NAMES.map((value) => ({ value, label: CROWDS[value].title, note: CROWDS[value].says })),
          ...(past.asked ? [own] : []),
        ]}
      />
      {crowd === 'past' ? <PastFields past={past} /> : null}
    </>
  );
}

/** How far it is. `tried`: the share of advice; null: the crowd is still going through. */
const Progress = ({ runs, tried }: { runs: boolean; tried: number | null }) => (
  <Text role="status" tone="muted" className="min-h-[20px]">
    {!runs
      ? ''
      : tried === null
        ? say('Running …')
        : say('Trying what would help: {percent, number} %', { percent: Math.round(tried * 100) })}
  </Text>
);

function Result({ result, runs, onTaken }: { result: Rehearsed; runs: boolean; onTaken: (name: AdviceName) => void }) {
  const { asked, report, advice, tried } = result;
  return (
    <View className="gap-3">
      <Text size={22} face="title" level={2}>
        {asked.past ? asked.past.title : saying(CROWDS[asked.crowd].title)}
      </Text>
      <Text tone="muted">
        {say('{events, number} things happen in {minutes, number} minutes.', {
          events: report.events,
          minutes: Math.round(report.lengthMs / 60_000),
        })}
      </Text>
      <ReportView report={report} advised={advice[0]?.after.waits ?? null} />
      {advice.length > 0 ? (
        <View role="list" aria-label={say('Advice')} className="gap-3 mt-2">
          {advice.map((each) => (
            <AdviceCard key={each.name} advice={each} onTaken={onTaken} />
          ))}
        </View>
      ) : runs ? null : tried < 1 ? (
        <Text tone="muted">{say('It was cancelled before all that may help was tried.')}</Text>
      ) : (
        <Text tone="muted">
          {say('None of {n, number} changes that were tried would make it calmer.', { n: ADVICES.length })}
        </Text>
      )}
    </View>
  );
}

/** What is not in it, since no feed of the show would bring it. */
function LeftOut({ sent }: { sent: readonly CrowdKind[] }) {
  const missing = CROWD_KINDS.filter((kind) => !sent.includes(kind));
  if (missing.length === 0) return null;
  return (
    <Text size={13} tone="muted">
      {sent.length === 0
        ? say('No feed of this show is on: nothing would come. Add one first.')
        : say('No feed sends these, so they are left out: {kinds}.', {
            kinds: { and: missing.map((kind) => KIND_WORDS[kind]) },
          })}
    </Text>
  );
}
