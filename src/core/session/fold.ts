import type { EventOf, StreamEvent } from '@/core/event/event';
import type { Role, Viewer } from '@/core/event/viewer';
import { noteBad, noteGap } from '@/core/intake/trouble';
import type { Show } from '@/core/show/show';
import { sceneOf } from '@/core/stage/scene';
import { catchUp, cueEvent, cueMoment, setClocks, tryCue } from '@/core/engine/cue/fire';
import { advanceGoals, followGoals, goesOn, roll, setOut } from '@/core/engine/feature/goal/advance';
import { roleLeftOut } from '@/core/engine/count/leaderboard';
import { countInto } from '@/core/engine/count/measure';
import { shelve } from '@/core/engine/feature/shelf/slice';
import { takeStandings } from '@/core/engine/feature/leaderboard/standings';
import { tellPlace } from '@/core/engine/feature/leaderboard/asked-place';
import { noteNotable } from '@/core/engine/feature/plate/slice';
import { countDay } from '@/core/engine/count/past';
import { plain } from '@/core/engine/cue/when/chat';
import { keepOut } from '@/core/engine/count/windows';
import { holdCountdown } from '@/core/engine/feature/countdown/schema';
import { noteFault, type FaultInput } from '@/core/engine/kernel/fault';
import { askPoints, bringIn, earn, pocketOf } from '@/core/engine/feature/points/earning';
import { keepLine } from '@/core/engine/feature/chat/slice';
import { floatChat } from '@/core/engine/feature/drift/slice';
import { enterDraws, followDraws, startDraw, takeSeed } from '@/core/engine/feature/draw/drawing';
import { brighten, lanternValue } from '@/core/engine/feature/lantern/schema';
import { restore, takeLasting, type Lasting } from './carry-over';
import type { Command, Input } from './input';
import {
  addTimeBy,
  changeByHand,
  followNumbers,
  raiseByKeyword,
  startNumbers,
  stopNumbers,
  undoByHand,
  valueOf,
  type NumberChange,
} from '@/core/engine/kernel/number';
import { derive, isLeftOut, newState, renewWindows, troubleOf, type SessionState } from './state';
import { hear, keepPlayed, passOver, planOf, playOn, queueOf, show, soundBegun, takenOut, type Emit } from '@/core/engine/cue/do-steps';
import { count } from '@/core/engine/count/tally';

/**
 * The engine: one input changes the state, and nothing else does. It has no clock and no chance; the same inputs in the same order
 * give the same state. `state` is changed in place and returned (a session has a million events; copying it for each would be
 * the whole cost). `emit` hears what the input set off.
 */
export function fold(state: SessionState, input: Input, emit?: Emit): SessionState {
  const { doing } = state;
  doing.steps = 0;
  doing.full = false;
  doing.cue = null;
  if (input.input === 'fault') return takeFault(state, input);
  doing.due = true;
  // What was due before this input comes first.
  if (state.pending.length > 0 || state.derived.clocks.length > 0 || state.countdowns.size > 0 || state.draws.size > 0)
    catchUp(state, input.at, emit);
  state.now = Math.max(state.now, input.at);
  if (state.now >= state.derived.rollsAt) roll(state);
  if (state.derived.tellsMoves) takeStandings(state);
  if (state.queues.size > 0) playOn(state, emit);
  const alertsBefore = state.alerts;
  doing.due = false;
  switch (input.input) {
    case 'event':
      happen(state, input.event, emit);
      break;
    case 'show':
      changeShow(state, input.show, emit);
      break;
    case 'begin':
      begin(state, input.session, input.lasting, emit);
      break;
    case 'end':
      end(state, emit);
      break;
    case 'restore':
      if (restore(state, input.lasting)) {
        state.derived = derive(state);
        advanceGoals(state, emit);
      }
      break;
    case 'seed':
      takeSeed(state, input.draw, input.seed);
      break;
    case 'streakEnd':
      endStreak(state, `${input.feed}/${input.streak}`, emit);
      break;
    case 'gap':
      noteGap(troubleOf(state, input.feed), input.from ?? null, input.at, input.lost);
      break;
    case 'bad':
      noteBad(troubleOf(state, input.feed), input.at, input.reason, input.text);
      break;
    case 'command':
      obey(state, input.command, emit);
      break;
    case 'counter':
    case 'tick':
      break;
  }
  if (state.derived.changes.length > 0) settle(state, emit);
  // A command may have made room for the next one.
  if (state.alerts !== alertsBefore || (input.input === 'command' && state.queues.size > 0)) soundBegun(state);
  return state;
}

