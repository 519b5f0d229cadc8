import { useEffect } from 'react';
import { keepSetting, readSetting } from '@/ui/data/setting';
import { toasts } from '@/ui/frame/toast';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

const TOLD = 'gavirn.told.https';

const words = (): string =>
  say(
    'This page has no https: it opens only while the server answers, and cannot be installed. docs/run.md says how to give it a certificate.',
  );

/** Without https there is no service worker: said once to each browser, after it has opened. */
export function useTellNoHttps(): void {
  useEffect(() => {
    if (isSecureContext || readSetting(TOLD) !== null) return undefined;
    const later = setTimeout(() => {
      toasts.show({ text: words() });
      keepSetting(TOLD, 'yes');
    }, 3000);
    return () => clearTimeout(later);
  }, []);
}

/** The same where it may be looked for again. */
export function NoHttps() {
  return isSecureContext ? null : (
    <Text tone="muted" className="mt-2">
      {words()}
    </Text>
  );
}
