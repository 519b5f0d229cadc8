import { useEffect, useRef, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { Pressable, ScrollView, View } from 'react-native';
import X from 'lucide-react-native/icons/x';
import { IconButton } from './button';
import { Text } from './text';

/**
 * Where something is edited: it comes from below and leaves what lies above it in sight. Escape, the cross, and a tap beside it close
 * it; what was changed was changed as it was changed. `docked`: it stands in the page's flow, so that what is above makes room.
 */
export function Sheet({
  title,
  onClose,
  children,
  docked = false,
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
  docked?: boolean;
}) {
  const dialog = useRef<View>(null);
  // Whoever cannot see the sheet is taken into it, and back to where they were when it closes.
  useEffect(() => {
    const before = document.activeElement;
    const node = dialog.current as unknown as HTMLElement | null;
    if (node && !node.contains(before)) node.focus({ preventScroll: true });
    return () => {
      if (before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true });
    };
  }, []);
  useEffect(() => {
    const close = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape') return;
      event.stopPropagation();
      onClose();
    };
    window.addEventListener('keydown', close, true);
    return () => window.removeEventListener('keydown', close, true);
  }, [onClose]);
  const body = (
    <View
      ref={dialog}
      tabIndex={-1}
      role="dialog"
      aria-modal={!docked}
      aria-label={title}
      className={`outline-none bg-surface border-t border-line rounded-t-card w-full max-w-[720px] self-center ${docked ? 'h-[56%]' : 'max-h-[72%]'}`}
    >
      <View className="flex-row items-center justify-between pl-4 pr-1 pt-1">
        <Text size={17} face="title" level={2} numberOfLines={1} className="flex-1">
          {title}
        </Text>
        <IconButton icon={X} label="Close" onPress={onClose} tone="muted" />
      </View>
      <ScrollView className="px-4" contentContainerClassName="pb-5 gap-4">
        {children}
      </ScrollView>
    </View>
  );
  if (docked) return body;
  const over = (
    <View className="absolute inset-0 z-20 justify-end" style={{ pointerEvents: 'auto' }}>
      <Pressable
        aria-label="Close"
        role="button"
        tabIndex={-1}
        onPress={onClose}
        className="absolute inset-0 bg-ground/60"
      />
      {body}
    </View>
  );
  // Asked for from inside a card, a sheet must not be held by the card.
  const host = document.getElementById(SHEETS);
  return host ? createPortal(over, host) : over;
}

const SHEETS = 'sheets';

/** Where sheets come up: once, over the place that is open. */
export function SheetHost() {
  return <View nativeID={SHEETS} className="absolute inset-0 z-20" style={{ pointerEvents: 'none' }} />;
}
