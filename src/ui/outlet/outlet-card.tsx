import type { Outlet } from '@/core/show/outlet';
import { useState } from 'react';
import { View } from 'react-native';
import { useDesk } from '@/ui/data/desk';
import { useDeskAt } from '@/ui/data/desk-time';
import { sendCommand } from '@/ui/data/command';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { watchedBy } from '@/ui/stage/watched';
import { agoWords } from '@/ui/words/ago';
import { AskNewAddress, AskRemove } from './ask-outlet';
import { OutletPages } from './outlet-pages';
import { OutletAddress } from './outlet-address';
import { OutletSheet } from './outlet-sheet';
import { carriesWords } from './outlet-shows';
import { inPlace, useOpen } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

/** One outlet: its address, how the layer is to be set up, what it carries, who shows it. */
export function OutletCard({ outlet }: { outlet: Outlet }) {
  const show = useShow();
  const { at, open: openSheet, turn } = useOpen('outlet');
  const open = at?.[0] === outlet.id ? (at[1] ?? 'sheet') : null;
  const [said, setSaid] = useState<string | null>(null);
  const close = inPlace.back;
  const tried = show.cues.find(({ on, steps }) => on && steps.some((step) => step.kind === 'show'));
  const carries = carriesWords(outlet, {
    piece: (id) => show.pieces.find((each) => each.id === id)?.name ?? say('a piece that is gone'),
    scene: (id) => show.scenes.find((each) => each.id === id)?.name ?? say('that is gone'),
  });
  return (
    <Card label={outlet.name}>
      <View className="flex-row items-center justify-between gap-3">
        <Text size={17} face="title" level={2} className="shrink">
          {outlet.name}
        </Text>
        <ShownNow outlet={outlet.id} />
      </View>
      <Text size={13} tone="muted" numberOfLines={2} className="mt-1">
        {outlet.whose === 'me' ? say('{carries}, for a screen of yours', { carries }) : carries}
      </Text>
      <OutletPages outlet={outlet.id} />
      <OutletAddress outlet={outlet} onOpen={() => openSheet(outlet.id, 'sheet')} />
      <AddressLine outlet={outlet} />
      <Line says={say('Anyone with this address can look at the frame, and do nothing else.')}>
        <Button kind="outline" onPress={() => openSheet(outlet.id, 'new')}>
          {say('New address')}
        </Button>
      </Line>
      {tried ? (
        <Line says={say('See an alert come out of it, wherever it is pasted.')}>
          <Button
            onPress={() =>
              void sendCommand({ command: 'try', cue: tried.id }).then((answer) =>
                setSaid(answer.ok ? null : answer.reason),
              )
            }
          >
            {say('Send a test alert')}
          </Button>
        </Line>
      ) : null}
      {said ? (
        <Text tone="brick" role="alert" className="mt-2">
          {said}
        </Text>
      ) : null}
      {open === 'sheet' ? (
        <OutletSheet outlet={outlet} onRemove={() => turn(outlet.id, 'remove')} onClose={close} />
      ) : null}
      {open === 'new' ? <AskNewAddress outlet={outlet} onClose={close} /> : null}
      {open === 'remove' ? <AskRemove outlet={outlet} onClose={close} /> : null}
    </Card>
  );
}

function AddressLine({ outlet }: { outlet: Outlet }) {
  return (
    <Line
      says={
        outlet.sounds ? say('Sounds and read-aloud words are heard from here, and from nowhere else.') : say('Silent.')
      }
    >
      <Button
        kind="outline"
        onPress={() =>
          edit((draft) => {
            // One at a time, so that nothing is heard twice.
            for (const each of draft.outlets) each.sounds = each.id === outlet.id && !outlet.sounds;
          })
        }
      >
        {outlet.sounds ? say('Make it silent') : say('Sound from here')}
      </Button>
    </Line>
  );
}

/** How many places show it now, or when one last did. */
function ShownNow({ outlet }: { outlet: string }) {
  const there = useDesk(({ server }) => server === 'there');
  const { places, words } = useDeskAt((view, now) => {
    const count = view && there ? (view.outlets[outlet] ?? 0) : null;
    const seenAt = view?.outletsSeen[outlet];
    return {
      places: count ?? 0,
      words:
        count === 0 && seenAt !== undefined
          ? say('last shown {ago}', { ago: agoWords(now - seenAt) })
          : watchedBy(count),
    };
  });
  return (
    <View role="status" className="flex-row items-center gap-2">
      <View className={`w-[10px] h-[10px] rounded-full ${places > 0 ? 'bg-lagoon' : 'border border-muted'}`} />
      <Text size={13} tone={places > 0 ? 'lagoon' : 'muted'}>
        {words}
      </Text>
    </View>
  );
}

/** A line of the card: what is, and what can be done about it. */
function Line({ says, children }: { says: string; children: React.ReactNode }) {
  return (
    <View className="mt-4 pt-3 border-t border-line flex-row items-center justify-between gap-3">
      <Text size={13} tone="muted" className="shrink">
        {says}
      </Text>
      {children}
    </View>
  );
}
