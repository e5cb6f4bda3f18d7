/** From a key to its paint on a large map, and what follows it; the processor as it is, and slowed four times. */
import type { Browser, CDPSession, Page } from '@playwright/test';
import { calibrationToText } from '@/core/calibration';
import { withServedApp } from '../servedApp.mts';
import { largeMap } from './largeMap.mts';
import { median, report } from './report.mts';

const FRAME_MS = 16.7;
const SLOWED = 4;
const VE_GRID = '[role="grid"][aria-label="Volumetric efficiency"]';

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
  await page.evaluate(WATCH);
  return page;
}

/** In the page: a key pressed, as painted; and when anything of the page but its banner was drawn last, while that is watched. */
const WATCH = `
  window.drawnAt = 0;
  const drawn = () => { window.drawnAt = performance.now(); };
  for (const name of ['clearRect', 'putImageData']) {
    const draw = CanvasRenderingContext2D.prototype[name];
    CanvasRenderingContext2D.prototype[name] = function (...given) { drawn(); return draw.apply(this, given); };
  }
  window.watching = new MutationObserver((changes) => {
    if (changes.some(({ target }) => !(target.parentElement ?? target).closest?.('[role="banner"]'))) drawn();
  });
  window.pressed = async (key) => {
    const started = performance.now();
    document.querySelector('[role="grid"]').dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    // React renders and paints in the microtasks that follow a key; these run before the one awaited here.
    await new Promise((resolve) => queueMicrotask(resolve));
    return { started, painted: performance.now() - started };
  };
  window.presses = async (times, take) => {
    for (let i = 0; i < times; i += 1) {
      await new Promise((resolve) => setTimeout(resolve, 300));
      take(await window.pressed(i % 2 === 0 ? ']' : '['), await new Promise((resolve) => setTimeout(resolve, 500)));
    }
  };
`;

interface KeyTimes {
  /** From the key to the cell being painted on its canvas. */
  readonly painted: number;
  /** From the key to the last of what it causes: curves, surface, list, words. */
  readonly followed: number;
}

/** Presses of a step key in the cell that is selected: the middle of several after some to warm up. */
async function oneCell(page: Page): Promise<KeyTimes> {
  const { painted, followed } = (await page.evaluate(`(async () => {
    const painted = [];
    await window.presses(30, (key) => painted.push(key.painted));
    // Watching the whole page costs a key some of its time: it is done apart.
    window.watching.observe(document.body, { childList: true, subtree: true, characterData: true, attributes: true });
    const followed = [];
    await window.presses(12, (key) => followed.push(window.drawnAt - key.started));
    window.watching.disconnect();
    return { painted: painted.slice(8), followed: followed.slice(2) };
  })()`)) as Record<keyof KeyTimes, number[]>;
  return { painted: median(painted), followed: median(followed) };
}

interface Held {
  /** How long a key waited before it was heard, the worst and the middle. */
  readonly worst: number;
  readonly middle: number;
  readonly painted: number;
}

/** A key held for two seconds at thirty repeats a second, as the browser hears it from the keyboard. */
async function held(page: Page, session: CDPSession): Promise<Held> {
  await page.evaluate(`
    window.heard = [];
    let heardAt = 0;
    window.hear = () => { heardAt = performance.now(); };
    // After the page’s own listeners: what they cause is drawn in the microtasks that were asked for before this one.
    window.done = (event) => {
      const heard = heardAt;
      queueMicrotask(() => window.heard.push({ lag: heard - event.timeStamp, painted: performance.now() - heard }));
    };
    window.addEventListener('keydown', window.hear, true);
    window.addEventListener('keydown', window.done);
  `);
  const key = { key: ']', code: 'BracketRight', windowsVirtualKeyCode: 221, text: ']' };
  const started = Date.now();
  for (let i = 0; i < 60; i += 1) {
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, started + i * 33.3 - Date.now())));
    void session.send('Input.dispatchKeyEvent', { type: 'keyDown', ...key, autoRepeat: i > 0 });
  }
  await session.send('Input.dispatchKeyEvent', { type: 'keyUp', ...key });
  await page.waitForFunction('window.heard.length >= 60');
  const heard = (await page.evaluate('window.heard')) as { lag: number; painted: number }[];
  await page.evaluate(`
    window.removeEventListener('keydown', window.hear, true);
    window.removeEventListener('keydown', window.done);
  `);
  const lags = heard.slice(5).map(({ lag }) => lag);
  return {
    worst: Math.max(...lags),
    middle: median(lags),
    painted: median(heard.slice(5).map(({ painted }) => painted)),
  };
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

/** Opening, changing the whole of, and taking back a large map; and turning its surface. */
async function wholeMap(page: Page): Promise<void> {
  const elsewhere = async () => {
    await page.getByRole('link', { name: 'Warm-up enrichment' }).click();
    await page.getByRole('grid', { name: 'Warm-up enrichment' }).waitFor();
  };
  frames(
    'A 32 × 32 map opened and painted',
    await pressed(page, 'Volumetric efficiency', elsewhere, VE_GRID),
    2,
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

/** Figure, and how it stands to a frame. @param most frames it may take. */
function frames(what: string, ms: number, most = 1): void {
  report(
    what,
    `${ms.toFixed(1)} ms, ${(ms / FRAME_MS).toFixed(2)} frames`,
    `< ${most} frame${most === 1 ? '' : 's'}`,
  );
}

/** The cells that are changed: one in the middle of its map’s values, and the two ends of the colours. */
const CELLS = [
  {
    what: 'a cell in the middle',
    keys: [
      'Home',
      ...Array<string>(31).fill('ArrowDown'),
      ...Array<string>(10).fill('ArrowRight'),
      ...Array<string>(10).fill('ArrowUp'),
    ],
  },
  { what: 'the lowest', keys: ['Home', ...Array<string>(31).fill('ArrowDown')] },
  { what: 'the highest', keys: ['End', ...Array<string>(31).fill('ArrowUp')] },
];

await withServedApp(8794, async (browser, address) => {
  const page = await openLargeMap(browser, address);
  const session = await page.context().newCDPSession(page);
  for (const rate of [1, SLOWED]) {
    await session.send('Emulation.setCPUThrottlingRate', { rate });
    const slowed = rate === 1 ? '' : `, processor slowed ${rate} ×`;
    for (const { what, keys } of CELLS) {
      await page.getByRole('grid', { name: 'Volumetric efficiency' }).focus();
      for (const key of keys) await page.keyboard.press(key);
      const { painted, followed } = await oneCell(page);
      frames(`32 × 32, ${what} painted${slowed}`, painted);
      report('  the rest after it', `${followed.toFixed(0)} ms`, '< 100 ms');
    }
    const { worst, middle, painted } = await held(page, session);
    frames(`A key held at 30 a second, each painted${slowed}`, painted);
    report(
      '  waited to be heard, middle and worst',
      `${middle.toFixed(0)}, ${worst.toFixed(0)} ms`,
      '< 33 ms',
    );
  }
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await wholeMap(page);
});
