import { expect, test } from './support';

/** A made-up data sheet, as it lies on the bench: a naturally aspirated two-litre four. */
const SHEET = {
  coolant: '-10\t9 400\n0\t5900\n20\t2500\n60\t596\n100\t186,6',
  deadTime: 'V\t300 kPa\t400 kPa\n8\t2,31\t2,46\n10\t1,55\t1,65\n12\t1,14\t\n14\t0,89\t0,95\n16\t0,73\t0,78',
  dwell: '8\t5,9\n10\t4,3\n12\t3,4\n14\t2,8\n16\t2,4',
};

test('the whole sheet of a new four-cylinder, from a data sheet, section by section', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  const next = (name: string) => page.getByRole('button', { name: `Next: ${name}` }).click();
  await app.visit();
  await page.getByRole('button', { name: 'New calibration' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Sheet');
  await page.getByRole('button', { name: 'Make it' }).click();

  await app.openItem('Build', 'Engine');
  await app.choose('What I type now is', 'Data sheet');
  await app.type(/^Bore/, '86');
  await app.type(/^Stroke/, '86');
  await app.type('Cylinders', '4');
  await app.type(/^Compression ratio/, '11');
  await app.choose('Layout', 'In line');
  const tap = page.getByRole('group', { name: 'Tap in firing order' });
  for (const cylinder of [1, 3, 4, 2]) {
    await tap.getByRole('button', { name: new RegExp(`^Cylinder ${cylinder}(,|$)`) }).click();
  }
  await expect(page.getByRole('textbox', { name: 'Firing order' })).toHaveValue('1-3-4-2');
  await app.choose('Firing intervals', 'Even');
  await app.choose('Induction', 'Natural');
  await app.choose('Fuel', 'Petrol, no oxygenate');
  await app.type(/^Altitude/, '150');
  await app.type(/^Speed of peak torque/, '4800');
  await app.type(/^Speed of peak power/, '6600');
  await app.type(/^Maximum speed/, '7200');
  await app.type(/^Maximum manifold pressure/, '100');
  await expect(page.getByRole('img', { name: /Firing over two turns: 1 at 0°, 3 at 180°/ })).toBeVisible();

  await next('Cams');
  await app.type(/^Intake opens/, '18');
  await app.type(/^Intake closes/, '58');
  await app.type(/^Exhaust opens/, '60');
  await app.type(/^Exhaust closes/, '16');
  await expect(page.getByRole('img', { name: /overlap 34°/ })).toBeVisible();

  await next('Trigger');
  await app.choose('Crank wheel', 'Missing teeth');
  await app.type('Tooth places', '36');
  await app.type('Teeth left out', '1');
  await app.choose('Crank sensor', 'Hall');
  await app.choose('Crank edge', 'Falling');
  await app.type(/^First tooth to TDC/, '80');
  await app.choose('Cam sensor', 'None');
  await expect(page.getByText(/without a cam signal the two turns of a cycle look the same/)).toBeVisible();
  await app.choose('Cam sensor', 'Hall');
  await app.choose('Cam edge', 'Falling');
  await app.type('Cam teeth', '1');
  await app.type(/^Cam tooth before firing TDC/, '300');
  await expect(page.getByText(/Sequential injection and individual coils are possible/)).toBeVisible();
  await expect(page.getByText('70', { exact: true })).toBeVisible();

  await next('Pins');
  await app.choose('Engine computer', 'Generic, six channels');
  await next('Sensors');
  await page.getByRole('link', { name: 'Manifold pressure' }).click();
  await app.type('Row 1, voltage, V', '0.4');
  await app.type('Row 1, pressure, kPa abs', '20');
  await app.type('Row 2, voltage, V', '4.65');
  await app.type('Row 2, pressure, kPa abs', '115');
  await app.type(/^Replacement value/, '95');
  await next('Throttle position');
  await app.type(/^Voltage, closed/, '0.55');
  await app.type(/^Voltage, wide open/, '4.7');
  await expect(page.getByText(/Wide open is 0.10 V from the fault band/)).toBeVisible();
  await app.type(/^Voltage, wide open/, '4.2');
  await expect(page.getByText(/Head-room to the faults: 0.35 V closed, 0.60 V wide open/)).toBeVisible();
  await next('Coolant temperature');
  await page.getByRole('button', { name: 'Paste Resistance against temperature' }).click();
  await page.getByRole('textbox', { name: 'Rows from a spreadsheet' }).fill(SHEET.coolant);
  await page.getByRole('button', { name: 'Take these rows' }).click();
  await expect(page.getByRole('textbox', { name: 'Row 5, resistance, Ω' })).toHaveValue('186.6');
  await app.type(/^Pull-up/, '2490');
  await expect(page.getByRole('heading', { name: 'Steinhart–Hart fit' })).toBeVisible();
  await next('Air temperature');
  await app.choose('Calibration is given by', 'Nominal and B value');
  await app.choose('Generic curves', '2.06 kΩ, B 3500');
  await app.type(/^Pull-up/, '2.49 kΩ');
  await next('Lambda 1');
  await app.choose('Fitted', 'Fitted');
  await app.type('Row 1, voltage, V', '0');
  await app.type('Row 1, lambda, λ', '0.68');
  await app.type('Row 2, voltage, V', '5');
  await app.type('Row 2, lambda, λ', '1.36');
  await app.choose('It sees', 'All cylinders');
  for (const name of [
    'Lambda 2',
    'Knock',
    'Knock 2',
    'Fuel pressure',
    'Oil pressure',
    'Ethanol content',
    'Vehicle speed',
    'Gear',
    'Launch switch',
    'Shift switch or load cell',
    'Retard switch',
  ]) {
    await next(name);
    await app.choose('Fitted', 'Not fitted');
  }

  await next('Injectors');
  await page.getByRole('button', { name: 'Open the library' }).click();
  await page.getByRole('link', { name: 'Generic, 240 cm³/min, high impedance' }).click();
  await app.type(/^Rated flow/, '38');
  await expect(page.getByText(/Rated flow must be at least/)).toBeVisible();
  await app.type(/^Rated flow/, '100');
  await expect(page.getByText(/very small for an injector; it looks like lb\/h/)).toBeVisible();
  await app.type(/^Rated flow/, '240');
  await app.type(/^Rated pressure/, '300');
  await app.type(/^Fuel density of the rating/, '0.745');
  await app.type(/^Real rail pressure/, '3 bar');
  await app.choose('Regulator', 'Fixed');
  await app.type(/^Coil resistance/, '14.5');

  await next('Dead time');
  await page.getByRole('button', { name: 'Paste dead time' }).click();
  await page.getByRole('textbox', { name: 'Rows from a spreadsheet' }).fill(SHEET.deadTime);
  await page.getByRole('button', { name: 'Take these rows' }).click();
  const gap = page.getByRole('textbox', { name: 'Row 3, dead time at 400 kPa, ms' });
  await expect(gap).toHaveValue('');
  await expect(gap).toHaveAttribute('placeholder', /^1\.2\d$/);
  await expect(page.getByText('Falls smoothly with voltage.')).toBeVisible();

  await next('Injection');
  await app.choose('Injection', 'Sequential');
  await app.choose('Injector wiring', 'One driver each');
  await page.getByRole('button', { name: 'Take 378°' }).click();
  await expect(page.getByRole('img', { name: /cylinder 1 at 342°, cylinder 3 at 522°/ })).toBeVisible();
  await next('Second set');
  await app.choose('Second injector set', 'One set');

  await next('Coils');
  await app.choose('Ignition', 'Wasted spark');
  await app.choose('Igniter', 'With igniter');
  await app.choose('Dwell is given by', 'Table');
  await page.getByRole('button', { name: 'Paste Dwell against voltage' }).click();
  await page.getByRole('textbox', { name: 'Rows from a spreadsheet' }).fill(SHEET.dwell);
  await page.getByRole('button', { name: 'Take these rows' }).click();
  await expect(page.getByText('Coils, in firing order: 1 and 4, 3 and 2.')).toBeVisible();
  await page.getByRole('button', { name: 'Scale all dwell to 90 %' }).click();
  await expect(page.getByRole('textbox', { name: 'Row 1, dwell, ms' })).toHaveValue('5.31');

  await next('Outputs');
  for (const name of ['Fuel pump', 'Fan', 'Tachometer']) {
    await page.getByRole('button', { name: 'Add an output' }).click();
    await page.getByRole('dialog').getByRole('link', { name, exact: true }).click();
  }
  await expect(page.getByRole('img', { name: /Fuel pump on 2 times, Fan on 1 times/ })).toBeVisible();

  await app.openItem('Build', 'Pins');
  await page.getByRole('button', { name: 'Fill the free pins' }).click();
  await expect(page.getByText('Every function has a pin.')).toBeVisible();
  await page.getByRole('button', { name: 'The loom is wired like this' }).click();
  await expect(page.getByText(/^As confirmed on/)).toBeVisible();

  await app.goTo('Build');
  if ((page.viewportSize()?.width ?? 0) < 1000) {
    await expect(page.getByText('Empty', { exact: true })).toHaveCount(0);
    await expect(page.getByText('Incomplete', { exact: true })).toHaveCount(0);
    await expect(page.getByText(/in the way$/)).toHaveCount(0);
  }
  await app.expectStored();
  await page.reload();
  await app.openItem('Build', 'Coils');
  await expect(page.getByRole('textbox', { name: 'Row 1, dwell, ms' })).toHaveValue('5.31');
});
