import { View } from 'react-native';
import type { Lack, OutletPage } from '@/core/desk/outlet-page';
import { useDeskView } from '@/ui/data/desk';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** No more are listed: who shows it in twenty places knows of the others. */
const SHOWN = 4;
const NONE: OutletPage[] = [];

/** Where an outlet is open now: in which browser, how large, and what that does without. */
export function OutletPages({ outlet }: { outlet: string }) {
  const pages = useDeskView((view) => view.outletPages[outlet] ?? NONE, NONE);
  return (
    <View role="list" aria-label={say('Where it is open')} className="gap-1">
      {pages.slice(0, SHOWN).map((page, n) => (
        <View key={n} role="listitem" className="mt-2">
          <Text size={13}>
            {say('{browser}, {width} × {height}', {
              browser: page.browser || say('A browser'),
              width: page.width,
              height: page.height,
            })}
          </Text>
          {page.blocked ? (
            <Text size={13} tone="brick">
              {say('This browser is silent until somebody touches the page there once.')}
            </Text>
          ) : null}
          {page.lacks.map((lack) => (
            <Text key={lack} size={13} tone="muted">
              {lackWords(lack)}
            </Text>
          ))}
        </View>
      ))}
      {pages.length > SHOWN ? (
        <Text size={13} tone="muted">
          {say('and {more, plural, one {# other place} other {# other places}}', { more: pages.length - SHOWN })}
        </Text>
      ) : null}
    </View>
  );
}

function lackWords(lack: Lack): string {
  switch (lack) {
    case 'film':
      return say('Animated pictures stand still there: its browser is too old for them.');
    case 'sound':
      return say('Its browser plays no sound.');
    case 'breaks':
      return say('Lines in Thai and Japanese may break within a word there: its browser is too old.');
  }
}
