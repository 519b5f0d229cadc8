import { fillWords, isolate, takeApart, unknownFields, withoutIsolates } from './words';

test('fields are filled, missing ones fall back, unknown ones stay to be seen', () => {
  expect(fillWords(takeApart('{viewer} sent {count} {gift}'), { viewer: 'Inês', gift: 'Glaze Pot' })).toBe('Inês sent 1 Glaze Pot');
  expect(fillWords(takeApart('{viewer}!'), {})).toBe('Someone!');
  expect(fillWords(takeApart('{nobody} {viewer}'), { viewer: 'A' })).toBe('{nobody} A');
  expect(unknownFields('{viewer} {vewer} {gift}')).toEqual(['vewer']);
});

test('a field in a name is not filled again', () => {
  expect(fillWords(takeApart('{viewer}'), { viewer: '{total}', total: '99' })).toBe('{total}');
});

test('right-to-left names are isolated, and marks of direction cannot reach beyond a name', () => {
  expect(fillWords(takeApart('{viewer}: {count} likes'), { viewer: 'ليلى', count: '100' })).toBe('\u2068ليلى\u2069: 100 likes');
  expect(isolate('\u202eabc')).toBe('abc');
  expect(withoutIsolates(isolate('ليلى'))).toBe('ليلى');
});
