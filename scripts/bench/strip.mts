/** Traces of a million samples in twelve lanes: until they are there, and moved and zoomed with the processor slowed. */
import { mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, CDPSession, Page } from '@playwright/test';
import { withServedApp } from '../servedApp.mts';
import { workByFrame } from './frameWork.mts';
import { median, report } from './report.mts';

const ROWS = 1_000_000;
const PIECE = 20_000;
const NAMES = ['Time', ...Array.from({ length: 12 }, (_, i) => `Raw ${i + 1}`)];
const SLOWED = 4;
const FOR_MS = 5000;
const WORK_MS = 12;

async function writeLog(path: string): Promise<void> {
  const file = await open(path, 'w');
  await file.write(`${NAMES.join(',')}\n`);
  for (let at = 0; at < ROWS; at += PIECE) {
    const lines = Array.from({ length: PIECE }, (_, k) => {
      const s = (at + k) / 50;
      const cells = Array.from({ length: 12 }, (_, c) =>
        (2.5 + 2 * Math.sin(s / (1 + c)) + Math.sin(s * 91 + c) / 10).toFixed(2),
      );
      return `${s.toFixed(2)},${cells.join(',')}`;
    });
    await file.write(`${lines.join('\n')}\n`);
  }
  await file.close();
}

/** Opens the log, only to be looked at, and goes to its page. */
async function opened(page: Page, path: string): Promise<void> {
  await page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
  await page.getByRole('link', { name: 'Logs', exact: true }).click();
  await page.getByRole('button', { name: 'Open a file' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles(path);
  await page.getByRole('list', { name: 'Columns' }).waitFor();
  await page.getByRole('radio', { name: 'Only look at it' }).click();
  await page.getByRole('button', { name: /^Read / }).click();
  await page.getByText(/ samples from million\.csv/).waitFor({ timeout: 300_000 });
}

/** In the page, as text: moves and zooms the strip by its wheel at every frame, for so long. */
const MOVE = `
  new Promise((resolve) => {
    const strip = document.querySelector('[role=slider][aria-label="Time in the log"]');
    const { left, top, width, height } = strip.getBoundingClientRect();
    const until = performance.now() + ${FOR_MS + 1500};
    let frames = 0;
    const frame = (now) => {
      frames += 1;
      const zooms = Math.floor(frames / 60) % 2 === 0;
      const deltaY = (Math.floor(frames / 120) % 2 === 0 ? -1 : 1) * 12;
      strip.dispatchEvent(
        new WheelEvent('wheel', {
          bubbles: true,
          cancelable: true,
          ctrlKey: zooms,
          deltaY: zooms ? deltaY : 0,
          deltaX: zooms ? 0 : deltaY,
          clientX: left + width / 3,
          clientY: top + height / 2,
        }),
      );
      if (now < until) requestAnimationFrame(frame);
      else resolve(frames);
    };
    requestAnimationFrame(frame);
  })
`;

/** What a processor does that is no script of the page. */
const NO_SCRIPT = ['(program)', '(idle)', '(root)'];

/** Milliseconds of script for each time that the strip was moved. */
async function scriptOfMoves(session: CDPSession, page: Page): Promise<number> {
  await session.send('Profiler.enable');
  await session.send('Profiler.start');
  const frames = await page.evaluate<number>(MOVE);
  const { profile } = await session.send('Profiler.stop');
  const names = new Map(profile.nodes.map(({ id, callFrame }) => [id, callFrame.functionName]));
  let us = 0;
  profile.samples?.forEach((id, i) => {
    if (!NO_SCRIPT.includes(names.get(id) ?? '')) us += profile.timeDeltas?.[i] ?? 0;
  });
  return us / 1000 / frames;
}

async function moved(browser: Browser, page: Page): Promise<void> {
  const session = await page.context().newCDPSession(page);
  // Warm: its code was run before.
  await page.evaluate(MOVE);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  const script = await scriptOfMoves(session, page);
  report(
    `  script of a frame, moved and zoomed at each, slowed ${SLOWED} ×`,
    `${script.toFixed(1)} ms`,
    `< ${WORK_MS} ms`,
  );
  const moving = page.evaluate(MOVE);
  const work = await workByFrame(browser, page, FOR_MS);
  await moving;
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  const sorted = [...work].sort((a, b) => a - b);
  report(
    '  all work of a sixtieth of a second, drawn without a graphics card',
    `${median(work).toFixed(1)}, ${(sorted[Math.floor(sorted.length * 0.99)] ?? NaN).toFixed(1)} ms`,
    '',
  );
}

const folder = await mkdtemp(join(tmpdir(), 'lumbre-strip-'));
try {
  const path = join(folder, 'million.csv');
  await writeLog(path);
  await withServedApp(8796, async (browser, address) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(address);
    await opened(page, path);
    await page.getByRole('button', { name: 'All traces', exact: true }).click();
    await page.getByRole('button', { name: 'Choose traces' }).click();
    for (const name of NAMES.slice(1))
      await page.getByRole('button', { name: `Add ${name}`, exact: true }).click();
    const startedMs = performance.now();
    await page.keyboard.press('Escape');
    await page.getByRole('slider', { name: 'Time in the log' }).waitFor();
    await page.evaluate('new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)))');
    report(
      'Twelve traces of 1 M samples, from closing their list',
      `${(performance.now() - startedMs).toFixed(0)} ms`,
      '',
    );
    await moved(browser, page);
  });
} finally {
  await rm(folder, { recursive: true });
}
