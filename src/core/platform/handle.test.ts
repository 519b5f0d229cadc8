import { tidyHandle } from './handle';
import { inEnglish } from '@/core/words/in-english.setup';

test.each([
  ['odavarn.kiln', 'odavarn.kiln'],
  [' @OdaVarn.Kiln ', 'odavarn.kiln'],
  ['https://brindle.example/@odavarn.kiln', 'odavarn.kiln'],
  ['https://brindle.example/@OdaVarn.kiln/live?from=app#top', 'odavarn.kiln'],
  ['brindle.example/live/odavarn.kiln/events', 'odavarn.kiln'],
  ['www.brindle.example/odavarn.kiln', 'odavarn.kiln'],
  ['ｏｄａｖａｒｎ', 'odavarn'],
])('%j is read as %s', (typed, handle) => {
  expect(tidyHandle(typed)).toMatchObject({ ok: true, handle });
});

test('what was changed is said, what was right is not', () => {
  expect(tidyHandle('odavarn')).toEqual({ ok: true, handle: 'odavarn', remark: null });
  expect(inEnglish(tidyHandle('@odavarn'))).toEqual({ ok: true, handle: 'odavarn', remark: 'Read as odavarn.' });
});

test.each([
  ['Oda Varn', /display name/],
  ['小田さん', /display name/],
  ['Oda 🏺', /display name/],
  ['', /Type the handle/],
  ['   ', /Type the handle/],
  ['a/b', /letters, digits/],
  ['x'.repeat(65), /64 at most/],
  ['https://brindle.example/', /no handle in it/],
  ['https://%', /no handle in it/],
])('%j is refused', (typed, reason) => {
  expect(tidyHandle(typed)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) });
});
