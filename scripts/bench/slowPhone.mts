/**
 * A phone of some years: every main view with the processor slowed four times. How long until it can be used, loaded anew and come
 * to from its list, and how long each touch takes to its next paint.
 */
import type { BrowserContext, Page } from '@playwright/test';
import { withServedApp } from '../servedApp.mts';
import { report } from './report.mts';

const SLOWED = 4;
/** A view is opened so many times. */
const TIMES = 3;

/** A view: its route in a calibration, what is there once it can be used, and what is touched in it. */
interface View {
  readonly name: string;
  readonly route: string;
  /** In the page: finds what says that it can be used. */
  readonly usable: string;
  readonly touches: readonly string[];
}

const heading = (text: string) =>
  `[...document.querySelectorAll('h2, [role="heading"]')].find((one) => one.textContent === '${text}')`;
const control = (role: string, name: string) =>
  `[...document.querySelectorAll('[role="${role}"]')].find((one) => (one.getAttribute('aria-label') ?? one.textContent).includes('${name}'))`;

const VIEWS: readonly View[] = [
  { name: 'Build', route: 'build', usable: control('link', 'Engine'), touches: [] },
  {
    name: 'Engine',
    route: 'build/engine',
    usable: control('button', 'About Bore'),
    touches: [
      control('button', 'About Bore'),
      control('button', 'Close'),
      control('radio', 'Displacement'),
      control('radio', 'Bore and stroke'),
    ],
  },
  {
    name: 'Injectors',
    route: 'build/injectors',
    usable: control('button', 'About Rated flow'),
    touches: [control('button', 'About Rated flow'), control('button', 'Close')],
  },
  {
    name: 'Dead time',
    route: 'build/dead-time',
    usable: control('button', 'Add a voltage'),
    touches: [control('button', 'Add a voltage'), control('button', 'Remove row 11')],
  },
  {
    name: 'Pins',
    route: 'build/pins',
    usable: heading('Pins'),
    touches: [control('button', 'Coolant temperature: pin'), control('button', 'Close')],
  },
  { name: 'Maps', route: 'maps', usable: control('link', 'Spark advance'), touches: [] },
  {
    name: 'Filling map',
    route: 'maps/ve',
    usable: control('grid', 'Volumetric efficiency'),
    touches: [
      control('button', 'Units'),
      control('button', 'Close'),
      control('radio', 'Cruise'),
      control('radio', 'Full load'),
      control('button', 'Lay the axes anew'),
      control('radio', 'Manifold pressure'),
      control('radio', 'Carry the slope on'),
      control('button', 'Refuse'),
    ],
  },
  { name: 'A curve', route: 'maps/cranking', usable: control('grid', 'Cranking fuel'), touches: [] },
  { name: 'Workings', route: 'maps/workings', usable: heading('Workings'), touches: [] },
  { name: 'Review', route: 'review', usable: control('link', 'Dry start'), touches: [] },
  {
    name: 'Dry start',
    route: 'review/start',
    usable: control('button', 'Run dry start'),
    touches: [control('radio', '0 °C'), control('radio', '−20 °C')],
  },
  { name: 'Trial drive', route: 'review/drive', usable: control('button', 'Drive'), touches: [] },
  {
    name: 'Bench',
    route: 'bench',
    usable: control('button', 'Connect to the stand-in'),
    touches: [
      control('radio', 'Idle'),
      control('radio', 'Pull'),
      control('button', 'Arrange'),
      control('button', 'Close'),
    ],
  },
  { name: 'Logs', route: 'logs', usable: control('button', 'Open a file'), touches: [] },
  { name: 'Versions', route: 'versions', usable: control('button', 'Export as a file'), touches: [] },
];

/** In the page: each touch with the time to its next paint. */
const TOLD = `
  window.touches = [];
  new PerformanceObserver((list) => {
    for (const { interactionId, duration } of list.getEntries())
      if (interactionId > 0) window.touches.push([interactionId, duration]);
  }).observe({ type: 'event', durationThreshold: 16, buffered: true });
  window.untilUsable = (find) => new Promise((resolve) => {
    const look = () => (find() ? requestAnimationFrame(() => resolve(performance.now())) : setTimeout(look, 5));
    look();
  });
`;

