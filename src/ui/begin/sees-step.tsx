import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { PIECE_KINDS } from '@/core/piece';
import { PLATFORMS } from '@/core/platform';
import { emptyShow } from '@/core/show/starter';
import { platformChat } from '@/core/stage/judge/content';
import { FRAMES, sightsFor, type FirstAnswers, type Sight } from '@/core/stage/first-show';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { PiecePicture } from '@/ui/stage/piece-picture';
import { PictureTile, TILE_GAP, tileWidth } from '@/ui/part/picture-tile';
import { say } from '@/ui/words/say';
import { appLanguage } from '@/ui/words/language';

/** The third question: the pieces, each as it looks. */
export function SeesStep({
  answers,
  onChange,
  onDone,
}: {
  answers: FirstAnswers;
  onChange: (sees: Sight[]) => void;
  onDone: () => void;
}) {
  const { feed, sees } = answers;
  const [room, setRoom] = useState(0);
  const { show, pieces } = useOffered(answers);
  const own = platformChat(show);
  const width = tileWidth(room);
  return (
    <View className="gap-4">
      <View
        role="group"
        aria-label={say('What viewers see')}
        className="flex-row flex-wrap"
        style={{ gap: TILE_GAP }}
        onLayout={({ nativeEvent: { layout } }) => setRoom(layout.width)}
      >
        {room === 0
          ? null
          : pieces.map(({ kind, title, piece }) => (
              <PictureTile
                key={kind}
                width={width}
                title={title}
                note={
                  kind === 'chat' && own && feed
                    ? say('{name} shows its own, too', { name: PLATFORMS[feed.platform].name })
                    : null
                }
                role="checkbox"
                chosen={sees.includes(kind)}
                onPress={() => onChange(sees.includes(kind) ? sees.filter((each) => each !== kind) : [...sees, kind])}
              >
                <PiecePicture piece={piece} show={show} width={width} height={Math.round(width * 0.6)} />
              </PictureTile>
            ))}
      </View>
      {sees.length === 0 ? <Text tone="mist">{say('Nothing is chosen: the frame will be empty.')}</Text> : null}
      <Button kind="main" onPress={onDone}>
        {say('Next: how it looks')}
      </Button>
    </View>
  );
}

/** The pieces that are offered, in the look that was chosen, and the show that they are of. */
function useOffered({ feed, streams, style }: FirstAnswers) {
  const show = useMemo(
    () => ({
      ...emptyShow('begin', '', appLanguage()),
      frame: streams === 'wide' ? FRAMES.wide : FRAMES.upright,
      feeds: feed ? [feed] : [],
    }),
    [streams, feed],
  );
  const pieces = useMemo(
    () =>
      sightsFor(feed).map((sight) => ({
        ...sight,
        // A picture of a piece needs no name, and always the size for an upright frame.
        piece: {
          ...PIECE_KINDS[sight.kind].make(sight.kind, { ...show, frame: FRAMES.upright }),
          style: style,
        },
      })),
    [feed, show, style],
  );
  return { show, pieces };
}
