import { expect, test } from './support';

/** Counts the numbers written into pictures from now on: each is a cell painted. Runs in the page. */
const COUNT = `
  window.written = 0;
  const write = CanvasRenderingContext2D.prototype.fillText;
  CanvasRenderingContext2D.prototype.fillText = function (...given) {
    window.written += 1;
    return write.apply(this, given);
  };
`;

test('the engine moves over the map while it is driven, and paints no cell', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.connectStandIn();
  await app.openStandIn();
  await app.choose('Its time passes', '10 times as fast');
  await app.choose('Let a driver drive', 'Brake, across the map');
  await page.keyboard.press('Escape');
  await app.openItem('Maps', 'Volumetric efficiency');
  const now = page.getByText(/^Now \d[\d,]* rev\/min, \d+ kPa abs: [\d.]+ %$/);
  await expect(now).toBeVisible();
  await expect(page.getByText(/The ring with ticks is the engine now/)).toBeVisible();
  // The map's own pictures are there before anything is counted.
  await expect(page.getByRole('heading', { name: 'Worked through' })).toBeVisible();
  await page.waitForTimeout(500);
  await page.evaluate(COUNT);
  const grid = page.getByRole('grid', { name: 'Volumetric efficiency' });
  const picture = (of: string) =>
    grid.locator(`[data-picture="${of}"]`).evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL());
  const place = () => picture('live mark');
  const way = () => picture('live way');
  const [words, before, drawn] = [await now.textContent(), await place(), await way()];
  await expect.poll(place).not.toBe(before);
  await expect.poll(way).not.toBe(drawn);
  await expect(now).not.toHaveText(words ?? '');
  expect(await page.evaluate('window.written')).toBe(0);
  // An edit meanwhile is painted as ever, and undone.
  await grid.press(']');
  await expect.poll(() => page.evaluate('window.written')).toBeGreaterThan(0);
});

test(
  'the chosen cell follows the engine, until another is chosen, and is edited there',
  { tag: '@far' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.openDemo();
    await app.connectStandIn();
    await page.getByRole('button', { name: 'Send edits as I make them' }).click();
    await app.openStandIn();
    await app.choose('Its time passes', '10 times as fast');
    await app.choose('Let a driver drive', 'Brake, across the map');
    await page.keyboard.press('Escape');
    await app.openItem('Maps', 'Volumetric efficiency');
    await page.getByRole('button', { name: 'Follow the engine' }).click();
    const grid = page.getByRole('grid', { name: 'Volumetric efficiency' });
    const chosen = () => grid.getByRole('gridcell').getAttribute('aria-label');
    // It goes through the map with the engine, which is braked at thousands of revolutions.
    await expect.poll(chosen, { timeout: 30_000 }).toMatch(/^[2-7],?\d00 rev/);
    const first = await chosen();
    await expect.poll(chosen, { timeout: 30_000 }).not.toBe(first);
    await grid.press(']');
    await expect(page.getByText(/^\d+ cells? runs? and (is|are) not stored/)).toBeVisible();
    await grid.press('Home');
    await expect(page.getByRole('button', { name: 'Follow the engine' })).toBeVisible();
    const still = await chosen();
    await page.waitForTimeout(1500);
    expect(await chosen()).toBe(still);
  },
);

test('workings open on the running engine, and are frozen where they are', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.connectStandIn();
  await app.openStandIn();
  await app.choose('Let a driver drive', 'Idle with loads');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('group', { name: /^Engine speed: [1-9][\d,]* rev/ })).toBeVisible({
    timeout: 40_000,
  });
  await app.openItem('Maps', 'Workings');
  const now = page.getByText(/^[\d,]+ rev\/min, \d+ kPa abs, coolant \d+ °C$/);
  await expect(now).toBeVisible();
  // What is worked through here comes to what the engine computer did.
  const opened = page.getByText(/opened its injectors for [\d.]+ ms/);
  const [, ecuMs] = /for ([\d.]+) ms/.exec((await opened.textContent()) ?? '') ?? [];
  expect(Number(ecuMs)).toBeGreaterThan(1);
  await page.getByRole('button', { name: 'Freeze this point' }).click();
  await expect(now).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: /^Engine speed/ })).not.toHaveValue('1050');
  await page.getByRole('button', { name: 'Go with the engine' }).click();
  await expect(now).toBeVisible();
});
