import { inScene, placedIn } from '@/core/engine/feature/scene/schema';
import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import type { Box } from '@/core/paint/display';
import type { Piece } from '@/core/piece';
import type { FrameSize } from '@/core/piece/frame';
import type { Show } from '@/core/show/show';
import type { Finding } from '@/core/stage/judge/finding';
import { refit } from '@/core/stage/in-hole';
import { mendShow } from '@/core/stage/judge/mend';
import { keepInFrame, gaps } from '@/core/stage/place';
import { veilsOf } from '@/core/show/safe-area';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import type { Draft } from './drag';
import { FindingMark } from './finding-mark';
import { FrameView } from './frame-view';
import { Guides } from './guides';
import { Handles } from './handles';
import { usePlace } from './use-place';
import { useStageKeys } from './use-stage-keys';
import { useWheel } from './use-wheel';
import { Veil } from './veil';
import { say } from '@/ui/words/say';

export interface EditorProps {
  /** px of the screen. */
  width: number;
  /** Only the pieces of one scene, '' for all. */
  scene: string;
  chosen: readonly string[];
  onChoose: (ids: string[]) => void;
  onOpen: (id: string) => void;
  veil: boolean;
  findings: readonly Finding[];
}

/** The frame with its pieces to be taken hold of. */
export function Editor({ width, scene, chosen, onChoose, onOpen, veil, findings }: EditorProps) {
  const show = useShow();
  const put = usePlace(scene);
  const [draft, setDraft] = useState<(Draft & { id: string }) | null>(null);
  const { frame } = show;
  const scale = width / frame.width;
  const height = frame.height * scale;

  const { seen, drafted, painted } = useDrafted(show, scene, draft);
  useStageKeys({ chosen, seen, frame, put, onChoose });

  const lines = (id: string): Box[] => snapsOf(show, seen, chosen, id);

  const alone = chosen.length === 1 ? (seen.find(({ id }) => id === chosen[0]) ?? null) : null;
  const root = useWheel(alone, frame, {
    onDraft: (id, next) => setDraft(next && { ...next, id }),
    onPlace: (id, next) => letGo(id, next, scene),
  });
  return (
    <View ref={root} style={{ width, height }}>
      <FrameView show={show} pieces={painted} width={width} seen="edit" />
      {veil ? <Veil width={width} height={height} /> : null}
      <Ground width={width} height={height} onPress={() => onChoose([])} />
      <Drawn draft={draft} drafted={drafted} width={width} height={height} scale={scale} frame={frame} lines={lines} />
      {drafted.map((piece) => (
        <Handles
          key={piece.id}
          piece={piece}
          frame={frame}
          scale={scale}
          chosen={chosen.includes(piece.id)}
          alone={chosen.length === 1 && chosen[0] === piece.id}
          lines={() => lines(piece.id)}
          along={() => alongWith(seen, chosen, piece.id)}
          size={pictureSize(piece, show)}
          onChoose={(more) => onChoose(more ? toggled(chosen, piece.id) : [piece.id])}
          onOpen={() => onOpen(piece.id)}
          onDraft={(next) => setDraft(next && { ...next, id: piece.id })}
          onPlace={(next) => letGo(piece.id, next, scene)}
        />
      ))}
      {draft ? null : (
        <FindingMark
          findings={findings}
          pieces={drafted}
          scale={scale}
          width={width}
          height={height}
          chosen={chosen}
          onChoose={(id) => onChoose([id])}
        />
      )}
    </View>
  );
}

/** The lines to which what is being dragged has snapped, and its distances. */
function Drawn({
  draft,
  drafted,
  frame,
  lines,
  ...size
}: {
  draft: (Draft & { id: string }) | null;
  drafted: readonly Piece[];
  frame: FrameSize;
  lines: (id: string) => Box[];
  width: number;
  height: number;
  scale: number;
}) {
  return draft ? (
    <Guides
      draft={draft}
      {...size}
      mirrored={drafted.some((piece) => piece.id === draft.id && 'mirrored' in piece && piece.mirrored)}
      gapsOf={(box) => gaps(box, lines(draft.id), frame)}
    />
  ) : null;
}

