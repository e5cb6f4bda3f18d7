import { expect, test } from './support';

test('a trial drive: driven, read, compared with the next after a change', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.openItem('Review', 'Dry start');
  await page.getByRole('button', { name: 'Trial drive' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Trial drive' })).toBeVisible();
  await app.choose('Drive', 'Idle with loads');
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  const happened = page.getByRole('status').filter({ hasText: 'Reached' });
  await expect(happened).toContainText('did not die', { timeout: 60_000 });
  await expect(happened).toContainText('No firing knocked');

  // The strip is read by keyboard: a second is twenty samples, and ten at a time with Shift.
  const strip = page.getByRole('slider', { name: 'Time in the drive' });
  await strip.focus();
  for (let i = 0; i < 20; i += 1) await page.keyboard.press('Shift+ArrowRight');
  await expect(strip).toHaveAttribute(
    'aria-valuetext',
    /^10\.05 s, .*after-start, .*Engine speed 1,?\d{3} rev\/min/,
  );
  await expect(page.getByText(/^10\.05 s/)).toBeVisible();

  // What is true of the car is told only when it is asked for.
  await expect(page.getByText('Delay of the crank sensor')).toHaveCount(0);
  await page.getByRole('button', { name: 'Ask what is true of this car' }).click();
  await expect(page.getByText('Delay of the crank sensor')).toBeVisible();
  await expect(page.getByText('typed 84.0')).toBeVisible();

  await app.changeWholeMap('Volumetric efficiency', '30');
  await app.openItem('Review', 'Dry start');
  await page.getByRole('button', { name: 'Trial drive' }).click();
  await expect(page.getByText('The calibration has changed since. Drive it again.')).toBeVisible();
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  await expect(page.getByText('The drive before stands behind this one')).toBeVisible({ timeout: 60_000 });
  await app.page.getByRole('radiogroup', { name: 'Traces' }).getByRole('radio').first().focus();
  await strip.focus();
  for (let i = 0; i < 40; i += 1) await page.keyboard.press('Shift+ArrowRight');
  await expect(strip).toHaveAttribute('aria-valuetext', /Engine speed, before [\d,]+ rev/);
});

test('a long drive can be cancelled, and what was there stays', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Review', 'Dry start');
  await page.getByRole('button', { name: 'Trial drive' }).click();
  await app.choose('Drive', 'Warm-up, laps, cool-down');
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('button', { name: 'Drive', exact: true })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'What happened' })).toHaveCount(0);
});

test('a calibration that is not complete says what is missing before it is driven', async ({ app, page }) => {
  await app.visit();
  await page.getByRole('button', { name: 'New calibration' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Nevasca');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Nevasca' })).toBeVisible();
  await page.goto(`${page.url().replace(/\/build.*$/, '')}/review/drive`);
  await expect(page.getByRole('heading', { level: 2, name: 'Trial drive' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Drive', exact: true })).toHaveCount(0);
});
