import type { ReadyMend } from '@/core/ready/check';
import { mendShow } from '@/core/stage/judge/mend';
import { askShow, sendCommand } from '@/ui/data/command';
import { edit } from '@/ui/data/show-store';
import { offerUndo } from '@/ui/frame/toast';
import { say } from '@/ui/words/say';

/** Puts right what a check found. @returns a sentence where it could not be done */
export async function putRight(mend: Exclude<ReadyMend, { kind: 'go' }>): Promise<string | null> {
  if (mend.kind === 'command') {
    const answer = await sendCommand(mend.command);
    return answer.ok ? null : answer.reason;
  }
  if (mend.kind === 'endRehearsal') {
    const answer = await askShow('DELETE', '/rehearsal');
    return answer.ok ? null : answer.reason;
  }
  edit((draft) => {
    switch (mend.kind) {
      case 'layout':
        mendShow(draft, mend.mend);
        break;
      case 'startFeed':
        for (const feed of draft.feeds) if (feed.id === mend.feed) feed.on = true;
        break;
      case 'soundFrom':
        for (const outlet of draft.outlets) outlet.sounds = outlet.id === mend.outlet;
        break;
      case 'cueOff':
        for (const cue of draft.cues) if (cue.id === mend.cue) cue.on = false;
        break;
    }
  });
  offerUndo(say('Put right.'));
  return null;
}
