import * as Dialog from '@rn-primitives/dialog';
import { useState } from 'react';
import { SHEET_LOOK, SHEETS, SheetBody, SheetHead, type SheetProps } from './sheet-frame';
import { useLow } from '@/ui/frame/wide';
import { useTitle } from './title';
import { saying } from '@/ui/words/say';

/** A sheet as a dialog: Escape and a tap beside it close it, and the focus stays within. */
export default function SheetDialog({ title, onClose, children }: SheetProps) {
  useTitle(saying(title));
  const low = useLow();
  const [before] = useState(() => document.activeElement);
  return (
    <Dialog.Root
      open
      asChild
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
    >
      {/* Asked for from inside a card, a sheet must not be held by the card. */}
      <Dialog.Portal container={document.getElementById(SHEETS)}>
        <Dialog.Overlay className="absolute inset-0 bg-ground/60" />
        <Dialog.Content
          className={`${SHEET_LOOK} ${low ? 'max-h-[88dvh]' : 'max-h-[60dvh]'}`}
          onOpenAutoFocus={(event) => {
            event.preventDefault();
            (event.currentTarget as HTMLElement).focus({ preventScroll: true });
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true });
          }}
        >
          <SheetHead
            title={title}
            onClose={onClose}
            around={(heading) => <Dialog.Title asChild>{heading}</Dialog.Title>}
          />
          <SheetBody>{children}</SheetBody>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
