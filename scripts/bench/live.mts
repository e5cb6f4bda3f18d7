/** The bench as it ships: samples recorded and shown in the page while the stand-in goes forty times as fast as life. */
import { withServedApp } from '../servedApp.mts';
import { report } from './report.mts';

const FOR_MS = 5000;

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

await withServedApp(4377, async (browser, address) => {
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await page.goto(address);
  await page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Bench' }).click();
  await page.getByRole('button', { name: 'Connect to the stand-in' }).click();
  await page.getByText('What is on the screen runs, and is stored.').waitFor();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await page.getByRole('button', { name: 'Stand-in', exact: true }).click();
  await page.getByRole('radio', { name: '40 times as fast' }).click();
  await page.getByRole('radio', { name: 'Brake, across the map' }).click();
  await page.keyboard.press('Escape');
  const recordedS = async () =>
    Number(
      /(\d[\d,]*) s/
        .exec(await page.getByRole('button', { name: /^Stop recording/ }).innerText())?.[1]
        ?.replace(',', ''),
    );
  const before = await recordedS();
  const { drawn, longest } = (await page.evaluate(WATCH)) as { drawn: number; longest: number };
  const samples = ((await recordedS()) - before) * 20;
  report(
    'Samples a second recorded in the page, forty times life',
    `${((samples * 1000) / FOR_MS).toFixed(0)} a second`,
    '≥ 700',
  );
  report(
    '  drawings a second meanwhile, the longest wait',
    `${drawn.toFixed(0)}, ${longest.toFixed(0)} ms`,
    '≥ 50, < 50 ms',
  );
});
