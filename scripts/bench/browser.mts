/** Speed in the browser: the first screen on a slow processor, and one cell of a large map. */
import type { Browser, Page } from '@playwright/test';
import { calibrationToText } from '@/core/calibration';
import { withServedApp } from '../servedApp.mts';
import { largeMap } from './largeMap.mts';
import { median, report } from './report.mts';

const FRAME_MS = 16.7;

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

/** Milliseconds from a press to what it causes being painted, several times; `prepare` sets the scene before each. */
async function pressed(
  page: Page,
  name: string,
  prepare: (() => Promise<void>) | null,
  done: string,
  runs = 15,
): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    if (prepare !== null) await prepare();
    times.push(
      await page.evaluate(
        async ([label, selector]) => {
          const target = [
            ...document.querySelectorAll<HTMLElement>('[role="button"],[role="link"],button'),
          ].find((element) =>
            (element.getAttribute('aria-label') ?? element.textContent ?? '').startsWith(label as string),
          );
          if (target === undefined) throw new Error(`Nothing is called ${label}`);
          const started = performance.now();
          target.click();
          await new Promise((resolve) => queueMicrotask(() => resolve(null)));
          for (let k = 0; k < 2000 && document.querySelector(selector as string) === null; k += 1)
            await new Promise<void>((resolve) => {
              const { port1, port2 } = new MessageChannel();
              port1.onmessage = () => resolve();
              port2.postMessage(null);
            });
          return performance.now() - started;
        },
        [name, done] as const,
      ),
    );
    await page.waitForTimeout(60);
  }
  return median(times.slice(3));
}

/** Milliseconds for each turn of the surface by a key. */
async function turning(page: Page): Promise<number> {
  const times = await page.evaluate(async () => {
    const surface = document.querySelector('[role="img"][aria-label*="as a surface"]');
    if (surface === null) throw new Error('No surface');
    const found: number[] = [];
    for (let i = 0; i < 40; i += 1) {
      await new Promise((resolve) => setTimeout(resolve, 30));
      const started = performance.now();
      surface.dispatchEvent(
        new KeyboardEvent('keydown', {
          key: i % 2 === 0 ? 'ArrowLeft' : 'ArrowRight',
          bubbles: true,
          cancelable: true,
        }),
      );
      await new Promise((resolve) => queueMicrotask(() => resolve(null)));
      found.push(performance.now() - started);
    }
    return found.slice(10);
  });
  return median(times);
}

const VE_GRID = '[role="grid"][aria-label="Volumetric efficiency"]';

/** Opening, changing the whole of, and taking back a large map; and turning its surface. */
async function wholeMap(page: Page): Promise<void> {
  const frames = (what: string, ms: number) => {
    report(what, `${ms.toFixed(1)} ms`, `< ${FRAME_MS} ms`);
    report('  against one frame', `${(ms / FRAME_MS).toFixed(2)} ×`, '< 1 ×');
  };
  const elsewhere = async () => {
    await page.getByRole('link', { name: 'Warm-up enrichment' }).click();
    await page.getByRole('grid', { name: 'Warm-up enrichment' }).waitFor();
  };
  frames(
    'A 32 × 32 map opened and painted',
    await pressed(page, 'Volumetric efficiency', elsewhere, VE_GRID),
  );
  const grid = page.getByRole('grid', { name: 'Volumetric efficiency' });
  await grid.focus();
  await page.keyboard.press('Control+a');
  await page.getByRole('radio', { name: 'Multiply' }).click();
  const box = page.getByRole('textbox', { name: 'Factor to multiply by' });
  const typed = async () => box.fill('1.001');
  frames('A whole 32 × 32 map multiplied and painted', await pressed(page, 'Apply', typed, VE_GRID));
  frames('  and that taken back', await pressed(page, 'Undo', null, VE_GRID, 14));
  frames('Its surface drawn anew while turning', await turning(page));
}

/** Milliseconds from the page’s start to the list of a thousand calibrations, and how many rows it draws. */
async function longList(browser: Browser, address: string): Promise<{ ms: number; rows: number }> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByRole('button', { name: /^Open the demo/ }).click();
  await page.getByRole('heading', { level: 1, name: 'Ventisca' }).waitFor();
  await page.evaluate(`(async () => {
    const open = indexedDB.open('lumbre');
    const database = await new Promise((resolve) => { open.onsuccess = () => resolve(open.result); });
    const store = database.transaction('entries', 'readwrite').objectStore('entries');
    const answer = (request) => new Promise((resolve) => { request.onsuccess = () => resolve(request.result); });
    const key = (await answer(store.getAllKeys())).find((name) => name.startsWith('calibration/'));
    const text = await answer(store.get(key));
    const entry = JSON.parse(await answer(store.get(key.replace('calibration/', 'entry/'))));
    for (let i = 1; i < 1000; i += 1) {
      const id = 'made-' + i;
      await answer(store.put(text, 'calibration/' + id));
      await answer(store.put(JSON.stringify({ ...entry, id, name: 'Engine ' + i }), 'entry/' + id));
    }
    database.close();
  })()`);
  const times: number[] = [];
  for (let i = 0; i < 3; i += 1) {
    await page.goto(address);
    await page.getByRole('listitem').first().waitFor();
    times.push(await page.evaluate(() => performance.now()));
  }
  const rows = await page.getByRole('listitem').count();
  await context.close();
  return { ms: median(times), rows };
}

await withServedApp(8793, async (browser, address) => {
  const list = await longList(browser, address);
  report(`A list of 1,000 calibrations, ${list.rows} rows drawn`, `${list.ms.toFixed(0)} ms`, '< 1000 ms');
  const screens = [];
  for (let i = 0; i < 5; i += 1) screens.push(await firstScreen(browser, address));
  report(
    'Usable first screen, processor slowed 4 ×',
    `${median(screens).toFixed(0)} ms`,
    'as short as may be',
  );
  const page = await openLargeMap(browser, address);
  const { painted, settled } = await oneCell(page);
  const cell = median(painted);
  report('One cell of a 32 × 32 map changed and painted', `${cell.toFixed(1)} ms`, `< ${FRAME_MS} ms`);
  report('  against one frame', `${(cell / FRAME_MS).toFixed(2)} ×`, '< 1 ×');
  report('  with curves and list following', `${median(settled).toFixed(1)} ms`, '');
  await wholeMap(page);
});
