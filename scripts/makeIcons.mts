/** Draws the app's icons from its mark: `node --import tsx scripts/makeIcons.mts`. */
import { chromium } from '@playwright/test';
import { CHROMIUM } from './chromium.mjs';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');
const mark = readFileSync(path.join(root, 'public/favicon.svg'), 'utf8');
/** What lies within the mark’s ground. */
const flame = mark.replace(/^.*?<rect[^>]*>/s, '').replace('</svg>', '');

/** @param inset what is left around the mark, as a share: a mask may cut off a fifth on each side. */
function icon(px: number, inset: number): string {
  const scale = 1 - 2 * inset;
  const ground =
    inset === 0
      ? mark
      : `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 32 32"><rect width="32" height="32" fill="#14100D"/><g transform="translate(${32 * inset} ${32 * inset}) scale(${scale})">${flame}</g></svg>`;
  return ground.replace('<svg ', `<svg width="${px}" height="${px}" `);
}

const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox'] });
const page = await browser.newPage();
for (const [name, px, inset] of [
  ['icon-192', 192, 0],
  ['icon-512', 512, 0],
  ['maskable-512', 512, 0.14],
  ['apple-180', 180, 0.1],
] as const) {
  await page.setViewportSize({ width: px, height: px });
  await page.setContent(`<body style="margin:0">${icon(px, inset)}</body>`);
  writeFileSync(path.join(root, `public/icons/${name}.png`), await page.screenshot({ omitBackground: true }));
}
await browser.close();
