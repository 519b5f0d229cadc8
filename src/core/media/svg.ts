import { SaxesParser, type SaxesAttributeNS, type SaxesTagNS } from 'saxes';
import {
  ANIMATES_NEVER,
  ATTRIBUTES,
  CSS_AT_RULES,
  CSS_FUNCTIONS,
  ELEMENTS,
  SILENT_NAMESPACES,
  SVG_NAMESPACE,
  XLINK_ATTRIBUTES,
  XLINK_NAMESPACE,
  XML_ATTRIBUTES,
  XML_NAMESPACE,
  XMLNS_NAMESPACE,
} from './svg-names';
import { Expansion } from './svg-expansion';
import { phrase, type Phrase, english } from '@/core/words/phrase';

/** Elements lie no deeper in each other than this. */
const DEEPEST = 200;

const BROKEN = phrase('This SVG is broken: it cannot be read to its end.');
const ELSEWHERE = phrase(
  'This SVG takes a part of itself from elsewhere. Save it with its pictures inside, or as a PNG.',
);
const RUNS = phrase('This SVG holds a script, or a page of its own. Save it again as a plain drawing, or as a PNG.');
const UNKNOWN = (what: string): Phrase =>
  phrase('This SVG holds “{name}”, which is no part of a plain drawing. Save it again as a plain SVG, or as a PNG.', {
    name: what.slice(0, 40),
  });

/** What is wrong, thrown out of the parser's midst: the first thing found ends the reading. */
class Refused extends Error {
  constructor(readonly reason: Phrase) {
    super(english(reason));
  }
}
const refuse = (sentence: Phrase): never => {
  throw new Refused(sentence);
};

/** A picture's bytes in base64, as an address that holds it. */
const DATA_PICTURE = /^\s*data:image\/(?:png|jpeg|jpg|gif|webp);base64,([A-Za-z0-9+/=\s]*)$/i;

/**
 * Why an SVG is not taken, in a sentence; null when it is a drawing and nothing else: nothing in it runs, and nothing is fetched from
 * elsewhere (SVG 2, sections 2.7 and 18: secure static mode). By a list of what may be there: whatever is not on it is refused.
 * @param inside why a picture inside is not taken, by its base64; null when it is
 */
export function svgProblem(text: string, inside: (base64: string) => Phrase | null = () => null): Phrase | null {
  const reading = readSvg(text, inside);
  for (;;) {
    const { done, value } = reading.next();
    if (done) return value;
  }
}

/** The same in pieces: whoever has others to serve gives way to them each time it yields. */
export function* readSvg(text: string, inside: (base64: string) => Phrase | null): Generator<void, Phrase | null> {
  try {
    yield* read(text, inside);
    return null;
  } catch (error) {
    if (error instanceof Refused) return error.reason;
    throw error;
  }
}

/** So much is read at a stretch, UTF-16 units: some milliseconds of work. */
const PIECE = 16_384;

function* read(text: string, inside: (base64: string) => Phrase | null): Generator<void> {
  const parser = new SaxesParser({ xmlns: true });
  const expansion = new Expansion();
  let depth = 0;
  let inStyle = false;
  let root = '';
  let style = '';
  parser.on('error', () => refuse(BROKEN));
  parser.on('doctype', (doctype) => {
    if (doctype.includes('[') || /<!entity/i.test(doctype))
      refuse(
        phrase('This SVG defines entities of its own, which are not taken. Save it again as a plain SVG, or as a PNG.'),
      );
  });
  parser.on('processinginstruction', ({ target }) =>
    refuse(target.toLowerCase() === 'xml-stylesheet' ? ELSEWHERE : UNKNOWN(`<?${target}?>`)),
  );
  parser.on('opentag', (tag) => {
    depth += 1;
    if (depth > DEEPEST)
      refuse(
        phrase('This SVG is nested more than {deepest} levels deep. Save it again with fewer groups, or as a PNG.', {
          deepest: DEEPEST,
        }),
      );
    root ||= tag.uri === SVG_NAMESPACE ? tag.local : 'other';
    if (root !== 'svg') refuse(phrase('This is no SVG drawing.'));
    const uses = element(tag, inside);
    expansion.open(String(tag.attributes.id?.value ?? ''), uses);
    inStyle = tag.uri === SVG_NAMESPACE && tag.local === 'style';
  });
  parser.on('closetag', () => {
    depth -= 1;
    expansion.close();
    if (!inStyle) return;
    // As a whole: what is looked for may stand in two pieces.
    expansion.use(css(style));
    style = '';
    inStyle = false;
  });
  const take = (part: string): void => {
    if (inStyle) style += part;
  };
  parser.on('text', take);
  parser.on('cdata', take);
  for (let from = 0; from < text.length; from += PIECE) {
    parser.write(text.slice(from, from + PIECE));
    yield;
  }
  parser.close();
  if (root === '') refuse(phrase('This is no SVG drawing.'));
  if (expansion.isTooMuch())
    refuse(phrase('This SVG uses its own parts again so often that it could not be drawn in time. Save it as a PNG.'));
}

