import { cueSentence, cueProblem } from '@/core/show/sentence';
import { useState } from 'react';
import { View } from 'react-native';
import { useRouter } from 'expo-router';
import Plus from 'lucide-react-native/icons/plus';
import { cueFileOf, readCueFile, type CueFile } from '@/core/show/cue-file';
import type { Cue, Show } from '@/core/show/show';
import { filesOf } from '@/ui/data/media-files';
import { openFile, saveFile } from '@/ui/data/save-file';
import { useShow } from '@/ui/data/show';
import { inPlace, partsOf, useOpenParts } from '@/ui/frame/address';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { CueFileSheet } from './cue-file-sheet';
import { CueRow } from './cue-row';
import { CueSheet } from './cue-sheet';
import { NewCue } from './new-cue';
import { TryAll } from './try-all';
import { Problems } from '@/ui/part/problem';
import { say, saying } from '@/ui/words/say';

/** With fewer cues than this all are in sight, and nothing needs to be sought. */
const MANY = 6;

/** So many are drawn at first, and with each press more: hundreds at once would make every letter that is typed slow. */
const PAGE = 60;

/** What is open over the cues, as their addresses say it: `new`, `file`, `cue/<id>/<field>`. */
type Opened = 'new' | 'file' | 'cue';

/** What happens when: every cue as a sentence. */
export function CuesPlace() {
  const show = useShow();
  const [opened, ...parts] = useOpenParts();
  /** The cues that have just been made. */
  const [fresh, setFresh] = useState<readonly string[]>([]);
  const [sought, setSought] = useState('');
  const [said, setSaid] = useState<string[]>([]);
  const [most, setMost] = useState(PAGE);
  const seen = matching(show, sought);
  const { file, save, bring } = useCueFile(seen, setSaid);
  const made = (ids: string[]): void => {
    // However many there are, and whatever was sought: what is new is in sight.
    setFresh(ids);
    setSought('');
    setMost(Math.max(most, show.cues.length + ids.length));
    inPlace.back();
  };
  return (
    <>
      <PlaceBody
        title={say('Cues')}
        beside={
          <Button kind={show.cues.length === 0 ? 'main' : 'outline'} icon={Plus} onPress={() => inPlace.open('new')}>
            {say('New cue')}
          </Button>
        }
      >
        <Text tone="muted">{count(show)}</Text>
        {show.cues.length > MANY ? (
          <View className="mt-3">
            <TextField label={say('Search cues')} value={sought} exact onChange={setSought} />
          </View>
        ) : null}
        <Problems says={said} />
        {groupsOf(seen.slice(0, most)).map(([group, cues]) => (
          <CueGroup
            key={group}
            group={group}
            cues={cues}
            fresh={fresh}
            onField={(id, field) => inPlace.open(partsOf('cue', id, field))}
          />
        ))}
        <More of={seen.length} shown={most} onMore={() => setMost(most + PAGE)} />
        {seen.length === 0 ? <NoCue any={show.cues.length > 0} /> : null}
        <CuesFoot any={seen.length > 0} onBring={() => void bring()} onSave={() => void save()} />
      </PlaceBody>
      <OpenSheet opened={opened as Opened | undefined} parts={parts} file={file} onSaid={setSaid} onMade={made} />
    </>
  );
}

/** Cues into a file, and out of one: what is in it is looked at before it is taken. */
function useCueFile(seen: readonly Cue[], onSaid: (sentences: string[]) => void) {
  const show = useShow();
  const [file, setFile] = useState<CueFile | null>(null);
  const save = async (): Promise<void> =>
    saveFile(
      `${show.name} cues.gavirn.json`,
      'application/json',
      JSON.stringify(cueFileOf(show, seen, await filesOf(show.media)), null, 2),
    );
  const bring = async (): Promise<void> => {
    const chosen = await openFile('application/json,.json');
    if (!chosen) return;
    const read = readCueFile(chosen.text);
    onSaid(read.ok ? [] : [saying(read.reason)]);
    if (!read.ok) return;
    setFile(read.file);
    inPlace.open('file');
  };
  return { file, save, bring };
}

/** The cues whose name, group or sentence has these words in it. */
function matching(show: Show, sought: string): Cue[] {
  const wanted = sought.trim().toLocaleLowerCase();
  return show.cues.filter(
    (each) =>
      wanted === '' ||
      `${each.name} ${each.group ?? ''} ${saying(cueSentence(each, show))}`.toLocaleLowerCase().includes(wanted),
  );
}

