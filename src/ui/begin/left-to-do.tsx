import { useRouter } from 'expo-router';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import Check from 'lucide-react-native/icons/check';
import { PLATFORMS } from '@/core/platform';
import type { Cue } from '@/core/show/show';
import { keepBeginning, TO_DO, type ToDo } from '@/ui/data/beginning';
import { useBeginning } from '@/ui/data/use-beginning';
import { sendCommand } from '@/ui/data/command';
import { deskStore } from '@/ui/data/desk';
import { useKeys, useShow } from '@/ui/data/show';
import { PlaceBody } from '@/ui/frame/place-body';
import { outletAddress } from '@/ui/outlet/outlet-key';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { CopyButton } from '@/ui/part/copy-button';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { FrameView } from '@/ui/stage/frame-view';
import { useColours } from '@/ui/theme/look';
import { tick } from './use-to-do';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

const TITLES: Record<ToDo, Phrase> = {
  paste: phrase('Paste the address'),
  hear: phrase('See and hear a test alert'),
  live: phrase('Go live'),
};

/** The show that was made, and the three things that are left to do, each ticked off by itself when it has happened. */
export function LeftToDo() {
  const router = useRouter();
  const show = useShow();
  const done = useBeginning()?.done ?? [];
  const over = TO_DO.every((each) => done.includes(each));
  const close = (): void => {
    void keepBeginning(show.id, { at: 'over', done: [...done] });
    router.navigate('/stage');
  };
  return (
    <PlaceBody title={say('Your show is ready')}>
      <Made />
      <View role="list" aria-label={say('Left to do')} className="gap-3 mt-4">
        <Thing what="paste" done={done.includes('paste')}>
          <Paste />
        </Thing>
        <Thing what="hear" done={done.includes('hear')}>
          <Hear />
        </Thing>
        <Thing what="live" done={done.includes('live')}>
          <GoLive />
        </Thing>
      </View>
      <Button kind={over ? 'main' : 'outline'} className="mt-4" onPress={close}>
        {over ? say('All done: to the stage') : say('Put this list away')}
      </Button>
    </PlaceBody>
  );
}

/** What was made, with the frame as it is. */
function Made() {
  const router = useRouter();
  const show = useShow();
  const upright = show.frame.height > show.frame.width;
  return (
    <View className={`mt-2 gap-4 ${upright ? 'flex-row' : ''}`}>
      <FrameView show={show} pieces={show.pieces} live={null} width={upright ? 120 : 320} seen="edit" />
      <View className="flex-1 gap-3 justify-center">
        <Text>
          {say(
            '{pieces, plural, one {# piece} other {# pieces}} and {cues, plural, one {# cue} other {# cues}}, arranged so that nothing lies over anything.',
            { pieces: show.pieces.length, cues: show.cues.length },
          )}
        </Text>
        <Button kind="outline" onPress={() => router.navigate('/stage')}>
          {say('See it on the stage')}
        </Button>
      </View>
    </View>
  );
}

function Thing({ what, done, children }: { what: ToDo; done: boolean; children: ReactNode }) {
  const { onmarigold } = useColours();
  const at = TO_DO.indexOf(what) + 1;
  return (
    <View
      role="listitem"
      aria-label={
        done ? say('{what}: done', { what: TITLES[what] }) : say('{what}: left to do', { what: TITLES[what] })
      }
    >
      <Card>
        <View className="flex-row items-center gap-3">
          <View
            className={`w-[28px] h-[28px] rounded-full items-center justify-center ${done ? 'bg-lagoon' : 'border-2 border-marigold'}`}
          >
            {done ? <Check size={18} color={onmarigold} strokeWidth={3} /> : <Text face="strong">{String(at)}</Text>}
          </View>
          <Text size={17} face="title" level={2} className="flex-1">
            {TITLES[what]}
          </Text>
          {done ? (
            <Text size={13} tone="lagoon">
              {say('Done')}
            </Text>
          ) : null}
        </View>
        <View className="gap-3 mt-3">{children}</View>
      </Card>
    </View>
  );
}

function Paste() {
  const { outlets, frame } = useShow();
  const keys = useKeys();
  return (
    <>
      <Text>
        {say('In your app or cloud compositor, add a layer that shows a web page, and paste this address there.')}
      </Text>
      {outlets.map((outlet) => (
        <View key={outlet.id} className="gap-2">
          {outlets.length > 1 ? <Text face="strong">{outlet.name}</Text> : null}
          <Text selectable className="p-3 rounded-control bg-raised break-all" accessibilityLabel={say('Address')}>
            {outletAddress(keys.outlets[outlet.id])}
          </Text>
          <CopyButton text={outletAddress(keys.outlets[outlet.id])} />
          <Text size={13} tone="muted">
            {say('Give the layer {sizeOf}.', { sizeOf: sizeOf(outlet.layout, frame) })}
          </Text>
        </View>
      ))}
    </>
  );
}

const sizeOf = (layout: string | undefined, frame: { width: number; height: number }): string => {
  const [width, height] = layout?.split('×') ?? [String(frame.width), String(frame.height)];
  return say('{width} wide, {height} high', { width: width ?? '', height: height ?? '' });
};

/** A cue that is seen and heard, if there is one. */
const tryOf = (cues: readonly Cue[]): Cue | undefined =>
  cues.find(({ steps }) => steps.some(({ kind }) => kind === 'show') && steps.some(({ kind }) => kind === 'play')) ??
  cues[0];

function Hear() {
  const show = useShow();
  const begun = useBeginning();
  const [said, setSaid] = useState<{ tone: 'brick' | 'lagoon' | 'mist'; text: string } | null>(null);
  const cue = tryOf(show.cues);
  const test = async (): Promise<void> => {
    if (!cue) return;
    const answer = await sendCommand({ command: 'try', cue: cue.id });
    if (!answer.ok) return setSaid({ tone: 'brick', text: answer.reason });
    const open = deskStore.now().view?.outlets ?? {};
    const sounds = show.outlets.find((outlet) => outlet.sounds);
    if (sounds && (open[sounds.id] ?? 0) > 0) {
      setSaid({ tone: 'lagoon', text: say('Sent. It is on the frame in your compositor now, and heard from there.') });
      if (begun) tick(show.id, begun, 'hear');
    } else
      setSaid({
        tone: 'mist',
        text: say('Sent, but no compositor shows the frame yet. Paste the address first, then send it again.'),
      });
  };
  return cue ? (
    <>
      <Text>{say('It appears in your compositor, with its sound. Numbers stay as they are.')}</Text>
      <Button onPress={() => void test()}>{say('Send a test alert')}</Button>
      {said?.tone === 'brick' ? (
        <Problem says={said.text} />
      ) : said ? (
        <Text tone={said.tone} role="status">
          {said.text}
        </Text>
      ) : null}
    </>
  ) : (
    <Text>{say('This show has no alerts. Under Cues you say what is shown when something happens.')}</Text>
  );
}

function GoLive() {
  const router = useRouter();
  const [feed] = useShow((show) => show.feeds);
  return feed ? (
    <Text>
      {say('Nothing to press here: as soon as you are live on {name}, it connects by itself.', {
        name: PLATFORMS[feed.platform].name,
      })}
    </Text>
  ) : (
    <>
      <Text>{say('Add the platform on which you go live. It then connects by itself each time.')}</Text>
      <Button kind="outline" onPress={() => router.navigate('/feeds')}>
        {say('Go to Feeds')}
      </Button>
    </>
  );
}
