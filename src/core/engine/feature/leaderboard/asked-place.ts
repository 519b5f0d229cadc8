import type { EventOf } from '@/core/event/event';
import { boardIn } from '@/core/engine/count/board-key';
import { isLeftOut } from '@/core/engine/count/counting';
import { currencyOf, figureWords, measureOnAir, shownValue } from '@/core/engine/count/measure';
import { answer } from '@/core/engine/kernel/answer';
import type { Emit } from '@/core/engine/kernel/effect';
import { plain } from '@/core/words/plain';
import { isBoard } from './board';
import type { BoardHost } from './slice';
import { windowWords } from '@/core/engine/count/window';
import { aired } from '@/core/words/on-air';

/** Finding a place may mean going through everybody: not more often than this, ms. */
const PAUSE_MS = 1000;

/** A viewer asks for their own place by a leaderboard's keyword: it is posted in their chat, whether they are among the first or not. */
export function tellPlace(state: BoardHost, event: EventOf<'chat'>, word: string, emit: Emit): void {
  const { viewer, feed } = event;
  if (!viewer || state.now - state.placeToldAt < PAUSE_MS) return;
  for (const piece of state.show.pieces.filter(isBoard)) {
    if (!piece.ask || plain(piece.ask) !== word) continue;
    const board = boardIn(state, piece.measure, piece.window);
    const own = state.viewers.get(feed, viewer.id);
    if (!board || !own) continue;
    state.placeToldAt = state.now;
    const tally = state.derived.people.tallyOf(own);
    const value = board.valueOf(tally);
    const { language } = state.show;
    const values = {
      name: viewer.name,
      value: figureWords(shownValue(piece.measure, value), currencyOf(piece.measure, state.show), language),
      measure: measureOnAir(piece.measure, language),
      window: windowWords(board.window, language),
    };
    const tell = (text: string): void => answer(state, feed, text, emit);
    if (isLeftOut(state, feed, viewer.id))
      return tell(aired(language, '{name}: {value} ({measure}, {window}); you are on no leaderboard.', values));
    if (value === 0) return tell(aired(language, '{name}: nothing yet on this leaderboard.', values));
    let place = 1;
    for (const other of state.derived.people.all())
      if (
        other.key !== tally.key &&
        board.valueOf(other) > value &&
        (other.feed === '' || !isLeftOut(state, other.feed, other.id))
      )
        place += 1;
    for (const before of state.past.viewers.values()) {
      if (state.viewers.get(before.feed, before.id)) continue;
      const theirs = state.derived.people.tallyBefore(before);
      if (theirs.feed !== '' && board.valueOf(theirs) > value && !isLeftOut(state, before.feed, before.id)) place += 1;
    }
    return tell(aired(language, '{name}: place {place} with {value} ({measure}, {window}).', { ...values, place }));
  }
}
