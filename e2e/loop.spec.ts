import type { Page } from '@playwright/test';
import { expect, type Lumbre, test } from './support';

/** Closed loop on, with its maps as they are proposed. */
async function closeLoop(app: Lumbre, page: Page): Promise<void> {
  await app.openItem('Maps', 'Closed loop');
  await app.choose('Closed loop', 'On');
  await acceptMissing(app, page);
}

async function acceptMissing(app: Lumbre, page: Page): Promise<void> {
  await app.goTo('Maps');
  await page.getByRole('link', { name: 'Propose what is missing' }).click();
  await page.getByRole('button', { name: /^Accept all/ }).click();
  await expect(page.getByRole('link', { name: 'Propose what is missing' })).toHaveCount(0);
}

/** Lets it be driven on the brake with the loop on, and opens what was learned. */
async function letLearn(app: Lumbre, page: Page): Promise<void> {
  await app.connectStandIn('80');
  await app.openStandIn();
  await app.driven('Brake, held speeds');
  // Forty times as fast, a cell would have its seconds again before the page has asked.
  await app.choose('Its time passes', 'As in life');
  await page.keyboard.press('Escape');
  await app.openItem('Maps', 'Learned trims');
}

test('gains four times too high swing more and more, Review says so, and the proposal cures it', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await closeLoop(app, page);
  await app.openItem('Maps', 'Closed loop');
  await expect(page.getByText('These are the gains that the delay allows.')).toBeVisible();
  for (const name of [/^Loop gain at once/, /^Loop gain over time/]) {
    const box = page.getByRole('textbox', { name });
    const gain = Number(await box.inputValue());
    await box.fill(String(4 * gain));
    await box.press('Enter');
  }
  await expect(page.getByText(/It swings more and more: these gains never settle/)).toBeVisible();
  await app.goTo('Review');
  await expect(page.getByText(/these gains are 4\.\d times what that bears/)).toBeVisible();
  await app.openItem('Maps', 'Closed loop');
  await page.getByRole('button', { name: 'Take the proposed gains' }).click();
  await expect(page.getByText('These are the gains that the delay allows.')).toBeVisible();
  await expect(page.getByText(/4 % beyond at most, settled after \d\.\d s/)).toBeVisible();
  await app.goTo('Review');
  await expect(page.getByText(/times what that bears/)).toHaveCount(0);
});

test('the delay is measured in simulation, and its gains follow', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await closeLoop(app, page);
  await app.openItem('Maps', 'Closed loop');
  await page.getByRole('button', { name: 'Step the fuel' }).click();
  await expect(page.getByText(/first sign after \d+ ms, lag \d+ ms/)).toHaveCount(3, { timeout: 60_000 });
  await page.getByRole('button', { name: 'Take it, with its gains' }).click();
  await expect(page.getByRole('textbox', { name: /^Delay of the reading/ })).not.toHaveValue('90');
  await expect(page.getByText('These are the gains that the delay allows.')).toBeVisible();
});

test('idle with a short exhaust: the authority is zero there, and the reason is said', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await closeLoop(app, page);
  await app.openItem('Maps', 'Closed loop');
  await app.type(/^Pipe behind the sensor/, '400');
  await app.goTo('Review');
  await expect(
    page.getByText(/Outside air comes back 1\.05 m at idle, and 0\.40 m of pipe/).first(),
  ).toBeVisible();
  await app.openItem('Maps', 'Authority, richer');
  await page.getByRole('button', { name: 'Propose anew' }).click();
  await expect(page.getByText(/Zero at idle and wherever else little gas flows/)).toBeVisible();
  await page.getByRole('button', { name: 'Accept all', exact: true }).click();
  await app.openItem('Maps', 'Authority, leaner');
  await page.getByRole('button', { name: 'Propose anew' }).click();
  await page.getByRole('button', { name: 'Accept all', exact: true }).click();
  await app.goTo('Review');
  await expect(page.getByText(/Outside air comes back/)).toHaveCount(0);
});

