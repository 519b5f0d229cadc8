import { usePathname, useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import { IconButton } from '@/ui/part/button';
import { morePlace } from './more-places';
import { say } from '@/ui/words/say';
import { isMirrored } from '@/ui/words/facing';

/** In a place beside the five: back to where one came from, or to the place that it belongs to. Nothing in the five. */
export function WayBack() {
  const router = useRouter();
  const place = morePlace(usePathname());
  if (!place) return null;
  return (
    <IconButton
      icon={isMirrored() ? ArrowRight : ArrowLeft}
      label={say('Back')}
      className="-ms-3"
      onPress={() => (router.canGoBack() ? window.history.back() : router.replace(place.of))}
    />
  );
}
