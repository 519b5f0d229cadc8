import assert from 'node:assert/strict';
import { test } from 'node:test';
import { whenKind, WHENS } from '@/core/engine/kinds';
import { addPiece, closeSheet, goTo } from './person';
import { until, VIEWERS, wordsOn } from './world';
import { MOMENTS, ORDER } from './moments-by-kind';
import { page, outlet, act, lastCue, published, make, seen, openDesk } from './moments-world';
import { english } from '@/core/words/phrase';

test('there is a test for every kind', () => assert.deepEqual([...ORDER].sort(), WHENS.map(({ kind }) => kind).sort()));

for (const kind of ORDER) test(`a cue of the kind “${english(whenKind({ kind }).title)}”`, () => MOMENTS[kind]());

test('certain viewers only: chosen among those who were seen, and nobody else sets it off', async () => {
  await make('share', 'Only for {viewer}');
  await lastCue().getByRole('button', { name: 'More for this cue' }).tap();
  await page.getByRole('button', { name: 'For whom' }).tap();
  await page.getByRole('button', { name: 'Only for certain viewers: name one' }).tap();
  await page.getByLabel('Name or handle').fill('hana');
  await page.getByRole('button', { name: /^山田 はな/ }).tap();
  await closeSheet(page);
  await lastCue()
    .getByRole('button', { name: /^Change only/ })
    .waitFor();
  await published();
  await act({ act: 'share', user: VIEWERS.layla });
  await act({ act: 'share', user: VIEWERS.hana });
  await seen(/Only for .*山田/);
  assert.doesNotMatch(await wordsOn(outlet), /Only for .*ليلى/);
});

test('the chat’s emoji drift across the frame; a cue throws more', async () => {
  await goTo(page, '/stage');
  await addPiece(page, 'Drift');
  await published();
  await act({ act: 'chat', user: VIEWERS.ines, text: 'so hot 🔥🔥' });
  await seen(/Drift: 🔥 🔥/);
  await goTo(page, '/cues');
  await make('share', 'Thank you');
  await lastCue()
    .getByRole('button', { name: /add a step$/ })
    .tap();
  await page.getByRole('button', { name: 'Let emoji drift' }).tap();
  await page.getByLabel('Which emoji').fill('none');
  await page.getByLabel('Which emoji').fill('🏺');
  await closeSheet(page);
  await published();
  await act({ act: 'share', user: VIEWERS.ines });
  await seen(/Drift: .*(🏺 ){11}🏺/);
  await until(
    () => wordsOn(outlet),
    (words) => !words.includes('Drift'),
  );
});

test('many cues: sought by their words, kept in groups, tried all in a row', async () => {
  await goTo(page, '/cues');
  await page.getByLabel('Search cues').fill('Raid by');
  await until(
    () => page.getByRole('listitem').count(),
    (count) => count === 1,
  );
  await lastCue().getByRole('button', { name: 'More for this cue' }).tap();
  await page.getByLabel('Group, to keep it with others').fill('Arrivals');
  await closeSheet(page);
  await page.getByRole('heading', { name: 'Arrivals' }).waitFor();
  await page.getByLabel('Search cues').fill('');
  await page.getByRole('button', { name: 'Try them all' }).tap();
  await page.getByRole('button', { name: /^Stop: 2 of \d+/ }).waitFor({ timeout: 20_000 });
  await page.getByRole('button', { name: /^Stop/ }).tap();
  await page.getByRole('button', { name: 'Try them all' }).waitFor();
});

test('a number is set by hand where it is shown; the change is listed, and taken back', async () => {
  await openDesk();
  const counter = (): Promise<string> => wordsOn(outlet).then((words) => /Counter: (-?\d+)/.exec(words)?.[1] ?? '');
  const before = await counter();
  await page.getByRole('button', { name: /^Counter .*: set it by hand/ }).tap();
  await page.getByLabel('Set it to').fill('x');
  await page.getByText('A whole number.', { exact: true }).waitFor();
  await page.getByLabel('Set it to').fill('40');
  await page.getByRole('button', { name: 'Set it', exact: true }).tap();
  await until(counter, (value) => value === '40');
  const made = page.getByRole('list', { name: 'Changed by hand' }).getByRole('listitem').first();
  await made.getByText(`${before} became 40`, { exact: true }).waitFor();
  await made.getByRole('button', { name: /^Take back/ }).tap();
  await until(counter, (value) => value === before);
  await made.getByText(/taken back/).waitFor();
  await closeSheet(page);
});
