import type { Person } from './person';

/** Invented viewers, with names in several scripts. */
export const PEOPLE: readonly Person[] = [
  ['ines.barro', 'Inês'], ['hana_yama', '山田 はな'], ['djordje.k', 'Đorđe'], ['layla.n', 'ليلى'], ['ngozi_pots', 'Ngozi'],
  ['mirek.hlina', 'Mirek'], ['priya.mitti', 'प्रिया'], ['somchai.din', 'สมชาย'], ['tove_ler', 'Tove Lerström'], ['kwame.a', 'Kwame'],
  ['ruta_molis', 'Rūta'], ['amar.pots', 'أمّار الفخّاري'], ['beate.ton', 'Beate 🏺'], ['ciaran_clay', 'Ciarán'], ['oksana.glyna', 'Оксана'],
  ['jun.toki', '陶器 じゅん'], ['leilani.k', 'Leilani ✨'], ['tomas.hrncir', 'Tomáš Hrnčíř'], ['zuri_udongo', 'Zuri'], ['eleni.pilos', 'Ελένη'],
  ['arvid.lera', 'Arvid'], ['mei.tao', '美涛'], ['nour.tin', 'نور'], ['pilar.barro', 'Pilar de la Vega y Montes Altos'], ['gwen_clai', 'Gwen'],
].map(([handle = '', nickname = ''], n) => ({
  uid: `u${1001 + n}`, handle, nickname, badges: n === 5 ? ['moderator'] : n % 7 === 3 ? ['subscriber'] : [],
}));

export const LINES: readonly string[] = [
  'is that the celadon?', 'what cone is that?', 'good evening from the harbour', 'the handle, please show the handle', 'how long does it dry?',
  'this is so calming', 'كم ساعة في الفرن؟', '釉薬がきれい', 'open the kiln', 'I made one of these, it cracked 😅', 'how much clay is that', 'สวยมาก',
  'सुंदर!', 'first time here, hello', 'that curve', '🏺🏺🏺', 'the wheel sounds lovely', 'which brush is it', 'my cat is watching too 🐈',
];
