import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { EARN_TITLES, type EarnKind, type PointsPlan } from '@/core/engine/feature/points/schema';
import { useOpened, useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Segments, TitledSegments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { KeywordField } from '@/ui/part/keyword-field';
import { Text } from '@/ui/part/text';
import { AnswersIn } from './answers-in';
import { LevelsEditor } from './levels-editor';
import { PerksEditor } from './perks-editor';
import { say } from '@/ui/words/say';

/** What viewers earn, what levels that leads to, and what it buys. */
export function PointsPlace() {
  const show = useShow();
  const router = useRouter();
  const { points } = show;
  const several = useOpened((open) => open.shows.length > 1);
  const set = (next: Partial<PointsPlan>): void =>
    edit((draft) => {
      Object.assign(draft.points, next);
    });
  return (
    <PlaceBody title={say('Points')}>
      <Card className="mt-2 gap-4" label={say('Points')}>
        <Segments
          label={say('Points')}
          value={points.on ? 'on' : 'off'}
          onChange={(on) => set({ on: on === 'on' })}
          options={[
            { value: 'on', label: say('Viewers earn points') },
            { value: 'off', label: say('No points') },
          ]}
        />
        {several || points.own ? (
          <TitledSegments
            label={say('Whose they are')}
            value={points.own ? 'show' : 'home'}
            onChange={(whose) => set({ own: whose === 'show' })}
            options={[
              { value: 'home', label: say('The same with every show') },
              { value: 'show', label: say('Of this show alone') },
            ]}
          />
        ) : null}
        <TextField
          label={say('What you call them')}
          value={points.unit}
          most={30}
          onChange={(unit) => {
            if (unit.trim() !== '') set({ unit });
          }}
        />
        {points.own ? (
          <Text tone="muted">
            {say('Rules and points of “{name}”. Those of your other shows stay as they are.', { name: show.name })}
          </Text>
        ) : null}
        <Text tone="muted">
          {points.on
            ? say(
                'They stay with a viewer from session to session. Every change is kept with its reason: tap a viewer under People.',
              )
            : say('What viewers have stays as it is while points are off.')}
        </Text>
        <Button kind="outline" onPress={() => router.navigate('/people')}>
          {say('People')}
        </Button>
      </Card>
      {points.on ? (
        <>
          <Earning points={points} set={set} />
          <LevelsEditor levels={points.levels} unit={points.unit} onChange={(levels) => set({ levels })} />
          <PerksEditor points={points} onChange={(perks) => set({ perks })} />
          <PointsInChat points={points} set={set} />
        </>
      ) : null}
    </PlaceBody>
  );
}

function PointsInChat({ points, set }: { points: PointsPlan; set: (next: Partial<PointsPlan>) => void }) {
  return (
    <Card className="mt-4 gap-4" label={say('In chat')}>
      <Text size={17} face="title" level={2}>
        {say('In chat')}
      </Text>
      <KeywordField
        label={say('Keyword with which viewers ask what they have')}
        value={points.ask}
        placeholder={say('!points')}
        onChange={(ask) => set({ ask })}
      />
      <KeywordField
        label={say('Keyword with which they hand some on')}
        value={points.give.keyword}
        placeholder={say('!give')}
        onChange={(keyword) => set({ give: { ...points.give, keyword } })}
      />
      {points.give.keyword === '' ? null : (
        <>
          <NumberField
            label={say('Handed on at most in a session')}
            unit={points.unit}
            value={points.give.most}
            least={1}
            most={1_000_000_000}
            step={50}
            onChange={(most) => set({ give: { ...points.give, most } })}
          />
          <Text tone="muted">{say('“{keyword} @handle 50” hands on fifty.', { keyword: points.give.keyword })}</Text>
        </>
      )}
      <AnswersIn />
    </Card>
  );
}

/** What earns points, and how many. */
function Earning({ points, set }: { points: PointsPlan; set: (next: Partial<PointsPlan>) => void }) {
  return (
    <Card className="mt-4 gap-4" label={say('What earns them')}>
      <Text size={17} face="title" level={2}>
        {say('What earns them')}
      </Text>
      <View className="flex-row flex-wrap gap-x-6 gap-y-3">
        {(Object.keys(EARN_TITLES) as EarnKind[]).map((kind) => (
          <NumberField
            key={kind}
            label={EARN_TITLES[kind]}
            value={points.earn[kind]}
            least={0}
            most={1_000_000}
            onChange={(n) => set({ earn: { ...points.earn, [kind]: n } })}
          />
        ))}
      </View>
      <NumberField
        label={say('A line in chat earns again after')}
        unit={say('seconds')}
        value={points.chatPause}
        least={0}
        most={3600}
        step={10}
        onChange={(chatPause) => set({ chatPause })}
      />
      <Text tone="muted">
        {say(
          'Platforms do not say when a viewer leaves. Time between two things that a viewer does counts as watched, up to ten minutes.',
        )}
      </Text>
    </Card>
  );
}
