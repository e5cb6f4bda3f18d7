import { readFile } from 'node:fs/promises';
import { inaccessible, sideways, TARGET, tooSmall } from './seen';
import { expect, test } from './support';

const NOTE = 'Note on this calibration';

test('a season is found by a word, leaves as one file, and is taken on another phone, beside what is there', async ({
  app,
  page,
  browser,
}) => {
  test.setTimeout(120_000);
  await app.openDemo();
  await app.goTo('Build');
  await page.getByRole('textbox', { name: NOTE }).fill('Sankt Moritz, the cold one');
  await page.getByRole('textbox', { name: NOTE }).blur();
  await app.expectStored();
  await app.goTo('Bench');
  await app.connectStandIn();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: /^Stop recording/ }).click();
  await expect(page).toHaveURL(/\/logs\//);
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await page.getByRole('button', { name: 'Garage' }).click();
  await expect(page.getByText('1 calibration, 1 log, 0 versions, 0 sign-offs')).toBeVisible();
  await expect(page.getByRole('link', { name: /^Log of 1 min, recorded/ })).toBeVisible();
  await page.getByRole('textbox', { name: 'Word to find' }).fill('moritz COLD');
  await expect(page.getByText('1 find.')).toBeVisible();
  await page.getByRole('link', { name: 'Note of Ventisca' }).click();
  await expect(page.getByRole('textbox', { name: NOTE })).toHaveValue('Sankt Moritz, the cold one');
  await page.goBack();

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export everything' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toMatch(/^lumbre-\d{4}-\d\d-\d\d\.garage\.zip$/);
  await expect(page.getByText(/went to your downloads\.$/)).toBeVisible();
  const buffer = await readFile(await file.path());

  // Another phone, which has a calibration of its own.
  const context = await browser.newContext({ baseURL: new URL(page.url()).origin, serviceWorkers: 'block' });
  const phone = await context.newPage();
  const take = async (content: Buffer) => {
    const chooser = phone.waitForEvent('filechooser');
    await phone.getByRole('button', { name: 'Take a file' }).click();
    await (
      await chooser
    ).setFiles({ name: 'season.garage.zip', mimeType: 'application/zip', buffer: content });
  };
  await phone.goto('/garage');
  await expect(phone.getByText('No engine yet: make a calibration, or take a file.')).toBeVisible();
  await take(buffer.subarray(0, buffer.length / 2));
  await expect(phone.getByRole('alert')).toContainText(
    'The file was not taken. It is no garage that Lumbre wrote, or it is damaged',
  );
  await take(buffer);
  const became = phone.getByRole('status', { name: 'What became of the file' });
  await expect(became).toContainText('1 calibration taken: Ventisca.');
  await expect(became).toContainText('1 log taken.');
  await phone.getByRole('link', { name: /^Log of 1 min, recorded/ }).click();
  await expect(phone.getByRole('heading', { level: 1, name: 'Ventisca' })).toBeVisible();
  // Changed there, and taken once more: both are there.
  await phone.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Build' }).click();
  await phone.getByRole('textbox', { name: NOTE }).fill('On the phone');
  await phone.getByRole('textbox', { name: NOTE }).blur();
  await expect(
    phone.getByText('Stored', { exact: true }).or(phone.getByText('Stored in this browser')),
  ).toBeVisible();
  await phone.getByRole('button', { name: 'All calibrations' }).click();
  await phone.getByRole('button', { name: 'Garage' }).click();
  await take(buffer);
  await expect(became).toContainText(
    'Ventisca is here in another state, and stays as it is. What came lies beside it as Ventisca 2',
  );
  await phone.getByRole('textbox', { name: 'Word to find' }).fill('note of');
  await expect(phone.getByText('2 finds.')).toBeVisible();
  await context.close();
});

test(
  'the garage is accessible, and nothing in it is too small or cut',
  { tag: '@both' },
  async ({ app, page, isMobile }) => {
    await app.openDemo();
    await page.getByRole('button', { name: 'All calibrations' }).click();
    await page.getByRole('button', { name: 'Garage' }).click();
    await page.getByRole('textbox', { name: 'Word to find' }).fill('ventisca');
    await expect(page.getByText(/^\d+ finds?\.$/)).toBeVisible();
    if (isMobile) expect(await tooSmall(page, TARGET)).toEqual([]);
    expect(await sideways(page)).toBeLessThanOrEqual(0);
    expect(await inaccessible(page)).toEqual({ dark: [], light: [] });
  },
);
