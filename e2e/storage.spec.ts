import { expect, Lumbre, test } from './support';

/** Lets every write to the browser's storage fail, or none. */
async function failWrites(app: Lumbre, failing: boolean): Promise<void> {
  await app.page.evaluate((fails) => {
    const { prototype } = IDBObjectStore;
    const kept = prototype as IDBObjectStore & { wholePut?: IDBObjectStore['put'] };
    kept.wholePut ??= prototype.put;
    const put = kept.wholePut;
    prototype.put = fails
      ? () => {
          throw new DOMException('full', 'QuotaExceededError');
        }
      : put;
  }, failing);
}

/** Changes what is stored under a key, or makes new keys. */
async function changeStored(app: Lumbre, change: string): Promise<void> {
  await app.page.evaluate(async (body) => {
    const open = indexedDB.open('lumbre');
    const database = await new Promise<IDBDatabase>((resolve) => {
      open.onsuccess = () => resolve(open.result);
    });
    const store = database.transaction('entries', 'readwrite').objectStore('entries');
    const answer = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve) => {
        request.onsuccess = () => resolve(request.result);
      });
    const keys = (await answer(store.getAllKeys())) as string[];
    const values = (await answer(store.getAll())) as string[];
    const stored = Object.fromEntries(keys.map((key, i) => [key, values[i] as string]));
    const made = CHANGES[body as keyof typeof CHANGES](stored);
    for (const [key, value] of Object.entries(made)) await answer(store.put(value, key));
    database.close();
  }, change);
}

/** What tests do to what is stored; put into the page, which knows nothing of this file. */
const CHANGES_SOURCE = `globalThis.CHANGES = {
  flip(stored) {
    const key = Object.keys(stored).find((name) => name.startsWith('calibration/'));
    return { [key]: stored[key].replace('"amount":86', '"amount":87') };
  },
  thousand(stored) {
    const key = Object.keys(stored).find((name) => name.startsWith('calibration/'));
    const entry = JSON.parse(stored[key.replace('calibration/', 'entry/')]);
    const made = {};
    for (let i = 1; i < 1000; i += 1) {
      const id = 'made-' + i;
      const modifiedAt = new Date(Date.UTC(2020, 0, 1) - i * 60000).toISOString();
      made['calibration/' + id] = stored[key];
      made['entry/' + id] = JSON.stringify({ ...entry, id, name: 'Engine ' + i, modifiedAt });
    }
    return made;
  },
};`;
declare const CHANGES: Record<
  'flip' | 'thousand',
  (stored: Record<string, string>) => Record<string, string>
>;

test('a change that could not be stored is not lost on leaving', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await failWrites(app, true);
  await app.type(/^Bore/, '85');
  await expect(page.getByRole('banner').getByText('Not stored')).toBeVisible();
  await page.getByRole('button', { name: 'All calibrations' }).click();
  const sheet = page.getByRole('dialog', { name: 'Not stored' });
  await expect(sheet).toContainText('kept in memory while this tab is open');
  await sheet.getByRole('button', { name: 'Stay' }).click();
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await sheet.getByRole('button', { name: 'Leave it unstored' }).click();

  await expect(page.getByText('The last change to “Ventisca” is not stored')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export as a file' }).click();
  expect((await download).suggestedFilename()).toMatch(/^ventisca-.*\.lumbre\.json$/);
  await page.getByRole('button', { name: 'Open it' }).click();
  await app.openItem('Build', 'Engine');
  await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('85');
  await expect(page.getByText('The last change could not be stored')).toBeVisible();

  await failWrites(app, false);
  await page.getByRole('button', { name: 'Try saving again' }).click();
  await app.expectStored();
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('85');
});

test('a deletion in another tab is told, and an edit does not undo it', async ({ app, page, context }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  const other = await context.newPage();
  await other.goto('/');
  await other.getByRole('button', { name: 'More for Ventisca' }).click();
  await other.getByRole('button', { name: 'Delete' }).click();

  await expect(page.getByText('This calibration was deleted in another tab')).toBeVisible();
  await app.type(/^Bore/, '85');
  await expect(page.getByRole('banner').getByText('Not stored')).toBeVisible();
  await expect(other.getByText('Deleted: 1')).toBeVisible();
  await page.getByRole('button', { name: 'Restore it' }).click();
  await app.expectStored();
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('85');
});

test('a flipped digit in storage is found, and the version before it opens', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.type(/^Bore/, '85');
  await app.expectStored();
  await app.type(/^Bore/, '86');
  await app.expectStored();
  await page.evaluate(CHANGES_SOURCE);
  await changeStored(app, 'flip');
  await page.reload();
  await expect(page.getByText('What was stored last of this calibration is damaged')).toBeVisible();
  await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('85');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save what is damaged' }).click();
  expect((await download).suggestedFilename()).toBe('damaged-calibration.json');
  await page.getByRole('button', { name: 'Go on', exact: true }).click();
  await app.type(/^Stroke/, '75');
  await app.expectStored();
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Stroke/ })).toHaveValue('75');
  await expect(page.getByText('is damaged')).toBeHidden();
});

