import { inScene, placedIn } from '@/core/engine/feature/scene/schema';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import Svg, { Line, Rect, Text as SvgText } from 'react-native-svg';
import type { Box } from '@/core/paint/display';
import type { Piece } from '@/core/piece';
import type { Finding } from '@/core/stage/judge/finding';
import { keepInFrame, gaps, move } from '@/core/stage/place';
import { veilsOf } from '@/core/show/safe-area';
import { useShow } from '@/ui/data/show-context';
import { TOKENS } from '@/ui/theme/tokens';
import { FindingMark } from './finding-mark';
import { FrameView } from './frame-view';
import { Handles, type Draft } from './handles';
import { usePlace } from './use-place';
import { Veil } from './veil';

const { mist, ink } = TOKENS.dark;

const ARROWS: Readonly<Record<string, [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

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
  const { show, desk, edit } = useShow();
  const put = usePlace(scene);
  const [draft, setDraft] = useState<(Draft & { id: string }) | null>(null);
  const { frame } = show;
  const scale = width / frame.width;
  const height = frame.height * scale;

  const seen = useMemo(
    () => show.pieces.filter((piece) => inScene(piece, scene)).map((piece) => placedIn(piece, scene)),
    [show.pieces, scene],
  );
  const drafted = useMemo(() => seen.map((piece) => withDraft(piece, draft)), [seen, draft]);
  const painted = useMemo(() => drafted.filter(({ off }) => !off), [drafted]);

  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      const arrow = ARROWS[event.key];
      if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
      if (event.key === 'Escape') onChoose([]);
      if ((event.key === 'Delete' || event.key === 'Backspace') && chosen.length > 0) {
        edit((to) => {
          to.pieces = to.pieces.filter(({ id, locked }) => !chosen.includes(id) || locked);
        });
        onChoose([]);
      }
      if (!arrow || chosen.length === 0) return;
      event.preventDefault();
      const by = event.shiftKey ? 10 : 1;
      put(
        Object.fromEntries(
          seen
            .filter(({ id, locked }) => chosen.includes(id) && !locked)
            .map(({ id, place }) => [id, move(place, arrow[0] * by, arrow[1] * by, frame, false).box]),
        ),
      );
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [chosen, onChoose, put, edit, frame, seen]);

  const choose = useCallback(
    (id: string, more: boolean): void => {
      if (!more) return onChoose([id]);
      onChoose(chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id]);
    },
    [chosen, onChoose],
  );

  const placed = (id: string, { boxes, turn }: Draft): void => {
    if (Object.keys(boxes).length > 0)
      put(Object.fromEntries(Object.entries(boxes).map(([each, box]) => [each, keepInFrame(box, frame)])));
    if (turn === undefined) return;
    edit((to) => {
      const piece = to.pieces.find((each) => each.id === id);
      if (!piece) return;
      if (turn === 0) delete piece.turn;
      else piece.turn = turn;
    });
  };
  const along = (id: string): Record<string, Box> =>
    Object.fromEntries(
      seen
        .filter((piece) => piece.id === id || (chosen.includes(id) && chosen.includes(piece.id) && !piece.locked))
        .map(({ id: each, place }) => [each, place]),
    );
  const lines = (id: string): Box[] => [
    ...seen.filter((piece) => piece.id !== id && !chosen.includes(piece.id) && !piece.off).map(({ place }) => place),
    ...veilsOf(show.safe, frame).map(({ box }) => box),
  ];

  return (
    <View style={{ width, height }}>
      <FrameView show={show} pieces={painted} live={desk.view?.live ?? null} width={width} seen="edit" />
      {veil ? <Veil width={width} height={height} /> : null}
      <Pressable
        aria-label="Let go of the piece"
        role="button"
        tabIndex={-1}
        onPress={() => onChoose([])}
        style={{ position: 'absolute', left: 0, top: 0, width, height }}
      />
      {draft ? (
        <Guides
          draft={draft}
          width={width}
          height={height}
          scale={scale}
          gapsOf={(box) => gaps(box, lines(draft.id), frame)}
        />
      ) : null}
      {drafted.map((piece) => (
        <Handles
          key={piece.id}
          piece={piece}
          frame={frame}
          scale={scale}
          chosen={chosen.includes(piece.id)}
          alone={chosen.length === 1 && chosen[0] === piece.id}
          lines={() => lines(piece.id)}
          along={() => along(piece.id)}
          onChoose={(more) => choose(piece.id, more)}
          onOpen={() => onOpen(piece.id)}
          onDraft={(next) => setDraft(next && { ...next, id: piece.id })}
          onPlace={(next) => placed(piece.id, next)}
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

function withDraft(piece: Piece, draft: (Draft & { id: string }) | null): Piece {
  const box = draft?.boxes[piece.id];
  const turn = draft?.id === piece.id ? draft.turn : undefined;
  if (!box && turn === undefined) return piece;
  return { ...piece, ...(box ? { place: box } : {}), ...(turn === undefined ? {} : { turn }) };
}

/** Lines that a dragged piece snaps to, and how far it is from what lies around it. */
function Guides({
  draft,
  width,
  height,
  scale,
  gapsOf,
}: {
  draft: Draft & { id: string };
  width: number;
  height: number;
  scale: number;
  gapsOf: (box: Box) => ReturnType<typeof gaps>;
}) {
  const box = draft.boxes[draft.id];
  const far = box ? gapsOf(box) : null;
  const label = (text: string, x: number, y: number): React.ReactNode => (
    <>
      <Rect x={x - 20} y={y - 9} width={40} height={18} rx={4} fill="#121417cc" />
      <SvgText x={x} y={y + 4.5} fontSize={13} fontFamily="Atkinson-SemiBold" fill={ink} textAnchor="middle">
        {text}
      </SvgText>
    </>
  );
  return (
    <View style={{ position: 'absolute', left: 0, top: 0, zIndex: 5, pointerEvents: 'none' }} aria-hidden>
      <Svg width={width} height={height}>
        {draft.guides.map(({ axis, at }) =>
          axis === 'x' ? (
            <Line key={axis} x1={at * scale} x2={at * scale} y1={0} y2={height} stroke={mist} strokeWidth={1.5} />
          ) : (
            <Line key={axis} y1={at * scale} y2={at * scale} x1={0} x2={width} stroke={mist} strokeWidth={1.5} />
          ),
        )}
        {draft.turn !== undefined ? label(`${draft.turn}°`, width / 2, 16) : null}
        {box && far && far.left > 24 / scale
          ? label(String(far.left), (box.x - far.left / 2) * scale, (box.y + box.h / 2) * scale)
          : null}
        {box && far && far.right > 24 / scale
          ? label(String(far.right), (box.x + box.w + far.right / 2) * scale, (box.y + box.h / 2) * scale)
          : null}
        {box && far && far.top > 12 / scale
          ? label(String(far.top), (box.x + box.w / 2) * scale, (box.y - far.top / 2) * scale)
          : null}
        {box && far && far.bottom > 12 / scale
          ? label(String(far.bottom), (box.x + box.w / 2) * scale, (box.y + box.h + far.bottom / 2) * scale)
          : null}
      </Svg>
    </View>
  );
}
