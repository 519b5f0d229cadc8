import { useState } from 'react';
import { View } from 'react-native';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Trash from 'lucide-react-native/icons/trash';
import { PIECE_KINDS, type Piece } from '@/core/piece';
import { pieceTrouble } from '@/core/piece/waits';
import type { Control } from '@/core/piece/piece';
import { HOUSE_STYLES, STYLES } from '@/core/piece/style';
import { keepInFrame } from '@/core/stage/place';
import { useShow } from '@/ui/data/show-context';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { KeywordField } from '@/ui/part/keyword-field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { DrawFields, LanternFields } from './draw-fields';
import { GoalFields } from './goal-fields';
import { CountdownFields, CounterFields } from './number-fields';
import { LeftOutFields } from './left-out-fields';
import { QueueFields } from './queue-fields';
import { TeamFields } from './team-fields';
import { TickerFields } from './ticker-fields';
import { TurnFields } from './turn-fields';
import { WindowField } from './window-field';

const TABS = [{ value: 'what', label: 'What' }, { value: 'look', label: 'Look' }, { value: 'place', label: 'Place' }] as const;
type Tab = (typeof TABS)[number]['value'];

/** The chosen piece: what it shows, how it looks, where it stands. */
export function PieceSheet({ piece, onRemoved }: { piece: Piece; onRemoved: () => void }) {
  const [tab, setTab] = useState<Tab>('what');
  return (
    <View className="gap-4">
      <Segments label="Part of the piece" options={TABS} value={tab} onChange={setTab} />
      {tab === 'what' ? <What piece={piece} /> : tab === 'look' ? <Look piece={piece} /> : <Place piece={piece} onRemoved={onRemoved} />}
    </View>
  );
}

/** Changes one field of the piece in the show; the piece's own schema refuses what does not belong there. */
function useSet(piece: Piece): (field: string, value: unknown) => void {
  const { edit } = useShow();
  return (field, value) => {
    const parsed = PIECE_KINDS[piece.kind].schema.safeParse({ ...piece, [field]: value });
    if (!parsed.success) return;
    edit((draft) => {
      const at = draft.pieces.findIndex(({ id }) => id === piece.id);
      if (at >= 0) draft.pieces[at] = parsed.data;
    });
  };
}

const valueOf = (piece: Piece, field: string): unknown => Object.entries(piece).find(([name]) => name === field)?.[1];

function What({ piece }: { piece: Piece }) {
  const set = useSet(piece);
  const kind = PIECE_KINDS[piece.kind];
  const { show } = useShow();
  const trouble = pieceTrouble(piece, show);
  return (
    <View className="gap-4">
      <Text tone="muted">{kind.says}</Text>
      {trouble ? <Text tone="brick">{trouble}</Text> : null}
      {kind.controls.filter(({ hidden }) => !hidden?.({ ...piece })).map((control) => <ControlField key={control.field} control={control} value={valueOf(piece, control.field)} onChange={(value) => set(control.field, value)} />)}
      {piece.kind === 'goal' ? <GoalFields id={piece.goal} /> : null}
      {piece.kind === 'leaderboard' && piece.who === 'teams' ? <TeamFields /> : null}
      {piece.kind === 'leaderboard' ? <WindowField window={piece.window} moments={false} onChange={(window) => set('window', window)} /> : null}
      {piece.kind === 'leaderboard' ? <TurnFields piece={piece} set={set} /> : null}
      {piece.kind === 'leaderboard' ? <KeywordField label="Keyword with which viewers ask for their own place" value={piece.ask ?? ''} placeholder="!place" onChange={(ask) => set('ask', ask)} /> : null}
      {piece.kind === 'leaderboard' ? <LeftOutFields /> : null}
      {piece.kind === 'ticker' ? <TickerFields piece={piece} set={set} /> : null}
      {piece.kind === 'countdown' ? <CountdownFields id={piece.countdown} /> : null}
      {piece.kind === 'lantern' ? <LanternFields id={piece.lantern} /> : null}
      {piece.kind === 'reel' ? <DrawFields id={piece.draw} /> : null}
      {piece.kind === 'counter' ? <CounterFields id={piece.counter} /> : null}
      {piece.kind === 'spotlight' ? <QueueFields plan={piece.queue} onChange={(queue) => set('queue', queue)} /> : null}
    </View>
  );
}

