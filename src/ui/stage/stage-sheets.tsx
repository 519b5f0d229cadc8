import type { Judged } from './use-findings';
import { AddPiece } from './add-piece';
import { ArrangeSheet } from './arrange-sheet';
import { FindingsSheet } from './findings-sheet';
import { FrameSheet } from './frame-sheet';
import { ScenesSheet } from './scenes-sheet';

/** What can be open over the stage. */
export type StageSheet = 'add' | 'piece' | 'scenes' | 'frame' | 'findings' | 'arrange';

export interface StageSheetsProps {
  open: StageSheet | null;
  onOpen: (sheet: StageSheet | null) => void;
  /** The scene that is looked at, '' for all; and the one whose findings are told. */
  scene: string;
  judgedScene: string;
  judged: Judged;
  veil: boolean;
  onVeil: (on: boolean) => void;
  onLook: (scene: string) => void;
  /** A piece has been added. */
  onAdded: (id: string) => void;
}

/** The sheet that is open over the stage; that of a piece stands below the frame and is not among them. */
export function StageSheets({
  open,
  onOpen,
  scene,
  judgedScene,
  judged,
  veil,
  onVeil,
  onLook,
  onAdded,
}: StageSheetsProps) {
  const close = (): void => onOpen(null);
  const arrange = (): void => onOpen('arrange');
  switch (open) {
    case 'scenes':
      return <ScenesSheet looking={scene} onLook={onLook} onClose={close} />;
    case 'add':
      return <AddPiece onClose={close} onAdded={onAdded} />;
    case 'frame':
      return <FrameSheet veil={veil} onVeil={onVeil} onArrange={arrange} onClose={close} />;
    case 'findings':
      return <FindingsSheet {...judged} onArrange={arrange} onClose={close} />;
    case 'arrange':
      return <ArrangeSheet scene={judgedScene} onClose={close} />;
    case 'piece':
    case null:
      return null;
  }
}
