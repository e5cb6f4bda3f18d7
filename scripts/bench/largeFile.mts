/** A log of half a gigabyte opened on the page, which answers meanwhile: how long it takes, and how long the page is busy at a time. */
import { mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { withServedApp } from '../servedApp.mts';
import { report } from './report.mts';

const BYTES = 500e6;
const PIECE = 20_000;

/** Twenty columns, fifty rows a second, as far as the size goes. */
async function writeLarge(path: string): Promise<void> {
  const file = await open(path, 'w');
  await file.write(`Time,RPM,MAP,Lambda,${Array.from({ length: 16 }, (_, i) => `Raw ${i + 1}`).join(',')}\n`);
  const tail = Array.from({ length: 97 }, (_, k) =>
    Array.from({ length: 16 }, (_, c) => (2.5 + Math.sin(k / (3 + c))).toFixed(3)).join(','),
  );
  for (let at = 0, size = 0; size < BYTES; at += PIECE) {
    const lines = Array.from({ length: PIECE }, (_, k) => {
      const i = at + k;
      return `${(i / 50).toFixed(2)},${1000 + (i % 6000)},${(30 + (i % 130)).toFixed(1)},${(0.8 + (i % 300) / 1000).toFixed(3)},${tail[i % 97]}`;
    });
    const text = `${lines.join('\n')}\n`;
    size += text.length;
    await file.write(text);
  }
  await file.close();
}

/** In the page, as text: how long it was busy at a time since then, ms. */
const WATCH = `
  window.longestMs = 0;
  new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) window.longestMs = Math.max(window.longestMs, duration);
  }).observe({ type: 'longtask' });
`;

async function opened(page: Page, path: string): Promise<void> {
  await page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
  await page.getByRole('link', { name: 'Logs', exact: true }).click();
  await page.getByRole('button', { name: 'Open a file' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles(path);
  await page.getByRole('list', { name: 'Columns' }).waitFor();
  await page.getByRole('radio', { name: 'Only look at it' }).click();
  await page.evaluate(WATCH);
  const startedMs = performance.now();
  await page.getByRole('button', { name: /^Read / }).click();
  await page.getByRole('progressbar', { name: 'Reading the file' }).waitFor();
  await page.getByText(/ samples from large\.csv/).waitFor({ timeout: 300_000 });
  const tookS = (performance.now() - startedMs) / 1000;
  const longestMs = await page.evaluate<number>('window.longestMs');
  report(
    'A file of 500 MB opened on the page',
    `${tookS.toFixed(1)} s, ${(500 / tookS).toFixed(0)} MB/s`,
    '',
  );
  report('  the page busy at a time, at most', `${longestMs.toFixed(0)} ms`, '< 100 ms');
}

const folder = await mkdtemp(join(tmpdir(), 'lumbre-large-'));
try {
  await writeLarge(join(folder, 'large.csv'));
  await withServedApp(8794, async (browser, address) => {
    const page = await browser.newPage();
    await page.goto(address);
    await opened(page, join(folder, 'large.csv'));
  });
} finally {
  await rm(folder, { recursive: true });
}
