import { useState } from 'react';
import { View } from 'react-native';
import type { Backup } from '@/core/file/backup';
import { makeBackup, openBackup } from '@/ui/data/backup';
import { chooseFiles, saveBlob } from '@/ui/data/save-file';
import { reload } from '@/ui/data/show-store';
import { contentOf, takeBackup, type Content, type Taken } from '@/ui/data/take-backup';
import { useAskedWhich } from '@/ui/frame/address';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Confirm } from '@/ui/part/confirm';
import { Problem } from '@/ui/part/problem';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { setAsIn, settingsNow } from './settings';
import { say, saying, spoken } from '@/ui/words/say';

interface Opened {
  backup: Backup;
  content: Content;
}

/** Work that takes a while: what is said meanwhile, and afterwards where it did not work. */
function useWork() {
  const [busy, setBusy] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const during = async (what: string, work: () => Promise<void>): Promise<void> => {
    setSaid(null);
    setBusy(what);
    await work().catch(() => {
      // The worker ended, or the browser has no memory for a file as large as this.
      setSaid(say('This did not work: the backup may be too large for this browser. Nothing was changed.'));
    });
    setBusy(null);
  };
  return { busy, said, setSaid, during };
}

/** All of this browser in one file, and back from one. */
export function BackupCard() {
  const [asked, ask] = useAskedWhich('backup');
  const [opened, setOpened] = useState<Opened | null>(null);
  const { busy, said, setSaid, during } = useWork();
  const save = (secrets: boolean): void =>
    void during(say('Making the backup …'), async () => {
      // Sweden's form of a date is that of ISO 8601, here by the clock on the wall.
      const day = new Date().toLocaleDateString('sv-SE');
      const name = secrets ? say('Gavirn backup {day} with secrets', { day }) : say('Gavirn backup {day}', { day });
      saveBlob(`${name}.zip`, await makeBackup(secrets, settingsNow()));
    });
  const choose = async (): Promise<void> => {
    const [file] = await chooseFiles('application/zip,.zip');
    if (!file) return;
    await during(say('Reading the backup …'), async () => {
      const read = await openBackup(new Uint8Array(await file.arrayBuffer()));
      if (!read.ok) return setSaid(saying(read.reason));
      setOpened({ backup: read.backup, content: await contentOf(read.backup) });
      ask('open');
    });
  };
  return (
    <Card className="mt-6 gap-3" label={say('Backup')}>
      <Text size={17} face="title" level={2}>
        {say('Backup')}
      </Text>
      <Text size={15} tone="muted">
        {say(
          'One file with all shows, media, people, points, sessions and settings of this browser. Keep it somewhere else: whoever loses this browser has only that.',
        )}
      </Text>
      <View className="flex-row flex-wrap gap-2">
        <Button disabled={busy !== null} onPress={() => save(false)}>
          {say('Save a backup')}
        </Button>
        <Button kind="outline" disabled={busy !== null} onPress={() => ask('secrets')}>
          {say('Save a backup with secrets')}
        </Button>
        <Button kind="outline" disabled={busy !== null} onPress={() => void choose()}>
          {say('Open a backup')}
        </Button>
      </View>
      {busy ? (
        <Text role="status" size={15}>
          {busy}
        </Text>
      ) : null}
      <Problem says={said} />
      {asked === 'secrets' ? (
        <Confirm
          title={say('Backup with secrets')}
          says={say(
            'With its addresses, keys and secrets, the backup goes on where this browser is: nothing has to be pasted again. Whoever has the file can do all that you can. Keep it to yourself.',
          )}
          yes={say('Save it')}
          onYes={() => save(true)}
          onClose={() => ask(null)}
        />
      ) : null}
      {asked === 'open' && opened ? <OpenedSheet opened={opened} onClose={() => ask(null)} /> : null}
    </Card>
  );
}

/** What is in a backup; taken in by a tap. */
function OpenedSheet({ opened: { backup, content }, onClose }: { opened: Opened; onClose: () => void }) {
  const [taken, setTaken] = useState<Taken | 'now' | null>(null);
  const { shows, media, damaged } = content;
  const take = async (): Promise<void> => {
    setTaken('now');
    const came = await takeBackup(backup, content);
    setTaken(came);
    await reload();
    if (came.shows > 0) await setAsIn(content.settings);
  };
  const made = new Date(backup.made).toLocaleString(spoken(), { dateStyle: 'long', timeStyle: 'short' });
  const here = shows.filter((each) => each.here).map(({ show }) => show.name);
  return (
    <Sheet title={say('Open a backup')} onClose={onClose}>
      <Text>{say('Made on {made}.', { made })}</Text>
      <Text size={17}>
        {say(
          '{shows, plural, one {# show} other {# shows}}, {files, plural, one {# file} other {# files}} and {sessions, plural, one {# session} other {# sessions}}.',
          {
            shows: shows.length,
            files: media.length,
            sessions: shows.reduce((sum, { sessions }) => sum + sessions.length, 0),
          },
        )}
      </Text>
      <Text size={15} tone="muted">
        {backup.secrets
          ? say(
              'It has the addresses and secrets, and goes on where the other browser was. Use each show in one of the two.',
            )
          : say('It has no addresses and no secrets: outlets and feeds get new ones, to be pasted again.')}
      </Text>
      {here.length > 0 ? (
        <Text size={15} tone="muted">
          {say('Here already, and left as they are: {names}.', { names: { and: here } })}
        </Text>
      ) : null}
      {damaged.length > 0 ? (
        <Problem says={say('Damaged in this file: {parts}. The rest is whole.', { parts: { and: damaged } })} />
      ) : null}
      {taken === null ? (
        <Button kind="main" onPress={() => void take()}>
          {damaged.length > 0 ? say('Take in the rest') : say('Take it in')}
        </Button>
      ) : (
        <Text role="status" size={17}>
          {taken === 'now'
            ? say('Taking it in …')
            : say(
                'Taken in: {shows, plural, one {# show} other {# shows}}, {files, plural, one {# file} other {# files}} and {sessions, plural, one {# session} other {# sessions}}.',
                { shows: taken.shows, files: taken.media, sessions: taken.sessions },
              )}
        </Text>
      )}
      {taken !== null && taken !== 'now'
        ? taken.problems.map((problem) => <Problem key={problem} says={problem} />)
        : null}
    </Sheet>
  );
}
