import { viewerKey } from '@/core/event/viewer-key';
import type { Input } from '@/core/session/input';

/** A viewer who wants to be forgotten. */
export interface Forgotten {
  feed: string;
  viewer: string;
  /** The name they had last: others' lines name them by it. */
  name?: string;
}

/** Inputs that hold what was counted of many, or their notes. */
const HOLDS_MORE: ReadonlySet<Input['input']> = new Set(['show', 'begin', 'restore', 'join']);

/**
 * A line of a journal without a viewer: what they did stays counted and is nobody's any more; what was only theirs (points, days, a
 * place in a list, a change by hand) goes.
 * @returns the line; null when nothing of it is left
 */
export function withoutViewer(input: Input, { feed, viewer, name }: Forgotten): Input | null {
  if (input.input === 'event') {
    if (input.event.feed !== feed || input.event.viewer?.id !== viewer) return input;
    const { viewer: gone, ...event } = input.event;
    void gone;
    // Their own words may say who they are.
    return { ...input, event: event.kind === 'chat' ? { ...event, text: '' } : event };
  }
  if (input.input === 'fault')
    return input.lost?.feed === feed && input.lost.viewer?.id === viewer ? { ...input, lost: undefined } : input;
  const key = viewerKey(feed, viewer);
  const isTheirs = (value: unknown): boolean =>
    typeof value === 'object' &&
    value !== null &&
    'feed' in value &&
    value.feed === feed &&
    (('viewer' in value && value.viewer === viewer) || ('id' in value && value.id === viewer && 'handle' in value));
  const isTheirGoal = (value: unknown): boolean =>
    typeof value === 'object' && value !== null && 'by' in value && isTheirs(value.by);
  const strip = (value: unknown): unknown => {
    if (Array.isArray(value))
      return value
        .filter(
          (each) =>
            each !== key &&
            !isTheirs(each) &&
            !isTheirGoal(each) &&
            !(typeof each === 'object' && each !== null && 'viewer' in each && each.viewer === key),
        )
        .map(strip);
    if (typeof value !== 'object' || value === null) return value;
    // What others handed to them, or had from them, stays theirs without a name.
    const unnamed =
      'why' in value && 'note' in value && name !== undefined && value.note === name ? { ...value, note: '' } : value;
    return Object.fromEntries(Object.entries(unnamed).map(([field, each]) => [field, strip(each)]));
  };
  if (input.input === 'command') {
    const { command } = input;
    if (
      (command.command === 'nudge' || command.command === 'set') &&
      (command.number === `points/${key}` ||
        (command.number.startsWith('viewer/') && command.number.endsWith(`/${key}`)))
    )
      return null;
    // What they gave is nobody's from now on, and was thanked for.
    if ((command.command === 'thank' || command.command === 'unthank') && command.giver === key)
      return { ...input, command: { ...command, giver: viewerKey(feed, '') } };
    if (
      (command.command === 'feature' || command.command === 'keepLine') &&
      command.line.feed === feed &&
      command.line.viewer === viewer
    )
      return null;
    return command.command === 'import' ? (strip(input) as Input) : input;
  }
  if (!HOLDS_MORE.has(input.input)) return input;
  const left = strip(input) as Input;
  // One who is left alone is no joined person any more.
  if (left.input === 'show') left.show.people = left.show.people.filter(({ members }) => members.length > 1);
  return left;
}
