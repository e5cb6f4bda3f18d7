import { readFile } from 'node:fs/promises';
import { unzipSync, strFromU8 } from 'fflate';
import { pdfText } from '../tests/support/pdfText';
import { expect, test } from './support';

test('two states are compared, a difference is taken over, and one returns to a snapshot and back', async ({
  app,
  page,
}) => {
  await app.openDemo();
  const versions = () => page.getByRole('button', { name: 'Versions and files' }).click();
  await versions();
  await page.getByRole('textbox', { name: 'Name of the snapshot' }).fill('As delivered');
  await page.getByRole('button', { name: 'Take a snapshot' }).click();
  const delivered = page.getByRole('listitem', { name: 'As delivered', exact: true });
  await expect(delivered).toContainText('Nothing was changed after it.');

  await app.openItem('Build', 'Injectors');
  await app.type(/^Rated flow/, '250');
  await app.changeWholeMap('Volumetric efficiency', '5');
  await versions();
  await expect(delivered).toContainText('Changed after it: Rated flow, volumetric efficiency.');
  await delivered.getByRole('button', { name: 'Compare with As delivered' }).click();
  await expect(page.getByText('2 places differ from “As delivered”.')).toBeVisible();
  const flow = page.getByRole('checkbox', { name: 'Rated flow' });
  await expect(flow).toContainText('250 cm³/min → 610 cm³/min');
  await expect(page.getByRole('checkbox', { name: 'Volumetric efficiency' })).toContainText(
    /Volumetric efficiency\d+ cells change, by −\d\.\d points at most$/,
  );
  await page.getByRole('button', { name: 'Look at both Volumetric efficiency' }).click();
  await expect(page.getByText(/^\d+ cells differ from “As delivered”/)).toBeVisible();
  await page.getByRole('radio', { name: 'The other' }).click();
  await page.getByRole('button', { name: 'Stop comparing' }).click();

  await versions();
  await delivered.getByRole('button', { name: 'Compare with As delivered' }).click();
  await flow.click();
  await page.getByRole('button', { name: 'Take over this one' }).click();
  await expect(page.getByText('1 place differs from “As delivered”.')).toBeVisible();
  await versions();
  await expect(
    page.getByRole('listitem', { name: 'Before: Take 1 place from “As delivered”' }),
  ).toBeVisible();

  await delivered.getByRole('button', { name: 'Return to As delivered' }).click();
  const before = page.getByRole('listitem', { name: 'Before: Return to “As delivered”' });
  await expect(before).toContainText('Changed after it: Volumetric efficiency.');
  await app.expectStored();
  await page.reload();
  await before.getByRole('button', { name: /^Return to/ }).click();
  await delivered.getByRole('button', { name: 'Compare with As delivered' }).click();
  await expect(page.getByText('1 place differs from “As delivered”.')).toBeVisible();

  await page.getByRole('button', { name: 'Compare from another state' }).click();
  await page.getByRole('radio', { name: 'Before: Take 1 place from “As delivered”' }).click();
  await expect(
    page.getByText('2 places differ between “Before: Take 1 place from “As delivered”” and “As delivered”.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Look at both Volumetric efficiency' }).click();
  const pair = page.getByRole('dialog', { name: 'Volumetric efficiency' });
  const cell = pair.getByText(/rev\/min, .+ %$/);
  const change = await cell.textContent();
  await pair.getByRole('grid', { name: 'Volumetric efficiency' }).press('d');
  await expect(pair.getByRole('radio', { name: 'First' })).toBeChecked();
  const earlier = await cell.textContent();
  await pair.getByRole('radio', { name: 'Second' }).click();
  const [added, from, to] = [change, earlier, await cell.textContent()].map((words) =>
    Number(/: (\S+) %$/.exec((words ?? '').replace('−', '-'))?.[1]),
  );
  expect(added).toBeLessThan(0);
  expect((to ?? 0) - (from ?? 0)).toBeCloseTo(added ?? 0, 5);
  await pair.getByRole('button', { name: 'Close' }).click();
  await page.reload();
  await expect(page.getByText('Nothing is compared.')).toBeVisible();
  await page.getByRole('button', { name: 'Choose one' }).click();
  await delivered.getByRole('button', { name: 'Delete the snapshot As delivered' }).click();
  await expect(delivered).toHaveCount(0);
});

