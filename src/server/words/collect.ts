import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/* Which messages the sources have: what stands written out in `say`, `phrase`, `aired`, `airedLater` and `proposed`. */

/** A message, where it stands, and the names of the values that are given to it; null: they are not written out there. */
export interface Found {
  id: string;
  file: string;
  line: number;
  values: string[] | null;
  /** Read by viewers: it is in the catalogues of `core/words/on-air`. */
  onAir: boolean;
  /** Its braces are fields of a show's words, and no values. */
  raw: boolean;
}

/** Which argument of each holds the message, and whether viewers read it. */
const CALLS: Readonly<Record<string, { at: number; onAir: boolean }>> = {
  say: { at: 0, onAir: false },
  phrase: { at: 0, onAir: false },
  aired: { at: 1, onAir: true },
  airedLater: { at: 0, onAir: true },
  proposed: { at: 1, onAir: true },
};

const isSource = (name: string): boolean =>
  /\.tsx?$/.test(name) && !/\.(test|setup|contract)\.tsx?$|\.d\.ts$/.test(name);

function filesIn(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesIn(path) : isSource(entry.name) ? [path] : [];
  });
}

/** The texts that an expression can be: one, or those of a choice. */
function texts(expression: ts.Expression): string[] {
  if (ts.isStringLiteralLike(expression)) return [expression.text];
  if (ts.isParenthesizedExpression(expression)) return texts(expression.expression);
  if (ts.isConditionalExpression(expression)) return [...texts(expression.whenTrue), ...texts(expression.whenFalse)];
  return [];
}

function valueNames(expression: ts.Expression | undefined): string[] | null {
  if (!expression) return [];
  if (!ts.isObjectLiteralExpression(expression)) return null;
  const names = expression.properties.map((property) =>
    ts.isPropertyAssignment(property) || ts.isShorthandPropertyAssignment(property) ? property.name.getText() : null,
  );
  return names.includes(null) ? null : (names as string[]);
}

/** Every message of the sources in a folder, in the order of files. */
export function messagesIn(folder: string): Found[] {
  const found: Found[] = [];
  for (const file of filesIn(folder).sort()) {
    const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
    const look = (node: ts.Node): void => {
      const name = ts.isCallExpression(node) && ts.isIdentifier(node.expression) ? node.expression.text : '';
      const call = CALLS[name];
      if (call && ts.isCallExpression(node)) {
        const said = node.arguments[call.at];
        const line = source.getLineAndCharacterOfPosition(node.getStart()).line + 1;
        for (const id of said ? texts(said) : [])
          found.push({
            id,
            file,
            line,
            values: valueNames(node.arguments[call.at + 1]),
            onAir: call.onAir,
            raw: name === 'proposed',
          });
      }
      ts.forEachChild(node, look);
    };
    look(source);
  }
  return found;
}
