import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import type { FirstAnswers } from '@/core/stage/first-show';
import { keepBeginning } from '@/ui/data/beginning';
import { useBeginning } from '@/ui/data/use-beginning';
import { addToHome } from '@/ui/data/home-shows';
import { beginHome } from '@/ui/data/library';
import { randomKey } from '@/ui/data/random-key';
import { edit, reload, showStore } from '@/ui/data/show-store';
import { useArrange } from '@/ui/stage/use-arrange';
import { appLanguage } from '@/ui/words/language';
import { say, saying } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

/** What a new show is called until somebody gives it a name. */
const NAME = phrase('My show');

/** Whether the questions are about the show that is open, which they began or are to begin, and not about another one (`/begin?show=new`). */
export function useIsFirst(): boolean {
  const { show } = useLocalSearchParams();
  const at = useBeginning()?.at;
  return (at === 'ask' || at === 'made') && show !== 'new' && show !== 'own';
}

/** Whether they are about a show of another streamer, which shares nothing with the home that is open (`/begin?show=own`). */
export const useIsOwn = (): boolean => useLocalSearchParams().show === 'own';

/** Makes the show that the answers come to: of the show that an empty browser began with, or as another one beside those that are there. */
export function useMakeShow(): {
  make: (answers: FirstAnswers) => Promise<boolean>;
  making: boolean;
  problem: string | null;
} {
  const arrange = useArrange();
  const first = useIsFirst();
  const own = useIsOwn();
  const [making, setMaking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const make = async (answers: FirstAnswers): Promise<boolean> => {
    const open = showStore.now()?.show;
    if (!open) return false;
    setMaking(true);
    setProblem(null);
    const made = await arrange({
      task: 'first',
      show: {
        ...(first ? { id: open.id, name: open.name } : { id: randomKey(), name: saying(NAME) }),
        language: appLanguage(),
      },
      answers,
    });
    setMaking(false);
    if (!('show' in made)) {
      setProblem(say('The show could not be made. Your answers are kept: try once more.'));
      return false;
    }
    const show = { ...made.show, zone: open.zone };
    if (first) {
      // As any edit: whoever comes back to a question and answers it otherwise can undo that.
      edit((draft) => void Object.assign(draft, show));
      await keepBeginning(open.id, { at: 'made', done: [] });
      return true;
    }
    if (own) {
      const id = await beginHome(show);
      await keepBeginning(id, { at: 'made', done: [] });
      await reload();
      return true;
    }
    if ((await addToHome(show)) === null) {
      setProblem(say('The show could not be made. Your answers are kept: try once more.'));
      return false;
    }
    await keepBeginning(open.id, { at: 'made', done: [] });
    return true;
  };
  return { make, making, problem };
}
