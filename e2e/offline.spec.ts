import { readFileSync, writeFileSync } from 'node:fs';
import { expect, type Page, test as base } from '@playwright/test';
import { ReleaseServer } from './releases';
import { cutWords, sideways, TARGET, tooSmall } from './seen';
import { metricWords, show } from './shown';
import { Lumbre } from './support';
import { WALKS } from './walk';

const test = base.extend<{ server: ReleaseServer; app: Lumbre }>({
  server: async ({ browserName: _ }, provide) => {
    const server = new ReleaseServer();
    await server.start();
    await provide(server);
    await server.end();
  },
  baseURL: async ({ server }, provide) => provide(server.address),
  app: async ({ page }, provide) => provide(new Lumbre(page)),
});
test.use({ serviceWorkers: 'allow' });

/** Opens Lumbre and the demo, and waits until all of it is kept. */
async function keptDemo(app: Lumbre): Promise<string> {
  const { page } = app;
  await app.openDemo();
  const address = page.url();
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await expect(page.getByText('Opens with no network', { exact: true })).toBeVisible({ timeout: 60_000 });
  return address;
}

const release = (page: Page) => page.evaluate(() => document.documentElement.dataset['release'] ?? 'first');
const offer = (page: Page) => page.getByRole('region', { name: 'Update' });

test.describe('with the server gone after one visit', () => {
  for (const [leg, views] of WALKS) {
    test(`every view opens, and at the car and in other units nothing is cut, too small or sideways: ${leg}`, async ({
      app,
      page,
      server,
    }) => {
      test.setTimeout(480_000);
      const refused: string[] = [];
      const thrown: string[] = [];
      page.on('pageerror', ({ message }) => thrown.push(message));
      await app.visit();
      await page.evaluate(async () => void (await navigator.serviceWorker.ready));
      await server.kill();
      await app.visit();
      page.on('requestfailed', (request) => {
        // What is left half-way for another page was not refused.
        if (request.failure()?.errorText !== 'net::ERR_ABORTED') refused.push(request.url());
      });
      await app.openDemo();
      // The last legs press what is named by its number.
      const isNamed = /simulation/.test(leg);
      await show(page, 'At the car', ...(isNamed ? [] : ['Imperial', 'Air-fuel ratio', 'One more']));
      for (const [view, go] of views) {
        await go(app);
        expect.soft(await tooSmall(page, TARGET), view).toEqual([]);
        expect.soft(await cutWords(page), view).toEqual([]);
        expect.soft(await sideways(page), view).toBeLessThanOrEqual(0);
        if (!isNamed) expect.soft(await metricWords(page), view).toEqual([]);
        // What a view opens is there before the next is gone to.
        await page.waitForTimeout(500);
      }
      expect(thrown).toEqual([]);
      expect(refused.filter((address) => !address.startsWith('blob:'))).toEqual([]);
      expect(
        await page.evaluate(() => [...document.fonts].filter(({ status }) => status === 'error').length),
      ).toBe(0);
    });
  }

  test('a page deep inside is loaded anew, a second window opens, and both share what is stored', async ({
    app,
    page,
    server,
    context,
  }) => {
    const address = await keptDemo(app);
    await server.kill();
    await app.visit(`${address}/engine`);
    await app.type(/^Bore/, '85');
    await expect(page.getByRole('banner').getByRole('button', { name: /^Undo/ })).toBeEnabled();
    await page.waitForTimeout(500);
    const second = await context.newPage();
    await second.goto(`${address}/engine`);
    await expect(second.getByRole('textbox', { name: /^Bore/ })).toHaveValue('85');
  });
});

test('an update waits until it is asked for, and then everything is of the newer one', async ({
  app,
  page,
  server,
}) => {
  test.setTimeout(120_000);
  const address = await keptDemo(app);
  await server.release('second');
  await page.reload();
  await expect(offer(page)).toContainText('A newer Lumbre is here.', { timeout: 30_000 });
  expect(await release(page)).toBe('first');
  // It waits, whatever is opened meanwhile, and does not come back to it.
  await offer(page).getByRole('button', { name: 'Later' }).click();
  await expect(offer(page)).toBeHidden();
  await page.goto(address);
  expect(await release(page)).toBe('first');
  await expect(offer(page)).toBeVisible({ timeout: 30_000 });
  await server.kill();
  await offer(page).getByRole('button', { name: 'Go on with the newer one' }).click();
  await expect.poll(() => release(page).catch(() => '')).toBe('second');
  await expect(page.getByRole('heading', { level: 1, name: 'Ventisca' })).toBeVisible();
  await app.openItem('Build', 'Engine');
});

