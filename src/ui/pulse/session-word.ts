import type { DeskView } from '@/core/desk/view';

/** A length of time as a clock shows it: 0:42, 42:10, 1:02:03. */
export function clockTime(ms: number): string {
  const seconds = Math.max(0, Math.floor(ms / 1000));
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const two = (n: number): string => String(n).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** Whether a session is on, or a rehearsal in its place, and for how long. */
export function sessionWord(
  view: Pick<DeskView, 'session' | 'rehearsal'> | null,
  now: number,
): { is: 'live' | 'rehearsal' | 'off'; length: string | null } {
  if (view?.rehearsal) return { is: 'rehearsal', length: clockTime(now - view.rehearsal.startedAt) };
  if (view?.session?.endedAt !== null) return { is: 'off', length: null };
  return { is: 'live', length: clockTime(now - view.session.startedAt) };
}
