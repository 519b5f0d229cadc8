import { useEffect, useState } from 'react';
import { Image, View } from 'react-native';
import Svg, { Rect, Text as SvgText } from 'react-native-svg';
import useSWR from 'swr';
import type { ArtPiece } from '@/core/piece/art';
import { addPiece } from '@/core/stage/add';
import { fillsHole, holesOf, setHoles, takeInHole } from '@/core/stage/in-hole';
import { holesIn } from '@/ui/data/hole';
import { mediaUrl } from '@/ui/data/media';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Pick } from '@/ui/part/pick';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { TOKENS } from '@/ui/theme/tokens';
import { newIds } from './add-piece';
import { say } from '@/ui/words/say';

const NOTHING = '';
const NEW = { camera: 'new camera', game: 'new game view' } as const;

/** What is seen through each hole of a frame art. Its holes are found when a picture is chosen, and anew with each other one. */
export function ArtFields({ piece }: { piece: ArtPiece }) {
  const show = useShow();
  const [said, setSaid] = useState<string | null>(null);
  const media = show.media.find(({ id }) => id === piece.media);
  const { id, holes } = piece;
  useEffect(() => {
    if (!media || holes?.of === media.id) return undefined;
    let left = false;
    void holesIn(media.id).then((found) => {
      if (left) return;
      setSaid(found ? null : say('This browser does not have the picture, so its holes cannot be looked for.'));
      if (found) edit((draft) => setHoles(draft, id, found));
    });
    return () => {
      left = true;
    };
  }, [media, holes?.of, id]);
  if (!media) return null;
  const list = holesOf(piece);
  const views = show.pieces.filter(fillsHole);
  const take = (n: number, value: string): void => {
    const kind = value === NEW.camera ? 'camera' : value === NEW.game ? 'game' : null;
    const ids = newIds();
    edit((draft) => {
      if (kind) addPiece(draft, kind, ids, null);
      takeInHole(draft, id, n, kind ? ids.piece : value === NOTHING ? null : value);
    });
  };
  return (
    <View className="gap-3" role="group" aria-label={say('Holes')}>
      {holes?.of === media.id && list.length === 0 ? (
        <Text tone="muted">{say('There is no hole in this picture: nothing of it can be seen through.')}</Text>
      ) : null}
      {list.length > 1 ? <Numbered media={media.id} width={media.width} height={media.height} holes={list} /> : null}
      {list.map((hole, n) => (
        <Pick
          key={n}
          label={list.length > 1 ? say('Seen through hole {n}', { n: n + 1 }) : say('Seen through the hole')}
          value={views.some((view) => view.id === hole.takes) ? (hole.takes ?? NOTHING) : NOTHING}
          options={[
            { value: NOTHING, label: say('Nothing in particular') },
            ...views.map(({ id: value, name }) => ({ value, label: name })),
            { value: NEW.camera, label: say('A new camera') },
            { value: NEW.game, label: say('A new game view') },
          ]}
          onChange={(value) => take(n, value)}
        />
      ))}
      {list.some(({ takes }) => takes !== undefined) ? (
        <Text size={13} tone="muted">
          {say(
            'What is seen through a hole fills it, and goes along with the frame art. Moved by itself it leaves the hole.',
          )}
        </Text>
      ) : null}
      <Problem says={said} />
    </View>
  );
}

/** So wide the picture is shown, px of the screen. */
const WIDTH = 200;

/** The picture with a number in each hole. */
function Numbered({
  media,
  width,
  height,
  holes,
}: {
  media: string;
  width: number;
  height: number;
  holes: ReturnType<typeof holesOf>;
}) {
  const { data: url } = useSWR(['media', media], () => mediaUrl(media));
  const tall = Math.min(260, (WIDTH * height) / width);
  const wide = (tall * width) / height;
  return (
    <View style={{ width: wide, height: tall }} className="rounded-card bg-ground overflow-hidden">
      {url ? <Image source={{ uri: url }} style={{ width: wide, height: tall }} aria-hidden /> : null}
      <View
        style={{ position: 'absolute', left: 0, top: 0 }}
        role="img"
        aria-label={say('{holes} holes, numbered', { holes: holes.length })}
      >
        <Svg width={wide} height={tall}>
          {holes.map(({ x, y, w, h }, n) => (
            <Rect
              key={n}
              x={x * wide + 2}
              y={y * tall + 2}
              width={Math.max(1, w * wide - 4)}
              height={Math.max(1, h * tall - 4)}
              fill="none"
              stroke={TOKENS.dark.marigold}
              strokeWidth={1.5}
            />
          ))}
          {holes.map(({ x, y, w, h }, n) => (
            <SvgText
              key={n}
              x={(x + w / 2) * wide}
              y={(y + h / 2) * tall + 6}
              fontSize={17}
              fontFamily="Atkinson-SemiBold"
              fill={TOKENS.dark.marigold}
              textAnchor="middle"
            >
              {n + 1}
            </SvgText>
          ))}
        </Svg>
      </View>
    </View>
  );
}
