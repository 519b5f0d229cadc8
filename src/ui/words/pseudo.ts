import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { printAST } from '@formatjs/icu-messageformat-parser/printer.js';
import type { Catalogue } from '@/core/words/phrase';

const FILL = 'ëxtrà ';

/** So much more than English others take (common practice: a third to a half more, no source). */
const LONGER = 0.4;

const letters = (parts: readonly MessageFormatElement[]): number =>
  parts.reduce((sum, part) => sum + (part.type === TYPE.literal ? part.value.length : 0), 0);

/** An English message lengthened by 40 % and set in brackets. */
export function pseudo(id: string): string {
  const parts = parse(id, { ignoreTag: !/<set-\w+>/.test(id) });
  const more = Math.ceil(letters(parts) * LONGER);
  const fill = more === 0 ? '' : ` ${FILL.repeat(Math.ceil(more / FILL.length)).slice(0, more)}`;
  const literal = (value: string): MessageFormatElement => ({ type: TYPE.literal, value });
  return printAST([literal('⟦'), ...parts, literal(`${fill}⟧`)]);
}

const made = new Map<string, string>();

/** All messages at once, each made as it is asked for. */
export const PSEUDO: Catalogue = new Proxy<Record<string, string>>(
  {},
  {
    get: (_none, id) => {
      if (typeof id !== 'string') return undefined;
      const known = made.get(id) ?? pseudo(id);
      made.set(id, known);
      return known;
    },
  },
);
