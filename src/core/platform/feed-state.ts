import { phrase } from '@/core/words/phrase';

/** What a feed is doing, and the sentence that says so. Waiting is as good a state as connected: nothing needs to be pressed. */
export const FEED_STATES = {
  looking: { word: phrase('looking'), sentence: phrase('Looking for you.'), mood: 'waiting' },
  waiting: {
    word: phrase('waiting'),
    sentence: phrase('Waiting for you to go live. Nothing to press.'),
    mood: 'waiting',
  },
  connected: {
    word: phrase('connected'),
    sentence: phrase('Connected. Everything viewers do arrives here.'),
    mood: 'good',
  },
  reconnecting: {
    word: phrase('reconnecting'),
    sentence: phrase('The connection was lost. Reconnecting by itself; what happens meanwhile is caught up.'),
    mood: 'problem',
  },
  notFound: {
    word: phrase('not found'),
    sentence: phrase('Cannot find this handle. Check the spelling against your profile’s address.'),
    mood: 'problem',
  },
  crowded: {
    word: phrase('no place left'),
    sentence: phrase(
      'The platform tells no more programs of this account. Stop this feed in another of your homes, or take one away there; it is tried again by itself.',
    ),
    mood: 'problem',
  },
  nowhere: {
    word: phrase('unknown here'),
    sentence: phrase(
      'This server does not know where the platform is. Whoever runs it says so as it starts (docs/run.md).',
    ),
    mood: 'problem',
  },
  stopped: {
    word: phrase('stopped'),
    sentence: phrase('Stopped by you. Nothing arrives until you start it.'),
    mood: 'waiting',
  },
  faulty: {
    word: phrase('switched off'),
    sentence: phrase(
      'Three messages from here could not be worked with within a minute, so Gavirn switched this feed off. Stop it and start it again to try anew.',
    ),
    mood: 'problem',
  },
  full: {
    word: phrase('no room'),
    sentence: phrase(
      'The server has no room to keep what arrives, so nothing more is taken in. It goes on by itself once there is room.',
    ),
    mood: 'problem',
  },
} as const;

export type FeedState = keyof typeof FEED_STATES;
export type FeedMood = (typeof FEED_STATES)[FeedState]['mood'];