/** One element and its attributes; @returns the parts of the drawing that it uses, by id */
function element({ uri, local, attributes }: SaxesTagNS, inside: (base64: string) => Phrase | null): string[] {
  if (uri !== SVG_NAMESPACE) {
    if (!SILENT_NAMESPACES.some((known) => known.test(uri)))
      refuse(/script|foreignobject|iframe|embed|object|html/i.test(`${local} ${uri}`) ? RUNS : UNKNOWN(local));
  } else if (!ELEMENTS.has(local))
    refuse(
      /^(script|foreignobject|iframe|embed|object|audio|video|handler|listener)$/i.test(local) ? RUNS : UNKNOWN(local),
    );
  const uses: string[] = [];
  for (const attribute of Object.values(attributes)) uses.push(...attributeUses(attribute, local, inside));
  return uses;
}

function attributeUses(
  { uri, local, prefix, value }: SaxesAttributeNS,
  element: string,
  inside: (base64: string) => Phrase | null,
): string[] {
  if (uri === XMLNS_NAMESPACE || prefix === 'xmlns') return [];
  if (uri === XML_NAMESPACE)
    return XML_ATTRIBUTES.has(local) ? [] : refuse(local === 'base' ? ELSEWHERE : UNKNOWN(`xml:${local}`));
  if (uri !== '' && uri !== XLINK_NAMESPACE)
    return SILENT_NAMESPACES.some((known) => known.test(uri)) ? [] : refuse(UNKNOWN(local));
  const known =
    uri === XLINK_NAMESPACE ? XLINK_ATTRIBUTES.has(local) : ATTRIBUTES.has(local) || /^(aria|data)-[\w-]+$/.test(local);
  if (!known) refuse(/^on/i.test(local) ? RUNS : local === 'src' ? ELSEWHERE : UNKNOWN(local));
  if (/^\s*(javascript|vbscript|data\s*:\s*(text|application))/i.test(value)) refuse(RUNS);
  if (local === 'href') return address(value, element, inside);
  if (local === 'attributeName' && (ANIMATES_NEVER.has(value.trim()) || /^on/i.test(value.trim()))) refuse(RUNS);
  // Words that are no style: a backslash or a bracket in them means nothing.
  if (/^(id|class|title|role|lang|target|rel|hreflang|download)$|^(aria|data)-/.test(local)) return [];
  return css(value);
}

function address(value: string, element: string, inside: (base64: string) => Phrase | null): string[] {
  const trimmed = value.trim();
  if (trimmed === '') return [];
  if (trimmed.startsWith('#')) return [trimmed.slice(1)];
  // A link is only a link: nothing of it is drawn.
  if (element === 'a' && /^(https?:|mailto:)/i.test(trimmed)) return [];
  const picture = DATA_PICTURE.exec(value);
  if (!picture) return refuse(ELSEWHERE);
  const refused = inside(picture[1] ?? '');
  return refused === null ? [] : refuse(refused);
}

/** A style, or a value of one; @returns the parts of the drawing that it names */
function css(text: string): string[] {
  const bare = text.replace(/\/\*[\s\S]*?\*\//g, ' ');
  // An escape could spell any of what follows.
  if (bare.includes('\\')) refuse(ELSEWHERE);
  for (const [, rule = ''] of bare.matchAll(/@([\w-]*)/g)) if (!CSS_AT_RULES.has(rule.toLowerCase())) refuse(ELSEWHERE);
  const uses: string[] = [];
  for (const found of bare.matchAll(/([\w-]*)\(/g)) {
    const name = (found[1] ?? '').toLowerCase();
    if (name === '') continue;
    if (name === 'url') {
      const part = /^\s*(["']?)\s*#([^"')\s]*)\s*\1\s*\)/.exec(
        bare.slice(found.index + found[0].length, found.index + found[0].length + 400),
      );
      if (!part) refuse(ELSEWHERE);
      uses.push(part?.[2] ?? '');
    } else if (!CSS_FUNCTIONS.has(name)) refuse(ELSEWHERE);
  }
  return uses;
}
