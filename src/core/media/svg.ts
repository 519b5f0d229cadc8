import { SaxesParser } from 'saxes';

/** Elements that run something, or bring in a page. */
const RUNS = new Set(['script', 'foreignobject', 'iframe', 'embed', 'object', 'audio', 'video', 'handler', 'listener']);
const INSIDE = /^\s*(#|data:image\/(png|jpeg|gif|webp)[;,])/i;
const OUTSIDE_STYLE = /@import|url\(\s*['"]?\s*(?!#|data:image\/(?:png|jpeg|gif|webp))/i;

/**
 * Why an SVG is not taken, in a sentence; null when it is a drawing and nothing else: nothing in it runs, and nothing is fetched from
 * elsewhere (SVG 2, sections 2.7 and 18: secure static mode).
 */
export function svgTrouble(text: string): string | null {
  const parser = new SaxesParser({ xmlns: false });
  let trouble: string | null = null;
  let root = '';
  let inStyle = false;
  const refuse = (sentence: string): void => {
    trouble ??= sentence;
  };
  parser.on('error', () => refuse('This SVG is broken: it cannot be read to its end.'));
  parser.on('doctype', (doctype) => {
    if (/<!entity/i.test(doctype)) refuse('This SVG defines entities of its own, which are not taken. Save it again as a plain SVG, or as a PNG.');
  });
  parser.on('opentag', ({ name, attributes }) => {
    const local = (name.split(':').pop() ?? '').toLowerCase();
    root ||= local;
    inStyle = local === 'style';
    if (RUNS.has(local)) refuse('This SVG holds a script, or a page of its own. Save it again as a plain drawing, or as a PNG.');
    for (const [key, value] of Object.entries(attributes as Record<string, string>)) {
      const attribute = (key.split(':').pop() ?? '').toLowerCase();
      if (attribute.startsWith('on')) refuse('This SVG holds a script. Save it again as a plain drawing, or as a PNG.');
      if (/^\s*(javascript|vbscript|data:text)/i.test(value)) refuse('This SVG holds a script. Save it again as a plain drawing, or as a PNG.');
      // A link may name anything where it is only a link; drawn things must be inside.
      if ((attribute === 'href' || attribute === 'src') && !INSIDE.test(value) && value.trim() !== '' && local !== 'a') refuse('This SVG takes a part of itself from elsewhere. Save it with its pictures inside, or as a PNG.');
      if (OUTSIDE_STYLE.test(value)) refuse('This SVG takes a part of itself from elsewhere. Save it with its pictures inside, or as a PNG.');
    }
  });
  parser.on('text', (part) => {
    if (inStyle && OUTSIDE_STYLE.test(part)) refuse('This SVG takes a part of itself from elsewhere. Save it with its pictures inside, or as a PNG.');
  });
  parser.on('cdata', (part) => {
    if (inStyle && OUTSIDE_STYLE.test(part)) refuse('This SVG takes a part of itself from elsewhere. Save it with its pictures inside, or as a PNG.');
  });
  parser.write(text).close();
  if (trouble === null && root !== 'svg') return 'This is no SVG drawing.';
  return trouble;
}
