/** The colours, for what is drawn rather than styled; src/global.css has the same values as variables. */
export const TOKENS = {
  dark: {
    ground: '#121417',
    surface: '#1A1D21',
    raised: '#23272C',
    line: '#343A41',
    ink: '#F0EDE6',
    muted: '#9AA1A9',
    marigold: '#F4B23E',
    onmarigold: '#1B1303',
    lagoon: '#4CC2B2',
    brick: '#EE7A5B',
    mist: '#8DB6E8',
  },
  light: {
    ground: '#F6F2EA',
    surface: '#FFFDF8',
    raised: '#EFE9DD',
    line: '#D9D1C2',
    ink: '#1B1E22',
    muted: '#5E646B',
    marigold: '#8F5B00',
    onmarigold: '#FFFDF8',
    lagoon: '#0B6E63',
    brick: '#A93A1C',
    mist: '#2A5C94',
  },
} as const;

export type Look = keyof typeof TOKENS;

/** The kinds of event have a colour besides their shape. */
export const KIND_COLOURS = {
  dark: {
    like: '#EE9A86',
    follow: '#8DB6E8',
    gift: '#F4B23E',
    chat: '#9AA1A9',
    share: '#B7C98A',
    subscribe: '#4CC2B2',
    giftSubs: '#4CC2B2',
    raid: '#EE7A5B',
    tip: '#E0C9A0',
    join: '#6E757D',
    audience: '#6E757D',
    room: '#6E757D',
  },
  light: {
    like: '#A8452E',
    follow: '#2A5C94',
    gift: '#8F5B00',
    chat: '#5E646B',
    share: '#55692A',
    subscribe: '#0B6E63',
    giftSubs: '#0B6E63',
    raid: '#A93A1C',
    tip: '#6E5525',
    join: '#80868D',
    audience: '#80868D',
    room: '#80868D',
  },
} as const;
