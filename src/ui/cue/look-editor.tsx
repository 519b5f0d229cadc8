import { useState } from 'react';
import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import { PLAIN_LOOK, type Look } from '@/core/engine/alert/look';
import { factsWords, mediaKind, type Media } from '@/core/media/media';
import { MOTION_NAMES, MOTIONS } from '@/core/paint/motion';
import { HOUSE_STYLES, STYLES } from '@/core/piece/style';
import { takeUp } from '@/ui/data/media';
import { edit } from '@/ui/data/show-store';
import { addFiles } from '@/ui/media/add-files';
import { Thumb } from '@/ui/media/thumb';
import { useMediaLibrary } from '@/ui/media/use-media';
import { Button } from '@/ui/part/button';
import { Choice, Segments } from '@/ui/part/choice';
import { ColourField } from '@/ui/part/colour-field';
import { Pick } from '@/ui/part/pick';
import { Tabs } from '@/ui/part/tabs';
import { DecimalField } from '@/ui/part/decimal-field';
import { Text } from '@/ui/part/text';
import { Problems } from '@/ui/part/problem';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const SIZES = [
  { value: 'small', label: phrase('Small') },
  { value: 'middle', label: phrase('Medium') },
  { value: 'large', label: phrase('Large') },
] as const;
const MOTION_OPTIONS = [
  { value: 'piece' as const, label: phrase('As the spotlight moves') },
  ...MOTION_NAMES.map((value) => ({ value, label: MOTIONS[value].title })),
];

/** What an alert shows with its words, and how all of it moves. */
export function LookEditor({
  look = PLAIN_LOOK,
  onChange,
}: {
  look: Look | undefined;
  onChange: (look: Look) => void;
}) {
  const [part, setPart] = useState<'picture' | 'words' | 'motion'>('picture');
  const set = (next: Partial<Look>): void => onChange({ ...look, ...next });
  return (
    <Tabs label={say('What to change')} value={part} onChange={setPart} options={PARTS}>
      {part === 'picture' ? <PictureEditor look={look} set={set} /> : null}
      {part === 'words' ? <WordsLook look={look} set={set} /> : null}
      {part === 'motion' ? <MotionEditor look={look} set={set} /> : null}
    </Tabs>
  );
}

const PARTS = [
  { value: 'picture', label: phrase('Picture') },
  { value: 'words', label: phrase('Words') },
  { value: 'motion', label: phrase('Motion') },
] as const;

function WordsLook({ look, set }: { look: Look; set: (look: Partial<Look>) => void }) {
  return (
    <>
      <Labelled label={say('Size of the words')}>
        <Segments
          label={say('Size of the words')}
          value={look.text}
          onChange={(text) => set({ text })}
          options={SIZES}
        />
      </Labelled>
      <Labelled label={say('Lines stand')}>
        <Segments
          label={say('Lines stand')}
          value={look.align ?? 'left'}
          onChange={(align) => set({ align })}
          options={[
            { value: 'left', label: say('Left') },
            { value: 'centre', label: say('Centre') },
            { value: 'right', label: say('Right') },
          ]}
        />
      </Labelled>
      <BackingEditor look={look} set={set} />
      <View className="flex-row gap-3">
        <View className="flex-1">
          <DecimalField
            label={say('Come after, seconds')}
            value={look.wordsAfter}
            least={0}
            most={60}
            onChange={(wordsAfter) => set({ wordsAfter })}
          />
        </View>
        <View className="flex-1">
          <DecimalField
            label={say('Stay for, seconds (0: to the end)')}
            value={look.wordsFor}
            least={0}
            most={120}
            onChange={(wordsFor) => set({ wordsFor })}
          />
        </View>
      </View>
      <Text size={13} tone="muted">
        {say('How the words move by themselves')}
      </Text>
      <Choice
        label={say('How the words move')}
        value={look.wordsMotion}
        onChange={(wordsMotion) => set({ wordsMotion })}
        options={MOTION_OPTIONS.map((option) =>
          option.value === 'piece' ? { ...option, label: say('With the picture') } : option,
        )}
      />
    </>
  );
}

