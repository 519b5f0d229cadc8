import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { aFollow, START } from '@/core/event/examples';
import { writeEventLine } from '@/core/file/events';
import { PIECE_KINDS } from '@/core/piece';
import { readShow } from '@/core/show/file';
import { starterShow } from '@/core/show/starter';
import { render, secondsOf } from './render';
import { english } from '@/core/words/phrase';

const folder = mkdtempSync(join(tmpdir(), 'gavirn-render-'));
const at = (name: string): string => join(folder, name);
const DEMO = ['demo/kiln-hours.json', '--log', 'demo/session.ndjson'];
let said = '';
beforeEach(() => {
  said = '';
  jest.spyOn(process.stderr, 'write').mockImplementation((text) => {
    said += String(text);
    return true;
  });
});
afterEach(() => jest.restoreAllMocks());
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('a still as PNG is the frame at that moment: later there is more on it', async () => {
  expect(await render([...DEMO, '--at', '20', '--out', at('a.png')])).toBe(0);
  expect(await render([...DEMO, '--at', '4:00', '--out', at('b.png')])).toBe(0);
  const [a, b] = [PNG.sync.read(readFileSync(at('a.png'))), PNG.sync.read(readFileSync(at('b.png')))];
  expect([a.width, a.height, b.width]).toEqual([1080, 1920, 1080]);
  expect(Buffer.compare(a.data, b.data)).not.toBe(0);
});

test('the same still twice is the same file', async () => {
  for (const name of ['c.png', 'd.png']) await render([...DEMO, '--at', '95', '--out', at(name)]);
  expect(Buffer.compare(readFileSync(at('c.png')), readFileSync(at('d.png')))).toBe(0);
});

test('an SVG holds its words and its fonts', async () => {
  expect(await render([...DEMO, '--at', '95', '--out', at('a.svg')])).toBe(0);
  const svg = readFileSync(at('a.svg'), 'utf8');
  expect(svg).toContain('>Open the kiln<');
  expect(svg).toContain('font/ttf;base64,');
});

test('a clip of an outlet is transparent where nothing is, and has every frame', async () => {
  expect(
    await render([
      ...DEMO,
      '--from',
      '90',
      '--to',
      '91',
      '--scale',
      '0.25',
      '--fps',
      '10',
      '--outlet',
      'main',
      '--out',
      at('a.webm'),
    ]),
  ).toBe(0);
  const probe = execFileSync(
    'ffprobe',
    [
      '-v',
      'error',
      '-count_frames',
      '-select_streams',
      'v',
      '-show_entries',
      'stream=width,height,nb_read_frames:stream_tags=alpha_mode',
      '-of',
      'json',
      at('a.webm'),
    ],
    { encoding: 'utf8' },
  );
  const [stream] = (
    JSON.parse(probe) as {
      streams: { width: number; height: number; nb_read_frames: string; tags?: Record<string, string> }[];
    }
  ).streams;
  expect(stream).toMatchObject({ width: 270, height: 480, nb_read_frames: '10' });
  expect(Object.entries(stream?.tags ?? {}).map(([key, value]) => `${key.toLowerCase()}=${value}`)).toContain(
    'alpha_mode=1',
  );
});

test('a journal is read as well as an event log', async () => {
  const show: unknown = JSON.parse(readFileSync('demo/kiln-hours.json', 'utf8'));
  const read = readShow(JSON.stringify(show));
  if (!read.ok) throw new Error(english(read.reason));
  writeFileSync(
    at('one.journal'),
    [
      { input: 'show', at: 1000, show: read.show },
      { input: 'begin', at: 1000, session: 's' },
      { input: 'tick', at: 2000 },
    ]
      .map((line) => JSON.stringify(line))
      .join('\n') + '\n{"input":"half',
  );
  expect(await render(['demo/kiln-hours.json', '--log', at('one.journal'), '--at', '1', '--out', at('j.png')])).toBe(0);
  expect(said).toContain('line 4: It cannot be read');
});

/** A show with one file of the streamer's own over the whole frame, as it is saved. */
function saveWith(name: string, kind: 'picture' | 'clip', type: string, more: object): void {
  const bytes = readFileSync(at(name));
  const id = createHash('sha256').update(bytes).digest('hex');
  const show = starterShow('own', 'Own file');
  const piece = {
    ...PIECE_KINDS[kind].make('own', show),
    media: id,
    fit: 'cover',
    place: { x: 0, y: 0, w: 1080, h: 1920 },
  };
  const media = [{ id, name, type, bytes: bytes.length, width: 64, height: 64, ...more }];
  writeFileSync(
    at(`${name}.json`),
    JSON.stringify({
      ...show,
      frame: { width: 1080, height: 1920 },
      pieces: [piece],
      media,
      files: { [id]: bytes.toString('base64') },
    }),
  );
  writeFileSync(
    at('own.ndjson'),
    writeEventLine(aFollow()) + writeEventLine(aFollow({ at: START + 60_000, seenAt: START + 60_000 })),
  );
}

