import { placedIn } from '@/core/engine/feature/scene/schema';
import { View } from 'react-native';
import Copy from 'lucide-react-native/icons/copy';
import type { Box } from '@/core/paint/display';
import { least, type Piece } from '@/core/piece';
import { fillFrame } from '@/core/stage/align';
import { keepInFrame } from '@/core/stage/place';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { keepsProportion } from './drag';
import { usePlace } from './use-place';
import { usePieceActs } from './use-piece-acts';
import { useSet } from './use-set';
import { useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

/** Where a piece stands, in which scenes, and in what order. */
export function PlaceTab({ piece, scene, onRemoved }: { piece: Piece; scene: string; onRemoved: () => void }) {
  const show = useShow();
  const put = usePlace(scene);
  const { place } = placedIn(piece, scene);
  const to = (changed: Partial<Box>): void => put({ [piece.id]: keepInFrame({ ...place, ...changed }, show.frame) });
  return (
    <View className="gap-4">
      <OwnPlace piece={piece} scene={scene} />
      <Numbers piece={piece} place={place} onPlace={to} />
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" onPress={() => to({ x: Math.round((show.frame.width - place.w) / 2) })}>
          {say('Centre')}
        </Button>
        <Button kind="outline" onPress={() => to({ y: Math.round((show.frame.height - place.h) / 2) })}>
          {say('Middle')}
        </Button>
        <Button kind="outline" onPress={() => put({ [piece.id]: fillFrame(place, show.frame, 'fit') })}>
          {say('Fit')}
        </Button>
        <Button kind="outline" onPress={() => put({ [piece.id]: fillFrame(place, show.frame, 'fill') })}>
          {say('Fill')}
        </Button>
      </View>
      <Corner piece={piece} />
      <InScenes piece={piece} />
      <Order piece={piece} onRemoved={onRemoved} />
    </View>
  );
}

/** In a scene: as in all of them, or a place of its own. */
function OwnPlace({ piece, scene }: { piece: Piece; scene: string }) {
  const show = useShow();
  const sceneName = show.scenes.find(({ id }) => id === scene)?.name;
  const ownPlace = (own: boolean): void =>
    edit((draft) => {
      const found = draft.pieces.find(({ id }) => id === piece.id);
      if (!found) return;
      const { [scene]: here, ...others } = found.places ?? {};
      void here;
      found.places = own ? { ...others, [scene]: found.place } : others;
      if (Object.keys(found.places).length === 0) delete found.places;
    });
  if (sceneName === undefined) return null;
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Where it stands in {sceneName}', { sceneName })}
      </Text>
      <Segments
        label={say('Where it stands in {sceneName}', { sceneName })}
        value={piece.places?.[scene] ? 'own' : 'same'}
        onChange={(value) => ownPlace(value === 'own')}
        options={[
          { value: 'same', label: say('As in all scenes') },
          { value: 'own', label: say('A place of its own') },
        ]}
      />
    </View>
  );
}

function Numbers({
  piece,
  place,
  onPlace: to,
}: {
  piece: Piece;
  place: Box;
  onPlace: (changed: Partial<Box>) => void;
}) {
  const show = useShow();
  const set = useSet(piece);
  const smallest = least(piece);
  return (
    <View className="flex-row flex-wrap gap-x-3 gap-y-3">
      {(
        [
          { side: 'x', label: say('Left'), least: -show.frame.width, most: show.frame.width },
          { side: 'y', label: say('Top'), least: -show.frame.height, most: show.frame.height },
          { side: 'w', label: say('Width'), least: smallest.w, most: show.frame.width * 2 },
          { side: 'h', label: say('Height'), least: smallest.h, most: show.frame.height * 2 },
        ] as const
      ).map(({ side, ...field }) => (
        <NumberField
          key={side}
          short
          unit={say('px')}
          step={10}
          {...field}
          value={place[side]}
          onChange={(value) => to({ [side]: value })}
        />
      ))}
      <NumberField
        short
        label={say('Turned')}
        unit="°"
        value={Math.round(piece.turn ?? 0)}
        least={-180}
        most={180}
        step={5}
        onChange={(turn) => set('turn', turn === 0 ? undefined : turn)}
      />
    </View>
  );
}

function Corner({ piece }: { piece: Piece }) {
  const set = useSet(piece);
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('A corner that is dragged')}
      </Text>
      <Segments
        label={say('A corner that is dragged')}
        value={keepsProportion(piece) ? 'keeps' : 'free'}
        onChange={(value) => set('keeps', value === 'keeps')}
        options={[
          { value: 'keeps', label: say('Keeps proportions') },
          { value: 'free', label: say('Is free') },
        ]}
      />
    </View>
  );
}

/** In which scenes it is. */
function InScenes({ piece }: { piece: Piece }) {
  const show = useShow();
  const tickScene = (id: string): void =>
    edit((draft) => {
      const found = draft.pieces.find((each) => each.id === piece.id);
      if (!found) return;
      const now = found.scenes ?? draft.scenes.map((each) => each.id);
      const next = now.includes(id) ? now.filter((each) => each !== id) : [...now, id];
      // In all of them means in those to come as well.
      if (draft.scenes.every((each) => next.includes(each.id))) delete found.scenes;
      else found.scenes = next;
    });
  if (show.scenes.length === 0) return null;
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('In these scenes')}
      </Text>
      <Ticks
        label={say('In these scenes')}
        options={show.scenes.map(({ id, name }) => ({ value: id, label: name }))}
        ticked={piece.scenes ?? show.scenes.map(({ id }) => id)}
        onTick={tickScene}
      />
    </View>
  );
}

/** Its order among the others, and what can be done with it as a whole. */
function Order({ piece, onRemoved }: { piece: Piece; onRemoved: () => void }) {
  const [asking, setAsking] = useAsked('duplicate');
  const acts = usePieceActs(piece, onRemoved);
  const copies = acts.filter(({ group }) => group === 'copy');
  return (
    <View className="flex-row flex-wrap gap-2">
      {acts
        .filter(({ group }) => group === 'order')
        .map(({ label, icon, act, disabled }) => (
          <Button key={label} icon={icon} onPress={act} disabled={disabled ?? false}>
            {label}
          </Button>
        ))}
      <Button icon={Copy} onPress={() => (copies.length > 1 ? setAsking(true) : copies[0]?.act())}>
        {say('Duplicate')}
      </Button>
      {acts
        .filter(({ group }) => group === 'end')
        .map(({ label, icon, act }) => (
          <Button key={label} icon={icon} kind="bad" onPress={act}>
            {label}
          </Button>
        ))}
      {asking && copies.length > 1 ? (
        <Sheet title={say('Duplicate {name}', { name: piece.name })} onClose={() => setAsking(false)}>
          {copies.map(({ label, act }, n) => (
            <Button
              key={label}
              kind={n === 0 ? 'main' : 'outline'}
              onPress={() => {
                setAsking(false);
                act();
              }}
            >
              {label}
            </Button>
          ))}
        </Sheet>
      ) : null}
    </View>
  );
}
