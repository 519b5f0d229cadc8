import type { Outlet } from '@/core/show/outlet';
import { useState } from 'react';
import { View } from 'react-native';
import Check from 'lucide-react-native/icons/check';
import Copy from 'lucide-react-native/icons/copy';
import Settings from 'lucide-react-native/icons/sliders-horizontal';
import { ask } from '@/ui/data/api';
import { engineClock } from '@/ui/data/desk';
import { renewOutletKey } from '@/ui/data/library';
import { useShow } from '@/ui/data/show-context';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Confirm } from '@/ui/part/confirm';
import { TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { watchedBy } from '@/ui/stage/watched';
import { agoWords } from '@/ui/words/ago';
import { carriesWords, OutletShowsFields } from './outlet-shows';
import { Qr } from './qr';

/** One outlet: its address, how the layer is to be set up, what it carries, who shows it. */
export function OutletCard({ outlet }: { outlet: Outlet }) {
  const { show, keys, desk, reload, edit } = useShow();
  const [copied, setCopied] = useState<'no' | 'yes' | 'failed'>('no');
  const [asking, setAsking] = useState<'new' | 'remove' | null>(null);
  const [changing, setChanging] = useState(false);
  const key = keys.outlets[outlet.id];
  const address = `${window.location.origin}/o/${key ?? ''}`;
  const places = desk.view?.outlets[outlet.id] ?? 0;
  const seenAt = desk.view?.outletsSeen[outlet.id];
  const { width, height } = outlet.shows.kind === 'wall' ? { width: 1920, height: 1080 } : show.frame;
  const tried = show.cues.find(({ on, steps }) => on && steps.some((step) => step.kind === 'show'));
  const copy = async (): Promise<void> => {
    try {
      await navigator.clipboard.writeText(address);
      setCopied('yes');
    } catch {
      setCopied('failed');
    }
  };
  const carries = carriesWords(outlet, {
    piece: (id) => show.pieces.find((each) => each.id === id)?.name ?? 'a piece that is gone',
    scene: (id) => show.scenes.find((each) => each.id === id)?.name ?? 'that is gone',
  });
  return (
    <Card label={outlet.name}>
      <View className="flex-row items-center justify-between gap-3">
        <Text size={17} face="title" level={2} className="shrink">
          {outlet.name}
        </Text>
        <View role="status" className="flex-row items-center gap-2">
          <View className={`w-[10px] h-[10px] rounded-full ${places > 0 ? 'bg-lagoon' : 'border border-muted'}`} />
          <Text size={13} tone={places > 0 ? 'lagoon' : 'muted'}>
            {places === 0 && seenAt !== undefined
              ? `last shown ${agoWords(engineClock.now() - seenAt)}`
              : watchedBy(places)}
          </Text>
        </View>
      </View>
      <Text
        size={13}
        tone="muted"
        numberOfLines={2}
        className="mt-1"
      >{`${carries}${outlet.whose === 'me' ? ', for a screen of yours' : ''}`}</Text>
      <Text selectable className="mt-3 p-3 rounded-control bg-raised break-all" accessibilityLabel="Address">
        {key === undefined ? 'Its address is being made …' : address}
      </Text>
      <View className="flex-row gap-4 mt-3 items-start">
        <Qr text={address} size={132} />
        <View className="flex-1 gap-3">
          <Button kind="main" icon={copied === 'yes' ? Check : Copy} onPress={() => void copy()}>
            {copied === 'yes' ? 'Copied' : 'Copy address'}
          </Button>
          {copied === 'failed' ? (
            <Text tone="brick" role="alert">
              This browser does not let the page copy. Hold the address above to select it.
            </Text>
          ) : null}
          <View>
            <Text size={13} tone="muted">
              {outlet.shows.kind === 'wall' ? 'Fills the television; drawn for' : 'Give the layer'}
            </Text>
            <Text size={17} face="strong" className="tabular-nums">{`${width} wide, ${height} high`}</Text>
          </View>
          <Button
            kind="outline"
            icon={Settings}
            label={`What it carries: ${outlet.name}`}
            onPress={() => setChanging(true)}
          >
            What it carries
          </Button>
        </View>
      </View>
      <View className="mt-4 pt-3 border-t border-line flex-row items-center justify-between gap-3">
        <Text size={13} tone="muted" className="shrink">
          {outlet.sounds ? 'Sounds and read-aloud words are heard from here, and from nowhere else.' : 'Silent.'}
        </Text>
        <Button
          kind="outline"
          onPress={() =>
            edit((draft) => {
              // One at a time, so that nothing is heard twice.
              for (const each of draft.outlets) each.sounds = each.id === outlet.id && !outlet.sounds;
            })
          }
        >
          {outlet.sounds ? 'Make it silent' : 'Sound from here'}
        </Button>
      </View>
      <View className="mt-4 pt-3 border-t border-line flex-row items-center justify-between gap-3">
        <Text size={13} tone="muted" className="shrink">
          Anyone with this address can look at the frame, and do nothing else.
        </Text>
        <Button kind="outline" onPress={() => setAsking('new')}>
          New address
        </Button>
      </View>
      {tried ? (
        <View className="mt-4 pt-3 border-t border-line flex-row items-center justify-between gap-3">
          <Text size={13} tone="muted" className="shrink">
            See an alert come out of it, wherever it is pasted.
          </Text>
          <Button
            onPress={() =>
              void ask('POST', `/api/shows/${encodeURIComponent(show.id)}/commands`, {
                key: keys.desk,
                body: { command: 'try', cue: tried.id },
              })
            }
          >
            Try it
          </Button>
        </View>
      ) : null}
      {changing ? (
        <Sheet title={outlet.name} onClose={() => setChanging(false)}>
          <TextField
            label="Name of the outlet"
            value={outlet.name}
            most={80}
            onChange={(name) => {
              if (name.trim() !== '')
                edit((draft) => {
                  const found = draft.outlets.find(({ id }) => id === outlet.id);
                  if (found) found.name = name;
                });
            }}
          />
          <OutletShowsFields outlet={outlet} />
          {show.outlets.length > 1 ? (
            <View className="flex-row">
              <Button
                kind="bad"
                onPress={() => {
                  setChanging(false);
                  setAsking('remove');
                }}
              >
                Remove this outlet
              </Button>
            </View>
          ) : null}
        </Sheet>
      ) : null}
      {asking === 'new' ? (
        <Confirm
          title="Make a new address"
          says="The present address stops at once, wherever it is pasted: the frame there becomes empty. The new one has to be pasted again."
          yes="Make a new one"
          onYes={() =>
            void renewOutletKey(show, outlet.id)
              .then(() => reload())
              .then(() => setCopied('no'))
          }
          onClose={() => setAsking(null)}
        />
      ) : null}
      {asking === 'remove' ? (
        <Confirm
          title={`Remove ${outlet.name}`}
          says="Its address stops at once, wherever it is pasted. Your pieces stay on the stage."
          yes="Remove it"
          onYes={() =>
            edit((draft) => {
              draft.outlets = draft.outlets.filter(({ id }) => id !== outlet.id);
              // What sounded from there sounds from the first of those that are left.
              if (outlet.sounds && draft.outlets[0]) draft.outlets[0].sounds = true;
            })
          }
          onClose={() => setAsking(null)}
        />
      ) : null}
    </Card>
  );
}