/** The colour in the middle of the frame after so many seconds. */
async function middleAt(name: string, seconds: number): Promise<number[]> {
  expect(
    await render([
      at(`${name}.json`),
      '--log',
      at('own.ndjson'),
      '--at',
      String(seconds),
      '--scale',
      '0.1',
      '--out',
      at('own.png'),
    ]),
  ).toBe(0);
  const png = PNG.sync.read(readFileSync(at('own.png')));
  const middle = (Math.floor(png.height / 2) * png.width + Math.floor(png.width / 2)) * 4;
  // Video is not exact: to the nearest sixty-fourth.
  return [...png.data.subarray(middle, middle + 3)].map((value) => Math.round(value / 64));
}

test('an animated picture moves frame by frame, as long as each stands (a GIF made by ImageMagick)', async () => {
  execFileSync('convert', [
    '-size',
    '64x64',
    '-delay',
    '100',
    'xc:red',
    'xc:lime',
    'xc:blue',
    '-loop',
    '0',
    at('three.gif'),
  ]);
  saveWith('three.gif', 'picture', 'image/gif', { frames: [1000, 1000, 1000] });
  const seen = [];
  for (const seconds of [0.5, 1.5, 2.5, 3.5]) seen.push(await middleAt('three.gif', seconds));
  const turn = seen.findIndex(([red]) => red === 4);
  // The clock does not begin with the session: the three come in their order, whichever is first.
  const inOrder = [
    [4, 0, 0],
    [0, 4, 0],
    [0, 0, 4],
  ];
  expect(seen).toEqual([0, 1, 2, 3].map((n) => inOrder[(n - turn + 3) % 3]));
});

test('a clip plays over and over (a WebM made by ffmpeg)', async () => {
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-f',
    'lavfi',
    '-i',
    'color=red:s=64x64:d=2:r=10',
    '-f',
    'lavfi',
    '-i',
    'color=blue:s=64x64:d=2:r=10',
    '-filter_complex',
    '[0][1]concat=n=2',
    '-c:v',
    'libvpx-vp9',
    '-b:v',
    '0',
    '-crf',
    '20',
    at('two.webm'),
  ]);
  saveWith('two.webm', 'clip', 'video/webm', { seconds: 4 });
  const seen = [];
  for (const seconds of [0.5, 2.5, 4.5, 6.5])
    seen.push((await middleAt('two.webm', seconds))[0] === 4 ? 'red' : 'blue');
  expect(seen[0]).not.toBe(seen[1]);
  expect([seen[2], seen[3]]).toEqual([seen[0], seen[1]]);
});

test('a clip that cannot be read is told, and all else is drawn', async () => {
  writeFileSync(at('broken.webm'), 'no clip');
  saveWith('broken.webm', 'clip', 'video/webm', { seconds: 4 });
  expect(await middleAt('broken.webm', 1)).toHaveLength(3);
  expect(said).toContain('“broken.webm” is not drawn');
});

test.each([
  [['demo/kiln-hours.json'], /A show, a log and a file to write are needed/],
  [['none.json', '--log', 'demo/session.ndjson', '--at', '1', '--out', 'x.png'], /There is no show file none\.json/],
  [['demo/kiln-hours.json', '--log', 'none', '--at', '1', '--out', 'x.png'], /There is no log none/],
  [[...DEMO, '--at', 'soon', '--out', 'x.png'], /A time is seconds, or H:MM:SS/],
  [[...DEMO, '--at', '1', '--out', 'x.gif'], /--out ends in/],
  [[...DEMO, '--out', 'x.png'], /A still needs --at/],
  [[...DEMO, '--from', '5', '--to', '2', '--out', 'x.webm'], /--to lies behind --from/],
  [[...DEMO, '--at', '1', '--out', 'x.png', '--outlet', 'nowhere'], /The show has no outlet nowhere/],
  [[...DEMO, '--at', '1', '--scale', '9', '--out', 'x.png'], /--scale is above 0/],
  [[...DEMO, '--what'], /That is not understood/],
])('%j is refused with a sentence, and nothing is written', async (args, sentence) => {
  expect(await render(args)).toBe(1);
  expect(said).toMatch(sentence);
  expect(['x.png', 'x.gif', 'x.webm'].filter((file) => existsSync(file))).toEqual([]);
});

test('times of day of a session', () => {
  expect([secondsOf('90'), secondsOf('1:30'), secondsOf('1:02:03.5'), secondsOf('x'), secondsOf('1:2')]).toEqual([
    90,
    90,
    3723.5,
    null,
    null,
  ]);
});
