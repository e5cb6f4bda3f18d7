import type { Page } from '@playwright/test';
import { inaccessible, sideways } from './seen';
import { show } from './shown';
import { expect, test } from './support';

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

/** How high a readout's number is drawn, px of the page: the first rows of its picture that anything stands in. */
const digitsHeight = (page: Page, of: string) =>
  reading(page, of)
    .locator('canvas')
    .evaluate((picture) => {
      const { clientWidth: width, clientHeight: height } = picture;
      const copy = Object.assign(document.createElement('canvas'), { width, height }).getContext('2d');
      copy?.drawImage(picture as HTMLCanvasElement, 0, 0, width, height);
      const points = copy?.getImageData(0, 0, width, height).data ?? [];
      const isDrawn = (y: number) =>
        Array.from({ length: width }, (_, x) => Number(points[4 * (y * width + x) + 3])).some((a) => a > 128);
      const rows = Array.from({ length: height }, (_, y) => isDrawn(y));
      const top = rows.indexOf(true);
      return rows.indexOf(false, top) - top;
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
  // Digits are seven tenths as high as their type: 39 of 56 px.
  await expect.poll(() => digitsHeight(page, 'Coolant')).toBeGreaterThanOrEqual(39);
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

test('at the car a page has no violations', async ({ app, page }) => {
  test.setTimeout(120_000);
  await app.openDemo();
  await show(page, 'At the car');
  for (const place of ['Build', 'Maps', 'Review', 'Bench', 'Logs'] as const) {
    await app.goTo(place);
    expect.soft(await inaccessible(page), place).toEqual({ dark: [], light: [] });
  }
});
