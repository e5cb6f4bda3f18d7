/** Main-thread work of a page, by frames of a sixtieth of a second. */
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

/** Milliseconds of main-thread work in each sixtieth of a second of a page, for so long. */
export async function workByFrame(browser: Browser, page: Page, forMs: number): Promise<number[]> {
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
  await page.waitForTimeout(forMs);
  const complete = new Promise((resolve) => session.on('Tracing.tracingComplete', resolve));
  await session.send('Tracing.end');
  await complete;
  const from = events.find(({ name }) => name === 'lumbre-from');
  if (from === undefined) throw new Error('The trace does not hold the page');
  const work = Array.from({ length: Math.floor(forMs / FRAME_MS) }, () => 0);
  for (const { name, ph, pid, tid, ts, dur } of events) {
    if (name !== 'RunTask' || ph !== 'X' || pid !== from.pid || tid !== from.tid || dur === undefined)
      continue;
    const startMs = (ts - from.ts) / 1000;
    const endMs = startMs + dur / 1000;
    for (
      let k = Math.max(0, Math.floor(startMs / FRAME_MS));
      k < work.length && k * FRAME_MS < endMs;
      k += 1
    ) {
      work[k] = (work[k] as number) + Math.min(endMs, (k + 1) * FRAME_MS) - Math.max(startMs, k * FRAME_MS);
    }
  }
  return work;
}
