import { useState } from 'react';
import { View } from 'react-native';
import Volume2 from 'lucide-react-native/icons/volume-2';
import useSWR from 'swr';
import { factsWords, loudnessWords, mediaKind, type Cut, type Media } from '@/core/media/media';
import { hearHere } from '@/ui/data/hear';
import { changeMedia, removeMedia, usesOf } from '@/ui/data/media';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Confirm } from '@/ui/part/confirm';
import { DecimalField } from '@/ui/part/decimal-field';
import { TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { addFiles } from './add-files';
import { Thumb } from './thumb';

/** One file: how it looks or sounds, what is played of it, where it is used, and its end. */
export function MediaSheet({ media, onClose }: { media: Media; onClose: () => void }) {
  const show = useShow();
  const { data: uses } = useSWR(['media uses', media.id, show], () => usesOf(media.id));
  const [asking, setAsking] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const kind = mediaKind(media);
  const change = ({ cut, ...next }: Omit<Partial<Media>, 'cut'> & { cut?: Partial<Cut> }): void => {
    void changeMedia(media.id, (old) => ({ ...old, ...next, cut: { ...old.cut, ...cut } }));
    // The show has what is known of its files in itself, so that a saved one is whole.
    if (show.media.some(({ id }) => id === media.id))
      edit((draft) => {
        const file = draft.media.find(({ id }) => id === media.id);
        if (file) Object.assign(file, next, { cut: { ...file.cut, ...cut } });
      });
  };
  const replace = async (): Promise<void> => {
    const {
      media: [next],
      said: sentences,
    } = await addFiles([kind]);
    setSaid(sentences[0] ?? null);
    if (!next || next.id === media.id) return;
    edit((draft) => {
      draft.media = draft.media
        .filter(({ id }) => id !== media.id && id !== next.id)
        .concat(draft.media.some(({ id }) => id === media.id) ? [next] : []);
      for (const cue of draft.cues) {
        for (const step of cue.steps) {
          if (step.kind === 'play' && step.sound === media.id) step.sound = next.id;
          if (step.kind === 'show' && step.look?.picture === media.id) step.look.picture = next.id;
        }
      }
    });
    // Other shows may still use the old one; it goes when nobody does.
    if ((uses ?? []).every(({ show: name }) => name === show.name)) await removeMedia(media.id);
    onClose();
  };
  const remove = async (): Promise<void> => {
    // The show first: once the file is gone from the library, no show may go on believing that it is there, even if this page is left just then.
    edit((draft) => {
      draft.media = draft.media.filter(({ id }) => id !== media.id);
    });
    await removeMedia(media.id);
    onClose();
  };
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
        label="Name"
        value={media.name}
        most={120}
        onChange={(name) => {
          if (name.trim() !== '') change({ name });
        }}
      />
      {kind === 'sound' ? <SoundCut media={media} onChange={(cut) => change({ cut })} /> : null}
      <View className="gap-1">
        <Text size={13} tone="muted">
          Where it is used
        </Text>
        <Text>
          {uses === undefined
            ? '…'
            : uses.length === 0
              ? 'Nowhere yet.'
              : uses.map((use) => `${use.cue} in ${use.show}`).join(', ')}
        </Text>
      </View>
      {said ? (
        <Text tone="brick" role="alert">
          {said}
        </Text>
      ) : null}
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" onPress={() => void replace()}>
          Replace with another file
        </Button>
        <Button kind="bad" onPress={() => (uses && uses.length > 0 ? setAsking(true) : void remove())}>
          Remove
        </Button>
      </View>
      {asking ? (
        <Confirm
          title={`Remove ${media.name}`}
          says={`It is used: ${(uses ?? []).map((use) => `${use.cue} in ${use.show}`).join(', ')}. There its picture or sound will be missing. This cannot be undone.`}
          yes="Remove it"
          onYes={() => void remove()}
          onClose={() => setAsking(false)}
        />
      ) : null}
    </Sheet>
  );
}

/** What is played of a sound, and how it begins and ends; heard as it will be, at the level of all others. */
function SoundCut({ media, onChange }: { media: Media; onChange: (cut: Partial<Cut>) => void }) {
  const show = useShow();
  const { cut, seconds, lufs } = media;
  const loud = loudnessWords(lufs, show.sound.target);
  const end = Math.floor(seconds * 100) / 100;
  return (
    <View className="gap-3">
      <Button icon={Volume2} onPress={() => void hearHere(media.id, show.sound, media)}>
        Hear it as it will be
      </Button>
      <Text tone={loud ? 'brick' : 'muted'}>
        {loud ?? `${lufs?.toFixed(1)} LUFS by itself: near your target of ${show.sound.target} LUFS.`}
      </Text>
      <View className="flex-row gap-3">
        <View className="flex-1">
          <DecimalField
            label="Begins at, seconds"
            value={cut.from}
            least={0}
            most={Math.max(0, (cut.until ?? end) - 0.05)}
            onChange={(from) => onChange({ from })}
          />
        </View>
        <View className="flex-1">
          <DecimalField
            label="Ends at, seconds"
            value={cut.until ?? end}
            least={cut.from + 0.05}
            most={end}
            onChange={(until) => onChange({ until: until >= end ? null : until })}
          />
        </View>
      </View>
      <View className="flex-row gap-3">
        <View className="flex-1">
          <DecimalField
            label="Fades in, seconds"
            value={cut.fadeIn}
            least={0}
            most={10}
            onChange={(fadeIn) => onChange({ fadeIn })}
          />
        </View>
        <View className="flex-1">
          <DecimalField
            label="Fades out, seconds"
            value={cut.fadeOut}
            least={0}
            most={10}
            onChange={(fadeOut) => onChange({ fadeOut })}
          />
        </View>
      </View>
    </View>
  );
}
