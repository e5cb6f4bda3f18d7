import type { Page } from '@playwright/test';
import { expect, test } from './support';

/** Five pulls on a brake with spark from 12° to 28°, the most torque at 23°; lambda over its target by a share. */
function brakeLog(lambdaOff: number): string {
  const rows: string[] = [];
  let atS = 0;
  const row = (rpm: number, open: number, spark: number, nm: number) => {
    rows.push(
      [
        atS.toFixed(2),
        rpm.toFixed(0),
        open.toFixed(1),
        open > 50 ? '140' : '45',
        '88',
        '25',
        (0.86 * (1 + lambdaOff)).toFixed(3),
        '0.86',
        spark.toFixed(1),
        nm.toFixed(1),
      ].join(','),
    );
    atS += 0.05;
  };
  for (const spark of [12, 16, 20, 24, 28]) {
    for (let i = 0; i < 60; i += 1) row(2400, 8, 20, 15);
    for (let rpm = 2500; rpm < 6000; rpm += 25) row(rpm, 100, spark, 320 * (1 - 0.0006 * (spark - 23) ** 2));
    for (let i = 0; i < 40; i += 1) row(3000, 4, 20, 0);
  }
  return [
    'Time,Engine speed,Throttle,Manifold pressure,Coolant,Air temp,Lambda,Lambda target,Ignition,Brake torque',
    's,rpm,%,kPa,°C,°C,,,deg,Nm',
    ...rows,
  ].join('\n');
}

async function openLog(page: Page, text: string, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Open a file' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
}

test('spark from a brake’s log: fuel comes first, then the least that gives the torque', async ({
  app,
  page,
}) => {
  test.setTimeout(180_000);
  await app.openDemo();
  await app.goTo('Logs');
  await openLog(page, brakeLog(0.06), 'lean.csv');
  await page.getByRole('button', { name: /^Read \d+ kB$/ }).click();
  await expect(page.getByText(/samples from lean\.csv/)).toBeVisible({ timeout: 20_000 });
  const from = page.getByRole('radiogroup', { name: 'Torque from' });
  await from.getByRole('radio', { name: 'Brake torque' }).click();
  await expect(page.getByText(/^Fuel comes first: lambda lay up to [56]\.\d % off its target/)).toBeVisible();
  await app.goTo('Logs');
  await openLog(page, brakeLog(0), 'right.csv');
  await expect(page.getByText(/samples from right\.csv/)).toBeVisible({ timeout: 20_000 });
  await from.getByRole('radio', { name: 'Brake torque' }).click();
  await expect(page.getByText('5 pulls, by Brake torque, brought to air of 20 °C.')).toBeVisible();
  const told = page.getByText(
    /from 12\.0° to 28\.0°: 2[01]\.\d° ± \d\.\d° is the least that gives the torque\./,
  );
  await expect(told.first()).toBeVisible();
  await page.getByRole('button', { name: /^Look at \d+ cells of spark$/ }).click();
  await expect(page.getByText(/no cell is raised by more than 3° at once/)).toBeVisible();
  await page.getByRole('button', { name: 'Accept all', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Undo: Spark from pulls' })).toBeVisible();
});
