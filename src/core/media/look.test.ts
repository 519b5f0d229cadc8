import { createCanvas } from '@napi-rs/canvas';
import { WaveFile } from 'wavefile';
import { lookAt } from './look';
import { bytesWords, cutSeconds, factsWords, loudnessWords, mediaSchema, MOST_BYTES, stepMedia } from './media';
import { svgProblem } from './svg';
import { inEnglish } from '@/core/words/in-english.setup';

const canvas = createCanvas(40, 30);
const png = new Uint8Array(canvas.toBuffer('image/png'));
const jpeg = new Uint8Array(canvas.toBuffer('image/jpeg'));
const webp = new Uint8Array(canvas.toBuffer('image/webp'));
// GIF89a, section 17 to 22: one frame of 2 × 1 px.
const gif = Uint8Array.from(Buffer.from('R0lGODlhAgABAIAAAP///wAAACH5BAAAAAAALAAAAAACAAEAAAICBAoAOw==', 'base64'));
const wav = (() => {
  const file = new WaveFile();
  file.fromScratch(1, 8000, '16', [0, 100, 200, 100]);
  return file.toBuffer();
})();
const svg = (inside: string, head = ''): string =>
  `${head}<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 20 10">${inside}</svg>`;
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);

test.each([
  ['PNG', png, 'image/png', 40, 30],
  ['JPEG', jpeg, 'image/jpeg', 40, 30],
  ['WebP', webp, 'image/webp', 40, 30],
  ['GIF', gif, 'image/gif', 2, 1],
])('%s is told by its content, with its size, whatever it is called', async (_name, file, type, width, height) => {
  expect(await lookAt(file, 'song.mp3')).toEqual({ ok: true, type, width, height });
});

test('a sound and a drawing, by their content', async () => {
  expect(await lookAt(wav, 'picture.png')).toEqual({ ok: true, type: 'audio/wav', width: 0, height: 0 });
  expect(
    await lookAt(bytes(svg('<rect width="3" height="3"/>', '\uFEFF<?xml version="1.0"?><!-- a pot -->')), 'x'),
  ).toEqual({ ok: true, type: 'image/svg+xml', width: 20, height: 10 });
});

/** A PNG whose head says that it is so large; there is nothing in it. */
const large = (width: number, height: number): Uint8Array => {
  const head = Buffer.from(png.slice(0, 64));
  head.writeUInt32BE(width, 16);
  head.writeUInt32BE(height, 20);
  return new Uint8Array(head);
};

test.each([
  ['nothing', new Uint8Array(0), /is empty/],
  ['plain text', bytes('hello there'), /no picture, clip or sound.*PNG, JPEG/],
  ['a page', bytes('<!doctype html><html><svg></svg></html>'), /\.$/],
  ['a PDF', bytes('%PDF-1.4\n1 0 obj\n'), /of a kind that Gavirn does not use \(application\/pdf\)/],
  ['a picture of 400 million pixels', large(20_000, 20_000), /20000 × 20000 px. A picture may have 40 million/],
  ['half a picture', png.slice(0, 14), /\.$/],
  [
    'more than a sound may have',
    Uint8Array.from({ length: MOST_BYTES.sound + 1 }, (_, n) => wav[n] ?? 0),
    /too large: 12\.0 MB\. A sound may have 12\.0 MB at most/,
  ],
])('%s is refused in a sentence', async (_name, file, reason) => {
  expect(inEnglish(await lookAt(file, 'Kiln'))).toEqual({ ok: false, reason: expect.stringMatching(reason) });
});

