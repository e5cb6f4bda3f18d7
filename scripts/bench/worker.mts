/** Speed of the dry start as it ships: in its worker in the browser, the first run of a page and those after it. */
import type { Browser, Page } from '@playwright/test';
import { withServedApp } from '../servedApp.mts';
import { tasksWhile } from './frameWork.mts';
import { median, report } from './report.mts';

const START_LENGTH_S = 20;
const PAGES = 5;
/** Of a fresh worker: its code has been made quick after some thirty. */
const RUNS = 60;
/** Presses of a page whose tasks are looked at, and for how long after its answer. */
const PRESSES = 3;
const ANSWER_DRAWN_MS = 600;

/**
 * In the page, as text, since a bundler's helpers are not there: notes when the app asked its worker to run and was
 * answered; and can ask a fresh worker the same again with nothing else going on.
 */
const WATCHED_WORKER = `
  window.seenMs = [];
  const Plain = Worker;
  window.Worker = class extends Plain {
    constructor(url, ...rest) {
      super(url, ...rest);
      const asked = new Map();
      const post = this.postMessage.bind(this);
      this.postMessage = (message, ...others) => {
        if (message && message.path && message.path[0] === 'run' && message.argumentList[0].value !== 'prepare') {
          asked.set(message.id, performance.now());
          window.asked = { url, message };
        }
        post(message, ...others);
      };
      this.addEventListener('message', ({ data }) => {
        if (!asked.has(data.id)) return;
        window.seenMs.push(performance.now() - asked.get(data.id));
        asked.delete(data.id);
      });
    }
  };
  window.runAlone = async (runs) => {
    const { url, message } = window.asked;
    const worker = new Plain(url);
    const times = [];
    for (let i = 0; i < runs; i += 1) {
      const { port1 } = new MessageChannel();
      const id = 'alone-' + i;
      const argumentList = message.argumentList.map((argument) =>
        argument.type === 'HANDLER' ? { ...argument, value: port1 } : argument);
      const started = performance.now();
      worker.postMessage({ ...message, id, argumentList }, [port1]);
      await new Promise((resolve) => {
        worker.onmessage = ({ data }) => { if (data.id === id) resolve(); };
      });
      times.push(performance.now() - started);
    }
    worker.terminate();
    return times;
  };
`;

interface PageTimes {
  /** From asking to answer in a worker of its own, by run. */
  readonly alone: readonly number[];
  /** As seen on the screen, with the app drawing its progress: the first run of the page and the second. */
  readonly seen: readonly number[];
}

async function openedAtDryStart(browser: Browser, address: string): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await page.addInitScript(WATCHED_WORKER);
  await page.goto(address);
  await page.getByRole('button', { name: /^Open the demo/ }).click();
  await page.getByRole('link', { name: 'Review' }).click();
  await page.getByRole('link', { name: 'Dry start' }).click();
  // Somebody looks at the screen before the first press; the worker is readied meanwhile.
  await page.waitForTimeout(1500);
  return page;
}

async function press(page: Page, run: number): Promise<void> {
  await page.getByRole('button', { name: 'Run dry start' }).click();
  while ((await page.evaluate<number>('window.seenMs.length')) < run) await page.waitForTimeout(50);
}

async function timesOfAPage(browser: Browser, address: string): Promise<PageTimes> {
  const page = await openedAtDryStart(browser, address);
  for (let run = 1; run <= 2; run += 1) await press(page, run);
  const seen = await page.evaluate<number[]>('window.seenMs');
  const alone = await page.evaluate<number[]>(`window.runAlone(${RUNS})`);
  await page.close();
  return { alone, seen };
}

/** The longest task of the page's main thread by press of a page, from the press until its answer has long been drawn. */
async function longestByPress(browser: Browser, address: string): Promise<number[]> {
  const page = await openedAtDryStart(browser, address);
  const longest: number[] = [];
  for (let run = 1; run <= PRESSES; run += 1) {
    const tasks = await tasksWhile(browser, page, async () => {
      await press(page, run);
      await page.waitForTimeout(ANSWER_DRAWN_MS);
    });
    longest.push(Math.max(...tasks.map(({ startMs, endMs }) => endMs - startMs)));
  }
  await page.close();
  return longest;
}

await withServedApp(8794, async (browser, address) => {
  const pages: PageTimes[] = [];
  for (let i = 0; i < PAGES; i += 1) pages.push(await timesOfAPage(browser, address));
  const realTime = (ms: number) => `${((START_LENGTH_S * 1000) / ms).toFixed(0)} × real time`;
  const first = median(pages.map(({ alone }) => alone[0] ?? NaN));
  const warm = median(pages.flatMap(({ alone }) => alone.slice(RUNS / 2)));
  const best = Math.min(...pages.flatMap(({ alone }) => alone));
  report('Dry start in its worker, warm', `${realTime(warm)}, ${realTime(best)} at best`, '≥ 1000 ×');
  const seen = (run: number) => median(pages.map(({ seen: times }) => times[run] ?? NaN));
  report('  a fresh worker’s first run', realTime(first), '');
  report('  as pressed on the screen, first', `${seen(0).toFixed(0)} ms, ${realTime(seen(0))}`, '');
  report('  as pressed on the screen, again', `${seen(1).toFixed(0)} ms, ${realTime(seen(1))}`, '');
  report('  the first press against the next', `${(seen(0) / seen(1)).toFixed(1)} ×`, '≤ 2 ×');
  const longest: number[][] = [];
  for (let i = 0; i < PAGES; i += 1) longest.push(await longestByPress(browser, address));
  const ofPresses = (tasks: readonly number[]) =>
    `${median(tasks).toFixed(1)} ms, ${Math.max(...tasks).toFixed(1)} at worst`;
  report(
    '  the page’s longest task from a first press until its answer is drawn',
    ofPresses(longest.map(([ofFirst]) => ofFirst ?? NaN)),
    '< 20 ms',
  );
  report('  from a later press', ofPresses(longest.flatMap((tasks) => tasks.slice(1))), '< 20 ms');
});