/** Where nothing is: a press lets go of what is chosen. */
const Ground = ({ width, height, onPress }: { width: number; height: number; onPress: () => void }) => (
  <Pressable
    aria-label={say('Deselect the piece')}
    role="button"
    tabIndex={-1}
    onPress={onPress}
    style={{ position: 'absolute', left: 0, top: 0, width, height }}
  />
);

/** The pieces of a scene: as they are placed, with the one that is being moved, and those of them that are to be painted. */
function useDrafted(show: Show, scene: string, draft: (Draft & { id: string }) | null) {
  const seen = useMemo(
    () => show.pieces.filter((piece) => inScene(piece, scene)).map((piece) => placedIn(piece, scene)),
    [show.pieces, scene],
  );
  const drafted = useMemo(() => seen.map((piece) => withDraft(piece, draft)), [seen, draft]);
  const painted = useMemo(() => drafted.filter(({ off }) => !off), [drafted]);
  return { seen, drafted, painted };
}

const toggled = (chosen: readonly string[], id: string): string[] =>
  chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id];

/** What is dragged along with a piece, itself among them, as it stands: all that is chosen with it. */
const alongWith = (seen: readonly Piece[], chosen: readonly string[], id: string): Record<string, Box> =>
  Object.fromEntries(
    seen
      .filter((piece) => piece.id === id || (chosen.includes(id) && chosen.includes(piece.id) && !piece.locked))
      .map(({ id: each, place }) => [each, place]),
  );

/** What a piece that is dragged snaps to: the others that stand still, and the edges of safe areas. */
const snapsOf = (show: Show, seen: readonly Piece[], chosen: readonly string[], id: string): Box[] => [
  ...seen.filter((piece) => piece.id !== id && !chosen.includes(piece.id) && !piece.off).map(({ place }) => place),
  ...veilsOf(show.safe, show.frame).map(({ box }) => box),
];

/** How large the picture is that a piece shows; of a camera or a game, which may be of any size, it is as its box is. Null where it shows none. */
function pictureSize(piece: Piece, { media }: Show): { w: number; h: number } | null {
  if (!('fit' in piece)) return null;
  if (piece.kind === 'camera' || piece.kind === 'game')
    return { w: piece.place.w / (piece.crop?.w ?? 1), h: piece.place.h / (piece.crop?.h ?? 1) };
  const file = media.find(({ id }) => id === piece.media);
  return file ? { w: file.width, h: file.height } : null;
}

/** A piece is let go of: it and what was dragged along stand where they were left, turned and cut as they were. It is one change. */
function letGo(id: string, { boxes, turn, crop }: Draft, scene: string): void {
  edit((to) => {
    const places = Object.entries(boxes).map(([each, box]) => [each, keepInFrame(box, to.frame)] as const);
    if (places.length > 0) mendShow(to, { kind: 'place', places: Object.fromEntries(places), scene });
    const piece = to.pieces.find((each) => each.id === id);
    if (!piece) return;
    if (turn === 0) delete piece.turn;
    else if (turn !== undefined) piece.turn = turn;
    if (turn !== undefined) refit(to, id);
    if (crop === undefined || !('fit' in piece)) return;
    if (crop === null) delete piece.crop;
    else piece.crop = crop;
  });
}

function withDraft(piece: Piece, draft: (Draft & { id: string }) | null): Piece {
  const box = draft?.boxes[piece.id];
  const turn = draft?.id === piece.id ? draft.turn : undefined;
  const crop = draft?.id === piece.id ? draft.crop : undefined;
  if (!box && turn === undefined && crop === undefined) return piece;
  return {
    ...piece,
    ...(box ? { place: box } : {}),
    ...(turn === undefined ? {} : { turn }),
    ...(crop === undefined ? {} : { crop: crop ?? undefined }),
  };
}
