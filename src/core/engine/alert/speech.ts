import { z } from 'zod';
import { withoutIsolates } from '@/core/words/isolate';

const pace = z.number().min(0.5).max(2);
/** How something is said: `voice` names one of the browser's voices, or a part of its name; empty: any of the language. */
const manner = { speed: pace.default(1), pitch: pace.default(1), voice: z.string().max(80).default('') };

/** How words are read aloud, and what of them is not. */
export const speechSchema = z.object({
  ...manner,
  /** Characters; what is longer is cut between words. */
  longest: z.number().int().min(20).max(500).default(200),
  /** Addresses of pages are left out. */
  links: z.boolean().default(true),
  /** What is said over and over is said three times at most. */
  repeats: z.boolean().default(true),
  /** Words that are never said. */
  without: z.array(z.string().min(1).max(60)).max(200).default([]),
  /** By language (a BCP 47 primary tag), and by viewer (`<feed>/<id>`): in place of what is said of all. */
  languages: z
    .array(z.object({ language: z.string().regex(/^[a-z]{2,3}$/), ...manner }))
    .max(30)
    .default([]),
  viewers: z
    .array(z.object({ viewer: z.string().min(1).max(300), name: z.string().max(400), ...manner }))
    .max(100)
    .default([]),
});
export type SpeechPlan = z.infer<typeof speechSchema>;
export const SPEECH: SpeechPlan = speechSchema.parse({});

/** Scripts that tell their language well enough for a voice (Unicode script property). */
const BY_SCRIPT: readonly [RegExp, string][] = [
  [/[\p{Script=Hiragana}\p{Script=Katakana}]/u, 'ja'],
  [/\p{Script=Hangul}/u, 'ko'],
  [/\p{Script=Han}/u, 'zh'],
  [/\p{Script=Arabic}/u, 'ar'],
  [/\p{Script=Hebrew}/u, 'he'],
  [/\p{Script=Devanagari}/u, 'hi'],
  [/\p{Script=Thai}/u, 'th'],
  [/\p{Script=Greek}/u, 'el'],
  [/\p{Script=Cyrillic}/u, 'ru'],
];

/** The language of a text by its script, where most of its letters are of one; else the show's. */
export function languageOf(text: string, show: string): string {
  const letters = text.match(/\p{L}/gu) ?? [];
  for (const [script, language] of BY_SCRIPT)
    if (letters.filter((letter) => script.test(letter)).length * 2 > letters.length) return language;
  return show;
}

const LINK = /\b(?:https?:\/\/|www\.)\S+|\b[\p{L}\p{N}-]+\.(?:com|net|org|io|tv|me|gg|link|shop|app)(?:\/\S*)?/giu;
const escaped = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** What is said of a text; empty when nothing is left. */
export function speakable(text: string, { longest, links, repeats, without }: SpeechPlan): string {
  let said = withoutIsolates(text);
  if (links) said = said.replace(LINK, ' ');
  if (without.length > 0)
    said = said.replace(
      new RegExp(`(?<![\\p{L}\\p{N}])(?:${without.map(escaped).join('|')})(?![\\p{L}\\p{N}])`, 'giu'),
      ' ',
    );
  if (repeats)
    said = said
      .replace(/(\P{N})\1{3,}/gu, '$1$1$1')
      .replace(/(?<![\p{L}\p{N}])([\p{L}\p{N}]+)(?:\s+\1(?![\p{L}\p{N}])){3,}/giu, '$1 $1 $1');
  said = said.replace(/\s+/g, ' ').trim();
  if ([...said].length <= longest) return /[\p{L}\p{N}]/u.test(said) ? said : '';
  const cut = [...said].slice(0, longest).join('');
  const between = cut.lastIndexOf(' ');
  return between > longest / 2 ? cut.slice(0, between) : cut;
}

/** What is said, and how: by the viewer, else by the language, else as for all. Null: nothing is left to say. */
export function speechOf(
  text: string,
  plan: SpeechPlan,
  show: string,
  viewer: string | null,
): { text: string; language: string; speed: number; pitch: number; voice: string } | null {
  const said = speakable(text, plan);
  if (said === '') return null;
  const language = languageOf(said, show);
  const { speed, pitch, voice } =
    plan.viewers.find((one) => one.viewer === viewer) ??
    plan.languages.find((one) => one.language === language.split('-')[0]) ??
    plan;
  return { text: said, language, speed, pitch, voice };
}