test(
  'what the loop keeps correcting is learned, kept, and put into the map while it runs',
  { tag: '@far' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.openDemo();
    await app.openItem('Maps', 'Closed loop');
    await app.choose('Closed loop', 'On');
    await app.openItem('Maps', 'Learned trims');
    await expect(page.getByText(/Nothing yet/)).toBeVisible();
    await app.choose('Learned trims', 'On');
    await acceptMissing(app, page);
    await letLearn(app, page);
    const words = page.getByText(/Live from the engine computer\. \d+ cells have evidence/);
    await expect(words).toBeVisible({ timeout: 15_000 });
    await expect(page.getByRole('grid', { name: 'Learned trims' })).toBeVisible();
    await page.getByRole('button', { name: 'Look at what would be put in' }).click();
    await expect(page.getByText(/^How far cells lie from the line between their neighbours/)).toBeVisible();
    await page.getByRole('button', { name: 'Accept all', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Accept all', exact: true })).toBeHidden({
      timeout: 15_000,
    });
    await expect(page.getByRole('banner').getByText(/^Live$/)).toBeVisible();
    await app.openItem('Maps', 'Volumetric efficiency');
    await page.getByRole('button', { name: 'Undo: Put what was learned into Volumetric efficiency' }).click();
    await expect(page.getByRole('banner').getByText(/^Differs$/)).toBeVisible();
  },
);

test(
  'a fold-in is refused cell by cell where all of it is one factor, and done in one move',
  { tag: '@both' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.openChanged((file) => {
      const { ve } = file.maps;
      if (ve === null || ve === undefined) return;
      // A loop that may do much finds everything lean, up to what a cell may learn.
      file.maps.loopRicher = { ...ve, values: ve.values.map(() => 30) };
      ve.values = ve.values.map((value) => Math.round(value * 8) / 10);
    });
    await closeLoop(app, page);
    await app.openItem('Maps', 'Learned trims');
    await app.choose('Learned trims', 'On');
    await letLearn(app, page);
    await expect(
      page.getByText(/^Cell by cell it is refused: all that was learned is \+\d\.\d %/),
    ).toBeVisible({
      timeout: 15_000,
    });
    await page.getByRole('button', { name: /^Move the whole map by \+[789]\.\d %/ }).click();
    await expect(page.getByText(/^192 of 192 cells would change/)).toBeVisible();
    await expect(page.getByRole('button', { name: /^Accept selection/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Accept all', exact: true }).click();
    // What stays learned is what the factor is not: no cell is near what it was.
    await expect(page.getByText(/the largest trim is .\d|No cell has two seconds/)).toBeVisible({
      timeout: 15_000,
    });
    await expect(page.getByText(/^Cell by cell it is refused/)).toHaveCount(0);
    await expect(page.getByRole('banner').getByText(/^Live$/)).toBeVisible();
    await app.openItem('Maps', 'Volumetric efficiency');
    await expect(
      page.getByRole('button', { name: 'Undo: Put what was learned into Volumetric efficiency' }),
    ).toBeVisible();
  },
);

test('a pull with spark too far is seen, pulled back and counted', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openChanged((file) => {
    const spark = file.maps.spark;
    if (spark) spark.values = spark.values.map((deg) => Math.min(60, deg + 28));
  });
  await app.openItem('Maps', 'Knock control');
  await app.choose('Knock control', 'On');
  await page.getByRole('button', { name: 'Listen at 6.63 kHz, where the bore rings' }).click();
  await expect(page.getByText('The bore rings at 6.63 kHz.')).toBeVisible();
  await expect(page.getByRole('img', { name: /^Window by engine speed/ })).toBeVisible();
  await app.goTo('Review');
  await page.getByRole('link', { name: 'Trial drive' }).click();
  await app.choose('Drive', 'Brake, sweeps');
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  const happened = page.getByRole('status').filter({ hasText: 'Reached' });
  await expect(happened).toBeVisible({ timeout: 90_000 });
  const text = (await happened.textContent()) ?? '';
  const [, heard = '0', deg = '0'] =
    /Knock control heard ([\d ]+) of them and pulled spark by up to ([\d.]+)°/.exec(text) ?? [];
  expect(Number(heard.replace(/\D/g, ''))).toBeGreaterThan(20);
  expect(Number(deg)).toBeGreaterThan(4);
  expect(Number(deg)).toBeLessThanOrEqual(8);
});
