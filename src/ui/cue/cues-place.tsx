import { useState } from 'react';
import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import { cueTrouble } from '@/core/engine/sentence';
import { useShow } from '@/ui/data/show-context';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { CueRow } from './cue-row';
import { CueSheet } from './cue-sheet';
import { NewCue } from './new-cue';

/** What happens when: every cue as a sentence. */
export function CuesPlace() {
  const { show } = useShow();
  const [open, setOpen] = useState<{ cue: string; field: string } | 'new' | null>(null);
  const silent = show.cues.filter((cue) => cue.on && cueTrouble(cue, show)).length;
  const cue = open !== null && open !== 'new' ? show.cues.find(({ id }) => id === open.cue) : undefined;
  return (
    <>
      <PlaceBody title="Cues" beside={<Button kind={show.cues.length === 0 ? 'main' : 'outline'} icon={Plus} onPress={() => setOpen('new')}>New cue</Button>}>
        <Text tone="muted">{count(show.cues.length, silent)}</Text>
        <View className="mt-3" role="list">
          {show.cues.map((each) => <CueRow key={each.id} cue={each} onField={(field) => setOpen({ cue: each.id, field })} />)}
        </View>
        {show.cues.length === 0 ? <Text size={17} tone="muted" className="mt-2">A cue is one sentence: when this happens, show that. Start with one for followers or gifts.</Text> : null}
      </PlaceBody>
      {open === 'new' ? <NewCue onClose={() => setOpen(null)} /> : null}
      {cue && open !== null && open !== 'new' ? <CueSheet key={`${cue.id}/${open.field}`} cue={cue} field={open.field} onField={(field) => setOpen({ cue: cue.id, field })} onClose={() => setOpen(null)} /> : null}
    </>
  );
}

function count(all: number, silent: number): string {
  const cues = all === 0 ? 'No cues yet' : all === 1 ? '1 cue' : `${all} cues`;
  return silent === 0 ? cues : `${cues}, ${silent} cannot fire`;
}
