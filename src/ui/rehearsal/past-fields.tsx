import { useState } from 'react';
import { View } from 'react-native';
import type { CrowdAsked } from '@/core/rehearsal/crowd';
import { useSessions } from '@/ui/data/sessions';
import { useShow } from '@/ui/data/show';
import { TitledSegments } from '@/ui/part/choice';
import { Pick } from '@/ui/part/pick';
import { titleOf } from '@/ui/recap/session-title';
import { say } from '@/ui/words/say';

/** How many times as fast. */
type Pace = '1' | '2' | '4' | '8';

interface Past {
  /** Null: this browser has no session. */
  asked: NonNullable<CrowdAsked['past']> | null;
  sessions: { id: string; title: string }[];
  pace: Pace;
  choose: (session: string) => void;
  setPace: (pace: Pace) => void;
}

/** Which of the streamer's own sessions is the crowd, the latest at first, and how fast it goes. */
export function usePast(): Past {
  const { id } = useShow();
  const { data = [] } = useSessions(id);
  const [session, choose] = useState('');
  const [pace, setPace] = useState<Pace>('1');
  const sessions = data.map((entry) => ({ id: entry.id, title: titleOf(entry) }));
  const chosen = sessions.find((each) => each.id === session) ?? sessions[0];
  return {
    asked: chosen ? { session: chosen.id, title: chosen.title, pace: Number(pace) } : null,
    sessions,
    pace,
    choose,
    setPace,
  };
}

export function PastFields({ past: { asked, sessions, pace, choose, setPace } }: { past: Past }) {
  return (
    <View className="mt-3 gap-4">
      <Pick
        label={say('Session')}
        value={asked?.session ?? null}
        onChange={choose}
        options={sessions.map(({ id, title }) => ({ value: id, label: title }))}
      />
      <TitledSegments<Pace>
        label={say('How fast')}
        value={pace}
        onChange={setPace}
        options={[
          { value: '1', label: say('As it was') },
          { value: '2', label: say('Twice as fast') },
          { value: '4', label: say('Four times') },
          { value: '8', label: say('Eight times') },
        ]}
      />
    </View>
  );
}
