import { usePathname, useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { redo, undo } from '@/ui/data/show-store';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { PLACES } from './places';

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

const LIST: readonly [string, string][] = [
  ['1 to 5', 'Feeds, Stage, Cues, Desk, Recap'],
  ['Z, Shift Z', 'Undo, redo'],
  ['Arrows', 'Move the chosen piece by 1 px, with Shift by 10 px'],
  ['Delete', 'Remove the chosen pieces'],
  ['Tab', 'Go on to the next control'],
  ['T', 'Try the cue that you are in'],
  ['/', 'Search, where there is much'],
  ['Escape', 'Close a sheet, let go of a piece'],
  ['?', 'These keys'],
];

/** The keys of a wide screen that work everywhere, and the sheet that lists them. */
export function Keys() {
  const router = useRouter();
  const path = usePathname();

  const [listed, setListed] = useState(false);
  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      if (typing(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const place = PLACES[Number(event.key) - 1];
      if (/^[1-5]$/.test(event.key) && place) router.navigate(place.path);
      else if (event.key === 'z') undo();
      else if (event.key === 'Z') redo();
      else if (event.key === 't') tryFocused();
      else if (event.key === '?') setListed(true);
      else if (event.key === '/' && search()) {
        /* It has the focus now. */
      } else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [router, path]);
  if (!listed) return null;
  return (
    <Sheet title="Keys" onClose={() => setListed(false)}>
      {LIST.map(([keys, does]) => (
        <View key={keys} className="flex-row gap-4 py-1">
          <Text face="strong" className="w-[120px]">
            {keys}
          </Text>
          <Text className="flex-1">{does}</Text>
        </View>
      ))}
    </Sheet>
  );
}
