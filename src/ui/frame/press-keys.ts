import { useEffect } from 'react';

/** By which key what has a role is pressed (WAI-ARIA Authoring Practices 1.2), besides what react-native-web does by itself. */
const KEYS: Readonly<Record<string, string>> = { link: 'Enter', radio: ' ', checkbox: ' ', switch: ' ', option: ' ' };

/** An element of its own kind is pressed by the browser. */
const NATIVE = 'a, button, input, select, textarea';

/** Has what is no button answer to the key of its role: react-native-web presses buttons alone. */
export function usePressKeys(): void {
  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      const { target } = event;
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      if (!(target instanceof HTMLElement) || target.matches(NATIVE)) return;
      if (KEYS[target.getAttribute('role') ?? ''] !== event.key || target.ariaDisabled === 'true') return;
      // Space would scroll the page as well.
      event.preventDefault();
      target.click();
    };
    // Before react-native-web, which keeps Enter to itself.
    window.addEventListener('keydown', pressed, true);
    return () => window.removeEventListener('keydown', pressed, true);
  }, []);
}
