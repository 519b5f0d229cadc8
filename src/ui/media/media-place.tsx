import { useState } from 'react';
import { Pressable, View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import { bytesWords, factsWords, loudnessWords, mediaKind, type Media } from '@/core/media/media';
import { useShow } from '@/ui/data/show';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { addFiles } from './add-files';
import { MediaSheet } from './media-sheet';
import { Missing } from './missing';
import { Samples } from './samples';
import { Thumb } from './thumb';
import { useMediaLibrary } from './use-media';
import { Problems } from '@/ui/part/problem';
import { useOpenOne } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

const ALL = ['picture', 'clip', 'sound'] as const;
type Shown = 'all' | (typeof ALL)[number];

/** The streamer's own pictures, clips and sounds, for all shows of this browser. */
export function MediaPlace() {
  const show = useShow();
  const library = useMediaLibrary();
  const [said, setSaid] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const [sought, setSought] = useState('');
  const [kind, setKind] = useState<Shown>('all');
  const [open, setOpen] = useOpenOne('file');
  const add = async (): Promise<void> => {
    setBusy(true);
    setSaid((await addFiles(ALL)).said);
    setBusy(false);
  };
  const seen = library.filter(
    (media) =>
      (kind === 'all' || mediaKind(media) === kind) &&
      media.name.toLocaleLowerCase().includes(sought.trim().toLocaleLowerCase()),
  );
  const chosen = library.find(({ id }) => id === open);
  return (
    <>
      <PlaceBody
        title={say('Media')}
        beside={
          <Button
            kind={library.length === 0 ? 'main' : 'outline'}
            icon={Plus}
            disabled={busy}
            onPress={() => void add()}
          >
            {busy ? say('Looking …') : say('Add files')}
          </Button>
        }
      >
        <Text tone="muted">{libraryWords(library)}</Text>
        <Problems says={said} />
        {library.length > 0 ? (
          <MediaFilter kind={kind} setKind={setKind} library={library} sought={sought} setSought={setSought} />
        ) : (
          <Text tone="muted" className="mt-3">
            {say('PNG, JPEG, WebP, GIF and SVG; WebM and MP4; WAV, MP3, Ogg, FLAC and M4A.')}
          </Text>
        )}
        <View role="list" aria-label={say('Files')} className="mt-2">
          {seen.map((media) => (
            <MediaRow key={media.id} media={media} target={show.sound.target} onPress={() => setOpen(media.id)} />
          ))}
        </View>
        {library.length > 0 && seen.length === 0 ? (
          <Text tone="muted" className="mt-3">
            {say('No file of that name and kind.')}
          </Text>
        ) : null}
        <Missing />
        <Samples />
      </PlaceBody>
      {chosen ? <MediaSheet key={chosen.id} media={chosen} onClose={() => setOpen(null)} /> : null}
    </>
  );
}

function libraryWords(library: readonly Media[]): string {
  if (library.length === 0)
    return say(
      'Your own pictures, clips and sounds. They are kept in this browser, once each, and go to the server with the show that uses them.',
    );
  const bytes = library.reduce((sum, media) => sum + media.bytes, 0);
  return say('{n, plural, one {# file} other {# files}}, {size}', { n: library.length, size: bytesWords(bytes) });
}

function MediaFilter({
  kind,
  setKind,
  library,
  sought,
  setSought,
}: {
  kind: Shown;
  setKind: (value: Shown) => void;
  library: readonly Media[];
  sought: string;
  setSought: (value: string) => void;
}) {
  return (
    <View className="mt-3 gap-3">
      <Segments
        label={say('Kind')}
        value={kind}
        onChange={setKind}
        options={[
          { value: 'all', label: say('All') },
          { value: 'picture', label: say('Pictures') },
          { value: 'clip', label: say('Clips') },
          { value: 'sound', label: say('Sounds') },
        ]}
      />
      {library.length > 7 ? <TextField label={say('Search')} value={sought} onChange={setSought} exact /> : null}
    </View>
  );
}

function MediaRow({ media, target, onPress }: { media: Media; target: number; onPress: () => void }) {
  const loud = mediaKind(media) === 'sound' ? loudnessWords(media.lufs, target) : null;
  return (
    <View role="listitem">
      <Pressable
        role="button"
        aria-label={say('{name}, {facts}', { name: media.name, facts: factsWords(media) })}
        onPress={onPress}
        className="min-h-[64px] py-2 flex-row items-center gap-3 border-b border-line"
      >
        <Thumb media={media} />
        <View className="flex-1">
          <Text size={17} face="strong" numberOfLines={1}>
            {/* A space keeps it apart from the facts, where both are read as one name. */}
            {`${media.name} `}
          </Text>
          <Text size={13} tone="muted" className="tabular-nums">
            {factsWords(media)}
          </Text>
          {loud ? (
            <Text size={13} tone="brick">
              {loud}
            </Text>
          ) : null}
        </View>
      </Pressable>
    </View>
  );
}
