import { directionOf } from '@/core/words/direction';
import { ENGLISH, sayer, type Catalogue } from '@/core/words/phrase';
import { keepSetting } from '@/ui/data/setting';
import { speak } from './say';

/*
 * The language of the app: chosen here, else the browser's. `public/index.html` decides before the first paint, so that the page is turned
 * round in time; what is shown waits until the messages are here. The language of a show's words is another setting.
 */

const KEPT = 'gavirn.language';

/** Each by what it calls itself. */
export const LANGUAGES = [
  { value: 'en', label: 'English' },
  { value: 'es', label: 'Español' },
  { value: 'ja', label: '日本語' },
  { value: 'ar', label: 'العربية' },
] as const;
export type AppLanguage = (typeof LANGUAGES)[number]['value'];

const CATALOGUES: Readonly<Record<string, () => Promise<Catalogue>>> = {
  es: async () => (await import('./catalogue/es.json')).default,
  ja: async () => (await import('./catalogue/ja.json')).default,
  ar: async () => (await import('./catalogue/ar.json')).default,
  // The pseudo-locale of Unicode CLDR: English, lengthened and marked, in which untranslated and cut words are seen.
  'en-XA': async () => (await import('./pseudo')).PSEUDO,
};

/** The one in force (BCP 47). */
export const appLanguage = (): AppLanguage =>
  LANGUAGES.find(({ value }) => value === document.documentElement.lang)?.value ?? 'en';

/** Has what is said said in the page's language, and returns it. Without its messages, as without a connection, it goes on in English. */
export async function speakLanguage(): Promise<string> {
  const page = document.documentElement;
  const load = CATALOGUES[page.lang];
  try {
    speak(load ? sayer(page.lang, await load()) : ENGLISH);
  } catch {
    // The messages are a part of the app that could not be fetched; the next reload asks for them again.
    turnTo('en');
    speak(ENGLISH);
  }
  return page.lang;
}

/** As `public/index.html` does before the first paint. */
function turnTo(language: AppLanguage): void {
  document.documentElement.lang = language;
  document.documentElement.dir = directionOf(language);
}

let heard: (language: string) => void = () => undefined;
/** Tells whoever shows the app when another language is spoken. Returns what ends it. */
export function onLanguage(tell: typeof heard): () => void {
  heard = tell;
  return () => {
    heard = () => undefined;
  };
}

/** Chooses another language. The page is not loaded anew: a browser that keeps nothing would lose the show. */
export async function chooseLanguage(language: AppLanguage): Promise<void> {
  keepSetting(KEPT, language);
  turnTo(language);
  heard(await speakLanguage());
}
