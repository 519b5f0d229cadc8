import { viewerKey } from '@/core/event/viewer-key';
import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import type { Someone } from '@/core/engine/count/someone';
import { WHO_TITLES, type Who } from '@/core/engine/cue/who';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { ViewerSearch } from '@/ui/people/viewer-choice';
import { useAskedWhich } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

/** For whom a cue is: a sort of viewers, certain ones, never certain ones. */
export function WhoEditor({ who, onChange }: { who: Who; onChange: (who: Who) => void }) {
  const [asked, setAdding] = useAskedWhich('viewer');
  const adding = asked === 'only' || asked === 'never' ? asked : null;
  const same = (a: Someone, b: Someone): boolean => a.feed === b.feed && a.viewer === b.viewer;
  const add = (one: Someone): void => {
    if (adding === null) return;
    const other = adding === 'only' ? 'never' : 'only';
    // Nobody is in both: the later word counts.
    onChange({
      ...who,
      [adding]: [...who[adding].filter((each) => !same(each, one)), one],
      [other]: who[other].filter((each) => !same(each, one)),
    });
    setAdding(null);
  };
  if (adding !== null) {
    return (
      <>
        <Text size={17}>{adding === 'only' ? say('Only for this viewer') : say('Never for this viewer')}</Text>
        <ViewerSearch onChoose={({ feed, viewer, name }) => add({ feed, viewer, name })} />
        <Button kind="outline" onPress={() => setAdding(null)}>
          {say('Leave it')}
        </Button>
      </>
    );
  }
  return (
    <>
      <WhoChoice who={who} onChange={onChange} />
      <Named
        title={say('Only for certain viewers')}
        named={who.only}
        onAdd={() => setAdding('only')}
        onTakeOut={(one) => onChange({ ...who, only: who.only.filter((each) => !same(each, one)) })}
      />
      <Named
        title={say('Never for certain viewers')}
        named={who.never}
        onAdd={() => setAdding('never')}
        onTakeOut={(one) => onChange({ ...who, never: who.never.filter((each) => !same(each, one)) })}
      />
    </>
  );
}

/** What they are: anyone, those who give, followers …; and what that needs to know. */
function WhoChoice({ who, onChange }: { who: Who; onChange: (who: Who) => void }) {
  const options = (Object.keys(WHO_TITLES) as Who['are'][]).map((value) => ({ value, label: WHO_TITLES[value] }));
  return (
    <>
      <Choice
        label={say('For whom')}
        options={options}
        value={who.are}
        onChange={(are) => onChange({ ...who, are, ...(are === 'level' ? { level: who.level ?? 2 } : {}) })}
      />
      {who.are === 'top' ? (
        <NumberField
          label={say('Places that count as the top')}
          value={who.top}
          least={1}
          most={20}
          onChange={(top) => onChange({ ...who, top })}
        />
      ) : null}
      {who.are === 'level' ? (
        <NumberField
          label={say('From level')}
          value={who.level ?? 2}
          least={1}
          most={100}
          onChange={(level) => onChange({ ...who, level })}
        />
      ) : null}
    </>
  );
}

function Named({
  title,
  named,
  onAdd,
  onTakeOut,
}: {
  title: string;
  named: readonly Someone[];
  onAdd: () => void;
  onTakeOut: (one: Someone) => void;
}) {
  return (
    <View className="gap-2" role="group" aria-label={title}>
      <Text size={13} tone="muted">
        {title}
      </Text>
      <View className="flex-row flex-wrap gap-2">
        {named.map((one) => (
          <Button
            key={viewerKey(one.feed, one.viewer)}
            icon={X}
            label={say('Take out {name}', { name: one.name })}
            onPress={() => onTakeOut(one)}
          >
            {one.name}
          </Button>
        ))}
        <Button kind="outline" icon={Plus} label={say('{title}: name one', { title })} onPress={onAdd}>
          {say('Name one')}
        </Button>
      </View>
    </View>
  );
}
