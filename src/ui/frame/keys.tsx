import { usePathname, useRouter } from 'expo-router';
import { useEffect } from 'react';
import { View } from 'react-native';
import { redo, undo } from '@/ui/data/show-store';
import { Segments } from '@/ui/part/choice';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { letterKeysOn, setLetterKeys, useLetterKeys } from './letter-keys';
import { PLACES } from './five-places';

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.isContentEditable);

/** Presses Try in the list item that has the focus, as its own button would be pressed. */
function tryFocused(): void {
  document.activeElement?.closest('[role="listitem"]')?.querySelector<HTMLElement>('[aria-label^="Try"]')?.click();
}

/** Goes to the search field of the place that is open, if it has one. */
function search(): boolean {
  for (const input of document.querySelectorAll<HTMLInputElement>('[role="main"] input[aria-labelledby]')) {
    if (!document.getElementById(input.getAttribute('aria-labelledby') ?? '')?.textContent?.startsWith('Search'))
      continue;
    input.focus();
    return true;
  }
  return false;
}

const LETTERS: readonly [string, string][] = [
  ['1 to 5', 'Feeds, Stage, Cues, Desk, Recap'],
  ['Z, Shift Z', 'Undo, redo'],
  ['T', 'Try the cue that you are in'],
  ['/', 'Search, where there is much'],
  ['?', 'These keys'],
];
const OTHERS: readonly [string, string][] = [
  ['Ctrl Z', 'Undo; on a Mac Command Z'],
  ['Shift Ctrl Z, Ctrl Y', 'Redo'],
  ['Arrows', 'Move the chosen piece by 1 px, with Shift by 10 px'],
  ['Delete', 'Remove the chosen pieces'],
  ['Tab', 'Go on to the next control'],
  ['Escape', 'Close a sheet, let go of a piece'],
];

/** What a press of several keys at once does, as everywhere; null: nothing of ours. */
function together({ key, shiftKey, ctrlKey, metaKey, altKey }: KeyboardEvent): (() => void) | null {
  if (altKey || ctrlKey === metaKey) return null;
  if (key.toLowerCase() === 'z') return shiftKey ? redo : undo;
  return key.toLowerCase() === 'y' && !shiftKey ? redo : null;
}

/** The keys that work everywhere, and the sheet that lists them. */
export function Keys({ listed, onList }: { listed: boolean; onList: (listed: boolean) => void }) {
  const router = useRouter();
  const path = usePathname();
  useEffect(() => {
    const alone = (event: KeyboardEvent): (() => void) | null => {
      const place = /^[1-5]$/.test(event.key) ? PLACES[Number(event.key) - 1] : undefined;
      if (place) return () => router.navigate(place.path);
      return { z: undo, Z: redo, t: tryFocused, '?': () => onList(true) }[event.key] ?? null;
    };
    const pressed = (event: KeyboardEvent): void => {
      // In a field these keys belong to it.
      if (typing(event.target)) return;
      const held = event.ctrlKey || event.metaKey || event.altKey;
      if (!held && !letterKeysOn()) return;
      const does = held ? together(event) : alone(event);
      if (does) does();
      else if (held || event.key !== '/' || !search()) return;
      event.preventDefault();
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [router, path, onList]);
  return listed ? <KeysSheet onClose={() => onList(false)} /> : null;
}

function KeysSheet({ onClose }: { onClose: () => void }) {
  const on = useLetterKeys();
  return (
    <Sheet title="Keys" onClose={onClose}>
      {[...(on ? LETTERS : []), ...OTHERS].map(([keys, does]) => (
        <View key={keys} className="flex-row gap-4 py-1">
          <Text face="strong" className="w-[120px]">
            {keys}
          </Text>
          <Text className="flex-1">{does}</Text>
        </View>
      ))}
      <Segments
        label="Single letters and digits"
        value={on ? 'on' : 'off'}
        onChange={(value) => setLetterKeys(value === 'on')}
        options={[
          { value: 'on', label: 'Are shortcuts' },
          { value: 'off', label: 'Do nothing' },
        ]}
      />
    </Sheet>
  );
}