test('what a copy changed comes back by itself; what both changed is asked', async ({ app, page }) => {
  await app.openDemo();
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await page.getByRole('button', { name: 'More for Ventisca' }).click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await page.getByRole('link', { name: /^Open Ventisca.+/ }).click();
  await app.openItem('Build', 'Injectors');
  await app.type(/^Rated flow/, '500');
  await app.type(/^Real rail pressure/, '380');
  await app.expectStored();
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await page.getByRole('link', { name: 'Open Ventisca', exact: true }).click();
  await app.openItem('Build', 'Injectors');
  await app.type(/^Rated flow/, '520');
  await app.openItem('Build', 'Engine');
  await app.type(/^Compression ratio/, '9.6');
  await page.getByRole('button', { name: 'Versions and files' }).click();
  await page.getByRole('button', { name: /^Compare with Ventisca.+/ }).click();
  await page.getByRole('button', { name: 'Show what differs' }).click();
  await expect(
    page.getByText(/1 changed only here, 1 only there, 1 on both sides to different things/),
  ).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Rated flow' })).toContainText('Changed on both sides');
  await page.getByRole('button', { name: 'Take the one that only it changed' }).click();
  await expect(page.getByRole('checkbox', { name: 'Real rail pressure' })).toHaveCount(0);
  await expect(page.getByRole('checkbox', { name: 'Compression ratio' })).toBeVisible();
  await app.openItem('Build', 'Injectors');
  await expect(page.getByRole('textbox', { name: /^Real rail pressure/ })).toHaveValue('380');
  await expect(page.getByRole('textbox', { name: /^Rated flow/ })).toHaveValue('520');
});

test('a package is downloaded, holds what it says, and opens on another machine', async ({
  app,
  page,
  browser,
}) => {
  await app.openDemo();
  await app.changeWholeMap('Cranking fuel', '10');
  await page.getByRole('button', { name: 'Versions and files' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export a package' }).click();
  const saved = await download;
  expect(saved.suggestedFilename()).toMatch(/^ventisca-\d{4}-\d\d-\d\d\.lumbre\.zip$/);
  const bytes = await readFile(await saved.path());
  const contents = unzipSync(new Uint8Array(bytes));
  const names = Object.keys(contents);
  expect(names.filter((name) => name.startsWith('maps/')).length).toBeGreaterThan(15);
  const report = strFromU8(contents['report.html'] ?? new Uint8Array());
  expect(report).toContain('Cranking fuel, × stoich');
  const paper = await page.context().newPage();
  await paper.setContent(report);
  const printed = pdfText(await paper.pdf({ format: 'A4' })).replace(/\s+/g, '');
  for (const words of [
    '6 cylinders, 2.46 L, supercharger',
    'Not signed.',
    'Rated flow',
    'Volumetric efficiency, %',
  ]) {
    expect(printed).toContain(words.replace(/\s+/g, ''));
  }
  await paper.close();
  await expect(page.getByRole('listitem', { name: 'Exported as a file' })).toContainText(
    'Nothing was changed after it.',
  );
  await expect(page.getByText(/^The file of \d{4}-\d\d-\d\d is as it is now\.$/)).toBeVisible();

  const elsewhere = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const other = await elsewhere.newPage();
  await other.goto('/');
  const chooser = other.waitForEvent('filechooser');
  await other.getByRole('button', { name: 'Open a file' }).click();
  await (await chooser).setFiles({ name: 'ventisca.zip', mimeType: 'application/zip', buffer: bytes });
  await expect(other.getByRole('heading', { level: 1, name: 'Ventisca' })).toBeVisible();
  await other.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Maps' }).click();
  await other.getByRole('link', { name: 'Cranking fuel', exact: true }).click();
  await expect(other.getByRole('grid', { name: 'Cranking fuel' })).toBeVisible();
  await elsewhere.close();

  const damaged = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'One from a file' }).click();
  await (
    await damaged
  ).setFiles({ name: 'broken.zip', mimeType: 'application/zip', buffer: bytes.subarray(0, 900) });
  await expect(
    page.getByText(/broken\.zip was not opened\. It is a ZIP file without a calibration/),
  ).toBeVisible();
});

test('storage says how much is used, and asks the browser to keep it', async ({ app, page }) => {
  await app.openDemo();
  await app.expectStored();
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await expect(page.getByText(/^\d+(\.\d)? [kM]B of \d+(\.\d)? [MG]B are used\.$/)).toBeVisible();
  await expect(page.getByText(/^The browser (may clear it|keeps it)/)).toBeVisible();
});