/** What lies behind the alert, and how large that is. */
function BackingEditor({ look, set }: { look: Look; set: (look: Partial<Look>) => void }) {
  const own = look.backing?.startsWith('#') ?? false;
  return (
    <>
      <Pick
        label={say('Backing')}
        options={[
          { value: 'piece', label: say('As the spotlight has it') },
          ...HOUSE_STYLES.map((value) => ({ value: value as string, label: STYLES[value].title })),
          { value: 'own', label: say('A colour') },
          { value: 'none', label: say('None') },
        ]}
        value={own ? 'own' : (look.backing ?? 'piece')}
        onChange={(value) => set({ backing: value === 'piece' ? undefined : value === 'own' ? '#17110E' : value })}
      />
      {own ? (
        <ColourField
          label={say('Colour of the backing')}
          none={say('As the spotlight has it')}
          value={look.backing}
          onChange={(backing) => set({ backing })}
        />
      ) : null}
      {look.backing === 'none' ? null : (
        <Labelled label={say('Size of the backing')}>
          <Segments
            label={say('Size of the backing')}
            value={look.hugs ? 'words' : 'whole'}
            onChange={(size) => set({ hugs: size === 'words' ? true : undefined })}
            options={[
              { value: 'whole', label: say('The whole spotlight') },
              { value: 'words', label: say('As large as the words') },
            ]}
          />
        </Labelled>
      )}
    </>
  );
}

const Labelled = ({ label, children }: { label: string; children: React.ReactNode }) => (
  <View className="gap-2">
    <Text size={13} tone="muted">
      {label}
    </Text>
    {children}
  </View>
);

function PictureEditor({ look, set }: { look: Look; set: (look: Partial<Look>) => void }) {
  const library = useMediaLibrary().filter((media) => mediaKind(media) !== 'sound');
  const [said, setSaid] = useState<string[]>([]);
  const choose = (media: Media): void => {
    edit((draft) => takeUp(draft, media));
    set({ picture: media.id });
  };
  const add = async (): Promise<void> => {
    const added = await addFiles(['picture', 'clip']);
    setSaid(added.said);
    const last = added.media.at(-1);
    if (last) choose(last);
  };
  return (
    <>
      {look.picture === '' ? null : (
        <>
          <Labelled label={say('Where the picture stands')}>
            <Segments
              label={say('Where the picture stands')}
              value={look.layout}
              onChange={(layout) => set({ layout })}
              options={[
                { value: 'beside', label: say('Beside') },
                { value: 'above', label: say('Above') },
                { value: 'below', label: say('Below') },
                { value: 'behind', label: say('Behind') },
              ]}
            />
          </Labelled>
          {look.layout === 'behind' ? null : (
            <Labelled label={say('Its size')}>
              <Segments label={say('Its size')} value={look.size} onChange={(size) => set({ size })} options={SIZES} />
            </Labelled>
          )}
        </>
      )}
      <WithWords look={look} set={set} library={library} choose={choose} />
      <Button kind="outline" icon={Plus} onPress={() => void add()}>
        {say('Add a picture or clip')}
      </Button>
      <Problems says={said} />
    </>
  );
}

/** What is shown with the words: one of our shapes, or a picture of one's own. */
function WithWords({
  look,
  set,
  library,
  choose,
}: {
  look: Look;
  set: (look: Partial<Look>) => void;
  library: readonly Media[];
  choose: (media: Media) => void;
}) {
  return (
    <Labelled label={say('What is shown with the words')}>
      <Choice
        label={say('What is shown with the words')}
        value={look.picture === '' || look.picture === 'initials' ? look.picture : null}
        onChange={(picture) => set({ picture })}
        options={[
          { value: '', label: say('Nothing') },
          { value: 'initials', label: say('The viewer’s initials') },
        ]}
      />
      {library.map((media) => (
        <View key={media.id} className="flex-row items-center gap-2">
          <Thumb media={media} size={44} />
          <View className="flex-1">
            <Choice
              label={say('One of your files')}
              value={look.picture === media.id ? media.id : null}
              onChange={() => choose(media)}
              options={[{ value: media.id, label: media.name, note: factsWords(media) }]}
            />
          </View>
        </View>
      ))}
    </Labelled>
  );
}

function MotionEditor({ look, set }: { look: Look; set: (look: Partial<Look>) => void }) {
  const [when, setWhen] = useState<'come' | 'stay' | 'go'>('come');
  return (
    <>
      <View className="flex-row gap-3">
        <View className="flex-1">
          <DecimalField
            label={say('Coming takes, seconds')}
            value={look.comes}
            least={0}
            most={5}
            onChange={(comes) => set({ comes })}
          />
        </View>
        <View className="flex-1">
          <DecimalField
            label={say('Going takes, seconds')}
            value={look.goes}
            least={0}
            most={5}
            onChange={(goes) => set({ goes })}
          />
        </View>
      </View>
      <Segments
        label={say('Which motion')}
        value={when}
        onChange={setWhen}
        options={[
          { value: 'come', label: say('As it comes') },
          { value: 'stay', label: say('While it stays') },
          { value: 'go', label: say('As it goes') },
        ]}
      />
      <Choice
        label={say('Motion')}
        value={look[when]}
        onChange={(motion) => set({ [when]: motion })}
        options={MOTION_OPTIONS}
      />
    </>
  );
}
