import { strFromU8, unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, Lumbre, test } from './support';

test(
  'a start and a pull are recorded, marked by thumb and by key, and are there after a reload',
  { tag: '@both' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.openDemo();
    await app.connectStandIn('84');
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await app.openStandIn();
    await page.getByRole('button', { name: 'Hold the starter' }).click();
    await page.waitForTimeout(2500);
    await page.getByRole('button', { name: 'Let go of the starter' }).click();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Mark the moment' }).click();
    await page.getByRole('textbox', { name: 'Note for mark 1' }).fill('it caught');
    await page.getByRole('heading', { name: 'Bench', exact: true }).click();
    // Recording goes on over other pages, and is marked there too.
    await page.getByRole('link', { name: 'Counters', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Stop recording' })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
    await page.keyboard.press('m');
    await app.openStandIn();
    await app.choose('Its time passes', '4 times as fast');
    await app.choose('Pedal', '100 %');
    await page.waitForTimeout(1500);
    await app.choose('Pedal', '0 %');
    await page.keyboard.press('Escape');
    await app.goTo('Bench');
    await page.getByRole('button', { name: /^Stop recording, \d+ s$/ }).click();
    await expect(
      page.getByText(/^\d+ s at 50 Hz, \d+ samples of Ventisca as built; driven with Ventisca\.$/),
    ).toBeVisible();
    const marks = page.getByRole('list', { name: 'Marks' }).getByRole('listitem');
    await expect(marks).toHaveCount(2);
    await expect(marks.first().getByRole('textbox')).toHaveValue('it caught');
    await page.reload();
    await expect(marks).toHaveCount(2);
    await marks.last().getByRole('textbox').fill('the pull begins');
    await page.getByRole('textbox', { name: 'Note for this log' }).fill('wet track');
    await page.keyboard.press('Tab');
    await expect(page.getByText('Kept with the log.')).toBeVisible();
    await page.reload();
    await expect(marks.last().getByRole('textbox')).toHaveValue('the pull begins');
    await expect(page.getByRole('textbox', { name: 'Note for this log' })).toHaveValue('wet track');
    await marks.first().getByRole('button', { name: 'Remove mark 1' }).click();
    await expect(marks).toHaveCount(1);
  },
);

test('a recording that begins by a condition has what came before it, and waits for the next', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.connectStandIn('84');
  await page.getByRole('button', { name: 'How to record' }).click();
  await app.choose('Samples a second', '25');
  await app.choose('Channels', 'Only some');
  await page.getByRole('button', { name: 'Leave out Lambda target' }).click();
  await app.choose('Begins', 'By a condition');
  await page.getByRole('textbox', { name: 'Threshold of Throttle, %' }).fill('30');
  await page.getByRole('textbox', { name: 'Recorded from before it, s' }).fill('2');
  await page.getByRole('textbox', { name: 'Ends when it has not held for, s' }).fill('1');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText('Waits for throttle above 30.0 %.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Mark the moment' })).toBeDisabled();
  await app.openStandIn();
  await page.waitForTimeout(2500);
  for (let i = 0; i < 2; i += 1) {
    await app.choose('Pedal', '50 %');
    await page.waitForTimeout(600);
    await app.choose('Pedal', '0 %');
    await page.waitForTimeout(2500);
  }
  await page.keyboard.press('Escape');
  await expect(page.getByText('Waits for throttle above 30.0 %.')).toBeVisible();
  await page.getByRole('button', { name: 'Stop waiting' }).click();
  await app.goTo('Logs');
  const rows = page.getByRole('link', { name: /20\d\d, \d\d:\d\d/ });
  await expect(rows).toHaveCount(2);
  await rows.last().click();
  // Two seconds before, the pull, and one after it.
  await expect(page.getByText(/^[3-6] s at 25 Hz, \d+ samples/)).toBeVisible();

  // Begun by hand, it ends by itself where something comes to hold.
  await app.goTo('Bench');
  await page.getByRole('button', { name: 'How to record' }).click();
  await app.choose('Begins', 'By hand');
  await app.choose('Ends', 'When something else holds');
  await page.getByRole('textbox', { name: 'Look for a channel' }).last().fill('throttle');
  await page.getByRole('button', { name: 'Watch Throttle', exact: true }).click();
  await app.choose('Comparison of Throttle', 'above');
  await page.getByRole('textbox', { name: 'Threshold of Throttle, %' }).fill('30');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Escape');
  await expect(page.getByText(/by hand, until throttle above 30\.0 %\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Stop recording/ })).toBeVisible();
  await app.openStandIn();
  await app.choose('Pedal', '50 %');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Record', exact: true })).toBeVisible();
  await app.goTo('Logs');
  await expect(rows).toHaveCount(3);
});

/** A drive as another source writes it: a preamble, decimal commas, gauge psi, and a mark between two rows. */
function foreignLog(rows: number): string {
  const comma = (value: number, decimals: number) => value.toFixed(decimals).replace('.', ',');
  const lines = Array.from({ length: rows }, (_, i) => {
    const s = i / 20;
    const rpm = 2000 + 1500 * Math.sin(s / 7);
    return [
      comma(s, 2),
      comma(rpm, 0),
      comma(-6 + 4 * Math.sin(s / 5), 2),
      comma(14.7, 2),
      comma(190, 1),
      comma(40 + s, 1),
    ].join(';');
  });
  lines.splice(50, 0, '# lap 2');
  return [
    'Recorder 7;by nobody',
    '',
    'Time;Engine speed;Boost;AFR;Water temp;Damper left',
    's;rpm;psi;;°F;mm',
    ...lines,
  ].join('\r\n');
}

