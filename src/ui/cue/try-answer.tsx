import { useEffect, useMemo, useRef } from 'react';
import { View } from 'react-native';
import X from 'lucide-react-native/icons/x';
import type { Outlet } from '@/core/show/outlet';
import { sampleOf } from '@/core/show/sample';
import type { Cue } from '@/core/show/show';
import { trialOf } from '@/core/stage/trial';
import { useDeskView } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { IconButton } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { AlertPreview } from './alert-preview';
import { say } from '@/ui/words/say';
import { asKept, phrase, type Phrase } from '@/core/words/phrase';

const WIDTH = 248;

/** What a trial comes to, where it was pressed: how it looks, what is heard, where it is seen now, and that numbers stay as they are. */
export function TryAnswer({ cue, onClose }: { cue: Cue; onClose: () => void }) {
  const show = useShow();
  const trial = useMemo(() => trialOf(cue, show), [cue, show]);
  const sample = useMemo(() => sampleOf(cue, show), [cue, show]);
  const open = useDeskView(({ outlets }) => outlets, {});
  const isOpen = ({ id }: Outlet): boolean => (open[id] ?? 0) > 0;
  const seen = trial.seenFrom.filter(isOpen);
  const answer = useRef<View>(null);
  useEffect(() => {
    (answer.current as unknown as HTMLElement | null)?.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <View
      ref={answer}
      role="status"
      aria-label={say('The trial')}
      className="mt-3 p-3 gap-2 rounded-card bg-surface border border-line"
    >
      <View className="flex-row items-start gap-2">
        <View className="flex-1 gap-2">
          {trial.shows ? <AlertPreview step={trial.shows} sample={sample} width={WIDTH} /> : null}
          <Text tone={trial.shows && seen.length > 0 ? 'lagoon' : 'muted'}>
            {trial.shows ? seenWords(seen, trial.seenFrom) : say('Nothing is shown on the frame.')}
          </Text>
          {trial.heard.map((sentence) => (
            <Text key={asKept(sentence)} tone="muted">
              {heardWords(sentence, trial.heardFrom, isOpen)}
            </Text>
          ))}
          <Text tone="muted">
            {trial.leftOut.length === 0
              ? say('Numbers stay as they are.')
              : say('Left out of a trial, so that numbers stay as they are: {leftOut}.', {
                  leftOut: { and: trial.leftOut },
                })}
          </Text>
        </View>
        <IconButton icon={X} label={say('Close the trial')} tone="muted" onPress={onClose} />
      </View>
    </View>
  );
}

const names = (outlets: readonly Outlet[]): { and: Phrase[] } => ({
  and: outlets.map(({ name }) => phrase('“{name}”', { name })),
});

function seenWords(seen: readonly Outlet[], carry: readonly Outlet[]): string {
  if (seen.length > 0)
    return say('On the frame now: {names} {seen, plural, one {shows} other {show}} it.', {
      names: names(seen),
      seen: seen.length,
    });
  if (carry.length === 0) return say('No outlet carries this spotlight, so no viewer would see it.');
  return say('{names} {carry, plural, one {is} other {are}} not open anywhere now, so nobody sees it.', {
    names: names(carry),
    carry: carry.length,
  });
}

/** What is heard, and from where. */
function heardWords(sentence: Phrase, from: Outlet | null, isOpen: (outlet: Outlet) => boolean): string {
  if (!from) return say('Heard: {sentence}. All outlets are silent, so nobody hears it.', { sentence });
  const values = { sentence, outlet: from.name };
  return isOpen(from)
    ? say('Heard: {sentence}, from “{outlet}”.', values)
    : say('Heard: {sentence}. “{outlet}” is not open now, so nobody hears it.', values);
}
