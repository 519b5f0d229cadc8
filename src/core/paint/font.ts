import type { DisplayList, FontSpec } from './display';

/** A font file that ships with Gavirn: its family name here, the weights it stands for, and the characters that it is asked for. */
export interface FontFace {
  family: string;
  weight: string;
  /** Path below node_modules. */
  file: string;
  /** CSS unicode-range; absent: everything. */
  range?: string;
}

const expo = (name: string, face: string) => `@expo-google-fonts/${name}/${face}`;

/** All are under the SIL Open Font License 1.1. One weight of each further script: its file is large, and alerts are bold. */
export const FONT_FACES: readonly FontFace[] = [
  {
    family: 'Bricolage Grotesque',
    weight: '500',
    file: expo('bricolage-grotesque', '500Medium/BricolageGrotesque_500Medium.ttf'),
  },
  {
    family: 'Bricolage Grotesque',
    weight: '700',
    file: expo('bricolage-grotesque', '700Bold/BricolageGrotesque_700Bold.ttf'),
  },
  {
    family: 'Atkinson Hyperlegible Next',
    weight: '500',
    file: expo('atkinson-hyperlegible-next', '500Medium/AtkinsonHyperlegibleNext_500Medium.ttf'),
  },
  {
    family: 'Atkinson Hyperlegible Next',
    weight: '700',
    file: expo('atkinson-hyperlegible-next', '700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'),
  },
  { family: 'Fraunces', weight: '400 900', file: expo('fraunces', '700Bold/Fraunces_700Bold.ttf') },
  { family: 'Zilla Slab', weight: '400 900', file: expo('zilla-slab', '700Bold/ZillaSlab_700Bold.ttf') },
  { family: 'Baloo 2', weight: '400 900', file: expo('baloo-2', '700Bold/Baloo2_700Bold.ttf') },
  { family: 'Caveat', weight: '400 900', file: expo('caveat', '700Bold/Caveat_700Bold.ttf') },
  { family: 'Josefin Sans', weight: '400 900', file: expo('josefin-sans', '700Bold/JosefinSans_700Bold.ttf') },
  { family: 'Alfa Slab One', weight: '400 900', file: expo('alfa-slab-one', '400Regular/AlfaSlabOne_400Regular.ttf') },
  {
    family: 'Noto Sans',
    weight: '400 900',
    file: expo('noto-sans', '600SemiBold/NotoSans_600SemiBold.ttf'),
    range: 'U+0370-03FF,U+0400-052F,U+1C80-1C8F,U+1F00-1FFF,U+2DE0-2DFF,U+A640-A69F',
  },
  {
    family: 'Noto Sans Arabic',
    weight: '400 900',
    file: expo('noto-sans-arabic', '600SemiBold/NotoSansArabic_600SemiBold.ttf'),
    range: 'U+0600-06FF,U+0750-077F,U+0870-08FF,U+FB50-FDFF,U+FE70-FEFF',
  },
  {
    family: 'Noto Sans Devanagari',
    weight: '400 900',
    file: expo('noto-sans-devanagari', '600SemiBold/NotoSansDevanagari_600SemiBold.ttf'),
    range: 'U+0900-097F,U+A8E0-A8FF,U+1CD0-1CFF',
  },
  {
    family: 'Noto Sans Thai',
    weight: '400 900',
    file: expo('noto-sans-thai', '600SemiBold/NotoSansThai_600SemiBold.ttf'),
    range: 'U+0E00-0E7F',
  },
  {
    family: 'Noto Sans JP',
    weight: '400 900',
    file: expo('noto-sans-jp', '600SemiBold/NotoSansJP_600SemiBold.ttf'),
    range: 'U+2E80-2FFF,U+3000-30FF,U+31F0-31FF,U+3400-4DBF,U+4E00-9FFF,U+F900-FAFF,U+FF00-FFEF,U+20000-2FA1F',
  },
];

/** Fonts of the interface alone, declared in public/index.html: paths below node_modules. */
const INTERFACE_FONTS: readonly string[] = [
  expo('atkinson-hyperlegible-next', '400Regular/AtkinsonHyperlegibleNext_400Regular.ttf'),
  expo('atkinson-hyperlegible-next', '600SemiBold/AtkinsonHyperlegibleNext_600SemiBold.ttf'),
];

/** Every font file that is served: paths below node_modules. */
export const FONT_FILES: readonly string[] = [...FONT_FACES.map(({ file }) => file), ...INTERFACE_FONTS];

const OWN: Record<FontSpec['family'], string> = {
  title: 'Bricolage Grotesque',
  text: 'Atkinson Hyperlegible Next',
  serif: 'Fraunces',
  slab: 'Zilla Slab',
  round: 'Baloo 2',
  hand: 'Caveat',
  even: 'Josefin Sans',
  poster: 'Alfa Slab One',
};
const FURTHER = FONT_FACES.filter((face) => face.range)
  .map((face) => `"${face.family}"`)
  .join(', ');

/** The canvas and CSS `font` shorthand, with every script's family behind our own. */
export const cssFont = ({ family, weight, size }: FontSpec): string =>
  `${weight} ${size}px "${OWN[family]}", ${FURTHER}, sans-serif`;

/** A font's file by its name alone: that is how it is served. */
export const fontFile = ({ file }: Pick<FontFace, 'file'>): string => file.slice(file.lastIndexOf('/') + 1);

/** One @font-face rule; `src`: where its file is. */
export const fontFaceRule = ({ family, weight, range }: FontFace, src: string): string =>
  `@font-face{font-family:"${family}";font-weight:${weight};src:url("${src}");font-display:block;${range ? `unicode-range:${range}` : ''}}`;

/** The rules of FONT_FACES; `base` is where their files are served, ending in a slash, and `query` what stands behind each address. */
export const fontFaceCss = (base: string, query = ''): string =>
  FONT_FACES.map((face) => fontFaceRule(face, `${base}${fontFile(face)}${query}`)).join('\n');

/** The fonts that a frame's text is drawn with: of the families that are named, and of the further scripts that it has letters of. */
export function facesFor({ groups }: DisplayList): FontFace[] {
  const texts = groups.flatMap(({ ops }) => ops).filter((op) => op.op === 'text');
  const families = new Set(texts.map(({ font }) => OWN[font.family]));
  const points = [...new Set(texts.map(({ text }) => text).join(''))].map((char) => char.codePointAt(0) ?? 0);
  return FONT_FACES.filter(({ family, range }) =>
    range === undefined ? families.has(family) : points.some((point) => inRange(point, range)),
  );
}

/** Whether a code point lies in a CSS unicode-range (CSS Fonts 4, "unicode-range"), as ours are written. */
const inRange = (point: number, range: string): boolean =>
  range.split(',').some((part) => {
    const [from = 0, to = from] = part
      .trim()
      .slice(2)
      .split('-')
      .map((hex) => parseInt(hex, 16));
    return point >= from && point <= to;
  });
