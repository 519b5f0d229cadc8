import { z } from 'zod';
import { letterKeysOn, setLetterKeys } from '@/ui/frame/letter-keys';
import { chooseLook, chosenLook } from '@/ui/theme/look';
import { appLanguage, chooseLanguage, LANGUAGES } from '@/ui/words/language';

/* What is set for this browser, as it goes with a backup. */

const settingsSchema = z.object({
  language: z.enum(LANGUAGES.map(({ value }) => value)),
  /** Null: as the system. */
  look: z.enum(['dark', 'light']).nullable(),
  letterKeys: z.boolean(),
});

export const settingsNow = (): z.infer<typeof settingsSchema> => ({
  language: appLanguage(),
  look: chosenLook(),
  letterKeys: letterKeysOn(),
});

/** Settings of another form are left alone. */
export async function setAsIn(settings: unknown): Promise<void> {
  const { data } = settingsSchema.safeParse(settings);
  if (!data) return;
  chooseLook(data.look);
  setLetterKeys(data.letterKeys);
  if (data.language !== appLanguage()) await chooseLanguage(data.language);
}
