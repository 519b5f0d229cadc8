import { useState } from 'react';
import { View } from 'react-native';
import Volume2 from 'lucide-react-native/icons/volume-2';
import useSWR from 'swr';
import { factsWords, loudnessWords, mediaKind, type Cut, type Media } from '@/core/media/media';
import { hearHere } from '@/ui/data/hear';
import { changeMedia, removeMedia, usesOf, type Use } from '@/ui/data/media';
import { useShow } from '@/ui/data/show';
import { edit, showStore } from '@/ui/data/show-store';
import { replaceMedia } from '@/core/show/replace-media';
import { Button } from '@/ui/part/button';
import { Confirm } from '@/ui/part/confirm';
import { TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { addFiles } from './add-files';
import { CutFields } from './cut-fields';
import { Thumb } from './thumb';
import { Problem } from '@/ui/part/problem';
import type { Show } from '@/core/show/show';
import { useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

/** One file: how it looks or sounds, what is played of it, where it is used, and its end. */
export function MediaSheet({ media, onClose }: { media: Media; onClose: () => void }) {
  const show = useShow();
  const { data: uses } = useSWR([say('media uses'), media.id, show], async () =>
    usesOf(media.id, await showStore.allShows()),
  );
  const [asking, setAsking] = useAsked('remove');
  const [said, setSaid] = useState<string | null>(null);
  const kind = mediaKind(media);
  const change = (next: Changed): void => changeFile(show, media.id, next);
  const replace = async (): Promise<void> => {
    const { done, said: sentence } = await replaceWithFile(
      media,
      (uses ?? []).some(({ show: name }) => name !== show.name),
    );
    setSaid(sentence);
    if (done) onClose();
  };
  const remove = (): void => void removeFile(media).then(onClose);
  return (
    <Sheet title={media.name} onClose={onClose}>
      {kind === 'sound' ? null : (
        <View className="items-center">
          <Thumb media={media} size={200} />
        </View>
      )}
      <Text tone="muted" className="tabular-nums">
        {factsWords(media)}
      </Text>
      <TextField
        label={say('Name')}
        value={media.name}
        most={120}
        onChange={(name) => {
          if (name.trim() !== '') change({ name });
        }}
      />
      {kind === 'sound' ? <SoundCut media={media} onChange={(cut) => change({ cut })} /> : null}
      <UsedIn uses={uses} />
      <Problem says={said} />
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" onPress={() => void replace()}>
          {say('Replace with another file')}
        </Button>
        <Button kind="bad" onPress={() => (uses && uses.length > 0 ? setAsking(true) : remove())}>
          {say('Delete')}
        </Button>
      </View>
      {asking ? (
        <Confirm
          title={say('Delete {name}', { name: media.name })}
          says={say('It is used: {uses}. There its picture or sound will be missing. This cannot be undone.', {
            uses: usesWords(uses ?? []),
          })}
          yes={say('Delete it')}
          onYes={remove}
          onClose={() => setAsking(false)}
        />
      ) : null}
    </Sheet>
  );
}

type Changed = Omit<Partial<Media>, 'cut'> & { cut?: Partial<Cut> };

function changeFile(show: Show, file: string, { cut, ...next }: Changed): void {
  void changeMedia(file, (old) => ({ ...old, ...next, cut: { ...old.cut, ...cut } }));
  // The show has what is known of its files in itself, so that a saved one is whole.
  if (show.media.some(({ id }) => id === file))
    edit((draft) => {
      const found = draft.media.find(({ id }) => id === file);
      if (found) Object.assign(found, next, { cut: { ...found.cut, ...cut } });
    });
}

/**
 * Lets a file be chosen that takes this one's place.
 * @param elsewhere other shows use it too
 * @returns whether it has, and what was wrong with what was chosen
 */
async function replaceWithFile(media: Media, elsewhere: boolean): Promise<{ done: boolean; said: string | null }> {
  const {
    media: [next],
    said: [problem = null],
  } = await addFiles([mediaKind(media)]);
  if (!next || next.id === media.id) return { done: false, said: problem };
  edit((draft) => replaceMedia(draft, media.id, next));
  // Other shows may still use the old one; it goes when nobody does.
  if (!elsewhere) await removeMedia(media.id);
  return { done: true, said: problem };
}

async function removeFile({ id }: Media): Promise<void> {
  // The show first: once the file is gone from the library, no show may go on believing that it is there, even if this page is left just then.
  edit((draft) => {
    draft.media = draft.media.filter((media) => media.id !== id);
  });
  await removeMedia(id);
}

function UsedIn({ uses }: { uses: readonly Use[] | undefined }) {
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Where it is used')}
      </Text>
      <Text>{uses === undefined ? '…' : uses.length === 0 ? say('Nowhere yet.') : usesWords(uses)}</Text>
    </View>
  );
}

const usesWords = (uses: readonly Use[]): string =>
  say('{uses}', { uses: { and: uses.map(({ cue, show }) => phrase('{cue} in {show}', { cue, show })) } });

/** What is played of a sound, and how it begins and ends; heard as it will be, at the level of all others. */
function SoundCut({ media, onChange }: { media: Media; onChange: (cut: Partial<Cut>) => void }) {
  const show = useShow();
  const { cut, seconds, lufs } = media;
  const loud = loudnessWords(lufs, show.sound.target);
  return (
    <View className="gap-3">
      <Button icon={Volume2} onPress={() => void hearHere(media.id, show.sound, media)}>
        {say('Hear it as it will be')}
      </Button>
      <Text tone={loud ? 'brick' : 'muted'}>
        {loud ??
          say('{lufs} LUFS by itself: near your target of {target} LUFS.', {
            lufs: lufs?.toFixed(1) ?? '',
            target: show.sound.target,
          })}
      </Text>
      <CutFields cut={cut} seconds={seconds} onChange={onChange} />
    </View>
  );
}
