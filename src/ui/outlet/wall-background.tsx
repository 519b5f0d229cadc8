import { View } from 'react-native';
import { mediaKind } from '@/core/media/media';
import type { Outlet, OutletShows } from '@/core/show/outlet';
import { MOST_ON_WALL, WALL_GROUNDS, type WallGround } from '@/core/show/wall';
import { useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { MediaField } from '@/ui/stage/media-field';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

const GROUNDS: Record<WallGround, Phrase> = {
  clay: phrase('Clay'),
  night: phrase('Night'),
  sea: phrase('Sea'),
  paper: phrase('Paper'),
};

/** A wall is a full screen on a television behind the streamer: a background of ours, or a picture or clip of their own. */
export function WallBackground({
  shows,
  change,
}: {
  shows: Extract<OutletShows, { kind: 'wall' }>;
  change: (recipe: (draft: Outlet) => void) => void;
}) {
  const file = useShow(({ media }) => media.find(({ id }) => id === shows.picture));
  const set = (picture: string | undefined): void =>
    change((found) => {
      if (found.shows.kind === 'wall') found.shows.picture = picture;
    });
  return (
    <View className="gap-2">
      <Text size={13} tone="muted">
        {say(
          'A full screen for a television behind you, up to {most} pieces, readable from 3 m. Open its address in the television’s browser.',
          { most: MOST_ON_WALL },
        )}
      </Text>
      <Segments
        label={say('Its background')}
        value={file ? mediaKind(file) : shows.ground}
        onChange={(value) =>
          change((found) => {
            if (found.shows.kind !== 'wall' || value === 'picture' || value === 'clip' || value === 'sound') return;
            found.shows.ground = value;
            found.shows.picture = undefined;
          })
        }
        options={WALL_GROUNDS.map((value) => ({ value, label: GROUNDS[value] }))}
      />
      {file ? (
        <View className="flex-row items-center justify-between gap-3">
          <Text className="shrink" numberOfLines={1}>
            {say('Behind it: {name}', { name: file.name })}
          </Text>
          <Button kind="outline" onPress={() => set(undefined)}>
            {say('Take it away')}
          </Button>
        </View>
      ) : null}
      <MediaField label={say('A picture of yours')} of="picture" value={shows.picture ?? ''} onChange={set} />
      <MediaField label={say('A clip of yours')} of="clip" value={shows.picture ?? ''} onChange={set} />
    </View>
  );
}
