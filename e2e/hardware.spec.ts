import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, test } from './support';

/** Chooses a file where the app asks for one. */
async function giveFile(page: Page, button: string, name: string, content: string): Promise<void> {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: button }).click();
  await (await chooser).setFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
}

test('a pin that does not fit is a conflict at both ends, with free ones offered', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Coils');
  await app.choose('Igniter', 'Plain coil');
  await app.openItem('Build', 'Pins');
  await expect(page.getByRole('alert').filter({ hasText: 'Coil 1 cannot go to B7' })).toContainText(
    'A plain coil’s current would burn a logic output: it needs a direct coil driver. Free: B13, B14.',
  );
  await page.getByRole('button', { name: /^Pin B7, coil driver, logic: Coil 1, in conflict$/ }).click();
  await expect(page.getByRole('dialog').getByText(/Coil 1 cannot go to B7/)).toBeVisible();
  await page.keyboard.press('Escape');
  await app.openItem('Review', 'Dry start');
  await expect(page.getByText('Nothing is started while something stands in the way.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Run dry start' })).toBeHidden();
  await page.getByRole('button', { name: 'Put it right' }).first().click();
  await page.getByRole('button', { name: 'Coil 1: pin B7' }).click();
  await expect(page.getByRole('dialog').getByRole('radio')).toHaveCount(2);
  await page.getByRole('radio', { name: 'B13, coil driver, direct, 12 A' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Coil 1 cannot' })).toHaveCount(0);
});

test('a moved pin is listed for the loom until the wires are moved, and felt until then', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Pins');
  await page.getByRole('button', { name: 'Crank sensor: pin A1' }).click();
  await page.getByRole('button', { name: 'Take Crank sensor off A1' }).click();
  await page.getByRole('button', { name: 'Coolant temperature: pin A12' }).click();
  await page.getByRole('radio', { name: 'A14, temperature input' }).click();
  await expect(page.getByText('Coolant temperature: from A12 to A14')).toBeVisible();
  await expect(page.getByText('Crank sensor: take off A1')).toBeVisible();
  await app.dryStart('−20', /^Never finds its position: no crank signal$/);
  await page.getByRole('button', { name: 'Open pins' }).click();
  await page.getByRole('button', { name: /^Pin A1, crank input: free$/ }).click();
  await page.getByRole('radio', { name: 'Crank sensor' }).click();
  await page.getByRole('button', { name: 'The wires are moved' }).click();
  await expect(page.getByText(/^As confirmed on/)).toBeVisible();
  await app.dryStart('−20', /^Caught/);
});

test('the loom list is saved for a spreadsheet and printed on a page of its own', async ({ app, page }) => {
  // A printer takes the page away again once it has it.
  await page.addInitScript(() => {
    window.print = () => undefined;
  });
  await app.openDemo();
  await app.openItem('Build', 'Pins');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const download = await saved;
  expect(download.suggestedFilename()).toBe('ventisca-loom.csv');
  const lines = (await readFile(await download.path(), 'utf8')).split('\r\n');
  expect(lines[0]).toBe('Pin,Kind,Function,Wire');
  expect(lines).toContain('A1,Crank input,Crank sensor,"Screened pair, screen to engine computer only"');
  expect(lines.filter((line) => /^[AB]\d+,/.test(line))).toHaveLength(45);
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  const paper = page.frameLocator('iframe[title="Print"]');
  await expect(paper.getByRole('cell', { name: 'Fuel pump' })).toBeAttached();
});

test('another engine computer is a file; one that is not sound is refused with the place', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Pins');
  const pins = [
    { id: 'X1', kind: 'crank' },
    { id: 'X2', kind: 'injector', maxA: 4 },
    { id: 'X3', kind: 'injector', maxA: 4 },
    { id: 'X4', kind: 'temperature' },
  ];
  const ecu = {
    format: 'lumbre-ecu',
    version: 1,
    id: 'two',
    name: 'Two channels',
    note: 'Own build.',
    pullUpOhm: 1000,
    referenceV: 5,
    adcBits: 10,
    pins,
  };
  const button = 'Take a description from a file';
  await giveFile(page, button, 'bad.json', JSON.stringify({ ...ecu, pins: [...pins, pins[0]] }));
  await expect(
    page.getByRole('alert').getByText(/bad.json was not opened. pins.4.id: Pin X1 is listed twice/),
  ).toBeVisible();
  await giveFile(page, button, 'half.json', JSON.stringify(ecu).slice(0, 80));
  await expect(
    page.getByRole('alert').getByText(/half.json was not opened. The file is not JSON/),
  ).toBeVisible();
  await giveFile(page, button, 'two.json', JSON.stringify(ecu));
  await expect(page.getByRole('radio', { name: 'Two channels' })).toBeChecked();
  await expect(page.getByText(/Two channels has no pin A1. Choose another for Crank sensor/)).toBeVisible();
  await app.openItem('Build', 'Injection');
  await expect(page.getByText(/6 injector drivers are needed and the engine computer has 2/)).toBeVisible();
});

test('a wrong pull-up is warned of, felt in the start, and put right', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Sensors');
  await page.getByRole('link', { name: 'Coolant temperature' }).click();
  await app.type(/^Pull-up/, '1 kΩ');
  await expect(
    page.getByText(/temperature inputs of Generic, six channels have 2490 Ω, not 1000/),
  ).toBeVisible();
  await app.openItem('Review', 'Dry start');
  await app.choose('Coolant temperature', '−20 °C');
  await page.getByRole('button', { name: 'Run dry start' }).click();
  await expect(page.getByText(/takes coolant of −20 °C for −?\d °C/)).toBeVisible();
  await page.getByRole('button', { name: 'Open sensors' }).click();
  await page.getByRole('link', { name: 'Coolant temperature' }).click();
  await app.type(/^Pull-up/, '2490 Ω');
  await app.dryStart('−20', /^Caught/);
  await expect(page.getByText(/takes coolant/)).toBeHidden();
});

