import type { DisplayList, Fill, Op } from './display';
import type { Box } from './box';
import { cssFont } from './font';
import { radiiOf, type Radius } from './rounded-rect';

/** What the writer needs: where an image's bytes are, as an address that an SVG can hold (a data URL). Undefined: it is left out. */
export type ImageAddress = (src: string, at?: number) => string | undefined;

const escape = (text: string): string =>
  text
    .replace(
      /[&<>"']/g,
      (char) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[char] ?? char,
    )
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '');
const n = (value: number): string => String(Math.round(value * 1000) / 1000);

/** Colours of ours carry their opacity in two more digits, which SVG 1.1 has in an attribute of its own. */
function colour(css: string, attribute: 'fill' | 'stroke' | 'stop-color'): string {
  const found = /^(#[0-9a-f]{6})([0-9a-f]{2})$/i.exec(css);
  if (!found) return `${attribute}="${css}"`;
  return `${attribute}="${found[1]}" ${attribute === 'stop-color' ? 'stop-opacity' : `${attribute}-opacity`}="${n(parseInt(found[2] ?? 'ff', 16) / 255)}"`;
}

/**
 * A frame as an SVG picture (SVG 1.1): what the painter would draw of this list, as shapes and text. Fonts are named, and shipped by `css`
 * where that is given; images are held by the file itself.
 */
export function svgOf(list: DisplayList, image: ImageAddress, css = ''): string {
  const defs: string[] = [];
  let ids = 0;
  const define = (make: (id: string) => string): string => {
    ids += 1;
    const id = `g${ids}`;
    defs.push(make(id));
    return `url(#${id})`;
  };
  const fillOf = (fill: Fill): string => {
    if (typeof fill === 'string') return colour(fill, 'fill');
    const { from, to, stops } = fill;
    return `fill="${define((id) => `<linearGradient id="${id}" gradientUnits="userSpaceOnUse" x1="${n(from[0])}" y1="${n(from[1])}" x2="${n(to[0])}" y2="${n(to[1])}">${stops.map(([offset, css]) => `<stop offset="${n(offset)}" ${colour(css, 'stop-color')}/>`).join('')}</linearGradient>`)}"`;
  };
  const groups = list.groups
    .filter(({ opacity }) => opacity > 0)
    .map(({ box, dx, dy, opacity, turn, clip, ops }) => {
      const transforms = [
        ...(turn ? [`rotate(${n(turn.degrees)} ${n(turn.x)} ${n(turn.y)})`] : []),
        `translate(${n(box.x + dx)} ${n(box.y + dy)})`,
      ].join(' ');
      const clipped = clip
        ? ` clip-path="${define((id) => `<clipPath id="${id}"><path d="${roundedRect({ x: clip.x, y: clip.y, w: clip.w, h: clip.h }, clip.radius ?? 0)}"/></clipPath>`)}"`
        : '';
      return `<g transform="${transforms}"${opacity < 1 ? ` opacity="${n(opacity)}"` : ''}><g${clipped}>${ops.map((op) => shape(op, { fillOf, define, image })).join('')}</g></g>`;
    });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${list.width}" height="${list.height}" viewBox="0 0 ${list.width} ${list.height}">`,
    css === ''
      ? ''
      : `<style>${escape(css)
          .replace(/&quot;/g, '"')
          .replace(/&#39;/g, "'")}</style>`,
    defs.length > 0 ? `<defs>${defs.join('')}</defs>` : '',
    ...groups,
    '</svg>',
  ].join('\n');
}

interface Writing {
  fillOf: (fill: Fill) => string;
  define: (make: (id: string) => string) => string;
  image: ImageAddress;
}

