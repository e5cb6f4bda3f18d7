/** Speed in the browser: the first screen on a slow processor, and one cell of a large map. */
import type { Browser, Page } from '@playwright/test';
import { calibrationToText, type Calibration } from '@/core/calibration';
import { demo } from '@tests/support/ventisca';
import { withServedApp } from '../servedApp.mts';
import { median, report } from './report.mts';

const FRAME_MS = 16.7;

/** The demo with its VE map laid on 32 × 32 breakpoints. */
function largeMap(): Calibration {
  return demo('ventisca', ({ maps }) => {
    const map = maps.ve;
    if (map === null) return;
    map.x = Array.from({ length: 32 }, (_, i) => 500 + i * 220);
    map.y = Array.from({ length: 32 }, (_, i) => 15 + i * 5);
    map.values = Array.from({ length: 1024 }, (_, i) => 40 + (i % 32) + Math.floor(i / 32));
    map.cellSources = map.values.map(() => 0);
  });
}

async function firstScreen(browser: Browser, address: string): Promise<number> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.goto(address);
  await page.getByRole('button', { name: 'New calibration' }).waitFor();
  const ms = await page.evaluate(() => performance.now());
  await context.close();
  return ms;
}

async function openLargeMap(browser: Browser, address: string): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 1600, height: 1300 } });
  await page.goto(address);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a file' }).click();
  await (
    await chooser
  ).setFiles({
    name: 'large.json',
    mimeType: 'application/json',
    buffer: Buffer.from(calibrationToText(largeMap())),
  });
  await page.getByRole('link', { name: 'Maps' }).click();
  await page.getByRole('grid', { name: 'Volumetric efficiency' }).focus();
  return page;
}

interface KeyTimes {
  /** From the key to the cell being painted on its canvas. */
  readonly painted: number[];
  /** From the key to the end of all it causes: curves, list and saving begun. */
  readonly settled: number[];
}

/** Milliseconds for each of several presses of a step key, in a cell that is neither lowest nor highest of its map. */
async function oneCell(page: Page): Promise<KeyTimes> {
  for (let i = 0; i < 10; i += 1) {
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowUp');
  }
  return page.evaluate(async () => {
    const grid = document.querySelector('[role="grid"]');
    if (grid === null) throw new Error('No grid');
    const painted: number[] = [];
    const settled: number[] = [];
    for (let i = 0; i < 40; i += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      const started = performance.now();
      grid.dispatchEvent(
        new KeyboardEvent('keydown', { key: i % 2 === 0 ? ']' : '[', bubbles: true, cancelable: true }),
      );
      // React renders and paints in the microtasks that follow a key; these run before the one awaited here.
      await new Promise((resolve) => queueMicrotask(() => resolve(null)));
      painted.push(performance.now() - started);
      await new Promise<void>((resolve) => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => resolve();
        port2.postMessage(null);
      });
      settled.push(performance.now() - started);
    }
    return { painted: painted.slice(10), settled: settled.slice(10) };
  });
}

await withServedApp(8793, async (browser, address) => {
  const screens = [];
  for (let i = 0; i < 5; i += 1) screens.push(await firstScreen(browser, address));
  report(
    'Usable first screen, processor slowed 4 ×',
    `${median(screens).toFixed(0)} ms`,
    'as short as may be',
  );
  const { painted, settled } = await oneCell(await openLargeMap(browser, address));
  const cell = median(painted);
  report('One cell of a 32 × 32 map changed and painted', `${cell.toFixed(1)} ms`, `< ${FRAME_MS} ms`);
  report('  against one frame', `${(cell / FRAME_MS).toFixed(2)} ×`, '< 1 ×');
  report('  with curves and list following', `${median(settled).toFixed(1)} ms`, '');
});