function ControlField({ control, value, onChange }: { control: Control; value: unknown; onChange: (value: unknown) => void }) {
  const { show } = useShow();
  const [empty, setEmpty] = useState(false);
  if (control.control === 'number') {
    return <NumberField label={control.label} value={typeof value === 'number' ? value : control.least} least={control.least} most={control.most} onChange={onChange} />;
  }
  if (control.control === 'text') {
    const change = (text: string): void => {
      setEmpty(text.trim() === '' && control.field === 'name');
      onChange(text);
    };
    return <TextField label={control.label} value={empty ? '' : String(value ?? '')} most={60} onChange={change} problem={empty ? 'A piece needs a name, to be found in lists.' : null} />;
  }
  const options = 'options' in control ? control.options : show[control.from].map(({ id, name }) => ({ value: id, label: name }));
  if (options.length < 2 && !('options' in control)) return null;
  const chosen = String(value ?? ('otherwise' in control ? control.otherwise : '') ?? '');
  if (options.length > 4) return <Pick label={control.label} options={options} value={chosen} onChange={onChange} />;
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">{control.label}</Text>
      <Segments label={control.label} options={options} value={chosen} onChange={onChange} />
    </View>
  );
}

function Look({ piece }: { piece: Piece }) {
  const set = useSet(piece);
  return <Segments label="Style" options={HOUSE_STYLES.map((value) => ({ value, label: STYLES[value].title }))} value={piece.style} onChange={(style) => set('style', style)} />;
}

function Place({ piece, onRemoved }: { piece: Piece; onRemoved: () => void }) {
  const { show, edit } = useShow();
  const { least } = PIECE_KINDS[piece.kind];
  const at = show.pieces.findIndex(({ id }) => id === piece.id);
  const set = (side: 'x' | 'y' | 'w' | 'h', value: number): void => edit((draft) => {
    const found = draft.pieces.find(({ id }) => id === piece.id);
    if (found) found.place = keepInFrame({ ...found.place, [side]: value }, draft.frame);
  });
  const tickScene = (id: string): void => edit((draft) => {
    const found = draft.pieces.find((each) => each.id === piece.id);
    if (!found) return;
    const now = found.scenes ?? draft.scenes.map((scene) => scene.id);
    const next = now.includes(id) ? now.filter((each) => each !== id) : [...now, id];
    // In all of them means in those to come as well.
    if (draft.scenes.every((scene) => next.includes(scene.id))) delete found.scenes;
    else found.scenes = next;
  });
  const reorder = (by: number): void => edit((draft) => {
    const [taken] = draft.pieces.splice(at, 1);
    if (taken) draft.pieces.splice(Math.max(0, Math.min(draft.pieces.length, at + by)), 0, taken);
  });
  const remove = (): void => {
    edit((draft) => {
      draft.pieces = draft.pieces.filter(({ id }) => id !== piece.id);
    });
    onRemoved();
  };
  return (
    <View className="gap-4">
      <View className="flex-row flex-wrap gap-x-6 gap-y-3">
        <NumberField label="Left" unit="px" value={piece.place.x} least={-show.frame.width} most={show.frame.width} step={10} onChange={(v) => set('x', v)} />
        <NumberField label="Top" unit="px" value={piece.place.y} least={-show.frame.height} most={show.frame.height} step={10} onChange={(v) => set('y', v)} />
        <NumberField label="Width" unit="px" value={piece.place.w} least={least.w} most={show.frame.width * 2} step={10} onChange={(v) => set('w', v)} />
        <NumberField label="Height" unit="px" value={piece.place.h} least={least.h} most={show.frame.height * 2} step={10} onChange={(v) => set('h', v)} />
      </View>
      {show.scenes.length > 0 ? (
        <View className="gap-1">
          <Text size={13} tone="muted">In these scenes</Text>
          <Ticks label="In these scenes" options={show.scenes.map(({ id, name }) => ({ value: id, label: name }))} ticked={piece.scenes ?? show.scenes.map(({ id }) => id)} onTick={tickScene} />
        </View>
      ) : null}
      <View className="flex-row flex-wrap gap-2">
        <Button icon={ArrowUp} onPress={() => reorder(1)} disabled={at === show.pieces.length - 1}>Forward</Button>
        <Button icon={ArrowDown} onPress={() => reorder(-1)} disabled={at === 0}>Back</Button>
        <Button icon={Trash} kind="bad" onPress={remove}>Remove</Button>
      </View>
    </View>
  );
}
