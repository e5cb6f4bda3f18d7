import type { Page } from '@playwright/test';
import { expect, test } from './support';

/**
 * Five pulls on a brake with spark from 12° to 28°, the most torque at 23°; lambda over its target by a share. In the last one charges
 * may drown at the end: lambda falls, and then reads the air of what did not burn.
 */
function brakeLog(lambdaOff: number, drowns = false): string {
  const rows: string[] = [];
  let atS = 0;
  const row = (rpm: number, open: number, spark: number, nm: number) => {
    const drowned = drowns && open > 50 && spark === 28 && rpm > 5000;
    const lambda = !drowned ? 0.86 * (1 + lambdaOff) : rpm < 5200 ? 0.6 : 1.4;
    rows.push(
      [
        atS.toFixed(2),
        rpm.toFixed(0),
        open.toFixed(1),
        open > 50 ? '140' : '45',
        '88',
        '25',
        lambda.toFixed(3),
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

test('pulls that drown and are rich: the misfire is found, fuel corrected first, spark after, and both runs compared', async ({
  app,
  page,
}) => {
  test.setTimeout(180_000);
  await app.openDemo();
  await app.goTo('Logs');
  await openLog(page, brakeLog(-0.06, true), 'rich.csv');
  await page.getByRole('button', { name: /^Read \d+ kB$/ }).click();
  await expect(page.getByText(/samples from rich\.csv/)).toBeVisible({ timeout: 20_000 });
  const happened = page.getByRole('list', { name: 'What happened' });
  await expect(
    happened.getByRole('button', { name: /Rich misfire in a pull, from 5\d{3} rev\/min/ }),
  ).toBeVisible();
  const from = page.getByRole('radiogroup', { name: 'Torque from' });
  await from.getByRole('radio', { name: 'Brake torque' }).click();
  await expect(page.getByText(/^Fuel comes first: lambda lay up to \d+\.\d % off its target/)).toBeVisible();
  // Fuel first.
  await page.getByRole('button', { name: 'Look at the correction' }).click();
  await page.getByRole('button', { name: 'Accept all', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Undo: .* from a log/ })).toBeVisible();
  // Driven again with the map corrected, and then spark.
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
  // Both runs, one over the other.
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await page.getByRole('main').getByRole('link').first().click();
  await app.choose('Traces', 'Mixture');
  const onAverage = page
    .getByRole('table', { name: 'On average' })
    .getByRole('row')
    .filter({ hasText: 'Lambda 1' });
  await expect(onAverage.getByRole('cell').last()).toHaveText(/^[+−]0\.0[2-6]\d?$/);
});

/** Two starts, at −12 and 8 °C, by a starter that turns four times a second: each fires so many turns after fuel comes. */
function startsLog(firesAfterTurns: number): string {
  const rows: string[] = [];
  for (const [beganS, coolant] of [
    [0, -12],
    [120, 8],
  ] as const) {
    for (let i = 0; i < 1000; i += 1) {
      const atS = i / 20;
      const [fuelS, firesS] = [2.3, 2.3 + firesAfterTurns / 4];
      const speed =
        atS < 2 ? 0 : atS < firesS ? 240 : atS > 48 ? 0 : Math.min(1100, 240 + 1500 * (atS - firesS));
      const phase = atS < 2 ? 0 : speed > 500 ? 2 : 1;
      rows.push(
        [(beganS + atS).toFixed(2), speed.toFixed(0), phase, '60', coolant, atS < fuelS ? 0 : 9].join(','),
      );
    }
  }
  return [
    'Time,Engine speed,Phase,Manifold pressure,Coolant,Injector opening',
    's,rpm,,kPa,°C,ms',
    ...rows,
  ].join('\n');
}

test('starts from a log: what fired late asks for more cranking fuel, and gets it', async ({ app, page }) => {
  test.setTimeout(120_000);
  await app.openDemo();
  await app.goTo('Logs');
  await openLog(page, startsLog(4), 'late.csv');
  await page.getByRole('button', { name: /^Read \d+ kB$/ }).click();
  await expect(page.getByText(/samples from late\.csv/)).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: 'Study the starts' }).click();
  await expect(
    page.getByText(/^−12 °C, cranking fuel × .* a cycle or more after it had fuel: too little\.$/),
  ).toBeVisible();
  await expect(page.getByText(/^8 °C, cranking fuel × .* too little\.$/)).toBeVisible();
  await page.getByRole('button', { name: /^Cranking fuel: look at \d+ cells$/ }).click();
  await page.getByRole('button', { name: 'Accept all' }).click();
  await expect(page.getByRole('button', { name: 'Undo: Cranking fuel from starts' })).toBeVisible();
  await app.goTo('Logs');
  await openLog(page, startsLog(1.5), 'right.csv');
  await expect(page.getByText(/samples from right\.csv/)).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: 'Study the starts' }).click();
  await expect(page.getByText(/^−12 °C, .* at its first chance, and ran\.$/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Cranking fuel: look at/ })).toBeHidden();
});

/** A held engine whose map is made eight per cent richer and back every three seconds; lambda follows 0.24 s later with a lag of 80 ms. */
function steppedLog(): string {
  const rows: string[] = [];
  let shown = 0;
  for (let k = 0; k < 30_000; k += 1) {
    const atS = k / 1000;
    const richer = (timeS: number) => (timeS > 0 && Math.floor(timeS / 3) % 2 === 1 ? 0.08 : 0);
    shown += (richer(atS - 0.24) - shown) * (1 - Math.exp(-0.001 / 0.08));
    if (k % 40 !== 20) continue;
    const acts = atS > 15 ? 16 : 15;
    rows.push(
      [
        atS.toFixed(2),
        2400,
        2,
        88,
        20,
        60,
        12,
        (70 * Math.exp(richer(atS))).toFixed(2),
        (0.95 * Math.exp(-shown)).toFixed(4),
        0.95,
        acts,
        1.02,
      ].join(','),
    );
  }
  return [
    'Time,Engine speed,Phase,Coolant,Intake air,Manifold pressure,Throttle,Volumetric efficiency,Lambda 1,Lambda target,Closed loop,Lambda trim',
    's,rpm,,°C,°C,kPa,%,%,,,,',
    ...rows,
  ].join('\n');
}

test('the closed loop from a log: steps of fuel tell how late lambda is read, and where it stood at its limit', async ({
  app,
  page,
}) => {
  test.setTimeout(120_000);
  await app.openDemo();
  await app.openItem('Maps', 'Closed loop');
  await app.choose('Closed loop', 'On');
  await app.goTo('Logs');
  await openLog(page, steppedLog(), 'stepped.csv');
  await page.getByRole('button', { name: /^Read \d+ kB$/ }).click();
  await expect(page.getByText(/samples from stepped\.csv/)).toBeVisible({ timeout: 20_000 });
  await app.openItem('Maps', 'Closed loop');
  await page.getByRole('radiogroup', { name: 'Log to look at' }).getByRole('radio').first().click();
  await expect(
    page.getByText(/^\d+\.\d g\/s, \d steps: first sign after 2[34]\d ms ± \d+, lag [78]\d ms\.$/),
  ).toBeVisible();
  await expect(page.getByText(/^It acted for 30 s, 15 s of that at its limit\./)).toBeVisible();
  await page.getByRole('button', { name: 'Take it, with its gains' }).click();
  await expect(page.getByRole('textbox', { name: /^Lag/ })).toHaveValue(/^[78]\d$/);
  await expect(page.getByRole('button', { name: 'Undo: Take the delay from a log' })).toBeVisible();
});
