import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { messagesIn } from './collect';

/* Every message of the sources can be read, and is given what it names. */

const found = messagesIn('src');

/** The names of a message's values. */
function namesIn(parts: readonly MessageFormatElement[]): Set<string> {
  const names = new Set<string>();
  for (const part of parts) {
    if (part.type === TYPE.literal || part.type === TYPE.pound) continue;
    if (part.type === TYPE.tag) {
      for (const name of namesIn(part.children)) names.add(name);
      continue;
    }
    names.add(part.value);
    if ('options' in part)
      for (const option of Object.values(part.options)) for (const name of namesIn(option.value)) names.add(name);
  }
  return names;
}

const read = (id: string): MessageFormatElement[] | string => {
  try {
    return parse(id, { ignoreTag: !/<\w+>/.test(id) });
  } catch (error) {
    return String(error);
  }
};

test('every message is ICU MessageFormat', () => {
  expect(found.length).toBeGreaterThan(2000);
  const broken = found
    .filter(({ raw }) => !raw)
    .flatMap(({ id, file, line }) => (typeof read(id) === 'string' ? [`${file}:${line} ${id}`] : []));
  expect(broken).toEqual([]);
});

test('every message is given the values that it names', () => {
  const wrong = found
    .filter(({ raw, values }) => !raw && values !== null)
    .flatMap(({ id, file, line, values }) => {
      const parts = read(id);
      if (typeof parts === 'string') return [];
      const lacking = [...namesIn(parts)].filter((name) => !values?.includes(name));
      return lacking.length > 0 ? [`${file}:${line} ${id}: ${lacking.join(', ')}`] : [];
    });
  expect(wrong).toEqual([]);
});