test('an update that dies half-way leaves the one before whole, and is taken when it comes whole', async ({
  app,
  page,
  server,
}) => {
  test.setTimeout(120_000);
  await keptDemo(app);
  const half = await server.release('second');
  const whole = readFileSync(half, 'utf8');
  // Half of a file came, under its whole name.
  writeFileSync(half, whole.slice(0, whole.length / 2));
  const became = await page.evaluate(async () => {
    const kept = await navigator.serviceWorker.ready;
    await kept.update();
    const { installing } = kept;
    return new Promise((resolve) => {
      installing?.addEventListener('statechange', () => resolve(installing.state));
    });
  });
  expect(became).toBe('redundant');
  await page.reload();
  await expect(offer(page)).toBeHidden();
  await server.kill();
  await app.openDemo();
  expect(await release(page)).toBe('first');
  await app.openItem('Build', 'Injectors');
  await app.dryStart('20', /^Caught/);
  writeFileSync(half, whole);
  await server.start();
  await page.reload();
  await expect(offer(page)).toBeVisible({ timeout: 30_000 });
});

test('two windows are never of two versions: the newer one is taken when one of them is closed', async ({
  app,
  page,
  server,
  context,
}) => {
  test.setTimeout(120_000);
  const address = await keptDemo(app);
  const second = await context.newPage();
  await second.goto(address);
  await expect(second.getByRole('heading', { level: 1, name: 'Ventisca' })).toBeVisible();
  await server.release('second');
  await page.reload();
  await offer(page).getByRole('button', { name: 'Go on with the newer one' }).click({ timeout: 30_000 });
  await expect(offer(page)).toContainText('One other window has the one before open: close it and try again');
  expect([await release(page), await release(second)]).toEqual(['first', 'first']);
  // What the other one asks for later is still of its own build.
  await new Lumbre(second).openItem('Maps', 'Knock control');
  await second.close();
  await offer(page).getByRole('button', { name: 'Go on with the newer one' }).click();
  await expect.poll(() => release(page).catch(() => '')).toBe('second');
});

test('a page that was loaded just before a release goes on, and is told of it', async ({
  app,
  page,
  server,
}) => {
  test.setTimeout(120_000);
  await page.goto('/');
  await server.release('second');
  // It has the worker of the release; what it asks for later is of its own build.
  await page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
  await app.openItem('Build', 'Injectors');
  await app.dryStart('20', /^Caught/);
  await expect(offer(page)).toBeVisible({ timeout: 60_000 });
  expect(await release(page)).toBe('first');
  await offer(page).getByRole('button', { name: 'Go on with the newer one' }).click();
  await expect.poll(() => release(page).catch(() => '')).toBe('second');
  await expect(page.getByRole('heading', { level: 1, name: 'Ventisca' })).toBeVisible();
});

test('a window of another version does not open what is open in one', async ({ app, page, server }) => {
  test.setTimeout(120_000);
  // A window that no worker looks after, as after a forced reload.
  const address = await keptDemo(app);
  await server.release('second');
  const past = await page.context().newPage();
  const session = await page.context().newCDPSession(past);
  await session.send('Network.enable');
  await session.send('Network.setBypassServiceWorker', { bypass: true });
  await page.goto(address);
  await expect(page.getByRole('heading', { level: 1, name: 'Ventisca' })).toBeVisible();
  await past.goto(address);
  expect(await release(past)).toBe('second');
  await expect(
    past.getByText(/^This calibration is open in another window, which runs another/),
  ).toBeVisible();
  await page.goto('/');
  await past.getByRole('button', { name: 'Try again' }).click();
  await expect(past.getByRole('heading', { level: 1, name: 'Ventisca' })).toBeVisible();
});

test('a policy that only the server knows of reaches a page that is kept', async ({ app, page, server }) => {
  test.setTimeout(120_000);
  await keptDemo(app);
  const policy = () =>
    page.evaluate(async () => (await fetch('/index.html')).headers.get('content-security-policy'));
  expect(await policy()).not.toContain('ws://pitwall:*');
  await server.kill();
  await server.start({ ECUS: 'pitwall' });
  await page.reload();
  await expect(offer(page)).toBeVisible({ timeout: 30_000 });
  const loaded = page.waitForEvent('load');
  await offer(page).getByRole('button', { name: 'Go on with the newer one' }).click();
  await loaded;
  await expect.poll(() => policy().catch(() => '')).toContain('ws://pitwall:*');
});
