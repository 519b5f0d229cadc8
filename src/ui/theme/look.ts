import { useSyncExternalStore } from 'react';
import { keepSetting, readSetting } from '@/ui/data/setting';
import { KIND_COLOURS, TOKENS, type Look } from './tokens';

const KEPT = 'gavirn.look';
const listeners = new Set<() => void>();

const isDark = (): boolean => document.documentElement.classList.contains('dark');

/** Chooses dark or light, or null to follow the system; public/index.html reads the choice before the first paint. */
export function chooseLook(look: Look | null): void {
  keepSetting(KEPT, look);
  const dark = look ? look === 'dark' : !matchMedia('(prefers-color-scheme: light)').matches;
  document.documentElement.classList.toggle('dark', dark);
  // What a phone puts around the page.
  document.querySelector('meta[name="theme-color"]')?.setAttribute('content', TOKENS[dark ? 'dark' : 'light'].ground);
  for (const listener of listeners) listener();
}

export function chosenLook(): Look | null {
  const kept = readSetting(KEPT);
  return kept === 'dark' || kept === 'light' ? kept : null;
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  const system = matchMedia('(prefers-color-scheme: light)');
  const follow = (): void => {
    if (!chosenLook()) chooseLook(null);
  };
  system.addEventListener('change', follow);
  return () => {
    listeners.delete(listener);
    system.removeEventListener('change', follow);
  };
}

/** The colours in force, for what is drawn. */
export function useColours() {
  const look: Look = useSyncExternalStore(subscribe, () => (isDark() ? 'dark' : 'light'));
  return { look, ...TOKENS[look], kinds: KIND_COLOURS[look] };
}
