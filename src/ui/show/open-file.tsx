import { useState } from 'react';
import { View } from 'react-native';
import { readShow } from '@/core/show/file';
import type { Show } from '@/core/show/show';
import type { FeedKey } from '@/ui/data/feed-keys';
import { addShow, readFileKeys, replaceShow, showOfFile } from '@/ui/data/library';
import { readFileMedia, takeFiles } from '@/ui/data/media-files';
import { openFile } from '@/ui/data/save-file';
import { useShow } from '@/ui/data/show';
import { edit, reload } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Problem } from '@/ui/part/problem';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { useAsked } from '@/ui/frame/address';
import { say, saying } from '@/ui/words/say';

/** A show that was read from a file, and the one of this browser that it is a file of. */
interface Read {
  show: Show;
  secrets: Record<string, FeedKey>;
  there: { id: string; name: string };
}

/** Opens a show's file: as a show of its own, or in place of the one that it is a file of, as is asked. */
export function OpenFile() {
  const open = useShow((show) => show.id);
  const [said, setSaid] = useState<string | null>(null);
  const [read, setRead] = useState<Read | null>(null);
  const [asked, ask] = useAsked('file');
  const asking = asked ? read : null;
  const beside = async (show: Show, secrets: Record<string, FeedKey>): Promise<void> => {
    ask(false);
    await addShow(show, secrets);
    await reload();
  };
  const replace = async ({ show, there }: Read): Promise<void> => {
    ask(false);
    // The open one is changed as by any edit: it can be undone.
    if (there.id === open) return edit((draft) => void Object.assign(draft, { ...show, id: open }));
    await replaceShow(there.id, show);
    await reload();
  };
  const choose = async (): Promise<void> => {
    const file = await openFile('application/json,.json');
    if (file === null) return;
    const read = readShow(file.text);
    if (!read.ok) return setSaid(saying(read.reason));
    const json: unknown = JSON.parse(file.text);
    const missing = await takeFiles(read.show.media, readFileMedia(json));
    setSaid(missing.length > 0 ? missing.join(' ') : null);
    const secrets = readFileKeys(json);
    const there = await showOfFile(read.show);
    if (there) {
      setRead({ show: read.show, secrets, there });
      ask(true);
    } else await beside(read.show, secrets);
  };
  return (
    <>
      <Button kind="outline" onPress={() => void choose()}>
        {say('Open a file')}
      </Button>
      <Problem says={said} />
      {asking ? (
        <Sheet title={say('{name} is here already', { name: asking.there.name })} onClose={() => ask(false)}>
          <Text size={17}>
            {asking.there.id === open
              ? say(
                  'The file can take the place of the show as it is now, which can be undone; or it becomes a show of its own beside it.',
                )
              : say(
                  'The file can take the place of that show as it is now, which cannot be undone; or it becomes a show of its own beside it.',
                )}
          </Text>
          <View className="flex-row flex-wrap gap-2">
            <Button kind="main" onPress={() => void beside(asking.show, asking.secrets)}>
              {say('Open beside it')}
            </Button>
            <Button kind="bad" onPress={() => void replace(asking)}>
              {say('Replace it')}
            </Button>
          </View>
        </Sheet>
      ) : null}
    </>
  );
}
