import { usePathname, useRouter } from 'expo-router';
import { useEffect } from 'react';
import { View } from 'react-native';
import { redo, undo } from '@/ui/data/show-store';
import { Segments } from '@/ui/part/choice';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { letterKeysOn, setLetterKeys, useLetterKeys } from './letter-keys';
import { PLACES } from './five-places';
import { say } from '@/ui/words/say';
import { phrase, type Phrase, type Sayable, asKept } from '@/core/words/phrase';

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

const LETTERS: readonly [Sayable, Phrase][] = [
  ['1 to 5', phrase('Feeds, Stage, Cues, Desk, Recap')],
  [phrase('Z, Shift Z'), phrase('Undo, redo')],
  ['T', phrase('Try the cue that you are in')],
  ['/', phrase('Search, where there is much')],
  ['?', phrase('These keys')],
];
const OTHERS: readonly [Sayable, Phrase][] = [
  [phrase('Ctrl Z'), phrase('Undo; on a Mac Command Z')],
  [phrase('Shift Ctrl Z, Ctrl Y'), phrase('Redo')],
  [phrase('Arrows'), phrase('Move the chosen piece by 1 px, with Shift by 10 px')],
  ['Delete', phrase('Delete the chosen pieces')],
  ['Tab', phrase('Go on to the next control')],
  ['Escape', phrase('Close a sheet, deselect a piece')],
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
    <Sheet title={say('Keys')} onClose={onClose}>
      {[...(on ? LETTERS : []), ...OTHERS].map(([keys, does]) => (
        <View key={asKept(keys)} className="flex-row gap-4 py-1">
          <Text face="strong" className="w-[120px]">
            {keys}
          </Text>
          <Text className="flex-1">{does}</Text>
        </View>
      ))}
      <Segments
        label={say('Single letters and digits')}
        value={on ? 'on' : 'off'}
        onChange={(value) => setLetterKeys(value === 'on')}
        options={[
          { value: 'on', label: say('Are shortcuts') },
          { value: 'off', label: say('Do nothing') },
        ]}
      />
    </Sheet>
  );
}
