import { PLAIN_LOOK, type Look } from '@/core/engine/alert/look';
import { isolate } from '@/core/words/isolate';
import type { Box, FontSpec, Group, Motion, Op } from '@/core/paint/display';
import { fitText, lineOps, type Measure, type TextLook } from '@/core/paint/text';
import { movesOf, type MotionName } from '@/core/paint/motion';
import { backed, hugging } from './alert-backing';
import { READABLE } from './style';
import type { StyleLook } from './style-look';

/** A picture or clip as an outlet must know it: where its bytes are, its size in px, and how long each frame of an animated one stands, ms. */
export interface AlertPicture {
  id: string;
  width: number;
  height: number;
  frames: readonly number[];
  clip: boolean;
}

/** One alert as a spotlight shows it. Times: ms, the engine's clock. */
export interface AlertLive {
  id: string;
  from: number;
  until: number;
  text: string;
  names: readonly string[];
  place: number;
  look?: Look;
  picture?: AlertPicture;
  initials?: string;
}

const NAMES: FontSpec = { family: 'text', weight: 500, size: 40 };
const TITLE: FontSpec = { family: 'title', weight: 700, size: 68 };
/** How much of the spotlight a picture takes, and what the words' size is multiplied by. */
const SHARE: Record<Look['size'], number> = { small: 0.3, middle: 0.42, large: 0.58 };
const TEXT: Record<Look['text'], number> = { small: 0.72, middle: 1, large: 1.4 };
const GAP = 24;

/** Initials stand on one of these, by the name. White on each has a contrast of 5:1 or more (WCAG 2.2, 1.4.3). */
const DISCS = ['#8F3F1F', '#1F5F63', '#7A5410', '#6A3A6E', '#2F5B34', '#3F4F8A'];

const graphemes = new Intl.Segmenter(undefined, { granularity: 'grapheme' });

/** The first letters of a name's first and last words: one or two. */
export function initialsOf(name: string): string {
  const words = name
    .trim()
    .split(/[\s._-]+/u)
    .filter((word) => /[\p{L}\p{N}]/u.test(word));
  const first = (word: string | undefined): string => {
    const letters = word?.replace(/^[^\p{L}\p{N}]+/u, '') ?? '';
    for (const { segment } of graphemes.segment(letters)) return segment.toLocaleUpperCase();
    return '';
  };
  return first(words[0]) + (words.length > 1 ? first(words.at(-1)) : '') || '?';
}

const discOf = (initials: string): string =>
  DISCS[[...initials].reduce((sum, char) => sum + (char.codePointAt(0) ?? 0), 0) % DISCS.length] ?? '#8F3F1F';

/** Where an alert is drawn, and with what. */
export interface AlertPlace {
  /** The key of its groups; px of the frame. */
  key: string;
  box: Box;
  style: StyleLook;
  motion: MotionName;
  measure: Measure;
}

/** What an alert draws: its backing with a still picture, an animated picture, and words that move by themselves, each in its own group. */
export function alertGroups(alert: AlertLive, place: AlertPlace): Group[] {
  const look = alert.look ?? PLAIN_LOOK;
  const { key, box, measure } = place;
  const style = backed(place.style, look.backing);
  const moves = movesFor(look, place.motion);
  const whole: Motion = { from: alert.from, until: alert.until, moves };
  const parts = partsOf(alert, look, { ...place, style });
  const words = wordsOps(alert, { look, style, whole: box.h, room: parts.words, over: parts.behind, measure });
  const { picture } = parts;
  const moving = alert.picture !== undefined && (alert.picture.clip || alert.picture.frames.length > 1);
  const pictured =
    picture === null
      ? []
      : alert.picture
        ? pictureOps(alert.picture, picture, parts.behind, '')
        : initialsOps(alert.initials ?? '?', picture, measure);
  const apart = look.wordsAfter > 0 || look.wordsFor > 0 || look.wordsMotion !== 'piece' || (moving && parts.behind);
  const backing =
    look.hugs && !parts.behind
      ? hugging(style, { words, picture: parts.picture, box, measure })
      : style.panel(box.w, box.h);
  const groups: Group[] = [
    { key, box, motion: whole, ops: [...backing, ...(moving ? [] : pictured), ...(apart ? [] : words)] },
  ];
  if (moving && alert.picture && picture) {
    const { picture: shown } = alert;
    const group: Group = { key: `${key}/picture`, box, motion: whole, ops: pictured };
    if (shown.clip) group.plays = true;
    else
      group.film = {
        delays: shown.frames,
        frames: shown.frames.map((_ms, n) => pictureOps(shown, picture, parts.behind, `#${n}`)),
      };
    groups.push(group);
  }
  const motion = apart ? wordsMotion(alert, look, moves) : null;
  if (motion) groups.push({ key: `${key}/words`, box, ops: words, motion });
  return groups;
}

