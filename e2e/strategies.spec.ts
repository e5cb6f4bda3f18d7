import { expect, test } from './support';

test('another load strategy: what changes is said, maps are computed, it starts, and undo is the way back', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Maps', 'Load strategy');
  await app.choose('Load is measured by', 'Plain pulse width');
  await expect(
    page.getByText('No longer used, and kept for the way back: volumetric efficiency.'),
  ).toBeVisible();
  await expect(page.getByText('Stays in use: lambda target, spark advance, idle air.')).toBeVisible();
  await page.getByRole('button', { name: 'Switch to plain pulse width' }).click();
  await app.dryStart('20', /^Caught/);

  await app.openItem('Maps', 'Lambda target');
  await page.getByRole('textbox', { name: 'New value' }).fill('0,9');
  await page.getByRole('button', { name: 'Apply' }).click();
  await expect(page.getByText(/with plain pulse width the fuel does not follow it/)).toBeVisible();
  await page.getByRole('button', { name: 'Accept all' }).click();
  await expect(page.getByText(/with plain pulse width the fuel does not follow it/)).toBeHidden();
  await page.getByRole('button', { name: 'Undo: Scale the base pulse with the lambda target' }).click();
  await page.getByRole('button', { name: /^Undo: Lambda target: set to/ }).click();
  await page.getByRole('button', { name: 'Undo: Measure load by plain pulse width' }).click();
  await app.goTo('Maps');
  await expect(page.getByRole('link', { name: 'Base pulse' })).toBeHidden();
  await expect(page.getByRole('link', { name: 'Volumetric efficiency', exact: true })).toBeVisible();
});

test('by throttle: the filling map is converted, Workings shows the load with idle air, and the engine starts', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Maps', 'Load strategy');
  await app.choose('Load is measured by', 'Throttle, with pressure');
  await page.getByRole('button', { name: 'Switch to throttle, with pressure' }).click();
  await app.openItem('Maps', 'Workings');
  await expect(page.getByText('1. Load by throttle')).toBeVisible();
  await expect(page.getByText('VE map at speed and throttle, between four cells')).toBeVisible();
  await app.dryStart('20', /^Caught/);
});

test('a correction of one’s own counts in Workings and in the dry start, in its order and under its condition', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Maps', 'Corrections');
  await page.getByRole('button', { name: 'Add a correction' }).click();
  await page.getByRole('textbox', { name: 'Name of the correction' }).fill('Cold lean');
  await page.getByRole('radiogroup', { name: 'Across' }).getByRole('radio', { name: 'Coolant' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.getByRole('button', { name: 'When Cold lean acts' }).click();
  await app.choose('Cold lean acts', 'Past a threshold');
  await app.choose('Cold lean: comparison', 'Below');
  await app.type('Threshold, °C', '10');
  await expect(page.getByText(/with coolant below 10 °C, until above 12 °C/)).toBeVisible();
  await app.type('Hysteresis, °C', '190');
  await expect(page.getByRole('alert')).toContainText('It would never end');
  await page.getByRole('button', { name: 'Open the map of Cold lean' }).click();
  await page.getByRole('grid', { name: 'Cold lean', exact: true }).click({ position: { x: 8, y: 8 } });
  await page.getByRole('textbox', { name: 'New value, ×' }).fill('0,2');
  await page.getByRole('button', { name: 'Apply' }).click();
  await app.dryStart('−20', /too lean|stalls/);
  await app.dryStart('20', /^Caught/);

  await app.openItem('Maps', 'Workings');
  await expect(page.getByText('Your correction; its condition is not met, so it does not act')).toBeVisible();
  await app.type(/^Coolant, /, '-20');
  await expect(page.getByText('Your correction: m × map')).toBeVisible();
  await app.openItem('Maps', 'Corrections');
  await page.getByRole('button', { name: 'Switch Cold lean off' }).click();
  await app.dryStart('−20', /^Caught/);
});

test('an overrun cut that reaches idle is said, drawn, and spoils a hot start', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Overrun cut');
  await app.type('With manifold pressure below', '60');
  await expect(page.getByText(/Hot, it should idle at about \d+ kPa abs/)).toBeVisible();
  await app.type('Cuts above', '900');
  await expect(page.getByText(/Fuel returns at 500 rev\/min/)).toBeVisible();
  await app.openItem('Review', 'Dry start');
  await app.choose('Coolant temperature', '80 °C');
  await page.getByRole('button', { name: 'Run dry start' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Fuel was cut as on overrun' })).toBeVisible();
  await page.getByRole('button', { name: 'Open volumetric efficiency' }).click();
  await expect(page.getByText(/Hatched: where the overrun cut may act/)).toBeVisible();
});

test('second maps are blended by ethanol, and say that they need the sensor', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Load strategy');
  await app.choose('Second maps for another fuel', 'Blend by ethanol');
  await expect(page.getByText(/no composition sensor is fitted/)).toBeVisible();
  await app.proposeMap('Blend of targets');
  await app.proposeMap('Lambda target, second fuel');
  await app.openItem('Maps', 'Workings');
  await app.type(/^Ethanol, /, '60');
  // Ventisca's fuel, 14.3, with 60 % ethanol: mass fraction 0.6137; 14.3 − 5.3 · 0.6137.
  await expect(page.getByText('11.05', { exact: true })).toBeVisible();
});
