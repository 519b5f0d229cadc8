import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { askShow } from '@/ui/data/command';
import { deskStore } from '@/ui/data/desk';
import { dropShow } from '@/ui/data/drop-show';
import { filesOf } from '@/ui/data/media-files';
import { addToHome, putOnShow, removeFromHome } from '@/ui/data/home-shows';
import { mayEverything } from '@/ui/data/home-docs';
import { saveFile } from '@/ui/data/save-file';
import { useKeys, useOpened, useShow } from '@/ui/data/show';
import { edit, reload } from '@/ui/data/show-store';
import { sayProblem, toasts } from '@/ui/frame/toast';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Segments } from '@/ui/part/choice';
import { Confirm } from '@/ui/part/confirm';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { chooseLook, chosenLook } from '@/ui/theme/look';
import type { Look } from '@/ui/theme/tokens';
import type { Show } from '@/core/show/show';
import { BackupCard } from './backup-card';
import { Beside } from './beside';
import { FrameLanguage } from './frame-language';
import { GoOn } from './go-on';
import { OpenFile } from './open-file';
import { PlanCard } from './plan-card';
import { ShowRow } from './show-row';
import { useAskedWhich } from '@/ui/frame/address';
import { say } from '@/ui/words/say';
import { appLanguage, chooseLanguage, LANGUAGES } from '@/ui/words/language';

/** The shows of the home: put on, rename, save, open, remove; and how Gavirn looks. */
export function ShowsPlace() {
  const show = useShow();
  const shows = useOpened((open) => open.shows);
  const everything = useOpened((open) => mayEverything(open.device));
  const router = useRouter();
  return (
    <PlaceBody title={say('Shows')}>
      <View role="list" className="mt-2">
        {shows.map(({ id, name: other }) => (
          <View key={id} role="listitem">
            <ShowRow
              name={id === (show.setup ?? '') ? show.name : other}
              on={id === (show.setup ?? '')}
              onPress={() => void putOn(id, other)}
            />
          </View>
        ))}
      </View>
      {everything ? (
        <>
          <View className="flex-row flex-wrap gap-2 mt-3">
            <Button kind="outline" onPress={() => router.push('/begin?show=new')}>
              {say('New show')}
            </Button>
            <OpenFile />
          </View>
          {shows.length > 1 ? (
            <Text size={13} tone="muted" className="mt-2">
              {say(
                'Another show is on at once, also while you are live: feeds, addresses, people and the session go on, and its numbers are as you left them.',
              )}
            </Text>
          ) : null}
        </>
      ) : null}
      <Beside />
      {everything ? (
        <>
          <ThisShow key={show.setup ?? show.id} />
          <FrameLanguage />
          <PlanCard />
          <GoOn />
          <BackupCard />
        </>
      ) : null}
      <LanguageChoice />
      <LookChoice />
    </PlaceBody>
  );
}

/** Puts a show on. The session goes on with it, unless the streamer would rather have another one. */
async function putOn(id: string, name: string): Promise<void> {
  const session = deskStore.now().view?.session;
  const live = session ? session.endedAt === null : false;
  if (!(await putOnShow(id)) || !live) return;
  toasts.show({
    text: say('“{name}” is on, and the session goes on.', { name }),
    action: {
      label: say('Start a new one'),
      act: () => void askShow('POST', '/anew').then((answer) => sayProblem(answer.ok ? null : answer.reason)),
    },
  });
}

type Asking = 'remove' | 'secrets' | null;

