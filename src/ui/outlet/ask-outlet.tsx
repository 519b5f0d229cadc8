import type { Outlet } from '@/core/show/outlet';
import { renewOutletKey } from '@/ui/data/library';
import { useShow } from '@/ui/data/show';
import { edit, reload } from '@/ui/data/show-store';
import { Confirm } from '@/ui/part/confirm';
import { say } from '@/ui/words/say';

/** Asks before an outlet's address is made anew. */
export function AskNewAddress({ outlet, onClose }: { outlet: Outlet; onClose: () => void }) {
  const show = useShow();
  return (
    <Confirm
      title={say('Make a new address')}
      says={say(
        'The present address stops at once, wherever it is pasted: the frame there becomes empty. The new one has to be pasted again.',
      )}
      yes={say('Make a new one')}
      onYes={() => void renewOutletKey(show, outlet.id).then(reload)}
      onClose={onClose}
    />
  );
}

/** Asks before an outlet is removed. */
export function AskRemove({ outlet, onClose }: { outlet: Outlet; onClose: () => void }) {
  return (
    <Confirm
      title={say('Delete {name}', { name: outlet.name })}
      says={say('Its address stops at once, wherever it is pasted. Your pieces stay on the stage.')}
      yes={say('Delete it')}
      onYes={() =>
        edit((draft) => {
          draft.outlets = draft.outlets.filter(({ id }) => id !== outlet.id);
          // What sounded from there sounds from the first of those that are left.
          if (outlet.sounds && draft.outlets[0]) draft.outlets[0].sounds = true;
        })
      }
      onClose={onClose}
    />
  );
}
