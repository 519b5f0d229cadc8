import { readFileSync } from 'node:fs';
import { samples } from '../../../demo/samples';

test('the samples that ship are those that their script makes: twelve pictures and five frame arts, of shapes alone', () => {
  expect([
    samples().filter(({ kind }) => kind === 'picture').length,
    samples().filter(({ kind }) => kind === 'art').length,
  ]).toEqual([12, 5]);
  for (const { name, svg } of samples()) {
    expect(readFileSync(`public/samples/${name}.svg`, 'utf8')).toBe(svg);
    expect(svg).not.toMatch(/<script|href|<image|on\w+=/);
  }
  expect(JSON.parse(readFileSync('public/samples/index.json', 'utf8'))).toEqual(
    samples().map(({ name, title, kind }) => ({ name, title, kind })),
  );
});
