import { Redirect } from 'expo-router';
import { useBeginning } from '@/ui/data/use-beginning';

/** Feeds come first: nothing works without one. A show that was never asked about is begun with the questions. */
export default function Index() {
  const begun = useBeginning();
  return begun === undefined ? null : <Redirect href={begun.at === 'ask' ? '/begin' : '/feeds'} />;
}
