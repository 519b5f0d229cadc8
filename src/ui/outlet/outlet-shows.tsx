import type { Outlet, OutletShows } from '@/core/show/outlet';
import { View } from 'react-native';
import { MOST_ON_WALL } from '@/core/show/wall';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Segments } from '@/ui/part/choice';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import type { Show } from '@/core/show/show';
import { LayoutField } from './layout-field';
import { OutletPreview } from './outlet-preview';
import { OutletSize } from './outlet-size';
import { WallBackground } from './wall-background';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const KINDS = [
  { value: 'all', label: phrase('The whole frame') },
  { value: 'pieces', label: phrase('Some pieces') },
  { value: 'scene', label: phrase('One scene') },
  { value: 'wall', label: phrase('A wall') },
] as const;

/** What an outlet carries, in a few words. */
export function carriesWords(
  { shows }: Outlet,
  names: { piece: (id: string) => string; scene: (id: string) => string },
): string {
  switch (shows.kind) {
    case 'all':
      return say('The whole frame');
    case 'pieces':
      return shows.pieces.length === 0
        ? say('No piece yet')
        : shows.size
          ? say('{pieces}, filling {width} × {height}', {
              pieces: { and: shows.pieces.map(names.piece) },
              ...shows.size,
            })
          : say('{pieces}', { pieces: { and: shows.pieces.map(names.piece) } });
    case 'scene':
      return say('The scene {scene}', { scene: names.scene(shows.scene) });
    case 'wall':
      return shows.pieces.length === 0
        ? say('A wall without a piece yet')
        : say('A wall: {names}', { names: { and: shows.pieces.map(names.piece) } });
  }
}

/** What an outlet carries, and for whom it is. */
export function OutletShowsFields({ outlet }: { outlet: Outlet }) {
  const show = useShow();
  const { shows } = outlet;
  const change = (recipe: (draft: Outlet) => void): void =>
    edit((draft) => {
      const found = draft.outlets.find(({ id }) => id === outlet.id);
      if (found) recipe(found);
    });
  const setKind = (kind: OutletShows['kind']): void =>
    change((found) => {
      const pieces = found.shows.kind === 'pieces' || found.shows.kind === 'wall' ? found.shows.pieces : [];
      if (kind === 'all') found.shows = { kind };
      else if (kind === 'pieces') found.shows = { kind, pieces };
      else if (kind === 'scene') found.shows = { kind, scene: show.scenes[0]?.id ?? '' };
      else found.shows = { kind, pieces: pieces.slice(0, MOST_ON_WALL), ground: 'clay' };
    });
  const tick = (id: string): void =>
    change((found) => {
      if (found.shows.kind !== 'pieces' && found.shows.kind !== 'wall') return;
      const { pieces } = found.shows;
      found.shows.pieces = pieces.includes(id)
        ? pieces.filter((each) => each !== id)
        : [...pieces, id].slice(0, found.shows.kind === 'wall' ? MOST_ON_WALL : 100);
    });
  return (
    <View className="gap-3">
      <KindChoice outlet={outlet} shows={shows} setKind={setKind} show={show} />
      {shows.kind === 'scene' ? (
        <Pick
          label={say('Scene')}
          options={show.scenes.map(({ id, name }) => ({ value: id, label: name }))}
          value={shows.scene}
          onChange={(scene) =>
            change((found) => {
              found.shows = { kind: 'scene', scene };
            })
          }
        />
      ) : null}
      {shows.kind === 'pieces' || shows.kind === 'wall' ? (
        <Ticks
          label={say('Pieces of {name}', { name: outlet.name })}
          options={show.pieces
            .filter(({ kind }) => kind !== 'camera' && kind !== 'game')
            .map(({ id, name }) => ({ value: id, label: name }))}
          ticked={shows.pieces}
          onTick={tick}
        />
      ) : null}
      <Formed outlet={outlet} change={change} />
      <WhoseField outlet={outlet} change={change} />
    </View>
  );
}

/** How large it comes out, in which layout, on what background, and how that looks. */
function Formed({ outlet, change }: { outlet: Outlet; change: (recipe: (draft: Outlet) => void) => void }) {
  const { shows } = outlet;
  return (
    <>
      {shows.kind === 'pieces' ? (
        <OutletSize
          outlet={outlet}
          size={shows.size}
          onChange={(size) =>
            change((found) => {
              if (found.shows.kind === 'pieces') found.shows.size = size;
            })
          }
        />
      ) : null}
      <LayoutField outlet={outlet} change={change} />
      {shows.kind === 'wall' ? <WallBackground shows={shows} change={change} /> : null}
      {shows.kind === 'pieces' || shows.kind === 'wall' || outlet.layout ? <OutletPreview outlet={outlet} /> : null}
    </>
  );
}

function WhoseField({ outlet, change }: { outlet: Outlet; change: (recipe: (draft: Outlet) => void) => void }) {
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('It is for')}
      </Text>
      <Segments
        label={say('{name} is for', { name: outlet.name })}
        value={outlet.whose}
        onChange={(whose) =>
          change((found) => {
            found.whose = whose;
          })
        }
        options={[
          { value: 'viewers', label: say('Viewers') },
          { value: 'me', label: say('A screen of mine') },
        ]}
      />
    </View>
  );
}

function KindChoice({
  outlet,
  shows,
  setKind,
  show,
}: {
  outlet: Outlet;
  shows: OutletShows;
  setKind: (kind: OutletShows['kind']) => void;
  show: Show;
}) {
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('It carries')}
      </Text>
      <Segments
        label={say('{name} carries', { name: outlet.name })}
        value={shows.kind}
        onChange={setKind}
        options={KINDS.filter(({ value }) => value !== 'scene' || show.scenes.length > 0)}
      />
    </View>
  );
}
