import { useRouter } from 'expo-router';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

export default function NotFound() {
  const router = useRouter();
  return (
    <PlaceBody title={say('Nothing here')}>
      <Text size={17} className="my-3">
        {say('This address leads nowhere. Your show is untouched.')}
      </Text>
      <Button kind="main" onPress={() => router.replace('/feeds')}>
        {say('Go to Feeds')}
      </Button>
    </PlaceBody>
  );
}
