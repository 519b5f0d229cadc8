import type { Feed } from '@/core/platform/feed';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Draft } from 'immer';
import useSWR from 'swr';
import Plus from 'lucide-react-native/icons/plus';
import { newRule, nextNeeded, withoutTarget, withTapped, type Target } from '@/core/platform/draft-rule';
import { type Made, tryMapping, type MappedKind, type Rule } from '@/core/platform/mapping';
import { readJson } from '@/core/platform/reading';
import { useProblem } from '@/ui/data/feed-api';
import { engineClock } from '@/ui/data/desk';
import { Button } from '@/ui/part/button';
import { AreaField } from '@/ui/part/area-field';
import { Text } from '@/ui/part/text';
import { Section } from './section';
import { AimSheet, KindSheet } from './aim-sheet';
import { RuleCard } from './rule-card';
import { useAsked, useOpen } from '@/ui/frame/address';
import { say, saying } from '@/ui/words/say';

/** Whether some path of a mapping asks whether a text has a certain form. */
const hasPattern = (rules: readonly Rule[]): boolean => /\b(?:match|search)\(/.test(JSON.stringify(rules));

type MappingFeed = Extract<Feed, { platform: 'mapped' | 'cloudevents' }>;

/** What a feed's messages mean: a sample, pasted or caught, and rules that are tapped together from it. */
export function Mapping({
  feed,
  change,
}: {
  feed: MappingFeed;
  change: (recipe: (draft: Draft<Feed>) => void) => void;
}) {
  const { latest, text, sample, json, made, pasted, setPasted, setCaught } = useSample(feed);
  const [adding, setAdding] = useAsked('rule');
  const rules = useRules(feed, change);
  return (
    <Section title={say('What its messages mean')}>
      {json === undefined ? (
        <SampleField
          pasted={pasted ?? ''}
          problem={sample && !sample.ok ? saying(sample.reason) : null}
          latest={latest}
          onPaste={setPasted}
          onCatch={setCaught}
        />
      ) : (
        <SampleShown
          text={text}
          latest={latest}
          onAnother={(next) => {
            setPasted(null);
            setCaught(next);
          }}
        />
      )}
      <Rules feed={feed} json={json} made={made} setAim={rules.setAim} setRules={rules.setRules} />
      <View className="flex-row">
        <Button
          icon={Plus}
          kind={feed.rules.length === 0 && json !== undefined ? 'main' : 'plain'}
          disabled={json === undefined}
          onPress={() => setAdding(true)}
        >
          {say('New rule')}
        </Button>
      </View>
      {json === undefined && feed.rules.length === 0 ? (
        <Text size={13} tone="muted">
          {say('A rule says which message is a gift, a follow, a line of chat … A feed may have several.')}
        </Text>
      ) : null}
      {adding ? (
        <KindSheet
          onChoose={(kind) => {
            setAdding(false);
            rules.add(kind);
          }}
          onClose={() => setAdding(false)}
        />
      ) : null}
      <AimOpen rules={rules} json={json} />
    </Section>
  );
}

/** The sheet in which a value of the sample is tapped for a field of a rule. */
function AimOpen({
  rules: { aim, aimed, setAim, setRule, tap },
  json,
}: {
  rules: ReturnType<typeof useRules>;
  json: unknown;
}) {
  if (!aim || !aimed) return null;
  return (
    <AimSheet
      key={`${aim.rule}/${aim.target}`}
      rule={aimed}
      target={aim.target}
      json={json}
      onTap={tap}
      onClose={() => setAim(null)}
      onTakeOut={() => {
        setRule(aim.rule, withoutTarget(aimed, aim.target));
        setAim(null);
      }}
    />
  );
}

function Rules({
  feed,
  json,
  made,
  setAim,
  setRules,
}: {
  feed: MappingFeed;
  json: unknown;
  made: (Made | null)[];
  setAim: (value: { rule: number; target: Target } | null) => void;
  setRules: (next: Rule[]) => void;
}) {
  return (
    <View role="list" aria-label={say('Rules')} className="gap-3">
      {feed.rules.map((rule, n) => (
        <RuleCard
          key={n}
          rule={rule}
          made={json === undefined ? undefined : (made[n] ?? null)}
          onAim={(target) => setAim({ rule: n, target })}
          onRemove={() => setRules(feed.rules.filter((_, other) => other !== n))}
        />
      ))}
    </View>
  );
}

/** A message of the feed, pasted or caught, and what its rules make of it. */
function useSample(feed: MappingFeed) {
  const { data } = useProblem(feed.id);
  const [pasted, setPasted] = useState<string | null>(null);
  const [caught, setCaught] = useState<string | null>(null);
  const latest = data?.raw.at(-1)?.text;
  const text = pasted ?? caught ?? '';
  const sample = useMemo(() => (text.trim() === '' ? null : readJson(text, 1 << 20)), [text]);
  const json = sample?.ok ? sample.json : undefined;
  // The engine for patterns is large, and few paths have one: it is loaded where it is needed.
  const { data: patterns } = useSWR(hasPattern(feed.rules) ? 'patterns' : null, async () =>
    (await import('@/core/platform/linear-patterns')).linearPatterns(),
  );
  const made = useMemo(
    () => (json === undefined ? [] : tryMapping({ rules: feed.rules }, json, Math.round(engineClock.now()), patterns)),
    [json, feed.rules, patterns],
  );
  return { latest, text, sample, json, made, pasted, setPasted, setCaught };
}

/** The feed's rules, and which rule's which field the next tap is for. */
function useRules(feed: MappingFeed, change: (recipe: (draft: Draft<Feed>) => void) => void) {
  const aimed = useOpen('aim');
  const [at = '', target = ''] = aimed.at ?? [];
  const aim = aimed.at === null ? null : { rule: Number(at), target: target as Target };
  const setAim = (next: { rule: number; target: Target } | null): void =>
    next === null ? aimed.close() : aimed.turn(String(next.rule), next.target);
  const setRules = (next: Rule[]): void =>
    change((draft) => {
      if (draft.platform === 'mapped' || draft.platform === 'cloudevents') draft.rules = next;
    });
  const setRule = (at: number, rule: Rule): void => setRules(feed.rules.map((other, n) => (n === at ? rule : other)));
  const add = (kind: MappedKind): void => {
    const rule = newRule(kind);
    setRules([...feed.rules, rule]);
    setAim({ rule: feed.rules.length, target: nextNeeded(rule) ?? 'count' });
  };
  const tap = (steps: (string | number)[], value: unknown): void => {
    const rule = aim && feed.rules[aim.rule];
    if (!aim || !rule) return;
    const next = withTapped(rule, aim.target, steps, value);
    setRule(aim.rule, next);
    // On to what is still missing, so that a rule is made by tapping values one after another.
    const needed = nextNeeded(next);
    setAim(needed ? { rule: aim.rule, target: needed } : null);
  };
  return { aim, aimed: aim ? feed.rules[aim.rule] : undefined, setAim, setRules, setRule, add, tap };
}

/** Where a sample of the platform's messages comes from. */
function SampleField({
  pasted,
  problem,
  latest,
  onPaste,
  onCatch,
}: {
  pasted: string;
  problem: string | null;
  latest: string | undefined;
  onPaste: (text: string) => void;
  onCatch: (text: string) => void;
}) {
  return (
    <>
      <Text tone="muted">
        {say(
          'Paste one message of this platform, or catch one as it comes. Then say which of its values is what, by tapping.',
        )}
      </Text>
      <AreaField label={say('A sample message (JSON)')} value={pasted} onChange={onPaste} problem={problem} />
      <View className="flex-row">
        <Button
          disabled={latest === undefined}
          onPress={() => {
            if (latest !== undefined) onCatch(latest);
          }}
        >
          {latest === undefined ? say('Waiting for a message …') : say('Use the latest message')}
        </Button>
      </View>
    </>
  );
}

function SampleShown({
  text,
  latest,
  onAnother,
}: {
  text: string;
  latest: string | undefined;
  /** Null: none yet. */
  onAnother: (sample: string | null) => void;
}) {
  return (
    <>
      <Text size={13} tone="muted" numberOfLines={2} selectable className="break-all">
        {text}
      </Text>
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" onPress={() => onAnother(null)}>
          {say('Another sample')}
        </Button>
        {latest !== undefined && latest !== text ? (
          <Button kind="outline" onPress={() => onAnother(latest)}>
            {say('Use the latest message')}
          </Button>
        ) : null}
      </View>
    </>
  );
}
