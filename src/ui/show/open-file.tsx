import { useState } from 'react';
import { View } from 'react-native';
import { readShow } from '@/core/show/file';
import type { Show } from '@/core/show/show';
import type { FeedKey } from '@/ui/data/feed-keys';
import { addToHome, putOnShow } from '@/ui/data/home-shows';
import type { ShowOfHome } from '@/ui/data/in-step';
import { changeFeedKey, readFileKeys, replaceShow, showOfFile } from '@/ui/data/library';
import { readFileMedia, takeFiles } from '@/ui/data/media-files';
import { openFile } from '@/ui/data/save-file';
import { useOpened, useShow } from '@/ui/data/show';
import { edit, reload, showStore } from '@/ui/data/show-store';
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
  there: { id: string; name: string; setup?: string };
}

/** The show of the open home that a file is of. */
function thereInHome({ id, setup }: Show, on: Show, shows: readonly ShowOfHome[]): Read['there'] | null {
  if (id !== on.id || setup === undefined) return null;
  // The list learns of a new name a little later.
  const name = setup === on.setup ? on.name : shows.find((show) => show.id === setup)?.name;
  return name === undefined ? null : { id, name, setup };
}

/** Adds a file's show to the home; what its feeds keep to themselves comes with those that are new. */
async function addFile(show: Show, secrets: Readonly<Record<string, FeedKey>>): Promise<boolean> {
  const before = new Set(showStore.now()?.show.feeds.map(({ id }) => id));
  if ((await addToHome(show)) === null) return false;
  const now = showStore.now()?.show;
  for (const feed of now?.feeds.filter(({ id }) => !before.has(id)) ?? []) {
    const own = show.feeds.find((one) => one.platform === feed.platform && one.handle === feed.handle);
    const key = own && secrets[own.id];
    if (now && key) await changeFeedKey(now, feed.id, () => key);
  }
  if (Object.keys(secrets).length > 0) await reload();
  return true;
}

/** Opens a show's file: as a show of its own, or in place of the one that it is a file of, as is asked. */
export function OpenFile() {
  const on = useShow();
  const open = on.id;
  const shows = useOpened((opened) => opened.shows);
  const [said, setSaid] = useState<string | null>(null);
  const [read, setRead] = useState<Read | null>(null);
  const [asked, ask] = useAsked('file');
  const asking = asked ? read : null;
  const beside = async (show: Show, secrets: Record<string, FeedKey>): Promise<void> => {
    ask(false);
    if (!(await addFile(show, secrets))) setSaid(say('That show cannot be used here. Nothing was changed.'));
  };
  const replace = async ({ show, there }: Read): Promise<void> => {
    ask(false);
    if (there.id !== open) {
      await replaceShow(there.id, show);
      await reload();
      return;
    }
    if (there.setup !== undefined) await putOnShow(there.setup);
    // It is changed as by any edit: it can be undone.
    edit((draft) => void Object.assign(draft, { ...show, id: open, setup: draft.setup }));
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
    const there = thereInHome(read.show, on, shows) ?? (await showOfFile(read.show));
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
