import { expect, Lumbre, test } from './support';

test('the theme follows the system until one is chosen, and the choice is kept', async ({ app, page }) => {
  await page.emulateMedia({ colorScheme: 'light' });
  await app.openDemo();
  const ground = () =>
    page.getByRole('banner').evaluate((element) => getComputedStyle(element).backgroundColor);
  await expect.poll(ground).toBe('rgb(255, 255, 255)');
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect.poll(ground).toBe('rgb(29, 24, 20)');
  await page.getByRole('button', { name: 'How it is shown' }).click();
  await page.getByRole('radio', { name: 'Light', exact: true }).click();
  await page.keyboard.press('Escape');
  await expect.poll(ground).toBe('rgb(255, 255, 255)');
  await page.reload();
  await expect.poll(ground).toBe('rgb(255, 255, 255)');
});

test('the keys are listed on ?, derived from the commands', { tag: '@wide' }, async ({ app, page }) => {
  await app.openDemo();
  await page.keyboard.press('?');
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByText('Ctrl+Shift+Z or Ctrl+Y')).toBeVisible();
  await expect(sheet.getByText('Change by percent')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
});

test(
  'every control of a section can be reached with the keyboard, in the order it is read',
  { tag: '@wide' },
  async ({ app, page }) => {
    await app.openDemo();
    await app.openItem('Build', 'Engine');
    await page.getByRole('textbox', { name: /^Bore/ }).focus();
    const names: string[] = [];
    for (let i = 0; i < 5; i += 1) {
      await page.keyboard.press('Tab');
      names.push(await page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? ''));
    }
    expect(names).toEqual([
      'Unit of Bore: mm',
      'About Stroke',
      'Source of Stroke: Data sheet',
      'Stroke, mm',
      'Unit of Stroke: mm',
    ]);
  },
);

test('a damaged calibration can be rescued as a file, and the others still open', async ({ app, page }) => {
  await app.openDemo();
  const address = page.url();
  await page.evaluate(async () => {
    const open = indexedDB.open('lumbre');
    const database = await new Promise<IDBDatabase>((resolve) => {
      open.onsuccess = () => resolve(open.result);
    });
    const name = database.objectStoreNames[0] ?? '';
    const store = database.transaction(name, 'readwrite').objectStore(name);
    const all = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve) => {
        request.onsuccess = () => resolve(request.result);
      });
    const keys = await all(store.getAllKeys());
    const key = keys.find((candidate) => String(candidate).includes('calibration/'));
    if (key === undefined) throw new Error('No record found');
    const stored: unknown = await all(store.get(key));
    const damaged =
      typeof stored === 'string' ? stored.slice(0, 300) : { ...(stored as object), value: '{"id": "x"' };
    await all(store.keyPath === null ? store.put(damaged, key) : store.put(damaged));
    database.close();
  });
  await page.goto(address);
  await expect(page.getByText(/This calibration cannot be read from storage/)).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save what is stored' }).click();
  expect((await download).suggestedFilename()).toBe('damaged-calibration.json');
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Ventisca 2' })).toBeVisible();
});

test('nothing is fetched from anywhere but its own server', async ({ app, page, baseURL }) => {
  const elsewhere: string[] = [];
  page.on('request', (request) => {
    const { origin, protocol } = new URL(request.url());
    if (!['blob:', 'data:'].includes(protocol) && origin !== baseURL) elsewhere.push(request.url());
  });
  await app.openDemo();
  await app.dryStart('0', /^Caught/);
  expect(elsewhere).toEqual([]);
});

test('a screen that cannot be fetched says so, loses nothing, and comes back', async ({ page }) => {
  const app = new Lumbre(page);
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.type(/^Bore/, '85');
  await page.route(/workings-.*\.js/, (route) => route.abort());
  await app.goTo('Maps');
  await page.getByRole('link', { name: 'Workings' }).click();
  await expect(page.getByText(/This screen could not be shown/)).toBeVisible();
  await page.unroute(/workings-.*\.js/);
  await page.getByRole('button', { name: 'Load the page anew' }).click();
  await app.openItem('Maps', 'Workings');
  await app.openItem('Build', 'Engine');
  await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('85');
});

test('a note on the calibration is kept, and undone like anything else', async ({ app, page }) => {
  await app.openDemo();
  const note = page.getByRole('textbox', { name: 'Note on this calibration' });
  await expect(note).toHaveValue(/Ice-racing car/);
  await note.fill('Second engine, new cams');
  await note.blur();
  await app.expectStored();
  await page.reload();
  await expect(note).toHaveValue('Second engine, new cams');
});
