import { cutWords, inaccessible, sideways, TARGET, tooSmall } from './seen';
import { expect, type Lumbre, test } from './support';
import { WALKS } from './walk';
import type { Page } from '@playwright/test';

/** Chooses how it is shown, by the names of what is pressed. */
async function show(page: Page, ...choices: readonly string[]): Promise<void> {
  await page.getByRole('button', { name: 'How it is shown' }).click();
  for (const name of choices) {
    const choice = page.getByRole('dialog').getByRole('radio', { name, exact: true });
    await choice.click();
    await expect(choice).toBeChecked();
  }
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
}

/** A live reading’s name, which says its number and unit. */
const reading = (page: Page, label: string) => page.getByRole('group', { name: new RegExp(`^${label}: `) });

test('units are chosen once, and maps, readings, traces, boxes and sentences are in them; what was typed stays', async ({
  app,
  page,
}) => {
  test.setTimeout(120_000);
  await app.openDemo();
  await app.connectStandIn();
  await expect(reading(page, 'Coolant')).toHaveAccessibleName(/^Coolant: \d+ °C/);
  await show(page, 'Imperial', 'Air-fuel ratio');

  // 80 °C is 176 °F, 82 kPa are 11.9 psi.
  await expect(reading(page, 'Coolant')).toHaveAccessibleName(/^Coolant: 17[5-7] °F/);
  await expect(reading(page, 'Manifold pressure')).toHaveAccessibleName(
    /^Manifold pressure: 1[12]\.\d psi abs/,
  );
  await expect(reading(page, 'Lambda')).toHaveAccessibleName(/air : fuel/);

  await app.goTo('Maps');
  await expect(page.getByRole('link', { name: 'Lambda target' })).toContainText(
    /1\d\.\d\d to 1\d\.\d\d air : fuel/,
  );
  await app.openItem('Maps', 'Volumetric efficiency');
  await expect(
    page.getByRole('grid', { name: 'Volumetric efficiency', exact: true }).getByRole('gridcell'),
  ).toHaveAccessibleName(/^500 rev\/min, 2\.9 psi abs: /);

  // What was typed in bar stays so, and what it comes to is said in psi.
  await app.openItem('Build', 'Injectors');
  const pressure = page.getByRole('textbox', { name: /^Rated pressure/ });
  await expect(pressure).toHaveValue('300');
  await expect(page.getByText(/^= 43\.51\d? psi/)).toBeVisible();

  // Sentences.
  await app.openItem('Review', 'Dry start');
  await expect(page.getByRole('textbox', { name: /^Coolant.*, °F/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Run dry start' }).click();
  const verdict = page.getByRole('status').filter({ has: page.getByRole('heading') });
  await expect(verdict).toContainText(/coolant −?\d+ °F/);

  await page.reload();
  await app.goTo('Maps');
  await expect(page.getByRole('link', { name: 'Lambda target' })).toContainText('air : fuel');
  await show(page, 'Metric', 'Lambda');
  await expect(page.getByRole('link', { name: 'Lambda target' })).toContainText(/0\.\d+ to 1\.\d+/);
});

test('at the car all is larger and plainer, turns with the phone, and is kept', async ({ app, page }) => {
  test.setTimeout(90_000);
  await page.emulateMedia({ colorScheme: 'dark' });
  await app.openDemo();
  await app.connectStandIn();
  await show(page, 'At the car');
  const heightOf = async (name: string) =>
    (await page.getByRole('button', { name, exact: true }).boundingBox())?.height ?? 0;
  expect(await heightOf('Record')).toBeGreaterThanOrEqual(60);
  expect(await heightOf('How it is shown')).toBeGreaterThanOrEqual(60);
  const sizeOf = (of: string) =>
    reading(page, of).evaluate((tile) =>
      Math.max(...[...tile.querySelectorAll('*')].map((part) => parseFloat(getComputedStyle(part).fontSize))),
    );
  expect(await sizeOf('Coolant')).toBeGreaterThanOrEqual(56);
  await expect
    .poll(() => page.getByRole('banner').evaluate((bar) => getComputedStyle(bar).backgroundColor))
    .toBe('rgb(0, 0, 0)');

  // On its side: the numbers first, all four in sight, and the places at the side.
  await page.setViewportSize({ width: 844, height: 390 });
  for (const name of ['Engine speed', 'Lambda', 'Manifold pressure', 'Coolant'])
    await expect(reading(page, name)).toBeInViewport({ ratio: 1 });
  const places = await page.getByRole('navigation', { name: 'Places' }).boundingBox();
  expect(places?.width).toBeLessThan(100);
  for (const name of ['Build', 'Logs'])
    await expect(page.getByRole('link', { name }).first()).toBeInViewport();
  expect(await sideways(page)).toBeLessThanOrEqual(0);

  await page.reload();
  await expect(page.getByRole('banner')).toBeVisible();
  expect(await heightOf('How it is shown')).toBeGreaterThanOrEqual(60);
});

for (const [leg, views] of WALKS) {
  test(`at the car nothing is cut, too small or sideways, in other units: ${leg}`, async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.openDemo();
    // The last legs press what is named by its number.
    const isNamed = /simulation/.test(leg);
    await show(page, 'At the car', ...(isNamed ? [] : ['Imperial', 'Air-fuel ratio', 'One more']));
    for (const [view, go] of views) {
      await go(app);
      expect.soft(await tooSmall(page, TARGET), view).toEqual([]);
      expect.soft(await cutWords(page), view).toEqual([]);
      expect.soft(await sideways(page), view).toBeLessThanOrEqual(0);
      if (!isNamed) expect.soft(await metricWords(app), view).toEqual([]);
    }
  });
}

/** What is still said in units that were not chosen, but for what was typed. */
const metricWords = ({ page }: Lumbre) =>
  page.evaluate(() =>
    [...document.querySelectorAll('[dir="auto"]:not(input, textarea), svg text')]
      .map((element) => element.textContent ?? '')
      .filter((text) => /\d ?(°C|kPa|km\/h)(?![/\p{L}])/u.test(text)),
  );

test('at the car a page has no violations', async ({ app, page }) => {
  test.setTimeout(120_000);
  await app.openDemo();
  await show(page, 'At the car');
  for (const place of ['Build', 'Maps', 'Review', 'Bench', 'Logs'] as const) {
    await app.goTo(place);
    expect.soft(await inaccessible(page), place).toEqual({ dark: [], light: [] });
  }
});
