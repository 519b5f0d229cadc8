import { sceneOf } from '@/core/engine/feature/scene/schema';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { GestureHandlerRootView } from 'react-native-gesture-handler';
import type { Piece } from '@/core/piece';
import { useSceneSeen } from './scene-seen';
import { useShow } from '@/ui/data/show';
import { inPlace } from '@/ui/frame/address';
import { usePageTitle } from '@/ui/frame/page-title';
import { useLow, useWide } from '@/ui/frame/wide';
import { Button } from '@/ui/part/button';
import { DockedSheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { Editor, type EditorProps } from './editor';
import { PieceSheet } from './piece-sheet';
import { SceneLine } from './scene-line';
import { StageHead } from './stage-head';
import { StageSheets } from './stage-sheets';
import { StageStrip } from './stage-strip';
import { useFindings, type Judged } from './use-findings';
import { useStageOpen, type StageSheet } from './use-stage-open';
import { say } from '@/ui/words/say';
import { phrase, type Phrase, asKept } from '@/core/words/phrase';

// Only a mouse has a right button: a phone is spared it. The frame waits for it, since it would be made twice otherwise.
const PieceMenu = lazy(() => import('./piece-menu'));

/** The stage: the frame, its stack of pieces, and the sheet of the one that is chosen. */
export function StagePlace() {
  usePageTitle(say('Stage'));
  const show = useShow();
  const wide = useWide();
  const low = useLow();
  const { chosen, sheet, choose, open, edit, close } = useStageOpen(show.pieces);
  const { scene, judgedScene, follows, onFollow, onLook } = useLookedAt();
  const [veil, setVeil] = useState(true);
  const judged = useFindings(judgedScene);
  const several = show.pieces.filter(({ id }) => chosen.includes(id));
  const piece = several.length === 1 ? (several[0] ?? null) : null;
  // While a piece is edited the whole frame stays in sight above its sheet, smaller.
  const editing = sheet === 'piece' && !wide ? piece : null;
  return (
    <GestureHandlerRootView style={{ flex: 1, flexDirection: wide || low ? 'row' : 'column' }}>
      <StageColumn
        editing={editing !== null}
        scene={scene}
        chosen={chosen}
        onChoose={choose}
        onOpen={edit}
        veil={veil}
        judged={judged}
        onSheet={open}
        follows={follows}
        onFollow={onFollow}
      />
      {wide ? <Beside piece={piece} scene={scene} named={sheet === 'piece'} onRemoved={() => choose([])} /> : null}
      {editing ? (
        <DockedSheet title={editing.name} onClose={close}>
          <PieceSheet key={editing.id} piece={editing} scene={scene} onRemoved={() => choose([])} />
        </DockedSheet>
      ) : null}
      <StageSheets
        open={sheet}
        onOpen={inPlace.turn}
        onClose={close}
        scene={scene}
        judgedScene={judgedScene}
        judged={judged}
        veil={veil}
        onVeil={setVeil}
        onLook={onLook}
        // A camera or a game fills the frame: chosen, it would lie under every thumb.
        onAdded={({ id, view }) => (view ? close() : choose([id]))}
      />
    </GestureHandlerRootView>
  );
}

/** Which scene is looked at: the one on air while that is followed, else the one that was chosen; '' for all. */
function useLookedAt() {
  const scenes = useShow((show) => show.scenes);
  // Until somebody chooses: what viewers see first. All scenes together would lie over one another.
  const [looked, onLook] = useState<string | null>(null);
  const [follows, setFollows] = useState(false);
  const onAir = useSceneSeen();
  const wanted = follows ? onAir : looked;
  const scene = wanted === '' ? '' : sceneOf(scenes, wanted ?? '');
  return {
    scene,
    judgedScene: scene === '' ? (scenes[0]?.id ?? '') : scene,
    follows,
    /** Left, it stays where it was. */
    onFollow: (on: boolean): void => {
      setFollows(on);
      if (!on) onLook(scene);
    },
    onLook: (id: string): void => {
      setFollows(false);
      onLook(id);
    },
  };
}

/** The frame, with what is above and below it, on a low screen beside it; by itself while a piece is edited. */
function StageColumn({
  editing,
  judged,
  onSheet,
  follows,
  onFollow,
  ...editor
}: Omit<EditorProps, 'width' | 'findings'> & {
  editing: boolean;
  judged: Judged;
  follows: boolean;
  onFollow: (follows: boolean) => void;
  onSheet: (sheet: StageSheet) => void;
}) {
  const scenes = useShow((show) => show.scenes);
  const { scene, chosen, onChoose } = editor;
  const name = scenes.find(({ id }) => id === scene)?.name ?? (scenes.length > 0 ? say('All scenes') : say('Scenes'));
  const low = useLow();
  const head = <StageHead scene={name} onScenes={() => onSheet('scenes')} onFrame={() => onSheet('frame')} />;
  const line = <SceneLine scene={scene} follows={follows} onFollow={onFollow} />;
  const above = <StageFrame {...editor} findings={judged.findings} onAdd={() => onSheet('add')} />;
  const strip = (
    <StageStrip
      scene={scene}
      chosen={chosen}
      findings={judged.findings.length}
      dismissed={judged.dismissed.length}
      onChoose={onChoose}
      onSheet={onSheet}
    />
  );
  if (editing) return <View className="flex-1">{above}</View>;
  if (low)
    return (
      <View className="flex-1 flex-row">
        {above}
        <View className="w-[46%] justify-between border-s border-line">
          <View>
            {head}
            {line}
          </View>
          {strip}
        </View>
      </View>
    );
  return (
    <View className="flex-1">
      {head}
      {line}
      {above}
      {strip}
    </View>
  );
}

/** The frame as large as there is room for it; on an empty one, what to start with. */
function StageFrame({ onAdd, ...editor }: Omit<EditorProps, 'width'> & { onAdd: () => void }) {
  const { frame, pieces } = useShow();
  const wide = useWide();
  const [room, setRoom] = useState({ width: 0, height: 0 });
  // A little air above and below, so that a corner of the frame can be taken hold of.
  const width = Math.floor(Math.min(room.width, ((room.height - 12) * frame.width) / frame.height));
  return (
    <View
      className="flex-1 items-center justify-center"
      onLayout={({ nativeEvent: { layout } }) => setRoom({ width: layout.width, height: layout.height })}
    >
      {width === 0 ? null : wide ? (
        <Suspense fallback={null}>
          <PieceMenu onChoose={editor.onChoose} onOpen={editor.onOpen}>
            <Editor width={width} {...editor} />
          </PieceMenu>
        </Suspense>
      ) : (
        <Editor width={width} {...editor} />
      )}
      {pieces.length === 0 ? (
        <View className="absolute bottom-4 start-8 end-8 p-4 rounded-card bg-surface gap-3">
          <Text size={17}>{say('Nothing is on the stage yet. Start with a spotlight, where alerts appear.')}</Text>
          <Button kind="main" onPress={onAdd}>
            {say('Add a piece')}
          </Button>
        </View>
      ) : null}
    </View>
  );
}

/** On a wide screen: the chosen piece's fields beside the frame. */
function Beside({
  piece,
  scene,
  named,
  onRemoved,
}: {
  piece: Piece | null;
  scene: string;
  /** It was opened by a double click or by Enter: its name is gone to. */
  named: boolean;
  onRemoved: () => void;
}) {
  const panel = useRef<View>(null);
  useEffect(() => {
    if (named) (panel.current as unknown as HTMLElement | null)?.querySelector('input')?.focus();
  }, [named]);
  return (
    <ScrollView className="w-[400px] grow-0 border-s border-line" contentContainerClassName="p-6">
      <View ref={panel} className="gap-4">
        <Text size={22} face="title" level={1}>
          {piece ? piece.name : say('Stage')}
        </Text>
        {piece ? <PieceSheet key={piece.id} piece={piece} scene={scene} onRemoved={onRemoved} /> : <NothingChosen />}
      </View>
    </ScrollView>
  );
}

/** What can be done on the stage while nothing is chosen. */
function NothingChosen() {
  return (
    <>
      <View className="gap-2">
        <Button kind="main" onPress={() => inPlace.open('add')}>
          {say('Add a piece')}
        </Button>
        <Button onPress={() => inPlace.open('arrange')}>{say('Arrange for me')}</Button>
        <Button onPress={() => inPlace.open('scenes')}>{say('Scenes')}</Button>
        <Button onPress={() => inPlace.open('frame')}>{say('Frame and safe areas')}</Button>
      </View>
      <View role="list" aria-label={say('On the stage')} className="gap-3">
        {BY_HAND.map(([how, what]) => (
          <View key={asKept(how)} role="listitem">
            <Text face="strong">{how}</Text>
            <Text tone="muted">{what}</Text>
          </View>
        ))}
      </View>
    </>
  );
}

const BY_HAND: readonly [Phrase, Phrase][] = [
  [phrase('Click'), phrase('Chooses a piece; with Shift several')],
  [phrase('Drag'), phrase('Moves it; a corner resizes it, the knob above turns it')],
  [phrase('Double click'), phrase('Goes to its name')],
  [phrase('Right click'), phrase('Brings up what can be done with it')],
  [phrase('Wheel with Ctrl'), phrase('Makes the chosen piece larger or smaller')],
  [phrase('Arrow keys'), phrase('Move it by 1 px, with Shift by 10; on a corner they resize it')],
];
