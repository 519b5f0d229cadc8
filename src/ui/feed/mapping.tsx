import type { Feed } from '@/core/platform/feed';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Draft } from 'immer';
import useSWR from 'swr';
import Plus from 'lucide-react-native/icons/plus';
import { newRule, nextNeeded, withoutTarget, withTapped, type Target } from '@/core/platform/draft-rule';
import { tryMapping, type MappedKind, type Rule } from '@/core/platform/mapping';
import { readJson } from '@/core/platform/reading';
import { useProblem } from '@/ui/data/feed-api';
import { engineClock } from '@/ui/data/desk';
import { Button } from '@/ui/part/button';
import { AreaField } from '@/ui/part/area-field';
import { Text } from '@/ui/part/text';
import { Section } from './section';
import { AimSheet, KindSheet } from './aim-sheet';
import { RuleCard } from './rule-card';

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
  const { data } = useProblem(feed.id);
  const [pasted, setPasted] = useState<string | null>(null);
  const [caught, setCaught] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  /** Which rule's which field the next tap is for. */
  const [aim, setAim] = useState<{ rule: number; target: Target } | null>(null);
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

  const setRules = (next: Rule[]): void =>
    change((draft) => {
      if (draft.platform === 'mapped' || draft.platform === 'cloudevents') draft.rules = next;
    });
  const setRule = (at: number, rule: Rule): void => setRules(feed.rules.map((other, n) => (n === at ? rule : other)));
  const add = (kind: MappedKind): void => {
    const rule = newRule(kind);
    setRules([...feed.rules, rule]);
    const needed = nextNeeded(rule);
    setAim({ rule: feed.rules.length, target: needed ?? 'count' });
    setAdding(false);
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
  const aimed = aim ? feed.rules[aim.rule] : undefined;
  return (
    <Section title="What its messages mean">
      {json === undefined ? (
        <>
          <Text tone="muted">
            Paste one message of this platform, or catch one as it comes. Then say which of its values is what, by
            tapping.
          </Text>
          <AreaField
            label="A sample message (JSON)"
            value={pasted ?? ''}
            onChange={setPasted}
            problem={sample && !sample.ok ? sample.reason : null}
          />
          <View className="flex-row">
            <Button disabled={latest === undefined} onPress={() => setCaught(latest ?? null)}>
              {latest === undefined ? 'Waiting for a message …' : 'Use the latest message'}
            </Button>
          </View>
        </>
      ) : (
        <>
          <Text size={13} tone="muted" numberOfLines={2} selectable className="break-all">
            {text}
          </Text>
          <View className="flex-row flex-wrap gap-2">
            <Button
              kind="outline"
              onPress={() => {
                setPasted(null);
                setCaught(null);
              }}
            >
              Another sample
            </Button>
            {latest !== undefined && latest !== text ? (
              <Button
                kind="outline"
                onPress={() => {
                  setPasted(null);
                  setCaught(latest);
                }}
              >
                Use the latest message
              </Button>
            ) : null}
          </View>
        </>
      )}
      <View role="list" aria-label="Rules" className="gap-3">
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
      <View className="flex-row">
        <Button
          icon={Plus}
          kind={feed.rules.length === 0 && json !== undefined ? 'main' : 'plain'}
          disabled={json === undefined}
          onPress={() => setAdding(true)}
        >
          New rule
        </Button>
      </View>
      {json === undefined && feed.rules.length === 0 ? (
        <Text size={13} tone="muted">
          A rule says which message is a gift, a follow, a line of chat … A feed may have several.
        </Text>
      ) : null}
      {adding ? <KindSheet onChoose={add} onClose={() => setAdding(false)} /> : null}
      {aim && aimed ? (
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
      ) : null}
    </Section>
  );
}
