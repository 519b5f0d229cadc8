import useSWR from 'swr';
import { keyOf, readBeginning, type Beginning } from './beginning';
import { useShow } from './show';

/** How far the open show has come; undefined until it has been read. */
export function useBeginning(): Beginning | undefined {
  const show = useShow(({ id }) => id);
  return useSWR(keyOf(show), () => readBeginning(show), { revalidateOnFocus: false }).data;
}
