import type { DeskView } from '@/core/desk/view';

/** A length of time as a clock shows it: 0:42, 42:10, 1:02:03. */
export function clockTime(ms: number): string {
  const seconds = Math.max(0, Math.floor(ms / 1000));
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const two = (n: number): string => String(n).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** "Off", or "Live" with its length. */
export function sessionWord(session: DeskView['session'], now: number): { live: boolean; length: string | null } {
  if (!session || session.endedAt !== null) return { live: false, length: null };
  return { live: true, length: clockTime(now - session.startedAt) };
}
