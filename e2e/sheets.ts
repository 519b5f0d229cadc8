import type { Page } from 'playwright-core';
import type { Place } from './person';

/* Every sheet of the app, by its place: how it is opened in the demo show, and what it is called. */

export interface SheetWay {
  place: Place;
  open: (page: Page) => Promise<void>;
  /** Its title. */
  title: RegExp;
}

const press =
  (...names: (string | RegExp)[]) =>
  async (page: Page): Promise<void> => {
    for (const name of names) await page.getByRole('button', { name }).first().click();
  };

export const SHEETS: readonly SheetWay[] = [
  { place: '/feeds', open: press('Add a feed'), title: /^Add a feed/ },
  { place: '/feeds', open: press(/^More for /), title: /^Brindle/ },
  { place: '/stage', open: press('Add a piece'), title: /^Add a piece/ },
  { place: '/stage', open: press(/^Scenes:/), title: /^Scenes/ },
  { place: '/stage', open: press(/frame of 1080 by 1920/), title: /^Frame/ },
  { place: '/stage', open: press('Choose Top spotlight', 'Edit Top spotlight'), title: /^Top spotlight/ },
  { place: '/cues', open: press('New cue'), title: /^New cue/ },
  { place: '/cues', open: press('More for this cue'), title: /^This cue/ },
  { place: '/cues', open: press(/^Change “/), title: /^Show/ },
  { place: '/desk', open: press(/^Open the kiln.*: set it by hand$/), title: /^Open the kiln/ },
  { place: '/desk', open: press('Arrange the desk'), title: /^Arrange the desk/ },
  { place: '/desk', open: press('At a glance'), title: /^At a glance/ },
  {
    place: '/recap',
    open: (page) => page.getByRole('list', { name: 'To thank' }).getByRole('button').first().click(),
    title: /./,
  },
  { place: '/recap', open: press('Delete'), title: /^Delete this session/ },
  { place: '/outlets', open: press(/^What it carries/), title: /^Everything/ },
  { place: '/outlets', open: press('New address'), title: /^Make a new address/ },
  {
    place: '/media',
    open: (page) => page.getByRole('list', { name: 'Files' }).getByRole('button').first().click(),
    title: /./,
  },
  { place: '/points', open: press('Choose the next glaze'), title: /^Choose the next glaze/ },
  { place: '/numbers', open: press(/^Open the kiln/), title: /^Open the kiln/ },
  { place: '/buttons', open: press('New button'), title: /^New button/ },
  { place: '/devices', open: press('Add a device'), title: /^Add a device/ },
  { place: '/devices', open: press('Add a device', 'Make a code'), title: /^Add a device/ },
  { place: '/devices', open: press(/^(Phone|Tablet|Computer)/), title: /^(Phone|Tablet|Computer)/ },
  { place: '/devices', open: press('Make a recovery sheet'), title: /^Recovery sheet/ },
  { place: '/shows', open: press('Save with secrets'), title: /^Save with secrets/ },
  { place: '/shows', open: press('Save a backup with secrets'), title: /^Backup with secrets/ },
  { place: '/program', open: press('Make a clip'), title: /^Make a clip/ },
];
