import { amountWords } from '@/core/event/money';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Card } from '@/ui/part/card';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** Languages that are offered (BCP 47); a show that has another one keeps it. */
const LANGUAGES =
  'ar bn cs da de de-CH el en en-GB en-IN es es-MX fi fr he hi hu id it ja ko ms nb nl pl pt pt-BR ro ru sv th tr uk ur vi zh-Hans zh-Hant'.split(
    ' ',
  );

/** A language in its own words: "Deutsch (Schweiz)". What Intl does not know stands as it is. */
function nameOf(language: string): string {
  try {
    return new Intl.DisplayNames([language], { type: 'language' }).of(language) ?? language;
  } catch {
    // RangeError: the form of a language's name that a show takes is wider than that of Intl.
    return language;
  }
}

const EXAMPLE = 1_234_550;

/** In which language the words on the frame are: by it numbers are written, plural forms chosen, and words read aloud. */
export function FrameLanguage() {
  const language = useShow((show) => show.language);
  const currency = useShow((show) => show.money.currency);
  const offered = LANGUAGES.includes(language) ? LANGUAGES : [language, ...LANGUAGES];
  return (
    <Card className="mt-6 gap-3" label={say('Language of the frame')}>
      <Pick
        label={say('Language of the words on the frame')}
        options={offered.map((value) => ({ value, label: nameOf(value) }))}
        value={language}
        onChange={(next) =>
          edit((draft) => {
            draft.language = next;
          })
        }
      />
      <Text size={13} tone="muted">
        {say(
          'Numbers are written as in it ({amount}), plural forms follow its rules, and words are read aloud in it.',
          { amount: amountWords(EXAMPLE, currency, language) },
        )}
      </Text>
    </Card>
  );
}
