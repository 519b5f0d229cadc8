import {
  DndContext,
  closestCenter,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Pressable, ScrollView, View } from 'react-native';
import EyeOff from 'lucide-react-native/icons/eye-off';
import Lock from 'lucide-react-native/icons/lock';
import type { Piece } from '@/core/piece';
import { edit } from '@/ui/data/show-store';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { say } from '@/ui/words/say';

/** A mouse's wheel goes along the row. */
const SCROLLED_BY_WHEEL: object = {
  onWheel: ({ currentTarget, deltaY }: WheelEvent) => {
    (currentTarget as HTMLElement).scrollLeft += deltaY;
  },
};

/** The pieces, front first. A chip is tapped to choose its piece, and again to open it; held and dragged, it changes the order. */
export function Stack({
  pieces,
  chosen,
  onTap,
}: {
  pieces: readonly Piece[];
  chosen: readonly string[];
  onTap: (id: string) => void;
}) {
  // A finger that scrolls the row does not drag a chip: it has to rest on one first.
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 280, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const front = [...pieces].reverse();
  const dropped = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    edit((draft) => {
      const from = draft.pieces.findIndex(({ id }) => id === active.id);
      const to = draft.pieces.findIndex(({ id }) => id === over.id);
      if (from >= 0 && to >= 0) draft.pieces.splice(to, 0, ...draft.pieces.splice(from, 1));
    });
  };
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      {...SCROLLED_BY_WHEEL}
      className="flex-1"
      contentContainerClassName="gap-2 px-4 py-2 items-center"
      role="group"
      aria-label={say('Pieces, front first')}
    >
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={dropped}
        accessibility={{
          screenReaderInstructions: {
            draggable: say(
              'Press Space to take hold of a piece, the arrow keys to move it forward or back, and Space again to let go.',
            ),
          },
        }}
      >
        <SortableContext items={front.map(({ id }) => id)} strategy={horizontalListSortingStrategy}>
          {front.map((piece) => (
            <Chip key={piece.id} piece={piece} chosen={chosen.includes(piece.id)} onTap={() => onTap(piece.id)} />
          ))}
        </SortableContext>
      </DndContext>
    </ScrollView>
  );
}

function Chip({
  piece: { id, name, locked, off },
  chosen,
  onTap,
}: {
  piece: Piece;
  chosen: boolean;
  onTap: () => void;
}) {
  const { muted } = useColours();
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id });
  return (
    <div
      ref={setNodeRef}
      {...listeners}
      style={{
        transform: CSS.Translate.toString(transform),
        transition,
        zIndex: isDragging ? 2 : 0,
        opacity: isDragging ? 0.85 : 1,
        touchAction: 'manipulation',
      }}
    >
      <Pressable
        role="button"
        aria-label={say('Choose {name}', { name })}
        aria-pressed={chosen}
        onPress={onTap}
        className={`min-h-[44px] max-w-[190px] px-4 flex-row gap-2 items-center justify-center rounded-control bg-raised border ${chosen ? 'border-marigold' : 'border-raised'}`}
      >
        {off ? <EyeOff size={15} color={muted} /> : locked ? <Lock size={15} color={muted} /> : null}
        <View className="shrink">
          <Text face="strong" tone={off ? 'muted' : 'ink'} numberOfLines={1}>
            {name}
          </Text>
        </View>
      </Pressable>
    </div>
  );
}
