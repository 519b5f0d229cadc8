import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { FirstAnswers } from '@/core/stage/first-show';
import { keepBeginning } from '@/ui/data/beginning';
import { useBeginning } from '@/ui/data/use-beginning';
import { addStarterToHome } from '@/ui/data/home-shows';
import { beginHome } from '@/ui/data/library';
import { reload } from '@/ui/data/show-store';
import { appLanguage } from '@/ui/words/language';
import { starterShow } from '@/core/show/starter';
import { useShow } from '@/ui/data/show';
import { useOpen } from '@/ui/frame/address';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { forgetAnswers, useAnswers } from './answers';
import { LeftToDo } from './left-to-do';
import { LookStep } from './look-step';
import { PlatformStep } from './platform-step';
import { SeesStep } from './sees-step';
import { StreamsStep } from './streams-step';
import { useIsFirst, useIsOwn, useMakeShow } from './use-make-show';
import { say, saying } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

/** The questions in their order; the first has no name in the address. */
const STEPS = ['streams', 'platform', 'sees', 'look'] as const;
type Step = (typeof STEPS)[number];

const ASKS: Record<Step, Phrase> = {
  streams: phrase('How do you stream?'),
  platform: phrase('Where do you go live?'),
  sees: phrase('What should viewers see?'),
  look: phrase('How should it look?'),
};

/** Beginning a show: four questions, and what is left to do then. */
export function BeginPlace() {
  const begun = useBeginning();
  const step = useOpen('step');
  const first = useIsFirst();
  const [answers, change] = useAnswers();
  if (begun === undefined || answers === null) return null;
  const at = step.at?.[0];
  // A show that is made is not asked about again, unless one goes back to a question.
  if (at === 'ready' || (at === undefined && begun.at === 'made' && first)) return <LeftToDo />;
  const now = STEPS.find((each) => each === at) ?? 'streams';
  return <Question key={now} now={now} answers={answers} change={change} go={(to) => step.open(to)} />;
}

function Question({
  now,
  answers,
  change,
  go,
}: {
  now: Step;
  answers: FirstAnswers;
  change: (next: Partial<FirstAnswers>) => void;
  go: (to: Step | 'ready') => void;
}) {
  const next = STEPS[STEPS.indexOf(now) + 1];
  const { make, making, problem } = useMakeShow();
  const goOn = (with_: Partial<FirstAnswers> = {}): void => {
    change(with_);
    if (next) go(next);
    else
      void make({ ...answers, ...with_ }).then(async (made) => {
        if (!made) return;
        await forgetAnswers();
        go('ready');
      });
  };
  return (
    <PlaceBody title={saying(ASKS[now])} above={say('{n} of {all}', { n: STEPS.indexOf(now) + 1, all: STEPS.length })}>
      <View className="gap-4 mt-4">
        {now === 'streams' ? <StreamsStep value={answers.streams} onChoose={(streams) => goOn({ streams })} /> : null}
        {now === 'platform' ? <PlatformStep onDone={(feed) => goOn({ feed })} /> : null}
        {now === 'sees' ? (
          <SeesStep answers={answers} onChange={(sees) => change({ sees })} onDone={() => goOn()} />
        ) : null}
        {now === 'look' ? (
          <LookStep answers={answers} making={making} onChange={(style) => change({ style })} onDone={() => goOn()} />
        ) : null}
        <Problem says={problem} />
        <Text size={13} tone="muted" className="text-center">
          {say('You can change all of it later.')}
        </Text>
        <Skip />
        {now === 'streams' ? <OtherDevice /> : null}
      </View>
    </PlaceBody>
  );
}

/** Whoever has a show on another device makes none here. */
function OtherDevice() {
  const router = useRouter();
  return (
    <Button kind="plain" onPress={() => router.navigate('/join')}>
      {say('My show is on another device')}
    </Button>
  );
}

/** The way past the questions: an empty browser's show stays as it is; another one begins with a few pieces and cues. */
function Skip() {
  const router = useRouter();
  const id = useShow((show) => show.id);
  const first = useIsFirst();
  const own = useIsOwn();
  const [going, setGoing] = useState(false);
  const skip = async (): Promise<void> => {
    setGoing(true);
    if (first) await keepBeginning(id, { at: 'over', done: [] });
    else if (own) {
      await beginHome(starterShow('new', undefined, appLanguage()));
      await reload();
    } else {
      await addStarterToHome();
    }
    // Whoever has gone elsewhere meanwhile stays there.
    if (window.location.pathname === '/begin') router.replace('/feeds');
  };
  return (
    <Button kind="outline" disabled={going} onPress={() => void skip()}>
      {say('Skip the questions')}
    </Button>
  );
}
