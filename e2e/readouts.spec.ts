import { expect, test } from './support';

test('readouts are arranged by purpose, hold their peaks, keep to their limits, and show a sensor in fault', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  const tile = (name: RegExp) => page.getByRole('group', { name });
  await app.openDemo();
  await app.connectStandIn('20');
  await expect(tile(/^Coolant: 20 °C/)).toBeVisible();

  // A set of its own, with one more number, another order, and a limit that is not kept.
  await app.choose('Readouts for', 'Pull');
  await expect(tile(/^Spark advance: /)).toBeVisible();
  await expect(tile(/^Coolant: /)).toHaveCount(0);
  await page.getByRole('button', { name: 'Arrange', exact: true }).click();
  const sheet = page.getByRole('dialog', { name: 'Arrange the readouts' });
  await app.type('Look for a channel', 'coolant');
  await sheet.getByRole('button', { name: 'Add Coolant' }).click();
  await app.type('Coolant, not below, °C', '70');
  for (let i = 0; i < 3; i += 1) await sheet.getByRole('button', { name: 'Move Coolant up' }).click();
  await sheet.getByRole('button', { name: 'Remove Spark advance' }).click();
  await page.keyboard.press('Escape');
  await expect(tile(/^Coolant: 20 °C, below 70/)).toBeVisible();
  await expect(tile(/^Spark advance: /)).toHaveCount(0);

  // It is so after a reload, too.
  await page.reload();
  await app.connectStandIn('80');
  await expect(tile(/^Coolant: 80 °C/)).toBeVisible();

  // Driven into a lost sensor: peaks stay, and the fault cannot be overlooked.
  await app.openStandIn();
  await app.choose('Its time passes', '10 times as fast');
  await app.choose('Let a driver drive', 'Pressure sensor lost at full load');
  await page.keyboard.press('Escape');
  await expect(tile(/^Manifold pressure: .* sensor in fault: not measured/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/^A sensor is in fault: manifold pressure/)).toBeVisible();
  await expect(tile(/^Engine speed: \d[\d,]* rev\/min, 0 to [2-9],?\d{3}/)).toBeVisible();
  await page.getByRole('button', { name: 'Forget the peaks' }).click();
  await expect(tile(/^Engine speed: .*, 0 to /)).toHaveCount(0);
});
