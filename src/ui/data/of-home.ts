import useSWR from 'swr';
import { saying } from '@/ui/words/say';
import { askShow } from './command';
import { useShow } from './show';

/** A list that the server keeps of the open home, asked anew every so often, ms; a refusal is its sentence. */
export function useOfHome<T>(list: 'devices' | 'buttons', refreshInterval: number) {
  const show = useShow(({ id }) => id);
  return useSWR<T[], Error>(
    [list, show],
    async () => {
      const answer = await askShow<T[]>('GET', `/${list}`);
      if (!answer.ok) throw new Error(saying(answer.reason));
      return answer.value;
    },
    { refreshInterval, keepPreviousData: true },
  );
}