/** What could not be done changes nothing but this: that it is known, and that what fails again and again is switched off. */
function takeFault(state: SessionState, { at, cue, feed, off }: FaultInput): SessionState {
  noteFault(state.faults, { at: Math.max(state.now, at), why: 'fault', cue, feed, off });
  if (!off) return state;
  if (cue !== null) {
    state.stopped.cues.add(cue);
    state.pending = state.pending.filter((pending) => pending.cue !== cue && !pending.calls.includes(cue));
    state.derived = derive(state);
  } else if (feed !== null) state.stopped.feeds.add(feed);
  return state;
}

/** What the check of the way to the stream's sound plays. */
const TONE = 'three-bells';

/** A new session starts from nothing: its journal, read back alone, must give the same state. */
function begin(state: SessionState, session: string, lasting: Lasting | undefined, emit: Emit): void {
  const { now, show: setup } = state;
  const { doing, stopped } = state;
  Object.assign(state, newState(setup), {
    now,
    doing,
    stopped,
    session: { id: session, startedAt: now, endedAt: null },
  });
  if (lasting) takeLasting(state, lasting);
  state.derived = derive(state);
  for (const goal of setup.goals) if (!goesOn(state, goal)) setOut(state, goal);
  startNumbers(state);
  followDraws(state);
  cueMoment(state, { trigger: 'session', now, what: 'begins' }, '', null, emit);
}

function end(state: SessionState, emit: Emit): void {
  if (!state.session || state.session.endedAt !== null) return;
  state.session.endedAt = state.now;
  stopNumbers(state);
  cueMoment(state, { trigger: 'session', now: state.now, what: 'ends' }, '', null, emit);
}

function happen(state: SessionState, event: StreamEvent, emit: Emit): void {
  const { derived, totals, viewers } = state;
  if (event.kind === 'chat' && isOwn(state, event)) return keepLine(state, event);
  const { worth: worthBefore } = totals;
  const { size } = viewers;
  if (event.viewer && event.viewer.roles.length > 0) noteRoles(state, event.feed, event.viewer);
  const own = count(totals, viewers, event, derived.worth);
  const worth = totals.worth - worthBefore;
  countInto(state.minutes.of(event.at), event, worth, false);
  if (derived.windows.length > 0) keepOut(derived.windows, event, worth);
  if (own && derived.firstDay) countDay(own, event, worth, derived.firstDay, state.show.zone);
  if (event.kind === 'gift') shelve(state.shelf, event);
  noteNotable(state.notables, event, worth);
  if (event.kind === 'audience') state.audience.take(event.feed, event.watching, event.at > 0 ? event.at : state.now);
  if (own && state.show.points.on) earn(state, event, own, worth);
  const tally = own && derived.people.tallyOf(own);
  if (tally && own && derived.boards.length > 0 && !isLeftOut(state, own.feed, own.id))
    for (const board of derived.boards) if (board.movedBy(event.kind)) board.update(tally);
  if (tally && derived.parts.size > 0)
    for (const sum of derived.parts.values()) if (sum.movedBy(event.kind)) sum.update(tally);
  const streak = event.kind === 'gift' && event.streakId !== undefined ? followStreak(state, event) : null;
  // The keyword that it begins with, worked out once for all that compare it.
  const word = event.kind === 'chat' ? derived.keywords.of(event.text) : '';
  const cues = derived.cues.for(event.kind, event.kind === 'gift' ? event.giftId : word);
  if (cues.length > 0) {
    cueEvent(
      state,
      cues,
      { trigger: event.kind, event, now: state.now, tally, totals, worth, streak, first: viewers.size !== size },
      emit,
    );
  }
  if (derived.goalKinds.has(event.kind)) advanceGoals(state, emit);
  if (state.countdowns.size > 0) addTimeBy(state, event, worth);
  if (state.lanterns.size > 0) brightenAll(state, emit);
  if (event.kind === 'chat') {
    if (word !== '') {
      askToBeLeftOut(state, event, word);
      if (joinTeam(state, event, word)) advanceGoals(state, emit);
      tellPlace(state, event, word, emit);
      for (const change of raiseByKeyword(state, event, word)) told(state, change);
      if (state.draws.size > 0) enterDraws(state, event, word);
      if (state.show.points.on) askPoints(state, event, word, emit);
    }
    floatChat(state, event.text);
    keepLine(state, event);
  }
}

