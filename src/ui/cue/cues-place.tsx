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

/** With fewer cues than this all are in sight, and nothing needs to be sought. */
const MANY = 6;

/** So many are drawn at first, and with each press more: hundreds at once would make every letter that is typed slow. */
const PAGE = 60;

type Open = { cue: string; field: string } | 'new' | { file: CueFile } | null;

/** What happens when: every cue as a sentence. */
export function CuesPlace() {
  const show = useShow();
  const [open, setOpen] = useState<Open>(null);
  const [sought, setSought] = useState('');
  const [said, setSaid] = useState<string[]>([]);
  const [most, setMost] = useState(PAGE);
  const seen = matching(show, sought);
  const save = async (): Promise<void> =>
    saveFile(
      `${show.name} cues.gavirn.json`,
      'application/json',
      JSON.stringify(cueFileOf(show, seen, await filesOf(show.media)), null, 2),
    );
  const bring = async (): Promise<void> => {
    const file = await openFile('application/json,.json');
    if (!file) return;
    const read = readCueFile(file.text);
    setSaid(read.ok ? [] : [read.reason]);
    if (read.ok) setOpen({ file: read.file });
  };
  return (
    <>
      <PlaceBody
        title="Cues"
        beside={
          <Button kind={show.cues.length === 0 ? 'main' : 'outline'} icon={Plus} onPress={() => setOpen('new')}>
            New cue
          </Button>
        }
      >
        <Text tone="muted">{count(show)}</Text>
        {show.cues.length > MANY ? (
          <View className="mt-3">
            <TextField label="Search cues" value={sought} exact onChange={setSought} />
          </View>
        ) : null}
        <Problems says={said} />
        {groupsOf(seen.slice(0, most)).map(([group, cues]) => (
          <CueGroup key={group} group={group} cues={cues} onField={(id, field) => setOpen({ cue: id, field })} />
        ))}
        {seen.length > most ? (
          <Button
            kind="outline"
            className="mt-3"
            onPress={() => setMost(most + PAGE)}
          >{`Show ${Math.min(PAGE, seen.length - most)} more of ${seen.length}`}</Button>
        ) : null}
        {seen.length === 0 ? <NoCue any={show.cues.length > 0} /> : null}
        <CuesFoot any={seen.length > 0} onBring={() => void bring()} onSave={() => void save()} />
      </PlaceBody>
      <OpenSheet open={open} setOpen={setOpen} setSaid={setSaid} />
    </>
  );
}

/** The cues whose name, group or sentence has these words in it. */
function matching(show: Show, sought: string): Cue[] {
  const wanted = sought.trim().toLocaleLowerCase();
  return show.cues.filter(
    (each) =>
      wanted === '' ||
      `${each.name} ${each.group ?? ''} ${cueSentence(each, show)
        .map(({ text }) => text)
        .join('')}`
        .toLocaleLowerCase()
        .includes(wanted),
  );
}

function NoCue({ any }: { any: boolean }) {
  return any ? (
    <Text tone="muted" className="mt-3">
      No cue says that.
    </Text>
  ) : (
    <Text size={17} tone="muted" className="mt-2">
      A cue is one sentence: when this happens, show that. Start with one for followers or gifts.
    </Text>
  );
}

function CueGroup({
  group,
  cues,
  onField,
}: {
  group: string;
  cues: readonly Cue[];
  onField: (cue: string, field: string) => void;
}) {
  return (
    <View className="mt-3">
      {group === '' ? null : (
        <Text size={17} face="title" level={2}>
          {group}
        </Text>
      )}
      <View role="list" aria-label={group === '' ? 'Cues' : group}>
        {cues.map((each) => (
          <CueRow key={each.id} cue={each} onField={(field) => onField(each.id, field)} />
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
        Numbers
      </Button>
      <Button kind="outline" onPress={() => router.navigate('/media')}>
        Media
      </Button>
      <Button kind="outline" onPress={() => router.navigate('/sound')}>
        Sound and read aloud
      </Button>
      <Button kind="outline" onPress={() => router.navigate('/points')}>
        Points
      </Button>
      <Button kind="outline" onPress={onBring}>
        Bring in cues
      </Button>
      <Button kind="outline" disabled={!any} onPress={onSave}>
        Save cues as a file
      </Button>
    </View>
  );
}

/** The sheet that is open: a new cue, the cues of a file, or a part of a cue. */
function OpenSheet({
  open,
  setOpen,
  setSaid,
}: {
  open: Open;
  setOpen: (open: Open) => void;
  setSaid: (sentences: string[]) => void;
}) {
  const show = useShow();
  if (open === null) return null;
  if (open === 'new') return <NewCue onClose={() => setOpen(null)} />;
  if ('file' in open)
    return (
      <CueFileSheet
        file={open.file}
        onClose={(sentences) => {
          setSaid(sentences);
          setOpen(null);
        }}
      />
    );
  const cue = show.cues.find(({ id }) => id === open.cue);
  return cue ? (
    <CueSheet
      key={`${cue.id}/${open.field}`}
      cue={cue}
      field={open.field}
      onField={(field) => setOpen({ cue: cue.id, field })}
      onClose={() => setOpen(null)}
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
  const cues = all === 0 ? 'No cues yet' : all === 1 ? '1 cue' : `${all} cues`;
  return silent === 0 ? cues : `${cues}, ${silent} cannot fire`;
}
