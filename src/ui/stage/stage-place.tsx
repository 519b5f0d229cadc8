import { useRouter } from 'expo-router';
import { useCallback, useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import Plus from 'lucide-react-native/icons/plus';
import Redo2 from 'lucide-react-native/icons/redo-2';
import Undo2 from 'lucide-react-native/icons/undo-2';
import { inScene } from '@/core/stage/scene';
import { pieceTrouble } from '@/core/piece/waits';
import { useShow } from '@/ui/data/show-context';
import { useWide } from '@/ui/frame/wide';
import { Button, IconButton } from '@/ui/part/button';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { AddPiece } from './add-piece';
import { Editor } from './editor';
import { ScenesSheet } from './scenes-sheet';
import { PieceSheet } from './piece-sheet';
import { watchedBy } from './watched';

/** The stage: the frame, its stack of pieces, and the sheet of the one that is chosen. */
export function StagePlace() {
  const { show, desk, undo, redo, canUndo, canRedo } = useShow();
  const wide = useWide();
  const router = useRouter();
  const [chosen, setChosen] = useState<string | null>(null);
  const [sheet, setSheet] = useState<'add' | 'piece' | 'scenes' | null>(null);
  const [looked, setLooked] = useState('');
  const looking = show.scenes.some(({ id }) => id === looked) ? looked : '';
  const sceneName = show.scenes.find(({ id }) => id === looking)?.name ?? 'Scenes';
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const piece = show.pieces.find(({ id }) => id === chosen) ?? null;
  // A little air above and below, so that a corner of the frame can be taken hold of.
  const width = Math.floor(Math.min(room.width, ((room.height - 12) * show.frame.width) / show.frame.height));
  const places = Object.values(desk.view?.outlets ?? {}).reduce((a, b) => a + b, 0);
  const choose = useCallback((id: string | null): void => setChosen(id), []);
  const closeSheet = useCallback(() => setSheet(null), []);

  const head = (
    <View className="flex-row items-center justify-between pl-4 pr-2 h-[48px]">
      <Pressable role="link" onPress={() => router.navigate('/outlets')} className="h-[44px] flex-row items-center gap-2">
        <Text face="strong">Outlets</Text>
        <Text size={13} tone={places > 0 ? 'lagoon' : 'muted'}>{watchedBy(places)}</Text>
      </Pressable>
      <View className="flex-row">
        <Button kind="outline" label={`Scenes: ${sceneName}`} onPress={() => setSheet('scenes')}>{sceneName}</Button>
        <IconButton icon={Undo2} label="Undo" onPress={undo} disabled={!canUndo} />
        <IconButton icon={Redo2} label="Redo" onPress={redo} disabled={!canRedo} />
      </View>
    </View>
  );

  const frame = (
    <View className="flex-1 items-center justify-center" onLayout={({ nativeEvent: { layout } }) => setRoom({ width: layout.width, height: layout.height })}>
      {width > 0 ? <Editor width={width} scene={looking} chosen={chosen} onChoose={choose} /> : null}
      {show.pieces.length === 0 ? (
        <View className="absolute bottom-4 left-8 right-8 p-4 rounded-card bg-surface gap-3">
          <Text size={17}>Nothing is on the stage yet. Start with a spotlight, where alerts appear.</Text>
          <Button kind="main" onPress={() => setSheet('add')}>Add a piece</Button>
        </View>
      ) : null}
    </View>
  );

  // Said where it stands; without any feed the pulse says it for all.
  const waiting = show.feeds.length === 0 ? [] : show.pieces.flatMap((each) => {
    const says = pieceTrouble(each, show);
    return says === null ? [] : [`${each.name} waits: ${says}`];
  });
  const stack = (
    <View>
      {waiting[0] ? <Text size={13} tone="brick" numberOfLines={2} className="px-4 pb-1">{waiting[0]}</Text> : null}
      <View className="flex-row items-center">
        <ScrollView horizontal showsHorizontalScrollIndicator={false} className="flex-1" contentContainerClassName="gap-2 px-4 py-2 items-center" role="group" aria-label="Pieces, front first">
          {show.pieces.filter((each) => inScene(each, looking)).reverse().map(({ id, name }) => (
            <Pressable
              key={id} role="button" aria-label={`Choose ${name}`} aria-pressed={chosen === id} onPress={() => (chosen === id ? setSheet('piece') : setChosen(id))}
              className={`min-h-[44px] px-4 items-center justify-center rounded-control bg-raised border ${chosen === id ? 'border-marigold' : 'border-raised'}`}
            >
              <Text face="strong" numberOfLines={1}>{name}</Text>
            </Pressable>
          ))}
        </ScrollView>
        <View className="flex-row gap-2 pr-4 pl-2 py-2 border-l border-line">
          {piece && !wide ? <Button icon={ChevronUp} label={`Edit ${piece.name}`} onPress={() => setSheet('piece')}>Edit</Button> : null}
          <Button kind="main" icon={Plus} label="Add a piece" onPress={() => setSheet('add')}>{piece && !wide ? '' : 'Add'}</Button>
        </View>
      </View>
    </View>
  );

  const adding = sheet === 'scenes' ? <ScenesSheet looking={looking} onLook={setLooked} onClose={closeSheet} /> : sheet === 'add' ? <AddPiece onClose={closeSheet} onAdded={(id) => { setChosen(id); setSheet(null); }} /> : null;
  if (wide) {
    return (
      <View className="flex-1 flex-row">
        <View className="flex-1">{head}{frame}{stack}</View>
        <ScrollView className="w-[400px] grow-0 border-l border-line" contentContainerClassName="p-6 gap-4">
          <Text size={22} face="title" level={1}>{piece ? piece.name : 'Stage'}</Text>
          {piece ? <PieceSheet key={piece.id} piece={piece} onRemoved={() => setChosen(null)} /> : <Text tone="muted">Choose a piece to change it. Drag it to move it, drag a corner to resize it; the arrow keys move it by 1 px, with Shift by 10.</Text>}
        </ScrollView>
        {adding}
      </View>
    );
  }
  // While a piece is edited the whole frame stays in sight above its sheet, smaller.
  const editing = sheet === 'piece' ? piece : null;
  return (
    <View className="flex-1">
      {editing ? null : head}
      {frame}
      {editing ? (
        <Sheet title={editing.name} onClose={closeSheet} docked>
          <PieceSheet key={editing.id} piece={editing} onRemoved={() => { setChosen(null); setSheet(null); }} />
        </Sheet>
      ) : stack}
      {adding}
    </View>
  );
}