/** The open show: its name, its file, its end. */
function ThisShow() {
  const show = useShow();
  const [name, setName] = useState(show.name);
  const [asked, ask] = useAskedWhich('show');
  const asking = asked === 'remove' || asked === 'secrets' ? asked : null;
  const rename = (typed: string): void => {
    setName(typed);
    if (typed.trim() !== '')
      edit((draft) => {
        draft.name = typed.trim();
      });
  };
  return (
    <Card className="mt-6 gap-3" label={say('This show')}>
      <TextField
        label={say('Name of this show')}
        value={name}
        most={80}
        onChange={rename}
        problem={name.trim() === '' ? say('A show needs a name.') : null}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button onPress={() => void saveShow(show, null)}>{say('Save as a file')}</Button>
        <Button kind="outline" onPress={() => ask('secrets')}>
          {say('Save with secrets')}
        </Button>
        <Button kind="outline" onPress={() => void addToHome(show)}>
          {say('Make a copy')}
        </Button>
        <Button kind="bad" onPress={() => ask('remove')}>
          {say('Delete')}
        </Button>
      </View>
      <Text size={13} tone="muted">
        {say(
          'The file holds the whole setup, and no keys or secrets: it can be handed to anyone. A copy has the same feeds and addresses.',
        )}
      </Text>
      <Asked asking={asking} onClose={() => ask(null)} />
    </Card>
  );
}

/** What is asked before secrets leave the browser, and before a show goes. */
function Asked({ asking, onClose }: { asking: Asking; onClose: () => void }) {
  const show = useShow();
  const keys = useKeys();
  const others = useOpened((open) => open.shows.length) > 1;
  const remove = async (): Promise<void> => {
    if (others && show.setup !== undefined) return void (await removeFromHome(show.setup));
    await dropShow(show);
    await reload();
  };
  return (
    <>
      {asking === 'secrets' ? (
        <Confirm
          title={say('Save with secrets')}
          says={say(
            'The file will hold your feeds’ addresses and secrets. Whoever has it can send events as your platforms. Keep it to yourself.',
          )}
          yes={say('Save it')}
          onYes={() => void saveShow(show, keys.feeds)}
          onClose={onClose}
        />
      ) : null}
      {asking === 'remove' ? (
        <Confirm
          title={say('Delete {name}', { name: show.name })}
          says={
            others
              ? say(
                  'The show goes from all devices. Feeds, addresses, people and sessions stay, and another show is on. Save it as a file first if you may want it. This cannot be undone.',
                )
              : say(
                  'It is the only one: everything goes from this browser and, if no other device has it, from the server, and its addresses stop. Save it as a file first if you may want it. This cannot be undone.',
                )
          }
          yes={say('Delete')}
          onYes={() => void remove()}
          onClose={onClose}
        />
      ) : null}
    </>
  );
}

/** The show as a file, with its media. @param secrets of its feeds, if they go with it */
async function saveShow(show: Show, secrets: ReturnType<typeof useKeys>['feeds'] | null): Promise<void> {
  const whole = {
    ...show,
    ...(secrets ? { secrets } : {}),
    ...(show.media.length > 0 ? { files: await filesOf(show.media) } : {}),
  };
  saveFile(
    `${secrets ? say('{show} with secrets', { show: show.name }) : show.name}.gavirn.json`,
    'application/json',
    JSON.stringify(whole, null, 2),
  );
}

/** The language of the app. That of the words on the frame is the show's own, and set above. */
function LanguageChoice() {
  return (
    <View className="mt-6 gap-2">
      <Text size={17} face="title" level={2}>
        {say('Language of the app')}
      </Text>
      <Segments
        label={say('Language of the app')}
        value={appLanguage()}
        onChange={(next) => void chooseLanguage(next)}
        options={LANGUAGES}
      />
    </View>
  );
}

function LookChoice() {
  const [look, setLook] = useState<Look | 'system'>(chosenLook() ?? 'system');
  const choose = (next: Look | 'system'): void => {
    setLook(next);
    chooseLook(next === 'system' ? null : next);
  };
  return (
    <View className="mt-6 gap-2">
      <Text size={17} face="title" level={2}>
        {say('Look')}
      </Text>
      <Segments
        label={say('Look')}
        value={look}
        onChange={choose}
        options={[
          { value: 'system', label: say('As the system') },
          { value: 'dark', label: say('Dark') },
          { value: 'light', label: say('Light') },
        ]}
      />
    </View>
  );
}
