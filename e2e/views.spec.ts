import { expect, test } from './support';

const VE = 'Volumetric efficiency';

test(
  'the surface is turned by finger, keys and buttons, and says how it stands',
  { tag: '@both' },
  async ({ app, page, isMobile }) => {
    await app.openDemo();
    await app.openItem('Maps', VE);
    const surface = page.getByRole('img', { name: /^Volumetric efficiency as a surface/ });
    await expect(surface).toHaveAccessibleName(/turned 30°, seen from 32° above$/);
    await page.getByRole('button', { name: 'Turn left' }).click();
    await expect(surface).toHaveAccessibleName(/turned 45°/);
    await page.getByRole('button', { name: 'From above' }).click();
    await expect(surface).toHaveAccessibleName(/turned 0°, seen from 90° above$/);
    await page.getByRole('button', { name: 'As at first' }).click();
    if (isMobile) return;
    await surface.focus();
    await page.keyboard.press('ArrowRight');
    await expect(surface).toHaveAccessibleName(/turned 15°/);
    const box = await surface.boundingBox();
    if (box === null) throw new Error('No surface');
    await page.mouse.move(box.x + 100, box.y + 100);
    await page.mouse.down();
    await page.mouse.move(box.x + 60, box.y + 100);
    await page.mouse.up();
    await expect(surface).toHaveAccessibleName(/turned 35°/);
  },
);

test('a touch reads between the cells, with the cells it reads between and their weights', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Maps', VE);
  await app.choose('What a touch does', 'Touch reads');
  await page.getByRole('grid', { name: VE, exact: true }).click({ position: { x: 105, y: 66 } });
  const reading = page.getByRole('status').filter({ hasText: 'Read at' });
  await expect(reading).toContainText(/Read at \d/);
  const weights = await reading.getByText(/^× 0\.\d+$/).allTextContents();
  expect(weights.length).toBeGreaterThanOrEqual(2);
  const sum = weights.reduce((total, text) => total + Number(text.replace('× ', '')), 0);
  expect(Math.abs(sum - 1)).toBeLessThan(0.003);
});

test(
  'a map is compared with a snapshot, which outlives the page, and with another calibration',
  { tag: '@both' },
  async ({ app, page }) => {
    await app.openDemo();
    await app.openItem('Maps', VE);
    await page.getByRole('button', { name: 'Compare' }).click();
    await page.getByRole('textbox', { name: 'Name of the snapshot' }).fill('Before');
    await page.getByRole('button', { name: 'Take a snapshot' }).click();
    await expect(page.getByRole('button', { name: /^Before, / })).toBeVisible();
    await page.keyboard.press('Escape');
    await app.changeWholeMap(VE, '2');
    await app.expectStored();
    await page.reload();
    await page.getByRole('button', { name: 'Compare' }).click();
    await page.getByRole('button', { name: /^Before, / }).click();
    await expect(page.getByText(/^192 cells differ from “Before”, \+1\.9 points at most\.$/)).toBeVisible();
    await app.choose('Compared', 'The other');
    await page.getByRole('button', { name: 'Stop comparing' }).click();
    await expect(page.getByText(/differ from “Before”/)).toBeHidden();

    await page.getByRole('button', { name: 'All calibrations' }).click();
    await page.getByRole('button', { name: 'More for Ventisca' }).click();
    await page.getByRole('button', { name: 'Duplicate' }).click();
    await expect(page.getByRole('link', { name: 'Open Ventisca', exact: true })).toBeVisible();
    await page.getByRole('link', { name: 'Open Ventisca', exact: true }).click();
    await app.openItem('Maps', VE);
    await page.getByRole('button', { name: 'Compare' }).click();
    await page.getByRole('button', { name: 'Ventisca 2', exact: true }).click();
    await page.getByRole('button', { name: 'Compare with Ventisca 2' }).click();
    await expect(page.getByText('The same as in “Ventisca 2”.')).toBeVisible();
  },
);

test('lambda is shown and typed as an air-fuel ratio by choice; what is stored stays lambda', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Maps', 'Lambda target');
  await page.getByRole('button', { name: 'Units' }).click();
  await page.getByRole('radio', { name: 'Air-fuel ratio' }).click();
  await page.keyboard.press('Escape');
  const grid = page.getByRole('grid', { name: 'Lambda target', exact: true });
  const cell = grid.getByRole('gridcell');
  // The tray is there while the grid is in sight.
  await grid.scrollIntoViewIfNeeded();
  await expect(cell).toHaveAccessibleName('500 rev/min, 20 kPa abs: 13.73 air : fuel');
  await page.getByRole('textbox', { name: 'New value, air : fuel' }).fill('12,87');
  await page.getByRole('button', { name: 'Apply' }).click();
  await expect(cell).toHaveAccessibleName('500 rev/min, 20 kPa abs: 12.87 air : fuel');
  await page.getByRole('textbox', { name: 'New value, air : fuel' }).fill('30');
  await page.getByRole('button', { name: 'Apply' }).click();
  await expect(page.getByRole('alert')).toContainText('must stay within 7.15 to 20.02 air : fuel');
  await page.getByRole('button', { name: 'Units' }).click();
  await page.getByRole('radio', { name: 'Lambda', exact: true }).click();
  await page.keyboard.press('Escape');
  await expect(cell).toHaveAccessibleName('500 rev/min, 20 kPa abs: 0.900');
});

test('a coupled map follows the breakpoints of its leader in one step, until uncoupled', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Maps', 'Lambda target');
  await page.getByRole('button', { name: 'Lay the axes anew' }).click();
  await page.getByRole('button', { name: 'Follow volumetric efficiency' }).click();
  await page.getByRole('button', { name: 'Accept the new axes' }).click();
  await expect(page.getByText('Its breakpoints follow another map’s.')).toBeVisible();
  await app.openItem('Maps', VE);
  await page.getByRole('button', { name: 'Lay the axes anew' }).click();
  await page.getByRole('radio', { name: '800', exact: true }).click();
  await app.type('Move it to, rev/min', '850');
  await expect(page.getByText('Lambda target follows')).toBeVisible();
  await page.getByRole('button', { name: /^Spread 16 where the engine lives$/ }).click();
  await page.getByRole('button', { name: 'Accept the new axes' }).click();
  const first = async (name: string) => {
    await app.openItem('Maps', name);
    const grid = page.getByRole('grid', { name, exact: true });
    await grid.focus();
    await page.keyboard.press('ArrowRight');
    return (await grid.getByRole('gridcell').getAttribute('aria-label'))?.split(',')[0];
  };
  expect(await first('Lambda target')).toBe(await first(VE));
  await page.getByRole('button', { name: 'Undo: Volumetric efficiency: axes laid anew' }).click();
  await app.openItem('Maps', 'Lambda target');
  await page.getByRole('button', { name: 'Lay the axes anew' }).click();
  await page.getByRole('button', { name: 'Uncouple' }).click();
  await page.getByRole('button', { name: 'Accept the new axes' }).click();
  await expect(page.getByText('Its breakpoints follow another map’s.')).toBeHidden();
});

test('the way of a dry start is drawn on the maps it went through', async ({ app, page }) => {
  await app.openDemo();
  await app.dryStart('20', /^Caught/);
  await app.openItem('Maps', VE);
  await expect(page.getByText('The line is the way of the dry start at 20 °C.')).toBeVisible();
  await app.openItem('Maps', 'Warm-up enrichment');
  await expect(page.getByText('The line is the way of the dry start at 20 °C.')).toBeVisible();
  await app.openItem('Maps', 'Cranking fuel, taper');
  await expect(page.getByText(/The line is the way/)).toBeHidden();
});