describe('a drawing', () => {
  test.each([
    ['shapes', '<path d="M0 0h4v4z" fill="#123"/><text>on load</text>'],
    ['a gradient of its own', '<linearGradient id="g"/><rect fill="url(#g)" width="2" height="2"/>'],
    ['a part used again', '<symbol id="s"/><use href="#s"/><use xlink:href="#s"/>'],
    ['a picture inside', '<image href="data:image/png;base64,AAAA"/>'],
    ['a link', '<a href="https://example.org"><rect width="1" height="1"/></a>'],
    ['an animation', '<rect width="1" height="1"><animate attributeName="x" to="3" dur="1s"/></rect>'],
    ['a style', '<style>rect{fill:#123}</style>'],
  ])('with %s is taken', (_name, inside) => expect(svgProblem(svg(inside))).toBeNull());

  test.each([
    ['a script', '<script>alert(1)</script>', /script/],
    ['a script in another case', '<SCRIPT href="#x"/>', /script/],
    ['a script with a prefix', '<s:script xmlns:s="http://www.w3.org/2000/svg">1</s:script>', /script/],
    ['a handler', '<rect onload="alert(1)"/>', /script/],
    ['a handler in capitals', '<rect ONCLICK="x"/>', /script/],
    ['a page', '<foreignObject><p/></foreignObject>', /page of its own/],
    ['a script as an address', '<a href="javascript:alert(1)"/>', /script/],
    [
      'a script as an address that an animation sets',
      '<animate attributeName="href" values="javascript:x"/>',
      /script/,
    ],
    ['a picture from elsewhere', '<image href="https://example.org/p.png"/>', /from elsewhere/],
    ['a part from elsewhere', '<use xlink:href="other.svg#a"/>', /from elsewhere/],
    ['a style from elsewhere', '<style>@import "https://example.org/a.css";</style>', /from elsewhere/],
    ['a fill from elsewhere', '<rect fill="url(https://example.org/a.svg#b)"/>', /from elsewhere/],
    ['an import by an escape', '<style>@\\69mport "//example.org/a.css";</style>', /from elsewhere/],
    ['an address by an escape', '<rect style="fill:u\\72l(//example.org/a#b)"/>', /from elsewhere/],
    ['the same as an attribute', '<rect fill="u\\72l(//example.org/a#b)"/>', /from elsewhere/],
    ['a set of images', '<rect style="background:image-set(\'//example.org/a.png\' 1x)"/>', /from elsewhere/],
    ['another base', '<g xml:base="https://example.org/"><use href="#a"/></g>', /from elsewhere/],
    ['an import in two pieces', '<style>@imp<![CDATA[ort "//example.org/a.css";]]></style>', /from elsewhere/],
    ['a font from elsewhere', '<style>@font-face{src:url(//example.org/a.woff)}</style>', /from elsewhere/],
    ['an element that nobody knows', '<blink/>', /“blink”/],
    ['an attribute that nobody knows', '<rect ping="x"/>', /“ping”/],
    ['a page by its namespace', '<h:script xmlns:h="http://www.w3.org/1999/xhtml">1</h:script>', /script/],
    ['a style that an animation sets', '<animate attributeName="style" to="x"/>', /script/],
    ['a page in data', '<image href="data:text/html,hello"/>', /\.$/],
    ['no end', '<g>', /broken/],
  ])('with %s is refused', (_name, inside, reason) => expect(inEnglish(svgProblem(svg(inside)))).toMatch(reason));

  test('with a style sheet from elsewhere is refused, and with what drawing programs add is taken', () => {
    expect(svgProblem(svg('', '<?xml-stylesheet href="https://example.org/a.css"?>'))).toMatch(/from elsewhere/);
    expect(
      svgProblem(
        svg(
          '<g xmlns:inkscape="http://www.inkscape.org/namespaces/inkscape" inkscape:label="Layer"><inkscape:path-effect/></g><style>@keyframes k{to{transform:rotate(3deg)}} .a{fill:rgb(1,2,3);stroke:url(#g)}</style>',
        ),
      ),
    ).toBeNull();
  });

  test('nested deep, or using itself over and over, is refused at once; a large one is read in time that grows with it', () => {
    expect(inEnglish(svgProblem(svg('<g>'.repeat(201))))).toMatch(/200 levels/);
    expect(inEnglish(svgProblem(svg('<g>'.repeat(1_000_000))))).toMatch(/200 levels/);
    const doubling = Array.from(
      { length: 40 },
      (_, n) => `<g id="p${n}"><use href="#p${n + 1}"/><use href="#p${n + 1}"/></g>`,
    ).join('');
    expect(svgProblem(svg(`<defs>${doubling}<rect id="p40"/></defs><use href="#p0"/>`))).toMatch(/again so often/);
    expect(svgProblem(svg('<g id="a"><use href="#a"/></g>'))).toBeNull();
    const time = (count: number): number => {
      const text = svg('<g><rect width="1" height="1" fill="url(#g)"/></g>'.repeat(count));
      const started = process.cpuUsage().user;
      expect(svgProblem(text)).toBeNull();
      return process.cpuUsage().user - started;
    };
    time(1000);
    const [small, large] = [time(4000), time(40_000)];
    // Ten times as much takes ten times as long; squared it would be a hundred times.
    expect(large / small).toBeLessThan(40);
  });

  test('with a picture inside is looked at, too', async () => {
    const inside = (data: string): Promise<unknown> =>
      lookAt(bytes(svg(`<image href="data:image/png;base64,${data}"/>`)), 'x');
    expect(await inside(Buffer.from(png).toString('base64'))).toMatchObject({ ok: true });
    expect(inEnglish(await inside(Buffer.from(large(20_000, 20_000)).toString('base64')))).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/40 million pixels/) as string,
    });
    expect(await inside('AAAA')).toMatchObject({ ok: false });
  });

  test('with entities of its own is refused, and so is what is no drawing', () => {
    expect(svgProblem(svg('&b;', '<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;">]>'))).toMatch(/entities/);
    expect(inEnglish(svgProblem('<html><body/></html>'))).toBe('This is no SVG drawing.');
  });
});

describe('what is said of a file', () => {
  const sound = mediaSchema.parse({
    id: 'a'.repeat(64),
    name: 'Knock',
    type: 'audio/wav',
    bytes: 840_000,
    seconds: 3,
    lufs: -30,
    cut: { from: 0.5, until: 2 },
  });
  test('its size and length', () => {
    expect(inEnglish([bytesWords(300), bytesWords(840_000), bytesWords(2_400_000)])).toEqual([
      '1 kB',
      '840 kB',
      '2.4 MB',
    ]);
    expect(cutSeconds(sound)).toBe(1.5);
    expect(inEnglish(factsWords(sound))).toBe('WAV · 1.5 s · 840 kB');
    expect(
      inEnglish(
        factsWords(mediaSchema.parse({ ...sound, type: 'image/gif', width: 40, height: 30, frames: [50, 50] })),
      ),
    ).toBe('GIF · 40 × 30 · 2 frames · 840 kB');
  });
  test('a sound more than 6 LU from the target says so; one nearer does not', () => {
    expect(inEnglish(loudnessWords(-30, -18))).toMatch(/12 LU quieter.*raises its noise/);
    expect(inEnglish(loudnessWords(-10, -18))).toMatch(/8 LU louder/);
    expect([loudnessWords(-24, -18), loudnessWords(-12, -18)]).toEqual([null, null]);
    expect(loudnessWords(null, -18)).toMatch(/silent/);
  });
  test('which files a step uses', () => {
    expect(stepMedia({ kind: 'play', sound: 'hand-bell' })).toEqual([]);
    expect(stepMedia({ kind: 'play', sound: sound.id })).toEqual([sound.id]);
    expect(stepMedia({ kind: 'show', look: { picture: 'initials' } })).toEqual([]);
  });
});