function shape(op: Op, { fillOf, define, image }: Writing): string {
  switch (op.op) {
    case 'rect': {
      const stroke = op.stroke
        ? ` ${colour(op.stroke.color, 'stroke')} stroke-width="${n(op.stroke.width)}"${op.stroke.dash ? ` stroke-dasharray="${op.stroke.dash.join(' ')}"` : ''}`
        : '';
      return `<path d="${roundedRect({ x: op.x, y: op.y, w: op.w, h: op.h }, op.radius)}" ${op.fill === undefined ? 'fill="none"' : fillOf(op.fill)}${stroke}/>`;
    }
    case 'disc':
      return `<circle cx="${n(op.x)}" cy="${n(op.y)}" r="${n(op.r)}" ${colour(op.fill, 'fill')}/>`;
    case 'path': {
      const stroke = op.stroke
        ? ` ${colour(op.stroke.color, 'stroke')} stroke-width="${n(op.stroke.width)}" stroke-linejoin="round" stroke-linecap="round"`
        : '';
      return `<path transform="translate(${n(op.x ?? 0)} ${n(op.y ?? 0)}) scale(${n(op.scale ?? 1)})" d="${op.d}" ${op.fill === undefined ? 'fill="none"' : fillOf(op.fill)}${stroke}/>`;
    }
    case 'text': {
      const said = (extra: string): string =>
        `<text x="${n(op.x)}" y="${n(op.baseline)}" style="font:${escape(cssFont(op.font))};white-space:pre"${extra}>${escape(op.text)}</text>`;
      // A canvas blurs by twice the standard deviation (HTML, "shadowBlur").
      const blur = op.shadow
        ? ` filter="${define((id) => `<filter id="${id}" x="-50%" y="-50%" width="200%" height="200%"><feDropShadow dx="${n(op.shadow?.dx ?? 0)}" dy="${n(op.shadow?.dy ?? 0)}" stdDeviation="${n((op.shadow?.blur ?? 0) / 2)}" ${floodOf(op.shadow?.color ?? '#000000')}/></filter>`)}"`
        : '';
      const outline = op.outline
        ? ` fill="none" ${colour(op.outline.color, 'stroke')} stroke-width="${n(op.outline.width)}" stroke-linejoin="round"`
        : '';
      return op.outline
        ? `${said(`${outline}${blur}`)}${said(` ${fillOf(op.fill)}`)}`
        : said(` ${fillOf(op.fill)}${blur}`);
    }
    case 'image': {
      const address = image(op.src, op.at);
      if (address === undefined) return '';
      const clip =
        op.radius === undefined
          ? ''
          : ` clip-path="${define((id) => {
              const { x, y, w, h } = op.within ?? op;
              return `<clipPath id="${id}"><path d="${roundedRect({ x, y, w, h }, op.radius ?? 0)}"/></clipPath>`;
            })}"`;
      const mirror = op.mirrored ? ` transform="translate(${n(2 * op.x + op.w)} 0) scale(-1 1)"` : '';
      // Of what fits by its own size the reader knows the size.
      if (op.fit)
        return `<g${clip}${mirror}><image x="${n(op.x)}" y="${n(op.y)}" width="${n(op.w)}" height="${n(op.h)}" preserveAspectRatio="xMidYMid ${op.fit.how === 'cover' ? 'slice' : 'meet'}" xlink:href="${escape(address)}"/></g>`;
      // A part of a picture is the whole of it, larger, seen through a window of its own.
      if (op.part) {
        const { x, y, w, h } = op.part;
        return `<g${clip}${mirror}><svg x="${n(op.x)}" y="${n(op.y)}" width="${n(op.w)}" height="${n(op.h)}" viewBox="${n(x * 1000)} ${n(y * 1000)} ${n(w * 1000)} ${n(h * 1000)}" preserveAspectRatio="none"><image width="1000" height="1000" preserveAspectRatio="none" xlink:href="${escape(address)}"/></svg></g>`;
      }
      return `<g${clip}${mirror}><image x="${n(op.x)}" y="${n(op.y)}" width="${n(op.w)}" height="${n(op.h)}" preserveAspectRatio="none" xlink:href="${escape(address)}"/></g>`;
    }
  }
}

const floodOf = (css: string): string => {
  const found = /^(#[0-9a-f]{6})([0-9a-f]{2})$/i.exec(css);
  return found
    ? `flood-color="${found[1]}" flood-opacity="${n(parseInt(found[2] ?? 'ff', 16) / 255)}"`
    : `flood-color="${css}"`;
};

/** A rectangle with round corners, as `addRoundedRect` has them. */
function roundedRect(box: Box, radius: Radius): string {
  const { x, y, w, h } = box;
  const [a, b, c, d] = radiiOf(box, radius);
  const arc = (r: number, ex: number, ey: number): string => (r > 0 ? `A${n(r)} ${n(r)} 0 0 1 ${n(ex)} ${n(ey)}` : '');
  return `M${n(x + a)} ${n(y)}H${n(x + w - b)}${arc(b, x + w, y + b)}V${n(y + h - c)}${arc(c, x + w - c, y + h)}H${n(x + d)}${arc(d, x, y + h - d)}V${n(y + a)}${arc(a, x + a, y)}Z`;
}
