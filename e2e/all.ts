import { spawn } from 'node:child_process';
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/*
 * `./gavirn test`: the build and then the real interface in headless Chromium, which mostly waits; beside it types, lint, form and then the
 * unit tests; at last what measures time, by itself. Everything is run even when something before it failed, and the last line is the sum.
 */

interface Outcome {
  passed: number;
  failed: number;
  /** What failed, by name. */
  names: string[];
}

/** What a program printed, with how long it took as its last line: what makes the whole slow is seen in any run. */
function runKept(command: string, args: string[]): Promise<{ code: number; text: string }> {
  const began = performance.now();
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
    let text = '';
    for (const stream of [child.stdout, child.stderr])
      stream.setEncoding('utf8').on('data', (part: string) => (text += part));
    child.on('close', (code) => {
      const seconds = Math.round((performance.now() - began) / 1000);
      resolve({ code: code ?? 1, text: `${text}(${seconds} s)\n` });
    });
  });
}

/** Something that passes or fails as a whole. */
async function whole(title: string, command: string, args: string[]): Promise<Outcome> {
  const { code, text } = await runKept(command, args);
  process.stdout.write(`\n== ${title}\n${text}`);
  return code === 0 ? { passed: 1, failed: 0, names: [] } : { passed: 0, failed: 1, names: [title] };
}

/** That each language has every message, with the same values and tags. */
const messages = (): Promise<Outcome[]> =>
  Promise.all(
    ['src/ui/words/catalogue', 'src/core/words/on-air'].map((folder) =>
      whole(`Messages of ${folder}`, 'npx', [
        'formatjs',
        'verify',
        '--source-locale',
        'en',
        '--missing-keys',
        '--extra-keys',
        '--structural-equality',
        `${folder}/*.json`,
      ]),
    ),
  );

/** Types, lint and form: one after another, since the build has the other core. */
async function checks(): Promise<Outcome[]> {
  return [
    // The compiler in native code, a quarter of the work; lint reads types by the one before, since it has no interface for that yet.
    await whole('Types', 'node', ['node_modules/typescript-7/bin/tsc', '--noEmit']),
    await whole('Lint', 'npx', ['eslint', '--max-warnings', '0', '.']),
    ...(await messages()),
    await whole('Form', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']),
  ];
}

/** The part of Jest's report that is read here. */
interface UnitReport {
  numPassedTests: number;
  numFailedTests: number;
  numRuntimeErrorTestSuites: number;
  testResults: { name: string; status: string; assertionResults: { status: string; fullName: string }[] }[];
}

async function unit(): Promise<Outcome> {
  const report = join(tmpdir(), `gavirn-unit-${process.pid}.json`);
  const { code, text } = await runKept('npx', [
    'jest',
    '--maxWorkers=2',
    '--json',
    `--outputFile=${report}`,
    '--silent',
  ]);
  process.stdout.write(`\n== Unit tests\n${text}`);
  try {
    const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites, testResults } = JSON.parse(
      readFileSync(report, 'utf8'),
    ) as UnitReport;
    const failed = numFailedTests + numRuntimeErrorTestSuites;
    const names = testResults.flatMap(({ name, status, assertionResults }) =>
      status === 'passed'
        ? []
        : [name, ...assertionResults.filter((test) => test.status === 'failed').map((test) => test.fullName)],
    );
    return { passed: numPassedTests, failed: code === 0 ? failed : Math.max(1, failed), names };
  } catch {
    // It ended before it wrote its report.
    return { passed: 0, failed: 1, names: ['Unit tests: no report'] };
  } finally {
    rmSync(report, { force: true });
  }
}

/** These measure how long something takes, or need an answer of the server within a moment, and have the machine to themselves. */
const ALONE = ['flood.e2e.ts', 'at-once.e2e.ts', 'delay.e2e.ts'];

