/** Speed of the whole field of starts as it ships: from the press to its first start and to its last. */
import { withServedApp } from '../servedApp.mts';
import { median, report } from './report.mts';

const RUNS = 3;
const STARTS = 42;

const firstS: number[] = [];
const againS: number[] = [];
const wholeS: number[] = [];
await withServedApp(8124, async (browser, address) => {
  for (let run = 0; run < RUNS; run += 1) {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    await page.goto(address);
    await page
      .getByRole('button', { name: /^Open the demo/ })
      .first()
      .click();
    await page.getByRole('navigation').getByRole('link', { name: 'Review' }).click();
    await page.getByRole('link', { name: 'Dry start', exact: true }).click();
    const ended = page.getByRole('grid').getByRole('gridcell', { name: /: (?!not yet)/ });
    const pressed = async (name: string, first: number[]) => {
      const button = page.getByRole('button', { name });
      await button.waitFor();
      await page.waitForTimeout(1500);
      const fromMs = performance.now();
      await button.click();
      await ended.first().waitFor();
      first.push((performance.now() - fromMs) / 1000);
      await ended.nth(STARTS - 1).waitFor({ timeout: 120_000 });
      wholeS.push((performance.now() - fromMs) / 1000);
    };
    await pressed('Run the whole field', firstS);
    await pressed('Run the field again', againS);
    await page.close();
  }
});
report('Field of 7 × 6 starts, first one shown, first run', `${median(firstS).toFixed(2)} s`, '0.3 s');
report('Field of 7 × 6 starts, first one shown, again', `${median(againS).toFixed(2)} s`, '0.3 s');
report('Field of 7 × 6 starts, whole', `${median(wholeS).toFixed(2)} s`, '< 4 s on two cores');
