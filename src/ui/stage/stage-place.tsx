import { inScene, sceneOf } from '@/core/engine/feature/scene/schema';
import { useRouter } from 'expo-router';
import { useCallback, useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import Plus from 'lucide-react-native/icons/plus';
import Redo2 from 'lucide-react-native/icons/redo-2';
import Undo2 from 'lucide-react-native/icons/undo-2';
import { pieceProblem } from '@/core/stage/waits';
import { useShow } from '@/ui/data/show-context';
import { useWide } from '@/ui/frame/wide';
import { Button, IconButton } from '@/ui/part/button';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { AddPiece } from './add-piece';
import { ArrangeSheet } from './arrange-sheet';
import { Editor } from './editor';
import { FindingsSheet } from './findings-sheet';
import { FrameSheet } from './frame-sheet';
import { ScenesSheet } from './scenes-sheet';
import { PieceSheet } from './piece-sheet';
import { Several } from './several';
import { Stack } from './stack';
import { useFindings } from './use-findings';
import { watchedBy } from './watched';

type Open = 'add' | 'piece' | 'scenes' | 'frame' | 'findings' | 'arrange';

/** The stage: the frame, its stack of pieces, and the sheet of the one that is chosen. */
export function StagePlace() {
  const { show, desk, undo, redo, canUndo, canRedo } = useShow();
  const wide = useWide();
  const router = useRouter();
  const [chosen, setChosen] = useState<string[]>([]);
  const [sheet, setSheet] = useState<Open | null>(null);
  // Until somebody chooses: what viewers see first. All scenes together would lie over one another.
  const [looked, setLooked] = useState<string | null>(null);
  const [veil, setVeil] = useState(true);
  const looking = looked === '' ? '' : sceneOf(show.scenes, looked ?? '');
  const sceneName =
    show.scenes.find(({ id }) => id === looking)?.name ?? (show.scenes.length > 0 ? 'All scenes' : 'Scenes');
  const judged = looking === '' ? (show.scenes[0]?.id ?? '') : looking;
  const { findings, dismissed } = useFindings(judged);
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const several = show.pieces.filter(({ id }) => chosen.includes(id));
  const piece = several.length === 1 ? (several[0] ?? null) : null;
  // A little air above and below, so that a corner of the frame can be taken hold of.
  const width = Math.floor(Math.min(room.width, ((room.height - 12) * show.frame.width) / show.frame.height));
  const places = Object.values(desk.view?.outlets ?? {}).reduce((a, b) => a + b, 0);
  const open = useCallback((id: string): void => {
    setChosen([id]);
    setSheet('piece');
  }, []);
  const closeSheet = useCallback(() => setSheet(null), []);
  const ratio = frameWords(show.frame);

  const head = (
    <View className="flex-row items-center justify-between pl-4 pr-2 h-[48px]">
      <Pressable role="link" onPress={() => router.navigate('/outlets')} className="h-[44px] justify-center shrink">
        <Text face="strong">Outlets</Text>
        <Text size={13} tone={places > 0 ? 'lagoon' : 'muted'} numberOfLines={1}>
          {watchedBy(places)}
        </Text>
      </Pressable>
      <View className="flex-row gap-1">
        <Button
          kind="outline"
          label={`Scenes: ${sceneName}`}
          className="max-w-[120px] px-3"
          onPress={() => setSheet('scenes')}
        >
          {sceneName}
        </Button>
        <Button
          kind="outline"
          label={`${ratio}, frame of ${show.frame.width} by ${show.frame.height}`}
          className="px-3"
          onPress={() => setSheet('frame')}
        >
          {ratio}
        </Button>
        <IconButton icon={Undo2} label="Undo" onPress={undo} disabled={!canUndo} />
        <IconButton icon={Redo2} label="Redo" onPress={redo} disabled={!canRedo} />
      </View>
    </View>
  );

  const frame = (
    <View
      className="flex-1 items-center justify-center"
      onLayout={({ nativeEvent: { layout } }) => setRoom({ width: layout.width, height: layout.height })}
    >
      {width > 0 ? (
        <Editor
          width={width}
          scene={looking}
          chosen={chosen}
          onChoose={setChosen}
          onOpen={open}
          veil={veil}
          findings={findings}
        />
      ) : null}
      {show.pieces.length === 0 ? (
        <View className="absolute bottom-4 left-8 right-8 p-4 rounded-card bg-surface gap-3">
          <Text size={17}>Nothing is on the stage yet. Start with a spotlight, where alerts appear.</Text>
          <Button kind="main" onPress={() => setSheet('add')}>
            Add a piece
          </Button>
        </View>
      ) : null}
    </View>
  );

  // Said where it stands; without any feed the pulse says it for all.
  const waiting =
    show.feeds.length === 0
      ? []
      : show.pieces.flatMap((each) => {
          const says = pieceProblem(each, show);
          return says === null ? [] : [`${each.name} waits: ${says}`];
        });
  const stack = (
    <View>
      {waiting[0] ? (
        <Text size={13} tone="brick" numberOfLines={2} className="px-4 pb-1">
          {waiting[0]}
        </Text>
      ) : null}
      {several.length > 1 ? <Several pieces={several} scene={looking} onDone={() => setChosen([])} /> : null}
      <View className="flex-row items-center">
        <Stack
          pieces={show.pieces.filter((each) => inScene(each, looking))}
          chosen={chosen}
          onTap={(id) => (chosen.length === 1 && chosen[0] === id ? setSheet('piece') : setChosen([id]))}
        />
        <View className="flex-row gap-2 pr-4 pl-2 py-2 border-l border-line">
          {findings.length > 0 || dismissed.length > 0 ? (
            <Button
              kind={findings.length > 0 ? 'bad' : 'outline'}
              label={`! ${findings.length} to put right`}
              className="px-3"
              onPress={() => setSheet('findings')}
            >{`! ${findings.length}`}</Button>
          ) : null}
          {piece && !wide ? (
            <Button icon={ChevronUp} label={`Edit ${piece.name}`} onPress={() => setSheet('piece')}>
              {findings.length > 0 || dismissed.length > 0 ? '' : 'Edit'}
            </Button>
          ) : null}
          <Button kind="main" icon={Plus} label="Add a piece" onPress={() => setSheet('add')}>
            {wide ? 'Add' : ''}
          </Button>
        </View>
      </View>
    </View>
  );

  const over = (
    <>
      {sheet === 'scenes' ? <ScenesSheet looking={looking} onLook={setLooked} onClose={closeSheet} /> : null}
      {sheet === 'add' ? (
        <AddPiece
          onClose={closeSheet}
          onAdded={(id) => {
            setChosen([id]);
            setSheet(null);
          }}
        />
      ) : null}
      {sheet === 'frame' ? (
        <FrameSheet veil={veil} onVeil={setVeil} onArrange={() => setSheet('arrange')} onClose={closeSheet} />
      ) : null}
      {sheet === 'findings' ? (
        <FindingsSheet
          findings={findings}
          dismissed={dismissed}
          onArrange={() => setSheet('arrange')}
          onClose={closeSheet}
        />
      ) : null}
      {sheet === 'arrange' ? <ArrangeSheet scene={judged} onClose={closeSheet} /> : null}
    </>
  );
  if (wide) {
    return (
      <View className="flex-1 flex-row">
        <View className="flex-1">
          {head}
          {frame}
          {stack}
        </View>
        <ScrollView className="w-[400px] grow-0 border-l border-line" contentContainerClassName="p-6 gap-4">
          <Text size={22} face="title" level={1}>
            {piece ? piece.name : 'Stage'}
          </Text>
          {piece ? (
            <PieceSheet key={piece.id} piece={piece} scene={looking} onRemoved={() => setChosen([])} />
          ) : (
            <Text tone="muted">
              Choose a piece to change it. Drag it to move it, drag a corner to resize it, drag the knob above it to
              turn it; with Shift you choose several. The arrow keys move what is chosen by 1 px, with Shift by 10.
            </Text>
          )}
        </ScrollView>
        {over}
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
          <PieceSheet
            key={editing.id}
            piece={editing}
            scene={looking}
            onRemoved={() => {
              setChosen([]);
              setSheet(null);
            }}
          />
        </Sheet>
      ) : (
        stack
      )}
      {over}
    </View>
  );
}

/** A frame's proportions as people say them: "9:16"; where they are odd, its size. */
function frameWords({ width, height }: { width: number; height: number }): string {
  const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
  const by = divisor(width, height);
  return width / by <= 32 && height / by <= 32 ? `${width / by}:${height / by}` : `${width}×${height}`;
}
