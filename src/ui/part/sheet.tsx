import * as Dialog from '@rn-primitives/dialog';
import { useState, type ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import X from 'lucide-react-native/icons/x';
import { IconButton } from './button';
import { Text } from './text';

export interface SheetProps {
  title: string;
  onClose: () => void;
  children: ReactNode;
}

const SHEETS = 'sheets';
const LOOK = 'outline-none bg-surface border-t border-line rounded-t-card w-full max-w-[720px] self-center mx-auto';

/**
 * Where something is edited: it comes from below and leaves what lies above it in sight. Escape, the cross, and a tap beside it close
 * it; what was changed was changed as it was changed. Whoever cannot see it is taken into it, and back to where they were when it closes.
 */
export function Sheet({ title, onClose, children }: SheetProps) {
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
          className={`${LOOK} max-h-[60dvh]`}
          onOpenAutoFocus={(event) => {
            event.preventDefault();
            (event.currentTarget as HTMLElement).focus({ preventScroll: true });
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true });
          }}
        >
          <Head title={title} onClose={onClose} dialog />
          <Body>{children}</Body>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** The same where the page stays usable: it stands in the page's flow, so that what is above makes room. */
export function DockedSheet({ title, onClose, children }: SheetProps) {
  return (
    <View role="region" aria-label={title} className={`${LOOK} h-[56%]`}>
      <Head title={title} onClose={onClose} />
      <Body>{children}</Body>
    </View>
  );
}

function Head({ title, onClose, dialog = false }: { title: string; onClose: () => void; dialog?: boolean }) {
  const heading = (
    <Text size={17} face="title" level={2} numberOfLines={1} className="flex-1">
      {title}
    </Text>
  );
  return (
    <View className="flex-row items-center justify-between pl-4 pr-1 pt-1">
      {dialog ? <Dialog.Title asChild>{heading}</Dialog.Title> : heading}
      <IconButton icon={X} label="Close" onPress={onClose} tone="muted" />
    </View>
  );
}

const Body = ({ children }: { children: ReactNode }) => (
  <ScrollView className="px-4" contentContainerClassName="pb-5 gap-4">
    {children}
  </ScrollView>
);

/** Where sheets come up: once, over the place that is open. */
export function SheetHost() {
  return <View nativeID={SHEETS} className="absolute inset-0 z-20 justify-end" style={{ pointerEvents: 'none' }} />;
}
