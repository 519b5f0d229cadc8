/** What a feed is doing, and the sentence that says so. Waiting is as good a state as connected: nothing needs to be pressed. */
export const FEED_STATES = {
  looking: { word: 'looking', sentence: 'Looking for you.', mood: 'waiting' },
  waiting: { word: 'waiting', sentence: 'Waiting for you to go live. Nothing to press.', mood: 'waiting' },
  connected: { word: 'connected', sentence: 'Connected. Everything viewers do arrives here.', mood: 'good' },
  reconnecting: { word: 'reconnecting', sentence: 'The connection was lost. Reconnecting by itself; what happens meanwhile is caught up.', mood: 'trouble' },
  notFound: { word: 'not found', sentence: 'Cannot find this handle. Check the spelling against your profile’s address.', mood: 'trouble' },
  stopped: { word: 'stopped', sentence: 'Stopped by you. Nothing arrives until you start it.', mood: 'waiting' },
} as const;

export type FeedState = keyof typeof FEED_STATES;
export type FeedMood = (typeof FEED_STATES)[FeedState]['mood'];
