import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { MARK } from '@/ui/theme/mark';
import { TOKENS } from '@/ui/theme/tokens';

/* The app's icons and manifest (W3C Web Application Manifest), from its mark. */

type Look = keyof typeof TOKENS;

/** The drawing in a square of 100. @param scale of the mark: a maskable icon's lies within the middle 80 per cent (the manifest's safe zone) */
function drawing(look: Look, { scale, corner }: { scale: number; corner: number }): string {
  const { ground, ink, marigold } = TOKENS[look];
  return `<rect width="100" height="100" rx="${corner}" fill="${ground}"/>
  <g transform="translate(50 50) scale(${scale}) translate(-17 -18)">
    <path d="${MARK.arch}" fill="none" stroke="${ink}" stroke-width="${MARK.line}" stroke-linecap="round"/>
    <path d="${MARK.gift}" fill="${marigold}"/>
  </g>`;
}

const svg = (inner: string): string => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${inner}</svg>`;

async function png(inner: string, size: number): Promise<Buffer> {
  const canvas = createCanvas(size, size);
  const image = await loadImage(Buffer.from(svg(inner).replace('<svg ', `<svg width="${size}" height="${size}" `)));
  canvas.getContext('2d').drawImage(image, 0, 0, size, size);
  return canvas.encode('png');
}

const WHOLE = { scale: 2, corner: 22 };
const MASKABLE = { scale: 1.6, corner: 0 };

const MANIFEST = {
  name: 'Gavirn',
  short_name: 'Gavirn',
  description: 'Alerts, goals and leaderboards for whoever goes live from a phone or a console.',
  id: '/',
  start_url: '/',
  scope: '/',
  display: 'standalone',
  background_color: TOKENS.dark.ground,
  theme_color: TOKENS.dark.ground,
  icons: [
    { src: '/icons/192.png', sizes: '192x192', type: 'image/png', purpose: 'any' },
    { src: '/icons/512.png', sizes: '512x512', type: 'image/png', purpose: 'any' },
    { src: '/icons/maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    { src: '/icons/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
  ],
  shortcuts: [
    { name: 'Desk', url: '/desk', icons: [{ src: '/icons/192.png', sizes: '192x192', type: 'image/png' }] },
    { name: 'Stage', url: '/stage', icons: [{ src: '/icons/192.png', sizes: '192x192', type: 'image/png' }] },
  ],
};

/** Writes icons/ and the manifest into the app's folder. */
export async function makeIcons(folder: string): Promise<void> {
  const icons = join(folder, 'icons');
  mkdirSync(icons, { recursive: true });
  for (const size of [192, 512]) writeFileSync(join(icons, `${size}.png`), await png(drawing('dark', WHOLE), size));
  writeFileSync(join(icons, 'maskable-512.png'), await png(drawing('dark', MASKABLE), 512));
  // A home screen that rounds the corners itself.
  writeFileSync(join(icons, 'touch-180.png'), await png(drawing('dark', { ...MASKABLE, scale: 1.9 }), 180));
  // In a tab it goes with the browser's look.
  const both = `<style>.light{display:none}@media (prefers-color-scheme:light){.dark{display:none}.light{display:inline}}</style>
  <g class="dark">${drawing('dark', WHOLE)}</g><g class="light">${drawing('light', WHOLE)}</g>`;
  writeFileSync(join(icons, 'icon.svg'), svg(both));
  writeFileSync(join(folder, 'manifest.webmanifest'), JSON.stringify(MANIFEST));
}
