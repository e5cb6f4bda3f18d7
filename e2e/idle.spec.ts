import type { Page } from '@playwright/test';
import { expect, test } from './support';

/** Drives what is chosen, and reads what happened. */
async function driven(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  const happened = page.getByRole('status').filter({ hasText: 'Reached' });
  await expect(page.getByRole('button', { name: 'Drive', exact: true })).toBeVisible({ timeout: 90_000 });
  await expect(happened).toBeVisible({ timeout: 90_000 });
  return (await happened.textContent()) ?? '';
}

test('the idle with the fan before and after its load is set', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.openItem('Build', 'Outputs');
  await page.getByRole('button', { name: 'Change Fan' }).click();
  const air = page.getByRole('textbox', { name: 'Fan: idle valve opens by' });
  await expect(air).toHaveValue('7.6');
  await air.fill('0');
  await air.press('Enter');
  await app.goTo('Review');
  await page.getByRole('link', { name: 'Trial drive' }).click();
  await app.choose('Drive', 'Idle until the fan comes on');
  await expect(page.getByRole('textbox', { name: /^Coolant at the start/ })).toHaveValue('93');
  const below = (text: string) => Number(/at its target, (\d+) below/.exec(text)?.[1]);
  const before = below(await driven(page));
  expect(before).toBeGreaterThan(100);
  await app.goTo('Review');
  await page.getByRole('button', { name: 'Open the idle valve 7.6 % with it' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Accept' }).click();
  await page.getByRole('link', { name: 'Trial drive' }).click();
  await expect(page.getByText('The calibration has changed since. Drive it again.')).toBeVisible();
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  await expect(page.getByText('The drive before stands behind this one')).toBeVisible({ timeout: 90_000 });
  const after = below((await page.getByRole('status').filter({ hasText: 'Reached' }).textContent()) ?? '');
  expect(after).toBeLessThan(before - 8);
  await app.choose('Traces', 'Idle');
  await expect(page.getByText('Spark by idle control').first()).toBeVisible();
});

test('a stab before and after the proposal', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.goTo('Review');
  await page.getByRole('link', { name: 'Trial drive' }).click();
  await app.choose('Drive', 'Stabs, openings and lifts');
  const leaner = (text: string) => Number(/In a stab: the mixture went (\d+) % leaner/.exec(text)?.[1]);
  const before = leaner(await driven(page));
  expect(before).toBeGreaterThan(15);
  await page.getByRole('button', { name: 'Look for less' }).click();
  await page.getByRole('button', { name: 'Take the film' }).click({ timeout: 120_000 });
  await expect(page.getByText('The calibration has changed since. Drive it again.')).toBeVisible();
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  await expect(page.getByText('The drive before stands behind this one')).toBeVisible({ timeout: 90_000 });
  const after = leaner((await page.getByRole('status').filter({ hasText: 'Reached' }).textContent()) ?? '');
  expect(after).toBeLessThan(9);
  await app.goTo('Maps');
  await expect(page.getByRole('link', { name: 'Fuel that wets the wall' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Acceleration enrichment', exact: true })).toHaveCount(0);
});

test('idle control is proposed with its reasons, and accepted together', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Idle control');
  await expect(page.getByText('All of it stands as proposed.')).toBeVisible();
  await app.type(/^Air each second for 100 rev\/min/, '20');
  await expect(page.getByText(/20\.0 % → 4\.3 %/)).toBeVisible();
  await expect(page.getByText(/the sum winds up before the engine answers/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Accept all' }).click();
  await expect(page.getByRole('textbox', { name: /^Air each second for 100 rev\/min/ })).toHaveValue('4.3');
  await expect(page.getByText('All of it stands as proposed.')).toBeVisible();
});