/**
 * Whether an account that Gavirn posts by has written it, wherever it is read: it is shown in the chat and sets nothing off. Counted, it
 * could reach a goal whose cue posts again, without an end.
 */
const isOwn = ({ derived }: SessionState, { viewer }: EventOf<'chat'>): boolean =>
  derived.helpers.size > 0 && viewer !== undefined && derived.helpers.has(plain(viewer.handle));

const PARTS: readonly Role[] = ['host', 'moderator', 'bot'];

/** Whoever has a part in the show may be left off its boards, at once. */
function noteRoles(state: SessionState, feed: string, { id, roles }: Viewer): void {
  const parts = roles.filter((role) => PARTS.includes(role));
  const key = `${feed}/${id}`;
  const known = state.roles.get(key) ?? [];
  if (parts.length === known.length && parts.every((role) => known.includes(role))) return;
  if (parts.length > 0) state.roles.set(key, parts);
  else state.roles.delete(key);
  if (roleLeftOut(state.show.leftOut, parts) !== roleLeftOut(state.show.leftOut, known) && state.viewers.get(feed, id))
    renewWindows(state);
}

/** A viewer's keyword takes them off the boards, or puts them back. */
function askToBeLeftOut(state: SessionState, event: EventOf<'chat'>, word: string): void {
  const { keyword } = state.show.leftOut;
  if (!event.viewer || keyword === '' || word !== plain(keyword)) return;
  const key = `${event.feed}/${event.viewer.id}`;
  if (!state.unlisted.delete(key)) state.unlisted.add(key);
  renewWindows(state);
}

/** A viewer's keyword puts them into a team; @returns whether they were not in it before. */
function joinTeam(
  { show, sides, viewers, derived }: SessionState,
  { feed, viewer }: EventOf<'chat'>,
  word: string,
): boolean {
  const team = viewer && show.teams.find(({ keyword }) => keyword !== '' && plain(keyword) === word);
  if (!team || sides.get(`${feed}/${viewer.id}`) === team.id) return false;
  sides.set(`${feed}/${viewer.id}`, team.id);
  const own = viewers.get(feed, viewer.id);
  if (own) for (const sum of derived.parts.values()) sum.update(derived.people.tallyOf(own));
  return true;
}

/** Brings a streak forward; returns how it stands. */
function followStreak(state: SessionState, event: EventOf<'gift'>): { count: number; ended: boolean } {
  const key = `${event.feed}/${event.streakId}`;
  const count = (state.streaks.get(key)?.count ?? 0) + event.count;
  const ended = !event.streakOpen;
  if (ended) state.streaks.delete(key);
  else
    state.streaks.set(key, { viewer: event.viewer?.name ?? '', gift: event.name, count, at: state.now, last: event });
  return { count, ended };
}