test('what is typed and not left is there after a reload', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await page.getByRole('textbox', { name: /^Bore/ }).fill('8');
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('8');
  await expect(
    page.getByText(/Typed before the page was loaded anew, and not taken yet: Bore/),
  ).toBeVisible();
  await app.type(/^Bore/, '85');
  await app.expectStored();
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('85');
  await expect(page.getByText(/Typed before the page/)).toBeHidden();
});

test('two presses make one calibration', async ({ app, page }) => {
  await app.visit();
  await page.getByRole('button', { name: 'Open the demo: Ventisca' }).dblclick();
  await expect(page.getByRole('heading', { level: 1, name: 'Ventisca' })).toBeVisible();
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await expect(page.getByRole('link', { name: /^Open / })).toHaveCount(1);
});

test('of a thousand calibrations only those in sight are drawn, and the last can be reached', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await page.evaluate(CHANGES_SOURCE);
  await changeStored(app, 'thousand');
  await page.goto('/');
  const rows = page.getByRole('listitem');
  await expect(rows.first()).toContainText('Ventisca');
  expect(await rows.count()).toBeLessThan(40);
  await expect(rows.first()).toHaveAttribute('aria-setsize', '1000');
  const last = page.getByRole('link', { name: 'Open Engine 999', exact: true });
  await expect(async () => {
    await rows.last().evaluate((row) => {
      let page = row.parentElement;
      while (page !== null && getComputedStyle(page).overflowY !== 'auto') page = page.parentElement;
      if (page !== null) page.scrollTop = page.scrollHeight;
    });
    await expect(last).toBeVisible({ timeout: 300 });
  }).toPass();
  expect(await rows.count()).toBeLessThan(40);
});

test('without channels and locks it works in one tab, and says so', async ({ app, page }) => {
  await page.addInitScript(() => {
    Reflect.deleteProperty(globalThis, 'BroadcastChannel');
    Reflect.deleteProperty(Navigator.prototype, 'locks');
  });
  await app.visit();
  await expect(page.getByText('Work in one tab only')).toBeVisible();
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.type(/^Bore/, '85');
  await app.expectStored();
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('85');
});

test('the browser is asked to keep the data, and to write it to the disk', async ({ app, page }) => {
  await page.addInitScript(() => {
    const asked: string[] = [];
    Object.assign(globalThis, { asked });
    navigator.storage.persist = async () => {
      asked.push('keep');
      return true;
    };
    navigator.storage.persisted = async () => false;
    const open = IDBDatabase.prototype.transaction;
    IDBDatabase.prototype.transaction = function transaction(this: IDBDatabase, names, mode, options) {
      if (mode === 'readwrite') asked.push(options?.durability ?? 'default');
      return open.call(this, names, mode, options);
    };
  });
  await app.openDemo();
  const asked = await page.evaluate(() => (globalThis as unknown as { asked: string[] }).asked);
  expect(asked).toContain('keep');
  expect(asked).toContain('strict');
  expect(asked).not.toContain('default');
});

test('whichever stored text is damaged, the list is there and every other calibration opens', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.type(/^Bore/, '85');
  await app.expectStored();
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
  await app.openItem('Build', 'Engine');
  await app.type(/^Bore/, '86');
  await app.expectStored();
  await page.goto('/');
  const put = (index: number, text: string | null) =>
    page.evaluate(
      async ([at, given]) => {
        const open = indexedDB.open('lumbre');
        const database = await new Promise<IDBDatabase>((resolve) => {
          open.onsuccess = () => resolve(open.result);
        });
        const store = database.transaction('entries', 'readwrite').objectStore('entries');
        const answer = <T>(request: IDBRequest<T>) =>
          new Promise<T>((resolve) => {
            request.onsuccess = () => resolve(request.result);
          });
        const keys = ((await answer(store.getAllKeys())) as string[]).filter((key) =>
          /^(calibration|previous|entry)\//.test(key),
        );
        const key = keys[at];
        if (key === undefined) return null;
        const before = (await answer(store.get(key))) as string;
        await answer(store.put(given ?? before.slice(0, before.length / 2), key));
        database.close();
        return before;
      },
      [index, text] as const,
    );
  for (let index = 0; ; index += 1) {
    const before = await put(index, null);
    if (before === null) {
      expect(index).toBeGreaterThanOrEqual(6);
      break;
    }
    await page.goto('/');
    await expect(page.getByRole('list').getByRole('link', { name: /^Open / })).toHaveCount(2);
    const bores: string[] = [];
    for (const at of [0, 1]) {
      await page
        .getByRole('list')
        .getByRole('link', { name: /^Open / })
        .nth(at)
        .click();
      const engine = page.getByRole('link', { name: 'Engine', exact: true });
      await expect(engine.or(page.getByText('cannot be read from storage'))).toBeVisible();
      if (await engine.isVisible()) {
        await engine.click();
        bores.push(await page.getByRole('textbox', { name: /^Bore/ }).inputValue());
      }
      await page.goto('/');
    }
    // A damaged document opens as the revision before it; what else is damaged is made of the documents again.
    expect(bores.length).toBe(2);
    expect(bores.filter((bore) => bore === '85' || bore === '86').length).toBeGreaterThanOrEqual(1);
    await put(index, before);
    await page.goto('/');
  }
});