/** Where in its box an alert has its picture (or initials; null: none) and its words, px; and whether the words lie over the picture. */
function partsOf(
  alert: AlertLive,
  look: Look,
  { box: { w, h }, style: { pad } }: AlertPlace,
): { picture: Box | null; words: Box; behind: boolean } {
  const all = { x: pad.x, y: pad.y, w: w - 2 * pad.x, h: h - 2 * pad.y };
  const behind = look.layout === 'behind' && alert.picture !== undefined;
  if (behind) return { picture: { x: 0, y: 0, w, h }, words: all, behind };
  if (alert.picture === undefined && alert.initials === undefined) return { picture: null, words: all, behind };
  return { ...split(look, { w, h }, pad, { alone: alert.text.trim() === '', picture: alert.picture }), behind };
}

/** How words move that come by themselves; null: they are never there. */
function wordsMotion(alert: AlertLive, look: Look, moves: Motion['moves']): Motion | null {
  const from = alert.from + look.wordsAfter * 1000;
  const until = look.wordsFor > 0 ? Math.min(alert.until, from + look.wordsFor * 1000) : alert.until;
  if (until <= from) return null;
  return {
    from,
    until,
    moves:
      look.wordsMotion === 'piece' ? moves : { ...movesOf(look.wordsMotion), inMs: moves.inMs, outMs: moves.outMs },
  };
}

function movesFor(look: Look, motion: MotionName): Motion['moves'] {
  const of = (name: Look['come']): MotionName => (name === 'piece' ? motion : name);
  const plain = movesOf(motion);
  if (look === PLAIN_LOOK) return plain;
  return {
    come: of(look.come),
    stay: of(look.stay),
    go: of(look.go),
    inMs: look.comes * 1000,
    outMs: look.goes * 1000,
  };
}

/** Shares the box out between picture and words. A picture keeps its proportions, and takes no more than its share. */
function split(
  look: Look,
  { w, h }: { w: number; h: number },
  pad: { x: number; y: number },
  { alone, picture }: { alone: boolean; picture: AlertPicture | undefined },
): { picture: Box; words: Box } {
  const edge = Math.min(pad.x, pad.y) * 0.7;
  const aspect = picture ? picture.width / picture.height : 1;
  const fit = (x: number, y: number, most: number, high: number): Box => {
    const pw = Math.min(most, high * aspect);
    const ph = pw / aspect;
    return { x: x + (most - pw) / 2, y: y + (high - ph) / 2, w: pw, h: ph };
  };
  if (alone) return { picture: fit(edge, edge, w - 2 * edge, h - 2 * edge), words: { x: 0, y: 0, w: 0, h: 0 } };
  const share = SHARE[look.size];
  if (look.layout === 'above' || look.layout === 'below') {
    const high = h * share - edge;
    const rest = { x: pad.x, w: w - 2 * pad.x, h: h - high - edge - pad.y * 1.4 };
    return look.layout === 'above'
      ? { picture: fit(edge, edge, w - 2 * edge, high), words: { ...rest, y: edge + high + pad.y * 0.4 } }
      : { picture: fit(edge, h - edge - high, w - 2 * edge, high), words: { ...rest, y: pad.y } };
  }
  const high = h - 2 * edge;
  const pw = Math.min(w * share, high * aspect);
  return {
    picture: fit(edge, edge, pw, high),
    words: { x: edge + pw + GAP, y: pad.y, w: w - edge - pw - GAP - pad.x, h: h - 2 * pad.y },
  };
}

