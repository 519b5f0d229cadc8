import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { preProcessFile } from 'typescript';

/* No files import each other in a circle, types included: the linter's rule for it leaves types out. */

const ROOT = __dirname;
const files = readdirSync(ROOT, { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.tsx?$/.test(name) && !/\.(test|setup)\.tsx?$/.test(name))
  .map((name) => join(ROOT, name));

function resolved(from: string, specifier: string): string | null {
  const base = specifier.startsWith('@/')
    ? join(ROOT, specifier.slice(2))
    : specifier.startsWith('.')
      ? join(dirname(from), specifier)
      : null;
  if (base === null) return null;
  const found = ['', '.ts', '.tsx', '/index.ts', '/index.tsx'].map((end) => base + end);
  return found.find((path) => existsSync(path) && statSync(path).isFile()) ?? null;
}

const importsOf = (file: string): string[] =>
  preProcessFile(readFileSync(file, 'utf8'), true, true)
    .importedFiles.map(({ fileName }) => resolved(file, fileName))
    .filter((path): path is string => path !== null && path !== file);

/** Files that reach each other (Tarjan, "Depth-First Search and Linear Graph Algorithms", 1972): groups of more than one. */
function circles(graph: ReadonlyMap<string, readonly string[]>): string[][] {
  const order = new Map<string, number>();
  const low = new Map<string, number>();
  const stack: string[] = [];
  const found: string[][] = [];
  const visit = (node: string): void => {
    order.set(node, order.size);
    low.set(node, order.size - 1);
    stack.push(node);
    for (const next of graph.get(node) ?? []) {
      if (!order.has(next)) visit(next);
      if (stack.includes(next)) low.set(node, Math.min(low.get(node) ?? 0, low.get(next) ?? 0));
    }
    if (low.get(node) !== order.get(node)) return;
    const group = stack.splice(stack.indexOf(node));
    if (group.length > 1) found.push(group.map((file) => file.slice(ROOT.length + 1)).sort());
  };
  for (const node of graph.keys()) if (!order.has(node)) visit(node);
  return found;
}

test('a circle is found, and types count', () => {
  const graph = new Map([
    ['a', ['b']],
    ['b', ['c']],
    ['c', ['b']],
  ]);
  expect(circles(graph)).toHaveLength(1);
  expect(preProcessFile("import type { A } from './a';", true, true).importedFiles).toHaveLength(1);
});

test('no files import each other in a circle', () => {
  expect(files.length).toBeGreaterThan(400);
  expect(circles(new Map(files.map((file) => [file, importsOf(file)])))).toEqual([]);
});
