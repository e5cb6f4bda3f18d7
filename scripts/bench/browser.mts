/** Speed of the first screen: on a slow processor, and with many calibrations. */
import type { Browser } from '@playwright/test';
import { withServedApp } from '../servedApp.mts';
import { median, report } from './report.mts';

/** Notes in the page when the first thing can be pressed: asking from outside costs a slow page a tenth of a second. */
const NOTE_USABLE = `
  new MutationObserver((_, observer) => {
    const buttons = [...document.querySelectorAll('button, [role="button"]')];
    if (!buttons.some((button) => button.textContent.includes('New calibration'))) return;
    observer.disconnect();
    window.usableAt = performance.now();
  }).observe(document, { childList: true, subtree: true });
`;

async function firstScreen(browser: Browser, address: string): Promise<number> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.addInitScript(NOTE_USABLE);
  await page.goto(address);
  await page.waitForFunction('window.usableAt !== undefined', null, { polling: 200 });
  const ms = await page.evaluate('window.usableAt');
  await context.close();
  return Number(ms);
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
  report('Usable first screen, processor slowed 4 ×', `${median(screens).toFixed(0)} ms`, '< 2500 ms');
  report('  the first of them', `${(screens[0] ?? NaN).toFixed(0)} ms`, '');
});
