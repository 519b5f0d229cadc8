import QRCode from 'qrcode';
import { shownCode } from '@/core/home/device';
import { saveFile } from '@/ui/data/save-file';
import { say } from '@/ui/words/say';

/** Lines of the code on the sheet. */
const GROUPS_A_LINE = 4;
const LINE = 28;

const escaped = (text: string): string => text.replace(/[&<>"]/g, (sign) => `&#${sign.codePointAt(0) ?? 0};`);

/** A recovery sheet as a picture of A5 in portrait, to be printed (SVG 1.1). */
export function saveSheet(code: string, address: string): void {
  const { modules } = QRCode.create(address, { errorCorrectionLevel: 'M' });
  let path = '';
  for (let y = 0; y < modules.size; y += 1)
    for (let x = 0; x < modules.size; x += 1) if (modules.get(y, x)) path += `M${x} ${y}h1v1h-1z`;
  const groups = shownCode(code).split('-');
  const lines = Array.from({ length: Math.ceil(groups.length / GROUPS_A_LINE) }, (_, n) =>
    groups.slice(n * GROUPS_A_LINE, (n + 1) * GROUPS_A_LINE).join('  '),
  );
  const text = (y: number, size: number, words: string): string =>
    `<text x="210" y="${y}" font-size="${size}" text-anchor="middle" font-family="monospace">${escaped(words)}</text>`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="148mm" height="210mm" viewBox="0 0 420 595"><rect width="420" height="595" fill="#fff"/>${text(
    60,
    22,
    say('Gavirn: recovery sheet'),
  )}<g transform="translate(110 90) scale(${200 / modules.size})"><path d="${path}"/></g>${lines
    .map((line, n) => text(330 + n * LINE, 20, line))
    .join('')}${text(330 + lines.length * LINE + 20, 13, address.split('#')[0] ?? '')}</svg>`;
  saveFile(`${say('Gavirn: recovery sheet')}.svg`, 'image/svg+xml', svg);
}
