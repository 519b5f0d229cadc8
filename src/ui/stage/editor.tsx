import { useCallback, useEffect, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import Svg, { Line } from 'react-native-svg';
import type { Box } from '@/core/paint/display';
import { inScene } from '@/core/stage/scene';
import { keepInFrame, move, type Guide } from '@/core/stage/place';
import { useShow } from '@/ui/data/show-context';
import { TOKENS } from '@/ui/theme/tokens';
import { FrameView } from './frame-view';
import { Handles } from './handles';

const { mist } = TOKENS.dark;

const ARROWS: Readonly<Record<string, [number, number]>> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/** The frame with its pieces to be taken hold of. `width`: px of the screen; `scene`: only those of one scene, '' for all. */
export function Editor({ width, scene, chosen, onChoose }: { width: number; scene: string; chosen: string | null; onChoose: (id: string | null) => void }) {
  const { show, desk, edit } = useShow();
  const [draft, setDraft] = useState<{ id: string; box: Box; guides: Guide[] } | null>(null);
  const scale = width / show.frame.width;
  const height = show.frame.height * scale;

  const place = useCallback((id: string, to: (box: Box) => Box): void => {
    edit((drafted) => {
      const piece = drafted.pieces.find((other) => other.id === id);
      if (piece) piece.place = keepInFrame(to(piece.place), drafted.frame);
    });
  }, [edit]);

  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      const arrow = ARROWS[event.key];
      if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
      if (event.key === 'Escape') onChoose(null);
      if (!arrow || !chosen) return;
      event.preventDefault();
      const by = event.shiftKey ? 10 : 1;
      place(chosen, (box) => move(box, arrow[0] * by, arrow[1] * by, show.frame, false).box);
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [chosen, onChoose, place, show.frame]);

  const seen = useMemo(() => show.pieces.filter((piece) => inScene(piece, scene)), [show.pieces, scene]);
  const pieces = useMemo(() => seen.map((piece) => (draft?.id === piece.id ? { ...piece, place: draft.box } : piece)), [seen, draft]);

  return (
    <View style={{ width, height }}>
      <FrameView show={show} pieces={pieces} live={desk.view?.live ?? null} width={width} seen="edit" />
      <Pressable aria-label="Let go of the piece" role="button" tabIndex={-1} onPress={() => onChoose(null)} style={{ position: 'absolute', left: 0, top: 0, width, height }} />
      {draft && draft.guides.length > 0 ? (
        <View style={{ position: 'absolute', left: 0, top: 0, zIndex: 5, pointerEvents: 'none' }} aria-hidden>
          <Svg width={width} height={height}>
            {draft.guides.map(({ axis, at }) => axis === 'x'
              ? <Line key={axis} x1={at * scale} x2={at * scale} y1={0} y2={height} stroke={mist} strokeWidth={1.5} />
              : <Line key={axis} y1={at * scale} y2={at * scale} x1={0} x2={width} stroke={mist} strokeWidth={1.5} />)}
          </Svg>
        </View>
      ) : null}
      {seen.map((piece) => (
        <PieceHandles
          key={piece.id} piece={piece} frame={show.frame} scale={scale} chosen={chosen === piece.id} onChoose={onChoose} place={place} setDraft={setDraft}
        />
      ))}
    </View>
  );
}

/** Binds a piece's handles to the editor, with callbacks that stay the same while it is dragged. */
function PieceHandles({ piece, onChoose, place, setDraft, ...rest }: {
  piece: Parameters<typeof Handles>[0]['piece']; frame: Parameters<typeof Handles>[0]['frame']; scale: number; chosen: boolean;
  onChoose: (id: string) => void; place: (id: string, to: (box: Box) => Box) => void; setDraft: (draft: { id: string; box: Box; guides: Guide[] } | null) => void;
}) {
  const { id } = piece;
  const choose = useCallback(() => onChoose(id), [onChoose, id]);
  const draft = useCallback((drafted: { box: Box; guides: Guide[] } | null) => setDraft(drafted && { id, ...drafted }), [setDraft, id]);
  const put = useCallback((box: Box) => place(id, () => box), [place, id]);
  return <Handles {...rest} piece={piece} onChoose={choose} onDraft={draft} onPlace={put} />;
}