/** The next cues, where there are more than are drawn. */
const More = ({ of, shown, onMore }: { of: number; shown: number; onMore: () => void }) =>
  of > shown ? (
    <Button kind="outline" className="mt-3" onPress={onMore}>
      {say('Show {min} more of {of}', { min: Math.min(PAGE, of - shown), of })}
    </Button>
  ) : null;

function NoCue({ any }: { any: boolean }) {
  return any ? (
    <Text tone="muted" className="mt-3">
      {say('No cue says that.')}
    </Text>
  ) : (
    <Text size={17} tone="muted" className="mt-2">
      {say('A cue is one sentence: when this happens, show that. Start with one for followers or gifts.')}
    </Text>
  );
}

function CueGroup({
  group,
  cues,
  fresh,
  onField,
}: {
  group: string;
  cues: readonly Cue[];
  fresh: readonly string[];
  onField: (cue: string, field: string) => void;
}) {
  return (
    <View className="mt-3">
      {group === '' ? null : (
        <Text size={17} face="title" level={2}>
          {group}
        </Text>
      )}
      <View role="list" aria-label={group === '' ? say('Cues') : group}>
        {cues.map((each) => (
          <CueRow
            key={each.id}
            cue={each}
            fresh={fresh.includes(each.id)}
            onField={(field) => onField(each.id, field)}
          />
        ))}
      </View>
    </View>
  );
}

function CuesFoot({ any, onBring, onSave }: { any: boolean; onBring: () => void; onSave: () => void }) {
  const router = useRouter();
  return (
    <View className="flex-row flex-wrap gap-2 mt-4 pt-4 border-t border-line">
      <TryAll />
      <Button kind="outline" onPress={() => router.navigate('/numbers')}>
        {say('Numbers')}
      </Button>
      <Button kind="outline" onPress={() => router.navigate('/media')}>
        {say('Media')}
      </Button>
      <Button kind="outline" onPress={() => router.navigate('/sound')}>
        {say('Sound and read aloud')}
      </Button>
      <Button kind="outline" onPress={() => router.navigate('/points')}>
        {say('Points')}
      </Button>
      <Button kind="outline" onPress={onBring}>
        {say('Import cues')}
      </Button>
      <Button kind="outline" disabled={!any} onPress={onSave}>
        {say('Save cues as a file')}
      </Button>
    </View>
  );
}

/** The sheet that is open: a new cue, the cues of a file, or a part of a cue. */
function OpenSheet({
  opened,
  parts: [id, field = 'cue'],
  file,
  onSaid,
  onMade,
}: {
  opened: Opened | undefined;
  parts: readonly string[];
  file: CueFile | null;
  onSaid: (sentences: string[]) => void;
  onMade: (cues: string[]) => void;
}) {
  const show = useShow();
  const close = inPlace.back;
  if (opened === 'new') return <NewCue onClose={close} onMade={onMade} />;
  if (opened === 'file' && file)
    return (
      <CueFileSheet
        file={file}
        onClose={(sentences) => {
          onSaid(sentences);
          close();
        }}
      />
    );
  const cue = opened === 'cue' ? show.cues.find((each) => each.id === id) : undefined;
  return cue ? (
    <CueSheet
      key={`${cue.id}/${field}`}
      cue={cue}
      field={field}
      onField={(next) => inPlace.turn(partsOf('cue', cue.id, next))}
      onClose={close}
    />
  ) : null;
}

/** Cues by their groups, in the order in which the groups first come; those of none first. */
function groupsOf(cues: readonly Cue[]): [string, Cue[]][] {
  const groups = new Map<string, Cue[]>([['', []]]);
  for (const cue of cues) groups.set(cue.group ?? '', [...(groups.get(cue.group ?? '') ?? []), cue]);
  return [...groups].filter(([, list]) => list.length > 0);
}

function count(show: Show): string {
  const all = show.cues.length;
  const silent = show.cues.filter((cue) => cue.on && cueProblem(cue, show)).length;
  const cues = say('{n, plural, =0 {No cues yet} one {# cue} other {# cues}}', { n: all });
  return silent === 0 ? cues : say('{cues}, {silent} cannot fire', { cues, silent });
}
