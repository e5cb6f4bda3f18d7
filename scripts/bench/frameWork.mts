/** Main-thread work of a page: its tasks one by one, and summed by frames of a sixtieth of a second. */
import type { Browser, Page } from '@playwright/test';

const FRAME_MS = 1000 / 60;

interface TraceEvent {
  readonly name: string;
  readonly ph: string;
  readonly pid: number;
  readonly tid: number;
  readonly ts: number;
  readonly dur?: number;
}

/** One task of a page's main thread, ms since the watching began. */
export interface Task {
  readonly startMs: number;
  readonly endMs: number;
}

/** Every task of a page's main thread while something is done, as the browser's own trace has them. */
export async function tasksWhile(browser: Browser, page: Page, done: () => Promise<void>): Promise<Task[]> {
  const events: TraceEvent[] = [];
  const session = await browser.newBrowserCDPSession();
  session.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])));
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: {
      includedCategories: [
        'toplevel',
        'devtools.timeline',
        'disabled-by-default-devtools.timeline',
        'blink.user_timing',
      ],
    },
  });
  await page.evaluate(() => performance.mark('lumbre-from'));
  await done();
  const complete = new Promise((resolve) => session.on('Tracing.tracingComplete', resolve));
  await session.send('Tracing.end');
  await complete;
  await session.detach();
  const from = events.find(({ name }) => name === 'lumbre-from');
  if (from === undefined) throw new Error('The trace does not hold the page');
  return events.flatMap(({ name, ph, pid, tid, ts, dur }) => {
    if (name !== 'RunTask' || ph !== 'X' || pid !== from.pid || tid !== from.tid || dur === undefined)
      return [];
    const startMs = (ts - from.ts) / 1000;
    return startMs < 0 ? [] : [{ startMs, endMs: startMs + dur / 1000 }];
  });
}

/** Milliseconds of main-thread work in each sixtieth of a second of a page, for so long. */
export async function workByFrame(browser: Browser, page: Page, forMs: number): Promise<number[]> {
  const tasks = await tasksWhile(browser, page, () => page.waitForTimeout(forMs));
  const work = Array.from({ length: Math.floor(forMs / FRAME_MS) }, () => 0);
  for (const { startMs, endMs } of tasks) {
    for (let k = Math.floor(startMs / FRAME_MS); k < work.length && k * FRAME_MS < endMs; k += 1) {
      work[k] = (work[k] as number) + Math.min(endMs, (k + 1) * FRAME_MS) - Math.max(startMs, k * FRAME_MS);
    }
  }
  return work;
}
