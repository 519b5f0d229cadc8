import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Draft } from 'immer';
import Plus from 'lucide-react-native/icons/plus';
import { newRule, nextNeeded, withTapped, type Target } from '@/core/platform/draft-rule';
import { MAPPED_KINDS, tryMapping, type MappedKind, type Rule } from '@/core/platform/mapping';
import { readJson } from '@/core/platform/reading';
import type { Feed } from '@/core/show/show';
import { useTrouble } from '@/ui/data/feed-api';
import { engineClock } from '@/ui/data/desk';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { AreaField } from '@/ui/part/area-field';
import { KIND_WORDS } from '@/ui/part/shape';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { Section } from './feed-page';
import { FIELD_WORDS, RuleCard } from './rule-card';
import { SampleTree } from './sample-tree';

type MappingFeed = Extract<Feed, { platform: 'mapped' | 'cloudevents' }>;

/** What a feed's messages mean: a sample, pasted or caught, and rules that are tapped together from it. */
export function Mapping({ feed, change }: { feed: MappingFeed; change: (recipe: (draft: Draft<Feed>) => void) => void }) {
  const { data } = useTrouble(feed.id);
  const [pasted, setPasted] = useState<string | null>(null);
  const [caught, setCaught] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  /** Which rule's which field the next tap is for. */
  const [aim, setAim] = useState<{ rule: number; target: Target } | null>(null);
  const latest = data?.raw.at(-1)?.text;
  const text = pasted ?? caught ?? '';
  const sample = useMemo(() => (text.trim() === '' ? null : readJson(text, 1 << 20)), [text]);
  const json = sample?.ok ? sample.json : undefined;
  const made = useMemo(() => (json === undefined ? [] : tryMapping({ rules: feed.rules }, json, Math.round(engineClock.now()))), [json, feed.rules]);

  const setRules = (next: Rule[]): void => change((draft) => {
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
  const used = useMemo(() => {
    const rule = aim ? feed.rules[aim.rule] : undefined;
    return new Map(Object.entries(rule?.fields ?? {}).map(([field, path]) => [path, FIELD_WORDS[field as keyof typeof FIELD_WORDS]]));
  }, [aim, feed.rules]);

  return (
    <Section title="What its messages mean">
      {json === undefined ? (
        <>
          <Text tone="muted">Paste one message of this platform, or catch one as it comes. Then say which of its values is what, by tapping.</Text>
          <AreaField label="A sample message (JSON)" value={pasted ?? ''} onChange={setPasted} problem={sample && !sample.ok ? sample.reason : null} />
          <View className="flex-row"><Button disabled={latest === undefined} onPress={() => setCaught(latest ?? null)}>{latest === undefined ? 'Waiting for a message …' : 'Use the latest message'}</Button></View>
        </>
      ) : (
        <>
          <Text tone={aim ? 'marigold' : 'muted'} face={aim ? 'strong' : 'text'} role="status">
            {aim ? (aim.target === 'when' ? 'Tap the value that tells these messages from others.' : aim.target === 'each' ? 'Tap anything inside the list.' : `Tap the value that is the ${FIELD_WORDS[aim.target].toLowerCase()}.`) : 'Make a rule, or tap one of its fields below to change it.'}
          </Text>
          <SampleTree json={json} used={used} onTap={tap} />
          <View className="flex-row gap-2">
            <Button kind="outline" onPress={() => { setPasted(null); setCaught(null); setAim(null); }}>Another sample</Button>
            {latest !== undefined && latest !== text ? <Button kind="outline" onPress={() => { setPasted(null); setCaught(latest); }}>Use the latest message</Button> : null}
          </View>
        </>
      )}
      <View role="list" aria-label="Rules" className="gap-3">
        {feed.rules.map((rule, n) => (
          <RuleCard
            key={n} rule={rule} made={json === undefined ? undefined : (made[n] ?? null)} aimed={aim?.rule === n ? aim.target : null} onAim={(target) => setAim({ rule: n, target })}
            onChange={(next) => setRule(n, next)} onRemove={() => { setRules(feed.rules.filter((_, other) => other !== n)); setAim(null); }}
          />
        ))}
      </View>
      <View className="flex-row"><Button icon={Plus} kind={feed.rules.length === 0 && json !== undefined ? 'main' : 'plain'} disabled={json === undefined} onPress={() => setAdding(true)}>New rule</Button></View>
      {json === undefined && feed.rules.length === 0 ? <Text size={13} tone="muted">A rule says which message is a gift, a follow, a line of chat … A feed may have several.</Text> : null}
      {adding ? (
        <Sheet title="These messages are …" onClose={() => setAdding(false)}>
          <Choice label="Kind" options={MAPPED_KINDS.map((kind) => ({ value: kind, label: KIND_WORDS[kind] }))} value={null} onChange={add} />
        </Sheet>
      ) : null}
    </Section>
  );
}
