import { showStore, undo } from '@/ui/data/show-store';
import { say } from '@/ui/words/say';

/* A line that comes up over the place that is open, with a way back, and goes by itself. It moves nothing. */

/** So long it stays, ms. */
export const TOAST_MS = 8000;

export interface Toast {
  text: string;
  /** What went wrong, and not what was done. */
  bad?: boolean;
  action?: { label: string; act: () => void };
}

class Toasts {
  private shown: Toast | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly now = (): Toast | null => this.shown;

  readonly show = (toast: Toast | null): void => {
    clearTimeout(this.timer);
    this.shown = toast;
    if (toast) this.timer = setTimeout(() => this.show(null), TOAST_MS);
    for (const listener of this.listeners) listener();
  };
}

export const toasts = new Toasts();

/** Says what was just taken out of the show, and offers it back until something else is changed. */
export function offerUndo(text: string): void {
  const last = showStore.now()?.history.done.at(-1);
  const isLast = (): boolean => showStore.now()?.history.done.at(-1) === last;
  const toast: Toast = {
    text,
    action: {
      label: say('Undo'),
      act: () => {
        if (isLast()) undo();
      },
    },
  };
  toasts.show(toast);
  const stop = showStore.subscribe(() => {
    if (isLast()) return;
    stop();
    if (toasts.now() === toast) toasts.show(null);
  });
  setTimeout(stop, TOAST_MS);
}

/** Says what went wrong with something that was pressed; null: nothing did, and what was said of the press before goes. */
export const sayProblem = (says: string | null): void => {
  if (says !== null) toasts.show({ text: says, bad: true });
  else if (toasts.now()?.bad) toasts.show(null);
};
