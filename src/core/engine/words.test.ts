import { fillWords, isolate, unknownFields, withoutIsolates } from './words';

test('fields are filled, missing ones fall back, unknown ones stay to be seen', () => {
  expect(fillWords('{viewer} sent {count} {gift}', { viewer: 'Inês', gift: 'Glaze Pot' })).toBe('Inês sent 1 Glaze Pot');
  expect(fillWords('{viewer}!', {})).toBe('Someone!');
  expect(fillWords('{nobody} {viewer}', { viewer: 'A' })).toBe('{nobody} A');
  expect(unknownFields('{viewer} {vewer} {gift}')).toEqual(['vewer']);
});

test('a field in a name is not filled again', () => {
  expect(fillWords('{viewer}', { viewer: '{total}', total: '99' })).toBe('{total}');
});

test('right-to-left names are isolated, and marks of direction cannot reach beyond a name', () => {
  expect(fillWords('{viewer}: {count} likes', { viewer: 'ليلى', count: '100' })).toBe('\u2068ليلى\u2069: 100 likes');
  expect(isolate('\u202eabc')).toBe('abc');
  expect(withoutIsolates(isolate('ليلى'))).toBe('ليلى');
});