/** A streak that fell silent: it has ended without another gift. */
function endStreak(state: SessionState, key: string, emit: Emit): void {
  const known = state.streaks.get(key);
  state.streaks.delete(key);
  if (!known) return;
  const event = { ...known.last, count: 0, streakOpen: false };
  const own = event.viewer ? state.viewers.get(event.feed, event.viewer.id) : undefined;
  cueEvent(
    state,
    state.derived.cues.for('gift', event.giftId),
    {
      trigger: 'gift',
      event,
      now: state.now,
      tally: own ? state.derived.people.tallyOf(own) : null,
      totals: state.totals,
      worth: 0,
      streak: { count: known.count, ended: true },
      first: false,
    },
    emit,
  );
}

const told = (state: SessionState, change: NumberChange): void => void (change && state.derived.changes.push(change));

/** Tells goals and cues what was added to numbers. Cues that change each other's numbers come to an end with their steps (MOST_STEPS). */
function settle(state: SessionState, emit: Emit): void {
  const { changes } = state.derived;
  for (let change = changes.shift(); change; change = changes.shift()) {
    if (change.of === 'goal' || change.of === 'counter') advanceGoals(state, emit);
    if (change.of === 'lantern') letGo(state, change.id, emit);
    else if (change.of === 'scene') showScene(state, change.id, emit);
    else if (change.of === 'level') {
      const { balance } = pocketOf(state, change.viewer.feed, change.viewer.id);
      cueMoment(
        state,
        { trigger: 'level', now: state.now, by: change.viewer, level: change.level, points: balance },
        '',
        null,
        emit,
      );
    } else if (change.of === 'perk')
      cueMoment(
        state,
        { trigger: 'perk', now: state.now, by: change.viewer, perk: change.perk, message: change.message },
        '',
        null,
        emit,
      );
    else if (change.of === 'counter' && change.before !== change.after) {
      const name = state.show.counters.find(({ id }) => id === change.id)?.name ?? '';
      cueMoment(
        state,
        { trigger: 'counter', now: state.now, counter: change.id, name, before: change.before, after: change.after },
        '',
        null,
        emit,
      );
    }
  }
}

/** Lanterns by what was just counted; those that are full let go. */
function brightenAll(state: SessionState, emit: Emit): void {
  for (const lantern of state.show.lanterns) {
    const course = state.lanterns.get(lantern.id);
    if (course && brighten(lantern, course, state.totals) > 0)
      cueMoment(
        state,
        { trigger: 'lantern', now: state.now, lantern: lantern.id, name: lantern.name, gone: course.gone },
        '',
        null,
        emit,
      );
  }
}

/** Another scene; one that is there already, or is none, changes nothing. */
function showScene(state: SessionState, id: string, emit: Emit): void {
  const scene = state.show.scenes.find((each) => each.id === id);
  if (!scene || state.scene === id) return;
  state.scene = id;
  cueMoment(state, { trigger: 'scene', now: state.now, scene: id, name: scene.name }, '', null, emit);
}

/** A lantern lets go before it is full. */
function letGo(state: SessionState, id: string, emit: Emit): void {
  const lantern = state.show.lanterns.find((each) => each.id === id);
  const course = state.lanterns.get(id);
  if (!lantern || !course) return;
  course.base = lanternValue(lantern, state.totals);
  course.gone += 1;
  cueMoment(
    state,
    { trigger: 'lantern', now: state.now, lantern: id, name: lantern.name, gone: course.gone },
    '',
    null,
    emit,
  );
}