async function chooseFile(page: Page, text: string, name: string): Promise<void> {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
}

test('a log of another source: its columns are shown, one is changed, and next time nobody is asked', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.goTo('Logs');
  await page.getByRole('button', { name: 'Open a file' }).click();
  await chooseFile(page, 'Dear friend,\nhere is no table at all.\n', 'letter.txt');
  await expect(
    page.getByText(/^letter\.txt was not opened\. Its beginning has no rows of numbers/),
  ).toBeVisible();
  await chooseFile(page, foreignLog(2400), 'morning.csv');
  const columns = page.getByRole('list', { name: 'Columns' });
  await expect(columns.getByRole('listitem')).toHaveCount(6);
  await expect(columns.getByText(/^Engine speed, rev\/min: 2000 · /)).toBeVisible();
  await expect(columns.getByText(/^Manifold pressure, psi gauge: -6,00 · /)).toBeVisible();
  await expect(columns.getByText(/^Lambda 1, air to fuel: 14,70/)).toBeVisible();
  await expect(columns.getByText(/^Coolant, °F: 190,0/)).toBeVisible();
  await expect(columns.getByText(/^Kept under its own name: 40,0/)).toBeVisible();
  await expect(page.getByRole('textbox', { name: /^Air outside/ })).toHaveValue(/^8\d/);
  await columns.getByRole('link', { name: 'Damper left [mm]' }).click();
  await app.choose('Taken for', 'Left out');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Read \d+ kB$/ }).click();
  await expect(page.getByText(/^120 s, 2400 samples from morning\.csv, about 20 a second/)).toBeVisible();
  await expect(
    page.getByText('1 line: it has another number of cells than the head of the table.'),
  ).toBeVisible();
  await expect(page.getByText('Line 55: # lap 2')).toBeVisible();
  // Kept: there after a reload, and written as our own CSV with λ, °C and kPa.
  await page.reload();
  await expect(page.getByText(/^120 s, 2400 samples from morning\.csv/)).toBeVisible();
  await page.getByRole('button', { name: 'What its columns were taken for' }).click();
  const taken = page.getByRole('list', { name: 'Columns of the file' }).getByRole('listitem');
  await expect(taken.filter({ hasText: 'Manifold pressure, psi gauge' })).toHaveCount(1);
  await expect(taken.filter({ hasText: 'Damper left [mm]' })).toContainText('Left out');
  await page.keyboard.press('Escape');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const [head = '', , first = ''] = readFileSync(await (await download).path(), 'utf8').split('\r\n');
  const cells = Object.fromEntries(head.split(',').map((name, i) => [name, Number(first.split(',')[i])]));
  expect(cells['lambda_1']).toBeCloseTo(1, 2);
  expect(cells['coolant_c']).toBeCloseTo(87.8, 1);
  // 6 psi under some 81 kPa.
  expect(cells['manifold_pressure_kpa_abs']).toBeGreaterThan(38);
  expect(cells['manifold_pressure_kpa_abs']).toBeLessThan(41);
  // The same columns again: it is read at once.
  await app.goTo('Logs');
  await page.getByRole('button', { name: 'Open a file' }).click();
  await chooseFile(page, foreignLog(1200), 'noon.csv');
  await expect(page.getByText(/^60 s, 1200 samples from noon\.csv/)).toBeVisible();
  await app.goTo('Logs');
  await expect(page.getByRole('link', { name: /20\d\d, \d\d:\d\d/ })).toHaveCount(2);
});

test('a package for help has what the engine computer held, and opens elsewhere with its marks', async ({
  app,
  page,
  browser,
}) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.connectStandIn('84');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await page.waitForTimeout(2500);
  await page.getByRole('button', { name: 'Mark the moment' }).click();
  await page.getByRole('textbox', { name: 'Note for mark 1' }).fill('listen here');
  await page.getByRole('button', { name: /^Stop recording/ }).click();
  await page.getByRole('button', { name: 'Package for help' }).click();
  await page.getByRole('textbox', { name: 'What you ask' }).fill('Why does it not start?');
  await app.choose('Names', 'Left out');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the package' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('log-for-help.lumbre.zip');
  const bytes = readFileSync(await file.path());
  const files = Object.fromEntries(
    Object.entries(unzipSync(bytes)).map(([name, one]) => [name, strFromU8(one)]),
  );
  expect(Object.keys(files).sort()).toEqual(
    ['calibration.lumbre.json', 'log.csv', 'log.json', 'marks.csv', 'read-me.txt', 'report.html'].sort(),
  );
  expect(files['read-me.txt']).toMatch(/^Why does it not start\?.*what the engine computer held/s);
  expect(JSON.parse(files['calibration.lumbre.json'] ?? '')).toMatchObject({ name: 'Left out' });
  expect(files['marks.csv']).toContain('listen here');
  for (const text of Object.values(files)) expect(text).not.toContain('Ventisca as built');

  const elsewhere = await browser.newPage();
  const other = new Lumbre(elsewhere);
  // Where nothing is yet the package brings the calibration, and the log with it.
  await other.visit();
  const chooser = elsewhere.waitForEvent('filechooser');
  await elsewhere.getByRole('button', { name: 'Open a file' }).click();
  await (await chooser).setFiles({ name: 'help.lumbre.zip', mimeType: 'application/zip', buffer: bytes });
  await expect(elsewhere.getByText(/^[2-9] s, \d+ samples from help\.lumbre\.zip/)).toBeVisible();
  await expect(elsewhere.getByRole('textbox', { name: 'Note for mark 1' })).toHaveValue('listen here');
  await expect(elsewhere.getByRole('heading', { level: 1, name: 'Left out' })).toBeVisible();
  await elsewhere.close();
});
