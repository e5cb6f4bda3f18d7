import type { Locator } from '@playwright/test';
import { Finger } from './finger';
import { DEAD_TIME, ENGINE, INJECTORS } from './nevasca';
import { expect, test } from './support';

test('from a cold box to a stored, idling engine: one evening on a phone', async ({ app, page }) => {
  test.skip(test.info().project.name !== 'phone', 'About a phone in one hand, beside one car');
  test.setTimeout(300_000);
  page.setDefaultTimeout(25_000);
  const begunMs = Date.now();
  const finger = new Finger(page);
  const tap = (control: Locator) => finger.tap(control);
  const place = (name: string) => finger.place(name);
  const press = (name: string | RegExp) => tap(page.getByRole('button', { name }).first());
  const step = (title: string | RegExp) =>
    expect(page.getByRole('heading', { level: 3, name: title })).toBeVisible({ timeout: 25_000 });
  const outcome = page.getByRole('status', { name: 'Outcome' });
  /** Hands at the car are no taps of Lumbre’s. */
  const atCar = async (does: () => Promise<void>) => {
    await app.openStandIn();
    await does();
    await page.keyboard.press('Escape');
  };
  const hands = (name: string) => page.getByRole('button', { name }).click();

  // The box is empty: what is known of the engine, and what follows from it.
  await app.visit();
  await finger.describe(
    ENGINE,
    INJECTORS,
    DEAD_TIME.map(([field, answer]) => [field, answer, 'box'] as const),
  );
  await place('Maps');
  await tap(page.getByRole('link', { name: 'Propose what is missing' }));
  await press(/^Accept all \d+$/);

  // Review says what is unwise, with its cure; the start is tried in simulation.
  await place('Review');
  for (const cure of ['Add the output Fuel pump', 'Add the output Main relay', /^Hold it back from \d+/]) {
    await press(cure);
    await tap(page.getByRole('dialog').getByRole('button', { name: 'Accept' }));
    await expect(page.getByRole('dialog')).toBeHidden();
  }
  await tap(page.getByRole('link', { name: 'Dry start' }));
  await press('Run dry start');
  await expect(page.getByRole('status').getByRole('heading', { name: /^Caught after/ })).toBeVisible();

  // At the car, in the cold.
  await place('Bench');
  await atCar(() => app.type(/^Coolant when it comes/, '5'));
  await press('Connect to the stand-in');
  await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
  await tap(page.getByRole('link', { name: 'Fuel pressure', exact: true }));
  await press('Run the pump for 30 s');
  await expect(page.getByRole('status', { name: 'Heard at the stand-in' })).toContainText('Fuel pump');
  await press('Everything is dry');
  await step('Read the gauge');
  await press('Run the pump for 60 s');
  await page.waitForTimeout(5000);
  await press(/^Stand-in: take over/);
  await press('Go on');
  for (let steps = 0; steps < 8 && !(await outcome.isVisible()); steps += 1) {
    const title = await page.getByRole('heading', { level: 3 }).first().innerText();
    if (title.startsWith('Which of the two')) await press(/^Let the calibration say/);
    else if (title.startsWith('Is there a hose')) await press('A hose goes to the manifold');
    else if (title.startsWith('Put the hand pump')) {
      await atCar(() => app.choose('Hand vacuum pump on the regulator’s line', '60 kPa'));
      await page.waitForTimeout(1500);
      await press(/^Stand-in: take over/);
      await press('Go on');
    } else if (title.startsWith('Read the fuel gauge under')) {
      await press('Run the pump for 60 s');
      await page.waitForTimeout(6000);
      await press(/^Stand-in: take over/);
      await press('Go on');
    } else if (title.startsWith('With the pump running')) {
      await press('Run the pump for 60 s');
      await page.waitForTimeout(2500);
      await press('Capture');
    } else await press('Leave it out');
    await expect(page.getByRole('heading', { level: 3, name: title, exact: true })).toBeHidden({
      timeout: 10_000,
    });
  }
  await expect(outcome).toBeVisible();
  const pressure = page.getByRole('button', { name: 'Accept', exact: true });
  const changes = await pressure.isVisible();
  if (changes) await tap(pressure);
  await tap(page.getByRole('button', { name: 'To the bench' }).last());
  if (changes) {
    await press(/^Send (the calibration|\d+ cells?) to the ECU$/);
    await expect(page.getByText(/gone with the key: store it/)).toBeVisible();
  }

  // First fire, and what it says of the engine.
  await tap(page.getByRole('link', { name: 'First fire', exact: true }));
  await press(/^Ready/);
  await press(/^Begin, \d+ s/);
  await atCar(() => hands('Hold the starter'));
  await expect(page.getByRole('group', { name: /^Engine speed: ([6-9]\d\d|1,?\d{3})/ })).toBeVisible({
    timeout: 15_000,
  });
  await atCar(() => hands('Let go of the starter'));
  await page.waitForTimeout(3500);
  await press('Done');
  await step('It runs: look round it');
  await press('Capture');
  await expect(outcome).toContainText(/It ran after \d\.\d s, and runs/, { timeout: 15_000 });
  await expect(outcome).toContainText(/It idles at [\d,]+ rev\/min/);
  await tap(page.getByRole('button', { name: 'To the bench' }).last());

  // What runs is kept over key off.
  const store = page.getByRole('button', { name: 'Store in ECU' });
  if (await store.isVisible()) await tap(store);
  await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
  await expect(page.getByRole('group', { name: /^Engine speed: ([5-9]\d\d|1,?\d{3})/ })).toBeVisible();
  const minutes = ((Date.now() - begunMs) / 60_000).toFixed(1);
  process.stdout.write(
    `From a cold box to a stored, idling engine on a phone: ${minutes} minutes, ${finger.taps} taps\n`,
  );
  expect(finger.taps).toBeLessThan(120);
});
