import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, test } from './support';

interface File {
  name: string;
  mimeType: string;
  buffer: Buffer;
}

function file(name: string, text: string): File {
  return { name, mimeType: 'application/json', buffer: Buffer.from(text) };
}

async function open(page: Page, given: File, button = 'Open a file'): Promise<void> {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: button }).click();
  await (await chooser).setFiles(given);
}

async function exported(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'Versions and files' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export as a file' }).click();
  const saved = await download;
  expect(saved.suggestedFilename()).toMatch(/^ventisca-\d{4}-\d\d-\d\d\.lumbre\.json$/);
  return readFile(await saved.path(), 'utf8');
}

test('an exported calibration opens on another machine as it was', async ({ app, page, browser }) => {
  await app.openDemo();
  await app.changeWholeMap('Cranking fuel', '10');
  const text = await exported(page);

  const elsewhere = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const there = await elsewhere.newPage();
  await there.goto('/');
  await open(there, file('ventisca.json', text));
  await expect(there.getByRole('heading', { level: 1, name: 'Ventisca' })).toBeVisible();
  expect(await exported(there)).toBe(text);
  await elsewhere.close();
});

test('files that are not sound are refused with place and reason; what was there stays', async ({
  app,
  page,
}) => {
  await app.openDemo();
  const text = await exported(page);
  await page.getByRole('button', { name: 'All calibrations' }).click();
  const refusals: readonly (readonly [string, string, RegExp])[] = [
    [
      'short.json',
      text.slice(0, text.length / 2),
      /short\.json was not opened\. The file ends in the middle, at line \d+/,
    ],
    [
      'other.json',
      '{"hello": 1}',
      /other\.json was not opened\. The file is JSON, but not a Lumbre calibration/,
    ],
    ['notes.json', 'bore 84', /notes\.json was not opened\. The file is not JSON: it goes wrong at line 1/],
    [
      'wide.json',
      text.replace('"amount": 84', '"amount": 840'),
      /Bore \(engine\.bore\): Bore must be at most 160 mm/,
    ],
    [
      'new.json',
      text.replace('"version": 5', '"version": 9'),
      /version 9; this Lumbre reads up to version 5/,
    ],
  ];
  let button = 'Open a file';
  for (const [name, content, message] of refusals) {
    expect(content).not.toBe(text);
    await open(page, file(name, content), button);
    await expect(page.getByRole('alert')).toContainText(message);
    await expect(page.getByRole('link', { name: /^Open / })).toHaveCount(1);
    button = 'Choose another file';
  }
  await open(page, file('good.json', text), button);
  await expect(page.getByRole('heading', { level: 1, name: 'Ventisca 2' })).toBeVisible();
});

test('a large file is read beside the page: taken when it is sound, refused with its place when not', async ({
  app,
  page,
}) => {
  await app.openDemo();
  const text = await exported(page);
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await open(
    page,
    file('cells.json', text.replace(/"values": \[/, `"values": [${'"bad",'.repeat(150_000)}`)),
  );
  await expect(
    page.getByText(/cells\.json was not opened\. .*Has 150\d{3} entries; 1024 are the most/),
  ).toBeVisible();
  await open(page, file('deep.json', '['.repeat(1_000_000)), 'Choose another file');
  await expect(
    page.getByText(/deep\.json was not opened\. The file \(line 1, column 33\): Nested/),
  ).toBeVisible();
  await open(page, file('padded.json', text + ' '.repeat(400_000)), 'Choose another file');
  await expect(page.getByRole('heading', { level: 1, name: 'Ventisca 2' })).toBeVisible();
});
