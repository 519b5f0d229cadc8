import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { proofFaults, type DrawProof } from '@/core/engine/feature/draw/schema';
import type { WhenKindName } from '@/core/engine/kinds';
import { act, lastCue, make, openDesk, outlet, page, published, seen, set, tryIt } from './moments-world';
import { addPiece, closeSheet, goTo, showScene } from './person';
import { until, VIEWERS, wordsOn } from './world';

/** What is done for each kind, and what is then on the frame. */
export const MOMENTS: Record<WhenKindName, () => Promise<void>> = {
  session: async () => {
    await make('session', 'The wheel turns');
    await published();
    await act({ act: 'live' });
    await seen(/The wheel turns/);
  },
  follow: async () => {
    await make('follow', 'New here: {viewer}');
    await published();
    await act({ act: 'follow', user: VIEWERS.ines });
    await seen(/New here: Inês/);
  },
  gift: async () => {
    await make('gift', 'Gift: {gift}');
    await published();
    await act({ act: 'gift', user: VIEWERS.hana, gift: 'slip-splash' });
    await seen(/Gift: Slip Splash/);
  },
  every: async () => {
    await make('every', 'So many: {count}');
    await set(/^Change 100 likes/, 'How many', '20');
    await published();
    await act({ act: 'like', user: VIEWERS.layla, taps: 45 });
    await seen(/So many: 40/);
  },
  watching: async () => {
    await make('watching', 'Watching: {count}');
    await set('Change 100', 'How many', '40');
    await published();
    await act({ act: 'watching', count: 41 });
    await seen(/Watching: 41/);
  },
  share: async () => {
    await make('share', 'Shared by {viewer}');
    await published();
    await act({ act: 'share', user: VIEWERS.ines });
    await seen(/Shared by Inês/);
  },
  subscribe: async () => {
    await make('subscribe', 'Months: {months}');
    await published();
    await act({ act: 'subscribe', user: VIEWERS.ines, months: 4 });
    await seen(/Months: 4/);
  },
  chat: async () => {
    await make('chat', 'Asked: {message}');
    await set('Change “!kiln”', 'Text', '!glaze');
    await published();
    await act({ act: 'chat', user: VIEWERS.hana, text: '!glaze blue please' });
    await seen(/Asked: blue please/);
  },
  first: async () => {
    await make('first', 'First time: {viewer}');
    await published();
    await act({ act: 'chat', user: { uid: 'u77', handle: 'teo.k', nickname: 'Teo', badges: [] }, text: 'hello' });
    await seen(/First time: Teo/);
  },
  goal: async () => {
    await make('goal', 'Reached: {goal}');
    await published();
    for (let n = 0; n < 4; n += 1) await act({ act: 'gift', user: VIEWERS.hana, gift: 'glaze-pot' });
    await seen(/Reached: Gift goal/);
  },
  level: async () => {
    await goTo(page, '/points');
    await page.getByRole('radio', { name: 'Viewers earn points' }).tap();
    await make('level', 'Level {level}: {viewer}');
    await published();
    // Two pots are a hundred points: a third would put its own alert in the level's place.
    for (let n = 0; n < 2; n += 1) await act({ act: 'gift', user: VIEWERS.hana, gift: 'glaze-pot' });
    await seen(/Level 2: .*山田/);
  },
  perk: async () => {
    await goTo(page, '/points');
    await page.getByRole('button', { name: 'Add a perk' }).tap();
    await page.getByLabel('Name', { exact: true }).fill('Name a pot');
    await page.getByLabel('Keyword', { exact: true }).fill('!name');
    await page.getByLabel('Price, points').fill('15');
    await closeSheet(page);
    await page.getByRole('button', { name: /^Name a pot/ }).waitFor();
    await make('perk', '{viewer} bought: {message}');
    await published();
    await act({ act: 'chat', user: VIEWERS.hana, text: '!name Moon jar' });
    await seen(/山田.* bought: Moon jar/);
  },
  counter: async () => {
    await make('counter', 'Counted to {count}');
    await set('Change 10', 'Reaches', '2');
    await published();
    await openDesk();
    for (let n = 0; n < 2; n += 1) await page.getByRole('button', { name: 'Add 1 to Counter' }).tap();
    await seen(/Counted to 2/);
  },
  countdown: async () => {
    await make('countdown', 'Over: {goal}');
    await published();
    await openDesk();
    for (let n = 0; n < 20; n += 1) await page.getByRole('button', { name: 'Take 30 s from Time left' }).tap();
    await seen(/Over: Time left/);
  },
  lantern: async () => {
    await make('lantern', 'Aglow: {goal}');
    await published();
    await act({ act: 'like', user: VIEWERS.layla, taps: 600 });
    await seen(/Aglow: Lantern/);
  },
  draw: async () => {
    await make('draw', 'The reel says {message}');
    await published();
    await openDesk();
    const hash =
      /SHA-256: ([0-9a-f]{64})/.exec(await page.getByText(/^The next seed’s SHA-256/).innerText())?.[1] ?? '';
    await page.getByRole('button', { name: 'Draw Draw reel' }).tap();
    await until(
      () => wordsOn(outlet),
      (words) => words.includes('Draw reel: turning'),
    );
    const words = await until(
      () => wordsOn(outlet),
      (now) => /The reel says/.test(now),
    );
    const drawn = /Draw reel: (.+) \(seed/.exec(words)?.[1] ?? '';
    assert.ok(words.includes(`The reel says ${drawn}`) && ['One', 'Two', 'Three'].includes(drawn), words);
    // The proof holds, its hash is the one that was shown before, and a changed one does not hold.
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the proof of Draw reel' }).tap(),
    ]);
    const proof = JSON.parse(readFileSync(await download.path(), 'utf8')) as DrawProof;
    assert.equal(proof.hash, hash);
    assert.deepEqual(proofFaults(proof), []);
    assert.equal(proofFaults({ ...proof, picked: (proof.picked + 1) % 3 }).length, 1);
  },
  scene: async () => {
    await goTo(page, '/stage');
    await page.getByRole('button', { name: 'Scenes: Scenes' }).tap();
    for (let n = 0; n < 2; n += 1) await page.getByRole('button', { name: 'Add a scene' }).tap();
    await closeSheet(page);
    // The counter is in the first scene only.
    await page.getByRole('button', { name: 'Choose Counter' }).tap();
    await page.getByRole('button', { name: 'Edit Counter' }).tap();
    await page.getByRole('tab', { name: 'Place', exact: true }).tap();
    await page.getByRole('checkbox', { name: 'Live' }).tap();
    await closeSheet(page);
    await make('scene', 'Now: {goal}');
    await published();
    assert.match(await wordsOn(outlet), /Counter/);
    await openDesk();
    await showScene(page, 'Live');
    await seen(/Now: Live/);
    assert.doesNotMatch(await wordsOn(outlet), /Counter/);
    await showScene(page, 'Before');
    await until(
      () => wordsOn(outlet),
      (words) => words.includes('Counter'),
    );
  },
  press: async () => {
    await make('press', 'Pressed');
    await published();
    await openDesk();
    await page.getByRole('group', { name: 'Buttons' }).getByRole('button').first().tap();
    await seen(/Pressed/);
  },
  credits: async () => {
    await goTo(page, '/stage');
    await addPiece(page, 'Scrolling names');
    await page.getByRole('button', { name: 'Edit Scrolling names' }).tap();
    await page.getByRole('radio', { name: 'Everybody' }).tap();
    await page.getByRole('radio', { name: 'Once, by a cue' }).tap();
    await page.getByRole('textbox', { name: 'Size of the text, px' }).fill('96');
    await page.getByRole('textbox', { name: 'Size of the text, px' }).press('Enter');
    await closeSheet(page);
    await make('credits', 'All thanked by {goal}');
    // Another cue runs them.
    await make('chat', 'Here they come');
    await set('Change “!kiln”', 'Text', '!names');
    await lastCue().getByRole('button', { name: 'More for this cue' }).tap();
    await page.getByRole('dialog').getByRole('button', { name: 'Add a step' }).tap();
    await page.getByRole('button', { name: 'Run the scrolling names' }).tap();
    await closeSheet(page);
    await published();
    await act({ act: 'chat', user: VIEWERS.hana, text: '!names' });
    await seen(/Thank you: .*山田/);
    await seen(/All thanked by Scrolling names/);
    assert.doesNotMatch(await wordsOn(outlet), /Thank you: /);
  },
  clock: async () => {
    await make('clock', 'Water');
    // That it comes at its time is tested in the engine.
    await lastCue().getByRole('button', { name: 'Change 15 min' }).tap();
    await page.getByRole('radio', { name: 'At a time of day', exact: true }).tap();
    await page.getByRole('textbox', { name: 'Hour of the day' }).fill('21');
    await page.getByRole('textbox', { name: 'Minute' }).fill('30');
    await closeSheet(page);
    await lastCue()
      .getByText(/When it is/)
      .waitFor();
    await lastCue().getByRole('button', { name: 'Change 21:30' }).waitFor();
    await published();
    await tryIt();
    await seen(/Water/);
  },
  tip: async () => {
    await make('tip', 'Tipped: {worth}');
    await published();
    await tryIt();
    await seen(/Tipped: \S/);
  },
  raid: async () => {
    await make('raid', 'Raid by {viewer}');
    await published();
    await tryIt();
    await seen(/Raid by \S/);
  },
  giftSubs: async () => {
    await make('giftSubs', 'Given: {count}');
    await published();
    await tryIt();
    await seen(/Given: \d/);
  },
};

export const ORDER: readonly WhenKindName[] = [
  'session',
  ...(Object.keys(MOMENTS) as WhenKindName[]).filter((kind) => kind !== 'session'),
];
