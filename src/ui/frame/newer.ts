/*
 * The app's service worker, and the newer version that it may have: it waits until somebody takes it. Where the page is not secure (no https, not
 * this machine) there is none, and the app needs the net to open.
 */

/** How often it is looked whether there is a newer one, ms. */
const LOOK_EVERY_MS = 3_600_000;

class Newer {
  private waits = false;
  private accept: (() => void) | null = null;
  private started = false;
  private readonly listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Whether a newer version waits. */
  readonly now = (): boolean => this.waits;

  /** Starts the worker, once the page stands. */
  readonly start = async (): Promise<void> => {
    if (this.started || typeof navigator === 'undefined' || !('serviceWorker' in navigator)) return;
    this.started = true;
    const { serviceWorker } = navigator;
    // No worker (refused by the browser, or none at this address): the app is as it is without one.
    const registration = await serviceWorker.register('/sw.js').catch(() => null);
    if (!registration) return;
    const look = (): void => {
      // The first one of all takes over by itself.
      if (!registration.waiting || !serviceWorker.controller || this.waits) return;
      this.waits = true;
      for (const listener of this.listeners) listener();
    };
    this.accept = () => {
      serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
      registration.waiting?.postMessage({ type: 'SKIP_WAITING' });
    };
    registration.addEventListener('updatefound', () => registration.installing?.addEventListener('statechange', look));
    look();
    setInterval(() => void registration.update().catch(() => undefined), LOOK_EVERY_MS);
  };

  /** Takes the newer one: the page is loaded anew. */
  readonly take = (): void => this.accept?.();
}

export const newer = new Newer();
