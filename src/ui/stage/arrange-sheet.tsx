import { inScene, placedIn } from '@/core/engine/feature/scene/schema';
import { useEffect, useState } from 'react';
import { Pressable, View } from 'react-native';
import type { Box } from '@/core/paint/display';
import type { FrameSize } from '@/core/piece/frame';
import { withPlaces, type Proposal } from '@/core/stage/arrange';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Segments } from '@/ui/part/choice';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { FrameView } from './frame-view';
import { MarkPart } from './mark-part';
import { useArrange } from './use-arrange';
import { LEAST_ARC } from '@/core/stage/judge/reading';
import type { Show } from '@/core/show/show';
import { say } from '@/ui/words/say';
import { asKept } from '@/core/words/phrase';

type Free = 'nothing' | 'face' | 'middle' | 'marked';
const FREE: Record<Exclude<Free, 'marked'>, (frame: FrameSize) => Box[]> = {
  nothing: () => [],
  face: ({ width, height }) => [{ x: width * 0.25, y: height * 0.1, w: width * 0.5, h: height * 0.32 }],
  middle: ({ width, height }) => [{ x: width * 0.2, y: height * 0.3, w: width * 0.6, h: height * 0.4 }],
};

/** Layouts to choose from, made for the pieces that there are. */
export function ArrangeSheet({ scene, onClose }: { scene: string; onClose: () => void }) {
  const show = useShow();
  const arrange = useArrange();
  const [free, setFree] = useState<Free>('nothing');
  const [marked, setMarked] = useState<Box | null>(null);
  const [made, setMade] = useState<{ key: string; proposals: Proposal[] } | null>(null);
  const key = free === 'marked' ? `marked/${JSON.stringify(marked)}` : free;
  const proposals = made?.key === key ? made.proposals : null;
  // The layouts are for the show as it was when the sheet was opened; choosing one changes it.
  const [asked] = useState(show);
  useEffect(() => {
    let on = true;
    void arrange({
      task: 'arrange',
      show: asked,
      scene,
      keepFree: free === 'marked' ? (marked ? [marked] : []) : FREE[free](asked.frame),
      behind: [],
    }).then((done) => {
      if (on && 'proposals' in done) setMade({ key, proposals: done.proposals });
    });
    return () => {
      on = false;
    };
    // The worker's door is the same all the time.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked, scene, key]);
  const take = ({ places, without }: Proposal): void => {
    edit((draft) => {
      draft.pieces = withPlaces({ ...asked, pieces: draft.pieces }, scene, places, without).pieces;
    });
    onClose();
  };
  const upright = asked.frame.height > asked.frame.width;
  const width = upright ? 108 : 170;
  return (
    <Sheet title={say('Arrange for me')} onClose={onClose}>
      <WhatStays free={free} setFree={setFree} asked={asked} marked={marked} setMarked={setMarked} />
      {proposals === null ? <Text tone="muted">{say('Looking for places …')}</Text> : null}
      <View role="list" aria-label={say('Suggestions')} className="gap-3">
        {(proposals ?? []).map((proposal) => {
          const shown = withPlaces(asked, scene, proposal.places, proposal.without);
          const without = proposal.without.map((id) => asked.pieces.find((piece) => piece.id === id)?.name ?? id);
          return (
            <ProposalItem
              key={asKept(proposal.name)}
              proposal={proposal}
              take={take}
              shown={shown}
              scene={scene}
              width={width}
              without={without}
            />
          );
        })}
      </View>
    </Sheet>
  );
}

function ProposalItem({
  proposal,
  take,
  shown,
  scene,
  width,
  without,
}: {
  proposal: Proposal;
  take: (proposal: Proposal) => void;
  shown: Show;
  scene: string;
  width: number;
  without: string[];
}) {
  return (
    <View role="listitem">
      <Pressable
        role="button"
        aria-label={say('Take {name}', { name: proposal.name })}
        onPress={() => take(proposal)}
        className="flex-row gap-3 p-2 rounded-card bg-raised"
      >
        <View style={{ pointerEvents: 'none' }}>
          <FrameView
            show={shown}
            pieces={shown.pieces
              .filter((piece) => !piece.off && inScene(piece, scene))
              .map((piece) => placedIn(piece, scene))}
            live={null}
            width={width}
            seen="edit"
          />
        </View>
        <View className="flex-1 gap-1">
          <Text size={17} face="strong">
            {proposal.name}
          </Text>
          <Text size={13} tone={proposal.findings.length === 0 ? 'lagoon' : 'brick'}>
            {proposal.findings.length === 0
              ? say('Nothing to put right')
              : proposal.findings.length === 1
                ? say('One thing to put right')
                : say('{findings} things to put right', { findings: proposal.findings.length })}
          </Text>
          <Text size={13} tone="muted" className="tabular-nums">
            {proposal.arc >= LEAST_ARC - 0.05
              ? say('{cover} % of the picture covered, every text is readable', {
                  cover: Math.round(proposal.cover * 100),
                })
              : say('{cover} % of the picture covered, the smallest text is too small', {
                  cover: Math.round(proposal.cover * 100),
                })}
          </Text>
          {without.length > 0 ? (
            <Text size={13} tone="brick">
              {say('No room for {without}: taken off the frame', { without: { and: without } })}
            </Text>
          ) : null}
        </View>
      </Pressable>
    </View>
  );
}

/** What is left free, and what stays where it is. */
function WhatStays({
  free,
  setFree,
  asked,
  marked,
  setMarked,
}: {
  free: Free;
  setFree: (value: Free) => void;
  asked: Show;
  marked: Box | null;
  setMarked: (value: Box | null) => void;
}) {
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Leave free')}
      </Text>
      <Segments
        label={say('Leave free')}
        value={free}
        onChange={setFree}
        options={[
          { value: 'nothing', label: say('No part in particular') },
          { value: 'face', label: say('A face above') },
          { value: 'middle', label: say('The middle') },
          { value: 'marked', label: say('A part that I mark') },
        ]}
      />
      {free === 'marked' ? (
        <MarkPart width={asked.frame.height > asked.frame.width ? 150 : 220} value={marked} onChange={setMarked} />
      ) : null}
    </View>
  );
}
