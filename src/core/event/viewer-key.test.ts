import { feedIdSchema, viewerKey, viewerOfKey } from './viewer-key';

test('a viewer’s key gives back the feed and the viewer, whatever the platform’s id holds', () => {
  for (const viewer of ['u1', 'a/b', '/', '', 'ليلى/花子'])
    expect(viewerOfKey(viewerKey('feed', viewer))).toEqual({ feed: 'feed', viewer });
});

test('a feed’s id with a slash is refused: its viewers could be taken for those of another feed', () => {
  expect(viewerKey('a', 'b/c')).toBe(viewerKey('a/b', 'c'));
  expect(feedIdSchema.safeParse('a/b').success).toBe(false);
  expect(feedIdSchema.safeParse('a').success).toBe(true);
});