const untilUsable = (page: Page, { usable }: View) =>
  page.evaluate(`window.untilUsable(() => ${usable})`) as Promise<number>;

/** The page at a view, loaded anew: when it could be used, from the beginning of the load. */
async function loaded(page: Page, base: string, view: View): Promise<number> {
  await page.goto(`${base}/${view.route}`, { waitUntil: 'commit' });
  return untilUsable(page, view);
}

/**
 * A finger where an element is. Nothing of what drives the browser holds the element: it would watch the touch too, and what it
 * does in the page would be counted with it.
 */
async function tapped(page: Page, find: string): Promise<void> {
  const spot = (await page.evaluate(`(() => {
    const one = ${find};
    if (one === undefined) return null;
    one.scrollIntoView({ block: 'center' });
    const { left, top, width, height } = one.getBoundingClientRect();
    return [left + width / 2, top + height / 2];
  })()`)) as [x: number, y: number] | null;
  if (spot === null) throw new Error(`There is nothing to touch: ${find}`);
  await page.waitForTimeout(150);
  await page.touchscreen.tap(...spot);
}

/** Touches what a view has to be touched, and what leads to it from where the page is; milliseconds of each to its next paint. */
async function touched(page: Page, view: View): Promise<number[]> {
  // Somebody looks first; by then what comes behind the first paint is there too.
  await page.waitForTimeout(500);
  for (const find of view.touches) {
    await tapped(page, find);
    await page.waitForTimeout(400);
  }
  await page.waitForTimeout(300);
  const told = (await page.evaluate('window.touches.splice(0)')) as [id: number, ms: number][];
  const longest = new Map<number, number>();
  for (const [id, ms] of told) longest.set(id, Math.max(ms, longest.get(id) ?? 0));
  // A touch that was over within a frame is not told.
  const quick = Math.max(0, view.touches.length - longest.size);
  return [...longest.values(), ...Array.from({ length: quick }, () => 16)];
}

const share = (values: readonly number[], of: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(of * values.length))] ?? NaN;

async function slowed(context: BrowserContext, page: Page): Promise<void> {
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
}

await withServedApp(8798, async (browser, address) => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await page.addInitScript(TOLD);
  await page.goto(address);
  await page.getByRole('button', { name: /^Open the demo/ }).click();
  await page.getByRole('heading', { level: 1, name: 'Ventisca' }).waitFor();
  const base = page.url().replace(/\/build.*$/, '');
  await slowed(context, page);
  const [firsts, loads, touches]: [number[], number[], number[]] = [[], [], []];
  for (const view of VIEWS) {
    const own: number[] = [];
    for (let i = 0; i < TIMES; i += 1) own.push(await loaded(page, base, view));
    const felt = await touched(page, view);
    firsts.push(own[0] ?? NaN);
    loads.push(...own);
    touches.push(...felt);
    const touch = felt.length === 0 ? '' : `; a touch at most ${Math.max(...felt).toFixed(0)} ms`;
    report(`  ${view.name}, loaded`, `${share(own, 0.5).toFixed(0)} ms${touch}`, '');
  }
  const inAll = (values: readonly number[]) =>
    `${share(values, 0.5).toFixed(0)} ms; ${share(values, 0.9).toFixed(0)} of 90 %; ${Math.max(...values).toFixed(0)} at most`;
  report('Main views loaded anew until usable, processor slowed 4 ×', inAll(loads), '< 2000 ms');
  report('  the first of each', inAll(firsts), '');
  report(`${touches.length} touches to their next paint`, inAll(touches), '< 100 ms');
  // From its list: as it is gone to in the app.
  const went: number[] = [];
  await loaded(page, base, VIEWS[0] as View);
  for (const view of VIEWS) {
    const started = await page.evaluate(() => performance.now());
    const [place] = view.route.split('/');
    const link = page
      .getByRole('navigation', { name: 'Places' })
      .getByRole('link', { name: new RegExp(`^${place}`, 'i') });
    if ((await link.count()) === 0) continue;
    if (view.route === place) {
      await link.tap();
      went.push((await untilUsable(page, view)) - started);
    }
  }
  report('A place touched until usable', inAll(went), '< 2000 ms');
});
