import type { Outlet, OutletShows } from '@/core/show/outlet';
import { View } from 'react-native';
import { MOST_ON_WALL, WALL_GROUNDS, type WallGround } from '@/core/show/wall';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Segments } from '@/ui/part/choice';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import type { Show } from '@/core/show/show';

const KINDS = [
  { value: 'all', label: 'The whole frame' },
  { value: 'pieces', label: 'Some pieces' },
  { value: 'scene', label: 'One scene' },
  { value: 'wall', label: 'A wall' },
] as const;
const GROUNDS: Record<WallGround, string> = { clay: 'Clay', night: 'Night', sea: 'Sea', paper: 'Paper' };

/** What an outlet carries, in a few words. */
export function carriesWords(
  { shows }: Outlet,
  names: { piece: (id: string) => string; scene: (id: string) => string },
): string {
  switch (shows.kind) {
    case 'all':
      return 'The whole frame';
    case 'pieces':
      return shows.pieces.length === 0 ? 'No piece yet' : shows.pieces.map(names.piece).join(', ');
    case 'scene':
      return `The scene ${names.scene(shows.scene)}`;
    case 'wall':
      return shows.pieces.length === 0
        ? 'A wall without a piece yet'
        : `A wall: ${shows.pieces.map(names.piece).join(', ')}`;
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
          label="Scene"
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
          label={`Pieces of ${outlet.name}`}
          options={show.pieces
            .filter(({ kind }) => kind !== 'camera' && kind !== 'game')
            .map(({ id, name }) => ({ value: id, label: name }))}
          ticked={shows.pieces}
          onTick={tick}
        />
      ) : null}
      {shows.kind === 'wall' ? <WallBackground shows={shows} change={change} /> : null}
      <WhoseField outlet={outlet} change={change} />
    </View>
  );
}

function WhoseField({ outlet, change }: { outlet: Outlet; change: (recipe: (draft: Outlet) => void) => void }) {
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        It is for
      </Text>
      <Segments
        label={`${outlet.name} is for`}
        value={outlet.whose}
        onChange={(whose) =>
          change((found) => {
            found.whose = whose;
          })
        }
        options={[
          { value: 'viewers', label: 'Viewers' },
          { value: 'me', label: 'A screen of mine' },
        ]}
      />
    </View>
  );
}

/** A wall is a full screen on a television behind the streamer. */
function WallBackground({
  shows,
  change,
}: {
  shows: { kind: 'wall'; pieces: string[]; ground: 'clay' | 'night' | 'sea' | 'paper' };
  change: (recipe: (draft: Outlet) => void) => void;
}) {
  return (
    <View className="gap-1">
      <Text
        size={13}
        tone="muted"
      >{`A full screen for a television behind you, up to ${MOST_ON_WALL} pieces, readable from 3 m. Open its address in the television’s browser.`}</Text>
      <Segments
        label="Its background"
        value={shows.ground}
        onChange={(ground) =>
          change((found) => {
            if (found.shows.kind === 'wall') found.shows.ground = ground;
          })
        }
        options={WALL_GROUNDS.map((value) => ({ value, label: GROUNDS[value] }))}
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
  shows:
    | { kind: 'all' }
    | { kind: 'pieces'; pieces: string[] }
    | { kind: 'scene'; scene: string }
    | { kind: 'wall'; pieces: string[]; ground: 'clay' | 'night' | 'sea' | 'paper' };
  setKind: (kind: OutletShows['kind']) => void;
  show: Show;
}) {
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        It carries
      </Text>
      <Segments
        label={`${outlet.name} carries`}
        value={shows.kind}
        onChange={setKind}
        options={KINDS.filter(({ value }) => value !== 'scene' || show.scenes.length > 0)}
      />
    </View>
  );
}
