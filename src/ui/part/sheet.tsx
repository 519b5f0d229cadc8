import { lazy, Suspense, useEffect, useRef } from 'react';
import { View } from 'react-native';
import { SHEET_LOOK, SheetBody, SheetHead, SHEETS, type SheetProps } from './sheet-frame';
import { useLow } from '@/ui/frame/wide';
import { useTitle } from './title';
import { saying } from '@/ui/words/say';

const load = () => import('./sheet-dialog');
const SheetDialog = lazy(load);

/**
 * Where something is edited: it comes from below and leaves what lies above it in sight. Escape, the cross, and a tap beside it close
 * it; what was changed was changed as it was changed. Whoever cannot see it is taken into it, and back to where they were when it closes.
 */
export const Sheet = (props: SheetProps) => (
  <Suspense fallback={null}>
    <SheetDialog {...props} />
  </Suspense>
);

const FOCUSABLE = 'button, input, textarea, a[href], [tabindex]:not([tabindex="-1"])';

/** Tab goes round within a sheet: behind its last control comes its first. A tap, a click and Escape lead out of it. */
function keepTab(event: React.KeyboardEvent<HTMLElement>): void {
  if (event.key !== 'Tab') return;
  const all = [...event.currentTarget.querySelectorAll<HTMLElement>(FOCUSABLE)].filter(
    (each) => each.offsetParent !== null && !each.hasAttribute('disabled'),
  );
  const [first, last] = [all[0], all.at(-1)];
  const at = document.activeElement;
  if (event.shiftKey ? at === first || at === event.currentTarget : at === last) {
    event.preventDefault();
    (event.shiftKey ? last : first)?.focus();
  }
}

/** The same where the page stays usable: it stands in the page's flow, so that what is above makes room. */
export function DockedSheet({ title, onClose, children }: SheetProps) {
  useTitle(saying(title));
  const low = useLow();
  const dialog = useRef<View>(null);
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
      // A sheet above it, or a list that is open in it, has closed by it.
      if (event.key !== 'Escape' || event.defaultPrevented) return;
      event.preventDefault();
      onClose();
    };
    window.addEventListener('keydown', close);
    return () => window.removeEventListener('keydown', close);
  }, [onClose]);
  return (
    <View
      ref={dialog}
      {...{ onKeyDown: keepTab }}
      tabIndex={-1}
      role="dialog"
      aria-modal={false}
      aria-label={saying(title)}
      className={`${SHEET_LOOK} ${low ? 'h-full w-[56%]' : 'h-[56%]'}`}
    >
      <SheetHead title={title} onClose={onClose} />
      <SheetBody>{children}</SheetBody>
    </View>
  );
}

/** Where sheets come up: once, over the place that is open. What they need comes after the first screen, and before anyone asks for one. */
export function SheetHost() {
  useEffect(() => {
    const timer = setTimeout(() => {
      // Without a connection it does not come: it is asked for again when a sheet opens.
      load().catch(() => undefined);
    }, 1000);
    return () => clearTimeout(timer);
  }, []);
  return <View nativeID={SHEETS} className="absolute inset-0 z-20 justify-end" style={{ pointerEvents: 'none' }} />;
}
