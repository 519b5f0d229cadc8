import type { Judged } from './use-findings';
import { AddPiece, type Added } from './add-piece';
import { ArrangeSheet } from './arrange-sheet';
import { FindingsSheet } from './findings-sheet';
import { FrameSheet } from './frame-sheet';
import { ScenesSheet } from './scenes-sheet';
import type { StageSheet } from './use-stage-open';

export interface StageSheetsProps {
  open: StageSheet | null;
  /** Another sheet in place of this one. */
  onOpen: (sheet: StageSheet) => void;
  onClose: () => void;
  /** The scene that is looked at, '' for all; and the one whose findings are told. */
  scene: string;
  judgedScene: string;
  judged: Judged;
  veil: boolean;
  onVeil: (on: boolean) => void;
  onLook: (scene: string) => void;
  /** A piece has been added. */
  onAdded: (added: Added) => void;
}

/** The sheet that is open over the stage; that of a piece stands below the frame and is not among them. */
export function StageSheets({
  open,
  onOpen,
  onClose: close,
  scene,
  judgedScene,
  judged,
  veil,
  onVeil,
  onLook,
  onAdded,
}: StageSheetsProps) {
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
