/** The bench as it ships: samples recorded and shown in the page while the stand-in goes forty times as fast as life. */
import type { Browser, Page } from '@playwright/test';
import { CHANNEL_IDS } from '@/core/channel';
import { withServedApp } from '../servedApp.mts';
import { workByFrame } from './frameWork.mts';
import { report } from './report.mts';

const FOR_MS = 5000;
/** Samples a second of the stand-in’s own time. */
const RATE_HZ = 50;

/** In the page, as text, since a bundler's helpers are not there: how often it drew, and the longest it did not. */
const WATCH = `
  new Promise((resolve) => {
    const from = performance.now();
    let last = from;
    let longest = 0;
    let drawn = 0;
    const look = (now) => {
      longest = Math.max(longest, now - last);
      last = now;
      drawn += 1;
      if (now - from < ${FOR_MS}) requestAnimationFrame(look);
      else resolve({ drawn: (drawn * 1000) / (now - from), longest });
    };
    requestAnimationFrame(look);
  })
`;

/** The map page while it is live: main-thread work of each frame, with the processor slowed. */
const SLOWED = 4;
const WORK_MS = 12;
/** For so long, and again: in the first minute of a page the browser clears up what the coming of it has left, some tenths of a second in all. */
const WATCHED_MS = 60_000;
/**
 * In the page, as text: steps cells of the grid one after the other, each once the one before runs in the engine computer,
 * which the page says by how many are not stored. How long each took, drawing included.
 */
const STEP_CELLS = `
  new Promise((resolve) => {
    const grid = document.querySelector('[role=grid]');
    const press = (key) => grid.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    const told = () => {
      const found = /(\\d+) cells? runs? /.exec(
        [...document.querySelectorAll('div')].find((is) => is.childElementCount === 0 && is.textContent.includes('not stored'))
          ?.textContent ?? '',
      );
      return found === null ? 0 : Number(found[1]);
    };
    const times = [];
    let from = 0;
    const step = () => {
      press('ArrowRight');
      from = performance.now();
      press(']');
    };
    const observer = new MutationObserver(() => {
      if (told() <= times.length) return;
      times.push(performance.now() - from);
      if (times.length < 14) setTimeout(step, 120);
      else {
        observer.disconnect();
        resolve(times);
      }
    });
    observer.observe(document.body, { subtree: true, childList: true, characterData: true });
    step();
  })
`;

/** From a key in a map to the engine computer and back onto the page. */
async function liveEdits(page: Page): Promise<void> {
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Bench' }).tap();
  await page.getByRole('button', { name: 'Send edits as I make them' }).tap();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Maps' }).tap();
  await page.getByRole('link', { name: 'Spark advance', exact: true }).tap();
  await page.getByRole('grid', { name: 'Spark advance' }).focus();
  const times = ((await page.evaluate(STEP_CELLS)) as number[]).sort((a, b) => a - b);
  report(
    'A cell edited, until the page says that it runs',
    `${(times[times.length >> 1] ?? NaN).toFixed(0)} ms median, ${(times.at(-1) ?? NaN).toFixed(0)} ms longest of ${times.length}`,
    '< 50 ms',
  );
}

/** Its frames while it is live, with the processor slowed. */
async function liveFrames(browser: Browser, page: Page, what: string): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  await page.waitForTimeout(1500);
  for (const minute of ['the first minute', 'the second']) {
    const work = await workByFrame(browser, page, WATCHED_MS);
    const sorted = [...work].sort((a, b) => a - b);
    const within = work.filter((ms) => ms < WORK_MS).length / work.length;
    report(
      `${what} at 50 samples a second of ${CHANNEL_IDS.length} channels, processor slowed ${SLOWED} ×, ${minute}`,
      `${(100 * within).toFixed(1)} % under ${WORK_MS} ms`,
      '99 %',
    );
    report(
      '  main-thread work of a frame, middle and hundredth',
      `${(sorted[Math.floor(sorted.length / 2)] ?? NaN).toFixed(1)}, ${(sorted[Math.floor(sorted.length * 0.99)] ?? NaN).toFixed(1)} ms`,
      `< ${WORK_MS} ms`,
    );
  }
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await session.detach();
}

/** The bench and a map, while a driver drives as in life. */
async function livePages(browser: Browser, page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Stand-in', exact: true }).tap();
  await page.getByRole('radio', { name: 'As in life' }).tap();
  await page.getByRole('radio', { name: 'Brake, across the map' }).tap();
  await page.keyboard.press('Escape');
  await liveFrames(browser, page, 'The bench');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Maps' }).tap();
  await page.getByRole('link', { name: 'Volumetric efficiency', exact: true }).tap();
  await page.getByText(/^Now [\d,]+ rev/).waitFor();
  await liveFrames(browser, page, 'A live map');
}

await withServedApp(4377, async (browser, address) => {
  const page = await browser.newPage({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  await page.goto(address);
  await page.getByRole('button', { name: 'Open the demo: Ventisca' }).tap();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Bench' }).tap();
  await page.getByRole('button', { name: 'Connect to the stand-in' }).tap();
  await page.getByText('What is on the screen runs, and is stored.').waitFor();
  await page.getByRole('button', { name: 'Record', exact: true }).tap();
  await page.getByRole('button', { name: 'Stand-in', exact: true }).tap();
  await page.getByRole('radio', { name: '40 times as fast' }).tap();
  await page.getByRole('radio', { name: 'Brake, across the map' }).tap();
  await page.keyboard.press('Escape');
  const recordedS = async () =>
    Number(
      /(\d[\d,]*) s/
        .exec(await page.getByRole('button', { name: /^Stop recording/ }).innerText())?.[1]
        ?.replace(',', ''),
    );
  const before = await recordedS();
  const { drawn, longest } = (await page.evaluate(WATCH)) as { drawn: number; longest: number };
  const samples = ((await recordedS()) - before) * RATE_HZ;
  report(
    'Samples a second recorded in the page, forty times life',
    `${((samples * 1000) / FOR_MS).toFixed(0)} a second`,
    '≥ 1750',
  );
  report(
    '  drawings a second meanwhile, the longest wait',
    `${drawn.toFixed(0)}, ${longest.toFixed(0)} ms`,
    '≥ 50, < 50 ms',
  );
  await page.getByRole('button', { name: /^Stop recording/ }).tap();
  await page.getByRole('heading', { name: 'Error by cell' }).waitFor();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Bench' }).tap();
  await livePages(browser, page);
  await liveEdits(page);
});