function obey(state: SessionState, command: Command, emit: Emit): void {
  switch (command.command) {
    case 'try': {
      const cue = state.derived.cuesById.get(command.cue);
      if (cue) tryCue(state, cue, emit, command.values);
      break;
    }
    case 'press':
      cueMoment(state, { trigger: 'press', now: state.now }, '', command.cue, emit);
      break;
    case 'skip':
      for (const queue of state.queues.values()) {
        const skipped = queue.skip(command.alert, state.now);
        if (!skipped) continue;
        const { gone, passed } = skipped;
        takenOut(state, [gone], emit);
        passOver(state, passed, emit);
        // What is skipped falls silent at once, too.
        if (gone.begun && gone.sounds.length > 0) hear(state, { kind: 'hush' }, state.now);
      }
      break;
    case 'replay': {
      const known = [...state.played, ...[...state.queues.values()].flatMap((queue) => queue.list())].find(
        ({ id }) => id === command.alert,
      );
      if (!known) break;
      // Shown again as it was: it joins nothing, and nothing joins it.
      show(
        state,
        known.cue,
        known.spotlight,
        known.words,
        known.length,
        { ...known, joins: null, key: null },
        known.sounds,
        known.look,
        emit,
      );
      break;
    }
    case 'nudge':
      told(state, changeByHand(state, command.number, command.by));
      break;
    case 'set':
      told(state, changeByHand(state, command.number, command.to - (valueOf(state, command.number) ?? command.to)));
      break;
    case 'takeBack':
      told(state, undoByHand(state, command.change));
      break;
    case 'pause': {
      const countdown = state.countdowns.get(command.countdown);
      if (countdown) holdCountdown(countdown, command.on, state.now);
      break;
    }
    case 'import':
      bringIn(state, command.rows);
      break;
    case 'boost': {
      const countdown = state.countdowns.get(command.countdown);
      if (!countdown) break;
      if (command.times === 1) delete countdown.boost;
      else countdown.boost = { times: command.times, until: state.now + command.seconds * 1000 };
      break;
    }
    case 'draw':
      startDraw(state, command.draw);
      break;
    case 'scene':
      told(state, { of: 'scene', id: command.scene });
      break;
    case 'hush':
      hear(state, { kind: 'hush' }, state.now);
      break;
    case 'tone':
      hear(state, { kind: 'sound', sound: TONE, volume: 100 }, state.now);
      break;
    case 'hold':
      // Also before its first alert: that one is then held back.
      if (state.derived.spotlights.has(command.spotlight))
        passOver(state, queueOf(state, command.spotlight).hold(command.on, state.now), emit);
      break;
    case 'clear':
      takenOut(state, state.queues.get(command.spotlight)?.clear(state.now) ?? [], emit);
      break;
  }
}

/** The setup changes while the session goes on: tallies stay, goals keep their course, what waits for a spotlight that is gone goes too. */
function changeShow(state: SessionState, next: Show, emit: Emit): void {
  const before = state.derived.goalsById;
  // Whoever changes what was switched off for its faults starts it anew.
  forgive(state.stopped.cues, state.show.cues, next.cues);
  forgive(state.stopped.feeds, state.show.feeds, next.feeds);
  state.show = next;
  state.derived = derive(state);
  followGoals(state, before);
  for (const [spotlight, queue] of state.queues) {
    if (state.derived.spotlights.has(spotlight))
      passOver(state, queue.follow(planOf(state, spotlight), state.derived.say, state.now), emit);
    else {
      // No hand took out what waited there: it becomes a line.
      const gone = queue.clear(state.now);
      keepPlayed(
        state,
        gone.filter(({ begun }) => begun),
        emit,
      );
      passOver(
        state,
        gone.filter(({ begun }) => !begun),
        emit,
      );
      state.queues.delete(spotlight);
    }
  }
  for (const cue of state.memories.keys()) if (!state.derived.cuesById.has(cue)) state.memories.delete(cue);
  followNumbers(state);
  followDraws(state);
  state.scene = sceneOf(next.scenes, state.scene);
  setClocks(state);
  for (const piece of state.hidden) if (!next.pieces.some(({ id }) => id === piece)) state.hidden.delete(piece);
}

function forgive(stopped: Set<string>, before: readonly { id: string }[], next: readonly { id: string }[]): void {
  const jsonOf = (list: readonly { id: string }[], of: string): string =>
    JSON.stringify(list.find(({ id }) => id === of) ?? null);
  for (const id of stopped) if (jsonOf(before, id) !== jsonOf(next, id)) stopped.delete(id);
}
