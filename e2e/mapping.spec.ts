import { demo } from '../tests/support/ventisca';
import { expect, test } from './support';

test(
  'live mapping: it says where to hold, counts only what is steady, and its correction proves itself',
  { tag: '@far' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.visit();
    await app.openFile(demo('ventisca'));
    await app.connectStandIn('84');
    await page.getByRole('link', { name: 'Live mapping', exact: true }).click();
    await expect(page.getByRole('heading', { level: 2, name: 'Live mapping' })).toBeVisible();
    const where = page.getByRole('status', { name: 'Where to go' });
    await expect(where).toContainText(/^Start it, then 1?\d{3} rev\/min at \d\d kPa: hold 4 s$/);
    await page.getByRole('radio', { name: '6 s', exact: true }).click();
    await expect(where).toContainText(/hold 6 s$/);
    await page.getByRole('button', { name: 'Send edits as I make them' }).click();

    await app.openStandIn();
    await page.getByRole('button', { name: 'Hold the starter' }).click();
    await page.waitForTimeout(1500);
    await page.getByRole('button', { name: 'Let go of the starter' }).click();
    await app.choose('Brake dynamometer', 'Holds a speed');
    await app.type(/^Brake holds the speed/, '2550');
    await app.choose('Pedal', '20 %');
    await app.choose('Its time passes', '10 times as fast');
    await page.keyboard.press('Escape');
    // Held where it is, the cells about it come to be known, and their error is offered as a correction.
    const correct = page.getByRole('button', { name: /^Correct \d+ cells?$/ });
    await expect(correct).toBeEnabled({ timeout: 30_000 });
    await page.waitForTimeout(3000);
    await app.openStandIn();
    await app.choose('Its time passes', 'As in life');
    await page.keyboard.press('Escape');
    await correct.click();
    await expect(page.getByText(/corrected and not driven since/)).toBeVisible();
    await app.openStandIn();
    await app.choose('Its time passes', '10 times as fast');
    await page.keyboard.press('Escape');
    await expect(page.getByText(/^[1-9]\d* of \d+ cells are right/)).toBeVisible({ timeout: 30_000 });
    // What was held outlives a look at another page.
    await app.goTo('Maps');
    await app.goTo('Bench');
    await page.getByRole('link', { name: 'Live mapping', exact: true }).click();
    await expect(page.getByText(/^[1-9]\d* of \d+ cells are right/)).toBeVisible();
    // Ten times as fast they would be right again before anybody sees that they are not.
    await app.openStandIn();
    await app.choose('Its time passes', 'As in life');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Begin anew' }).click();
    await expect(page.getByText(/^0 of \d+ cells are right/)).toBeVisible();
  },
);
