import type { Step } from '@/core/engine/kinds';
import { cueProblem } from '@/core/show/sentence';
import type { StreamEvent } from '@/core/event/event';
import { aFollow, START } from '@/core/event/examples';
import { newCue } from '@/core/show/starter';
import type { Cue, Show } from '@/core/show/show';
import type { Effect } from '@/core/engine/kernel/effect';
import { fold } from '@/core/session/fold';
import { PLAIN_LOOK } from '@/core/engine/alert/look';
import type { Input } from '@/core/session/input';
import { loops } from '@/core/engine/cue/step/call';
import { base, words, at, run, command, tick } from './fire.setup';
import { inEnglish } from '@/core/words/in-english.setup';

describe('steps', () => {
  const done = (steps: Step[]): Cue[] => [newCue('c', { kind: 'follow' }, steps)];

  test('one after another with waits, at their own time', () => {
    const { effects } = run(
      done([words('one'), { kind: 'wait', seconds: 3 }, words('two'), { kind: 'wait', seconds: 2 }, words('three')]),
      [at(aFollow(), 1), tick(60)],
    );
    expect(
      effects.flatMap((effect) =>
        effect.effect === 'alert' ? [[effect.alert.text, (effect.alert.from - START) / 1000]] : [],
      ),
    ).toEqual([
      ['one', 1],
      ['two', 4],
      ['three', 6],
    ]);
  });

  test('a sound with an alert is heard when the alert begins, however long it had to wait; what comes after a wait, so much later', () => {
    const cues = done([
      words('{viewer}', 4),
      { kind: 'play', sound: 'hand-bell', volume: 100 },
      { kind: 'wait', seconds: 1.5 },
      { kind: 'read', words: 'Thank you {viewer}' },
    ]);
    const { state } = run(cues, [at(aFollow(), 1), at(aFollow({ by: 'hana' }), 2), tick(5), tick(20)]);
    expect(
      state.heard.map((each) => [
        (each.at - START) / 1000,
        each.kind === 'sound' ? each.sound : each.kind === 'speech' ? each.text : 'hush',
      ]),
    ).toEqual([
      [1, 'hand-bell'],
      [2.5, 'Thank you ines'],
      [5, 'hand-bell'],
      [6.5, 'Thank you hana'],
    ]);
  });

  test('what is skipped falls silent; so does everything at a word; a check plays bells', () => {
    const { state } = run(done([words('{viewer}', 4), { kind: 'play', sound: 'hand-bell', volume: 100 }]), [
      at(aFollow(), 1),
      command(2, { command: 'skip', alert: 'a1' }),
      command(3, { command: 'hush' }),
      command(4, { command: 'tone' }),
    ]);
    expect(
      state.heard.map((each) => [(each.at - START) / 1000, each.kind === 'sound' ? each.sound : each.kind]),
    ).toEqual([
      [1, 'hand-bell'],
      [2, 'hush'],
      [3, 'hush'],
      [4, 'three-bells'],
    ]);
  });

  test('words of which nothing may be said are not read', () => {
    expect(run(done([{ kind: 'read', words: '{message}' }]), [at(aFollow(), 1)]).state.heard).toEqual([]);
  });

  test('a web address is told the cue’s name and its words; without an address nobody is', () => {
    const cues = [
      {
        ...newCue('c', { kind: 'follow' } as const, [
          { kind: 'ask', url: 'https://example.org/x', words: 'New: {viewer}' },
          { kind: 'ask', url: '', words: '' },
        ]),
        name: 'Hook',
      },
    ];
    expect(run(cues, [aFollow()]).effects).toEqual([
      { effect: 'ask', url: 'https://example.org/x', name: 'Hook', text: 'New: ines' },
    ]);
  });

  test('a cue that is switched off does nothing, also when another one calls or chooses it', () => {
    const tells = {
      ...newCue('tells', { kind: 'share' } as const, [{ kind: 'ask', url: 'https://example.org', words: '' }]),
      on: false,
    };
    const calls = newCue('calls', { kind: 'follow' }, [
      { kind: 'call', cue: 'tells' },
      {
        kind: 'pick',
        of: [
          { cue: 'tells', weight: 1000 },
          { cue: 'says', weight: 1 },
        ],
        twice: true,
      },
    ]);
    const says = newCue('says', { kind: 'share' }, [words('said')]);
    const { effects, texts } = run([calls, tells, says], [aFollow(), aFollow({ id: 'b', by: 'b' })]);
    expect([effects.some(({ effect }) => effect === 'ask'), texts]).toEqual([false, ['said', 'said']]);
    expect(inEnglish(cueProblem(calls, { ...base, cues: [calls, tells, says] }))).toBe(
      'The cue that it calls is switched off.',
    );
  });

  test('an alert has its step’s look, also when it is shown again', () => {
    const look = { ...PLAIN_LOOK, picture: 'initials' as const };
    const { state } = run(done([{ kind: 'show', spotlight: 'spotlight', words: '{viewer}', seconds: 1, look }]), [
      at(aFollow(), 1),
      tick(3),
      command(4, { command: 'replay', alert: 'a1' }),
    ]);
    expect([state.played[0]?.look, state.queues.get('spotlight')?.first?.look]).toEqual([look, look]);
  });

  test('a cue is tried with the values given', () => {
    expect(
      run(done([words('{viewer} {count}')]), [
        command(1, { command: 'try', cue: 'c', values: { viewer: 'Hana', count: 7 } }),
      ]).texts,
    ).toEqual(['Hana 7']);
  });

  test('a sound, and words read aloud, are heard by themselves', () => {
    const { state } = run(
      done([
        { kind: 'play', sound: 'hand-bell', volume: 80 },
        { kind: 'read', words: 'Thank you {viewer}' },
      ]),
      [at(aFollow(), 1)],
    );
    expect(state.heard).toEqual([
      { id: `s1.${START + 1000}`, at: START + 1000, kind: 'sound', sound: 'hand-bell', volume: 80 },
      {
        id: `s2.${START + 1000}`,
        at: START + 1000,
        kind: 'speech',
        text: 'Thank you ines',
        language: 'en',
        speed: 1,
        pitch: 1,
        voice: '',
      },
    ]);
  });

  test('a line in chat, on the feed that it came from; not when it is only tried', () => {
    const cues = done([{ kind: 'post', words: 'Welcome {viewer}' }]);
    const posts = (inputs: (StreamEvent | Input)[]): Effect[] =>
      run(cues, inputs).effects.filter(({ effect }) => effect === 'post');
    expect(posts([aFollow()])).toEqual([{ effect: 'post', feed: 'f', text: 'Welcome ines' }]);
    expect(posts([command(1, { command: 'try', cue: 'c' })])).toEqual([]);
  });

  test('a piece goes and comes', () => {
    const cues = done([{ kind: 'piece', piece: 'goal', shown: 'turn' }]);
    expect([...run(cues, [aFollow()]).state.hidden]).toEqual(['goal']);
    expect([...run(cues, [aFollow(), aFollow()]).state.hidden]).toEqual([]);
  });

  test('another cue’s steps, with the same words’ values; a loop is found, and does not go round', () => {
    const a = newCue('a', { kind: 'follow' }, [words('a {viewer}'), { kind: 'call', cue: 'b' }]);
    const b = newCue('b', { kind: 'press', name: 'B' }, [words('b {viewer}')]);
    const back = { ...b, steps: [...b.steps, { kind: 'call' as const, cue: 'a' }] };
    expect(run([a, b], [aFollow()]).texts).toEqual(['a ines', 'b ines']);
    expect(run([a, back], [aFollow()]).texts).toEqual(['a ines', 'b ines']);
    expect([loops(a, { ...base, cues: [a, b] }), loops(a, { ...base, cues: [a, back] })]).toEqual([false, true]);
  });

  test('two cues that call each other behind waits do not go round for ever', () => {
    const a = newCue('a', { kind: 'follow' }, [words('a'), { kind: 'wait', seconds: 1 }, { kind: 'call', cue: 'b' }]);
    const b = newCue('b', { kind: 'press', name: 'B' }, [
      words('b'),
      { kind: 'wait', seconds: 1 },
      { kind: 'call', cue: 'a' },
    ]);
    const { texts, state } = run([a, b], [at(aFollow(), 1), tick(3600)]);
    expect([texts, state.pending]).toEqual([['a', 'b'], []]);
  });

  test('one of several by weight, not the same twice running', () => {
    const each = ['x', 'y', 'z'].map((id) => newCue(id, { kind: 'press', name: id }, [words(id)]));
    const pick = (twice: boolean): Cue[] => [
      ...done([
        {
          kind: 'pick',
          of: [
            { cue: 'x', weight: 6 },
            { cue: 'y', weight: 3 },
            { cue: 'z', weight: 1 },
          ],
          twice,
        },
      ]),
      ...each,
    ];
    const follows = Array.from({ length: 3000 }, (_, n) => ({ ...aFollow(), id: `p${n}` }));
    const free = run(pick(true), follows).texts;
    const share = (id: string): number => free.filter((text) => text === id).length / free.length;
    expect(Math.abs(share('x') - 0.6)).toBeLessThan(0.03);
    expect(Math.abs(share('z') - 0.1)).toBeLessThan(0.03);
    const { texts } = run(pick(false), follows);
    expect(texts).toHaveLength(3000);
    expect(texts.some((text, n) => text === texts[n - 1])).toBe(false);
  });

  test('what will not be shown in time is a line; what is cleared by hand is none, and can be shown again', () => {
    const calm: Show = {
      ...base,
      cues: done([words('{viewer}', 10)]),
      pieces: base.pieces.map((piece) =>
        piece.kind === 'spotlight' ? { ...piece, queue: { ...piece.queue, longestWait: 15 } } : piece,
      ),
    };
    const { state } = run(
      calm.cues,
      ['a', 'b', 'c', 'd'].map((by) => at(aFollow({ by }), 1)),
      { pieces: calm.pieces },
    );
    expect(
      state.queues
        .get('spotlight')
        ?.list()
        .map(({ text }) => text),
    ).toEqual(['a', 'b']);
    expect(state.lines.map(({ text }) => text)).toEqual(['c', 'd']);
    fold(state, command(2, { command: 'clear', spotlight: 'spotlight' }));
    expect([
      state.queues.get('spotlight')?.length,
      state.lines.map(({ text }) => text),
      state.played.map(({ text }) => text),
    ]).toEqual([0, ['c', 'd'], ['a', 'b']]);
  });
});
