import * as ContextMenu from '@radix-ui/react-context-menu';
import { useState, type MouseEvent, type ReactNode } from 'react';
import type { Piece } from '@/core/piece';
import { useShow } from '@/ui/data/show';
import { inPlace } from '@/ui/frame/address';
import { usePieceActs } from './use-piece-acts';
import { say } from '@/ui/words/say';

const ITEM =
  'min-h-[40px] px-4 flex items-center font-text text-15 text-ink rounded-control cursor-default outline-none data-[highlighted]:bg-raised data-[disabled]:opacity-40';

const Item = ({ label, act, disabled = false }: { label: string; act: () => void; disabled?: boolean }) => (
  <ContextMenu.Item className={ITEM} disabled={disabled} onSelect={act}>
    {label}
  </ContextMenu.Item>
);

/** What the right mouse button brings up on the stage: what can be done with the piece under it, or with the stage. */
export default function PieceMenu({
  onChoose,
  onOpen,
  children,
}: {
  onChoose: (ids: string[]) => void;
  onOpen: (id: string) => void;
  children: ReactNode;
}) {
  const pieces = useShow((show) => show.pieces);
  const [id, setId] = useState<string | null>(null);
  const piece = pieces.find((each) => each.id === id);
  const under = (event: MouseEvent<HTMLDivElement>): void => {
    if (event.target === event.currentTarget) return;
    const found = (event.target as Element).closest<HTMLElement>('[data-testid^="piece-"]');
    const next = found?.dataset.testid?.slice('piece-'.length) ?? null;
    setId(next);
    onChoose(next === null ? [] : [next]);
    // The gestures of pieces keep this event from everybody behind them: the menu hears another, of the frame as a whole.
    event.preventDefault();
    event.stopPropagation();
    const { clientX, clientY } = event;
    event.currentTarget.dispatchEvent(
      new window.MouseEvent('contextmenu', { bubbles: true, cancelable: true, clientX, clientY }),
    );
  };
  return (
    <ContextMenu.Root>
      <ContextMenu.Trigger asChild>
        <div onContextMenuCapture={under}>{children}</div>
      </ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content
          aria-label={piece ? piece.name : say('Stage')}
          className="z-50 min-w-[220px] p-1 bg-surface border border-line rounded-card"
        >
          {piece ? (
            <OfPiece piece={piece} onOpen={() => onOpen(piece.id)} onRemoved={() => onChoose([])} />
          ) : (
            <>
              <Item label={say('Add a piece')} act={() => inPlace.open('add')} />
              <Item label={say('Arrange for me')} act={() => inPlace.open('arrange')} />
              <Item label={say('Scenes')} act={() => inPlace.open('scenes')} />
              <Item label={say('Frame and safe areas')} act={() => inPlace.open('frame')} />
            </>
          )}
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}

function OfPiece({ piece, onOpen, onRemoved }: { piece: Piece; onOpen: () => void; onRemoved: () => void }) {
  const acts = usePieceActs(piece, onRemoved);
  return (
    <>
      <Item label={say('Edit')} act={onOpen} />
      {acts.map(({ label, group, act, disabled }) => (
        <Item
          key={label}
          label={group === 'copy' && label !== say('Duplicate') ? say('Duplicate: {how}', { how: label }) : label}
          act={act}
          disabled={disabled ?? false}
        />
      ))}
    </>
  );
}