/** These take longest and come first, so that neither core waits for the other at the end. */
const LONG = [
  'moments.e2e.ts',
  'ready.e2e.ts',
  'back.e2e.ts',
  'browser.e2e.ts',
  'numbers.e2e.ts',
  'week.e2e.ts',
  'week-numbers.e2e.ts',
  'stage.e2e.ts',
  'sizes.e2e.ts',
  'evening.e2e.ts',
  'devices.e2e.ts',
  'formats.e2e.ts',
  'feeds.e2e.ts',
  'feeds-any.e2e.ts',
  'words.e2e.ts',
  'pieces.e2e.ts',
  'hands.e2e.ts',
  'media.e2e.ts',
  'outlet.e2e.ts',
  'story.e2e.ts',
  'trust.e2e.ts',
  'program.e2e.ts',
  'backup.e2e.ts',
  'begin.e2e.ts',
  'keys.e2e.ts',
  'layout-scenes.e2e.ts',
  'several.e2e.ts',
  'cues.e2e.ts',
  'sounds.e2e.ts',
];

/** One file, with a server and a browser of its own. What it prints is kept until it has ended, so that files side by side stay readable. */
async function browserFile(file: string): Promise<Outcome> {
  const report = join(tmpdir(), `gavirn-${file}-${process.pid}.tap`);
  const { code, text } = await runKept('node', [
    '--import',
    'tsx',
    // What a failed test has left open must not keep the others waiting.
    '--test-force-exit',
    // A test that hangs ends; none is told by its time how fast the machine is.
    '--test-timeout=900000',
    '--test-reporter=spec',
    '--test-reporter-destination=stdout',
    '--test-reporter=tap',
    `--test-reporter-destination=${report}`,
    join('e2e', file),
  ]);
  process.stdout.write(`\n== In the browser: ${file.replace('.e2e.ts', '')}\n${text}`);
  const tap = readFileSync(report, 'utf8');
  rmSync(report, { force: true });
  // The sums of the other report are cut off where the runner is made to end.
  const count = (name: string): number => Number(new RegExp(`^ℹ ${name} (\\d+)`, 'm').exec(text)?.[1] ?? 0);
  const failed = code === 0 ? 0 : Math.max(1, count('fail') + count('cancelled'));
  const names = [...tap.matchAll(/^not ok \d+ - (.*)$/gm)].map(([, name = '']) => `${file}: ${name}`);
  return { passed: count('pass'), failed, names: failed > 0 && names.length === 0 ? [file] : names };
}

/** Takes one file after another from those that wait, until there are none. Several may take from the same. */
async function lane(waiting: string[]): Promise<Outcome[]> {
  const outcomes: Outcome[] = [];
  for (let file = waiting.shift(); file !== undefined; file = waiting.shift()) outcomes.push(await browserFile(file));
  return outcomes;
}

async function main(): Promise<void> {
  const files = readdirSync('e2e')
    .filter((name) => name.endsWith('.e2e.ts'))
    .sort();
  const waiting = [
    ...LONG.filter((file) => files.includes(file)),
    ...files.filter((file) => !ALONE.includes(file) && !LONG.includes(file)),
  ];
  // The unit tests need nothing of the build. Most of a browser test is waiting for alerts to come and go: two files at a time leave room for
  // the unit tests, and a third takes their place.
  const build = whole('Build', 'node', ['--import', 'tsx', 'src/server/build/index.ts']);
  const inPage = async (): Promise<Outcome[]> => [
    await build,
    ...(await Promise.all([lane(waiting), lane(waiting)])).flat(),
  ];
  const inCode = async (): Promise<Outcome[]> => {
    const outcomes = [...(await checks()), await unit()];
    await build;
    return [...outcomes, ...(await lane(waiting))];
  };
  const outcomes = (await Promise.all([inPage(), inCode()])).flat();
  for (const file of files.filter((one) => ALONE.includes(one))) outcomes.push(await browserFile(file));
  const passed = outcomes.reduce((sum, outcome) => sum + outcome.passed, 0);
  const failed = outcomes.reduce((sum, outcome) => sum + outcome.failed, 0);
  // Once more at the end, where whoever looks sees it first.
  for (const name of outcomes.flatMap(({ names }) => names)) process.stdout.write(`\nFailed: ${name}`);
  process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
  process.exitCode = failed === 0 ? 0 : 1;
}

void main();
