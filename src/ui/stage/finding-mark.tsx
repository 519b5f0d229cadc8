import { useMemo } from 'react';
import { Pressable, View } from 'react-native';
import type { Piece } from '@/core/piece';
import type { Finding, Offer } from '@/core/stage/judge/finding';
import { mendShow, offered } from '@/core/stage/judge/mend';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Text } from '@/ui/part/text';
import { TOKENS } from '@/ui/theme/tokens';
import { say } from '@/ui/words/say';

const { brick: BRICK } = TOKENS.dark;
const BUBBLE = 216;
const ROOM = 8;
const CORNER_ROOM = 36;
const TURNER_ROOM = 64;

/** Findings on the pieces themselves: a mark on each that has one, and on one of them its sentence with what puts it right. */
export function FindingMark({
  findings,
  pieces,
  scale,
  width,
  height,
  chosen,
  onChoose,
}: {
  findings: readonly Finding[];
  pieces: readonly Piece[];
  scale: number;
  width: number;
  height: number;
  chosen: readonly string[];
  onChoose: (id: string) => void;
}) {
  const show = useShow();
  const shown = shownOf(findings, chosen, width);
  const offer = useMemo(() => shown && offered(show, shown.mend), [show, shown]);
  const boxOf = (id: string | undefined) => pieces.find((piece) => piece.id === id)?.place;
  const box = boxOf(shown?.pieces[0]);
  // The handles of a chosen piece stay free: its corners below, and above it the one by which it is turned.
  const held = shown?.pieces[0] !== undefined && chosen.includes(shown.pieces[0]);
  const below = box ? (box.y + box.h) * scale + (held ? CORNER_ROOM : ROOM) : 0;
  return (
    <>
      {[...new Set(findings.map(({ pieces: [first] }) => first))].map((id) => {
        const at = boxOf(id);
        // On a chosen piece its handles come first, and its sentence stands beside it.
        return at && id !== undefined && !chosen.includes(id) ? (
          <Mark
            key={id}
            under={chosen.length > 0}
            id={id}
            pieces={pieces}
            onChoose={onChoose}
            width={width}
            at={at}
            scale={scale}
            height={height}
          />
        ) : null;
      })}
      {shown && offer && box ? (
        <OfferBubble
          box={box}
          scale={scale}
          width={width}
          below={below}
          height={height}
          held={held}
          shown={shown}
          offer={offer}
        />
      ) : null}
    </>
  );
}

/** The finding that is told in words: that of the chosen piece, else the first. On small frames (a piece is being edited below) marks are enough. */
function shownOf(findings: readonly Finding[], chosen: readonly string[], width: number): Finding | undefined {
  if (width < 250) return undefined;
  const ofChosen = findings.find(({ pieces: [first] }) => first !== undefined && chosen.includes(first));
  return ofChosen ?? (chosen.length === 0 ? findings[0] : undefined);
}

/** So much of the screen a thumb needs, and so much of it is seen, px. */
const TOUCH = 44;
const SEEN = 22;

function Mark({
  id,
  under,
  pieces,
  onChoose,
  width,
  at,
  scale,
  height,
}: {
  id: string;
  /** Something is chosen: its handles lie above. */
  under: boolean;
  pieces: readonly Piece[];
  onChoose: (id: string) => void;
  width: number;
  at: { x: number; y: number; w: number; h: number };
  scale: number;
  height: number;
}) {
  return (
    <Pressable
      role="button"
      aria-label={say('What is wrong with {name}', { name: pieces.find((piece) => piece.id === id)?.name ?? '' })}
      onPress={() => onChoose(id)}
      style={{
        position: 'absolute',
        left: Math.min(width - TOUCH, Math.max(0, (at.x + at.w) * scale - TOUCH / 2)),
        top: Math.min(height - TOUCH, Math.max(0, at.y * scale - TOUCH / 2)),
        width: TOUCH,
        height: TOUCH,
        zIndex: under ? 3 : 5,
      }}
      className="items-center justify-center"
    >
      <View
        style={{ width: SEEN, height: SEEN, backgroundColor: BRICK }}
        className="rounded-full items-center justify-center border border-[#17110e]"
      >
        <Text size={13} face="strong" tone="onbrick">
          !
        </Text>
      </View>
    </Pressable>
  );
}

function OfferBubble({
  box,
  scale,
  width,
  below,
  height,
  held,
  shown,
  offer,
}: {
  box: { x: number; y: number; w: number; h: number };
  scale: number;
  width: number;
  below: number;
  height: number;
  held: boolean;
  shown: Finding;
  offer: Offer;
}) {
  return (
    <View
      role="status"
      className="rounded-card p-3 gap-1"
      style={{
        position: 'absolute',
        zIndex: 6,
        width: BUBBLE,
        backgroundColor: BRICK,
        left: Math.min(Math.max(ROOM, box.x * scale), width - BUBBLE - ROOM),
        ...(below + 84 < height ? { top: below } : { bottom: height - box.y * scale + (held ? TURNER_ROOM : ROOM) }),
      }}
    >
      <Text size={13} face="strong" tone="onbrick">
        {shown.says}
      </Text>
      <Pressable
        role="button"
        onPress={() => edit((draft) => mendShow(draft, offer.does))}
        className="min-h-[44px] justify-center"
      >
        <Text face="strong" tone="onbrick" className="underline">
          {offer.label}
        </Text>
      </Pressable>
    </View>
  );
}
