/* Small settings of this browser. Where it keeps nothing they last until the page is closed. */

const memory = new Map<string, string>();

export function readSetting(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    // Denied by a setting of the browser.
    return memory.get(key) ?? null;
  }
}

/** Null takes it away. */
export function keepSetting(key: string, value: string | null): void {
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, value);
  } catch {
    if (value === null) memory.delete(key);
    else memory.set(key, value);
  }
}

/** Whether they are there still when the page is opened again. */
export function settingsLast(): boolean {
  try {
    return typeof localStorage.getItem('') !== 'undefined';
  } catch {
    return false;
  }
}