test('without a cam signal sequential injection is refused, and nothing is started', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Trigger');
  await app.choose('Cam sensor', 'None');
  await app.openItem('Build', 'Injection');
  await expect(page.getByRole('alert').getByText(/Sequential injection needs a cam signal/)).toBeVisible();
  await app.openItem('Review', 'Dry start');
  await expect(page.getByRole('alert').getByText(/Sequential injection needs a cam signal/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Run dry start' })).toBeHidden();
  await app.openItem('Build', 'Trigger');
  await app.choose('Cam sensor', 'Hall');
  await app.dryStart('20', /^Caught/);
});

test('a changed stroke says what it moved, over the whole sheet', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.type(/^Stroke/, '80');
  const moved = page.getByRole('status').filter({ hasText: 'Swept volume, engine' });
  await expect(moved).toContainText('2460.5');
  await expect(moved).toContainText('2660.0 cm³');
  await expect(moved).toContainText('Mean piston speed');
  await expect(moved).toContainText('Duty at peak power');
  await expect(moved).toContainText('Idle pulse');
});

test('own injector sets are kept, saved as a file, removed and brought back', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Injectors');
  await page.getByRole('button', { name: 'Open the library' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('textbox', { name: 'Name for the set in use' }).fill('Ventisca, flow bench');
  await sheet.getByRole('button', { name: 'Keep the set in use' }).click();
  await expect(sheet.getByRole('link', { name: 'Ventisca, flow bench' })).toBeVisible();
  const saved = page.waitForEvent('download');
  await sheet.getByRole('button', { name: 'Save own sets as a file' }).click();
  const text = await readFile(await (await saved).path(), 'utf8');
  await sheet.getByRole('button', { name: 'Remove Ventisca, flow bench from the library' }).click();
  await expect(sheet.getByText('None kept yet.')).toBeVisible();
  await giveFile(page, 'Add sets from a file', 'sets.json', '{"format": "lumbre-calibration"}');
  await expect(
    sheet.getByText(/sets.json was not opened. The file is not a library of injectors/),
  ).toBeVisible();
  await giveFile(page, 'Add sets from a file', 'sets.json', text);
  await sheet.getByRole('link', { name: 'Generic, 1000 cm³/min, low impedance' }).click();
  await expect(
    page.getByText(
      /One injector of 2.4 Ω draws? 6.0 A; the driver bears 4 A and burns|One injector of 2.4 Ω draw 6.0 A/,
    ),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Open the library' }).click();
  await sheet.getByRole('link', { name: 'Ventisca, flow bench' }).click();
  await expect(page.getByRole('textbox', { name: /^Rated flow, cm/ })).toHaveValue('610');
});

test('an output without hysteresis is seen to flutter', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Outputs');
  await expect(page.getByText('Nothing flutters.')).toBeVisible();
  await page.getByRole('button', { name: 'Change Second pump' }).click();
  await app.type(/^Second pump, condition 2: hysteresis/, '0');
  await app.type(/^Second pump, condition 2: on for at least/, '0');
  await expect(page.getByText(/Second pump switches off and on again \d+ times/)).toBeVisible();
  await app.type(/^Second pump, condition 1: threshold/, '90000');
  await expect(page.getByText(/must be between 0 and 20000 rev\/min/)).toBeVisible();
  await app.openItem('Build', 'Coils');
  await app.openItem('Build', 'Outputs');
  await page.getByRole('button', { name: 'Change Second pump' }).click();
  await expect(page.getByRole('textbox', { name: /^Second pump, condition 1: threshold/ })).toHaveValue(
    '90000',
  );
});

test('junk pasted into a table stays to be seen, each row with its reason, and nothing stored is lost', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Coils');
  await page.getByRole('button', { name: 'Paste Dwell against voltage' }).click();
  await page
    .getByRole('textbox', { name: 'Rows from a spreadsheet' })
    .fill('8\tabc\n10\t-4\n12\t1e9\n14\t1,234');
  await page.getByRole('button', { name: 'Take these rows' }).click();
  await expect(page.getByText('“abc” is not a number.')).toBeVisible();
  await expect(page.getByText(/Dwell must be between 0.3 and 25 ms/)).toHaveCount(2);
  await expect(page.getByRole('textbox', { name: 'Row 4, dwell, ms' })).toHaveValue('1,234');
  await app.openItem('Build', 'Outputs');
  await app.openItem('Build', 'Coils');
  await expect(page.getByRole('textbox', { name: 'Row 1, dwell, ms' })).toHaveValue('abc');
  await app.dryStart('20', /^Caught/);
});

test('a second set takes over without a step in fuel', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Second set');
  await app.choose('Second injector set', 'Two sets');
  await app.type(/^Rated flow, second set/, '440');
  await app.type(/^Rated pressure, second set/, '300');
  for (const [i, volts, dead] of [
    [1, '8', '2.4'],
    [2, '14', '0.95'],
  ] as const) {
    await app.type(`Row ${i}, voltage, V`, volts);
    await app.type(`Row ${i}, dead time, ms`, dead);
  }
  await app.type(/^Least net time, second set/, '0.6');
  await app.choose('Hand-over by', 'Demand');
  await app.type(/^Begins at/, '50');
  await app.type(/^Full share from/, '52');
  await expect(page.getByText(/The hand-over from 50 to 52 % is too short/)).toBeVisible();
  await app.type(/^Full share from/, '80');
  await app.type(/^Its full share/, '40');
  await expect(page.getByText(/No step at the hand-over/)).toBeVisible();
});