/** The picture in its box; behind the words it fills the whole spotlight, cut where it is too wide or too high, and darkened. */
function pictureOps({ id, width, height, clip }: AlertPicture, box: Box, cover: boolean, frame: string): Op[] {
  const src = `media:${id}${clip ? '' : frame}`;
  if (!cover) return [{ op: 'image', ...box, src, radius: 18 }];
  const scale = Math.max(box.w / width, box.h / height);
  const w = width * scale;
  const h = height * scale;
  return [
    { op: 'image', x: box.x + (box.w - w) / 2, y: box.y + (box.h - h) / 2, w, h, src, radius: 28, within: box },
    { op: 'rect', ...box, radius: 28, fill: '#00000073' },
  ];
}

function initialsOps(initials: string, box: Box, measure: Measure): Op[] {
  const r = Math.min(box.w, box.h) / 2;
  const font: FontSpec = { family: 'title', weight: 700, size: r * (initials.length > 1 ? 0.85 : 1.05) };
  return [
    { op: 'disc', x: box.x + box.w / 2, y: box.y + box.h / 2, r, fill: discOf(initials) },
    ...lineOps(
      initials,
      { x: box.x + box.w / 2, baseline: box.y + box.h / 2 + font.size * 0.35, align: 'centre' },
      { font, look: { fill: '#ffffff' } },
      measure,
    ),
  ];
}

const OVER_PICTURE: TextLook = {
  fill: '#ffffff',
  outline: { color: '#1b120d', width: 10 },
  shadow: { color: '#000000b0', blur: 7, dx: 2, dy: 3 },
};

interface WordsPlace {
  look: Look;
  style: StyleLook;
  /** How high the whole alert is, px. */
  whole: number;
  room: Box;
  /** Over the picture. */
  over: boolean;
  measure: Measure;
}

/** Where a line stands in its room, across. */
function across({ align = 'left' }: Look, room: Box): { x: number; align?: 'centre' | 'right' } {
  if (align === 'left') return { x: room.x };
  return { x: align === 'centre' ? room.x + room.w / 2 : room.x + room.w, align };
}

function wordsOps({ text, names }: AlertLive, place: WordsPlace): Op[] {
  const { look, whole, room, over, measure } = place;
  const { style } = place;
  if (room.w <= 0 || text.trim() === '') return [];
  // All who are thanked stand below the words, in a smaller type.
  const all =
    names.length === 0
      ? null
      : fitText(
          names.map((name) => isolate(name)).join(' · '),
          { w: room.w, h: whole * 0.4 },
          {
            font: { ...NAMES, size: Math.max(READABLE, Math.min(NAMES.size, whole * 0.15)) },
            least: READABLE,
            leading: 1.2,
          },
          measure,
        );
  const below = all ? all.lines.length * all.font.size * 1.2 + whole * 0.03 : 0;
  const high = room.h - below;
  const { lines, font } = fitText(
    text,
    { w: room.w, h: high },
    {
      font: { ...TITLE, size: Math.min(TITLE.size * TEXT[look.text], Math.max(READABLE, high * 0.62)) },
      least: READABLE,
      leading: 1.12,
    },
    measure,
  );
  const leading = font.size * 1.12;
  // Capitals and descenders together look centred when the baseline lies a third of the size below the middle.
  const first = room.y + high / 2 - ((lines.length - 1) * leading) / 2 + font.size * 0.33;
  const ops = lines.flatMap((line, n) =>
    lineOps(
      line,
      { ...across(look, room), baseline: first + n * leading },
      { font, look: over ? OVER_PICTURE : style.text },
      measure,
    ),
  );
  if (all) {
    const top = room.y + room.h - (all.lines.length - 1) * all.font.size * 1.2 - all.font.size * 0.25;
    ops.push(
      ...all.lines.flatMap((line, n) =>
        lineOps(
          line,
          { ...across(look, room), baseline: top + n * all.font.size * 1.2 },
          { font: all.font, look: over ? OVER_PICTURE : style.soft },
          measure,
        ),
      ),
    );
  }
  return ops;
}
