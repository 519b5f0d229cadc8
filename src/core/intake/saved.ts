import type { IntakeState } from './intake';
import { SeenIds } from './seen';

/** An intake's state as plain JSON, and back. */
export const serializeIntake = (state: IntakeState) => ({
  seen: state.seen.freeze(),
  roomId: state.roomId,
  roomLikes: state.roomLikes,
  roomAt: state.roomAt,
  counters: { ...state.counters },
  readings: state.readings,
  streaks: [...state.streaks],
  open: [...state.open],
});

export type SavedIntake = ReturnType<typeof serializeIntake>;

export const deserializeIntake = (frozen: SavedIntake): IntakeState => ({
  ...frozen,
  seen: SeenIds.thaw(frozen.seen),
  streaks: new Map(frozen.streaks),
  open: new Set(frozen.open),
});
