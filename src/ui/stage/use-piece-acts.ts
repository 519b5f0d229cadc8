import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Copy from 'lucide-react-native/icons/copy';
import Eye from 'lucide-react-native/icons/eye';
import EyeOff from 'lucide-react-native/icons/eye-off';
import Lock from 'lucide-react-native/icons/lock';
import LockOpen from 'lucide-react-native/icons/lock-open';
import Trash from 'lucide-react-native/icons/trash';
import type { Piece } from '@/core/piece';
import { shownBy } from '@/core/show/listed';
import { copyPiece } from '@/core/stage/add';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { offerUndo } from '@/ui/frame/toast';
import type { IconType } from '@/ui/part/button';
import { newIds } from './add-piece';
import { useSet } from './use-set';
import { say, saying } from '@/ui/words/say';

/** Something that can be done with a piece as a whole. */
export interface PieceAct {
  label: string;
  icon: IconType;
  group: 'order' | 'copy' | 'end';
  disabled?: boolean;
  act: () => void;
}

/** All that can be done with a piece as a whole, in the order in which it is offered. */
export function usePieceActs(piece: Piece, onRemoved: () => void): PieceAct[] {
  const show = useShow();
  const set = useSet(piece);
  const at = show.pieces.findIndex(({ id }) => id === piece.id);
  const reorder = (by: number): void =>
    edit((draft) => {
      const [taken] = draft.pieces.splice(at, 1);
      if (taken) draft.pieces.splice(Math.max(0, Math.min(draft.pieces.length, at + by)), 0, taken);
    });
  const copy = (label: string, own: boolean): PieceAct => ({
    label,
    icon: Copy,
    group: 'copy',
    act: () => edit((draft) => void copyPiece(draft, piece, newIds(), own)),
  });
  const list = shownBy(piece)?.list;
  const of = list && saying(list.title).toLowerCase();
  return [
    {
      label: say('Forward'),
      icon: ArrowUp,
      group: 'order',
      disabled: at === show.pieces.length - 1,
      act: () => reorder(1),
    },
    { label: say('Back'), icon: ArrowDown, group: 'order', disabled: at === 0, act: () => reorder(-1) },
    {
      label: piece.locked ? say('Unlock') : say('Lock'),
      icon: piece.locked ? LockOpen : Lock,
      group: 'order',
      act: () => set('locked', piece.locked ? undefined : true),
    },
    {
      label: piece.off ? say('Show') : say('Hide'),
      icon: piece.off ? Eye : EyeOff,
      group: 'order',
      act: () => set('off', piece.off ? undefined : true),
    },
    ...(of === undefined
      ? [copy(say('Duplicate'), false)]
      : [copy(say('With a {of} of its own', { of }), true), copy(say('Showing the same {of}', { of }), false)]),
    {
      label: say('Delete'),
      icon: Trash,
      group: 'end',
      act: () => {
        edit((draft) => {
          draft.pieces = draft.pieces.filter(({ id }) => id !== piece.id);
        });
        onRemoved();
        offerUndo(say('{name} is deleted.', { name: piece.name }));
      },
    },
  ];
}
