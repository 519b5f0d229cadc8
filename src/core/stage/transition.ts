import type { Transition } from '@/core/engine/feature/scene/schema';
import type { DisplayList, PlacedGroup } from '@/core/paint/display';

const ease = (t: number): number => t * t * (3 - 2 * t);

/**
 * Between two scenes: what is only in the first goes, what is only in the second comes, and what is in both moves to its new place or is
 * there at once. A pure function of time.
 * @param t from 0 (the first) to 1 (the second)
 */
export function between(before: DisplayList, after: DisplayList, t: number, { kind }: Transition): DisplayList {
  if (kind === 'cut' || t >= 1) return after;
  const share = ease(Math.max(0, t));
  const known = new Map(before.groups.map((group) => [group.key, group]));
  const stays = new Set(after.groups.map(({ key }) => key));
  const going: PlacedGroup[] = before.groups
    .filter(({ key }) => !stays.has(key))
    .map((group) => ({ ...group, opacity: group.opacity * (1 - share) }));
  const coming = after.groups.map((group): PlacedGroup => {
    const old = known.get(group.key);
    if (!old) return { ...group, opacity: group.opacity * share };
    if (kind !== 'glide') return group;
    const dx = (1 - share) * (old.box.x + old.dx - group.box.x - group.dx);
    const dy = (1 - share) * (old.box.y + old.dy - group.box.y - group.dy);
    return dx === 0 && dy === 0
      ? group
      : {
          ...group,
          dx: group.dx + dx,
          dy: group.dy + dy,
          ...(group.turn ? { turn: { ...group.turn, x: group.turn.x + dx, y: group.turn.y + dy } } : {}),
        };
  });
  return { ...after, groups: [...going, ...coming], next: -Infinity };
}
