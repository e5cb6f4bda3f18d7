import { expect, test } from './support';

test('cells are edited with a keyboard alone', { tag: '@wide' }, async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Volumetric efficiency');
  const grid = page.getByRole('grid', { name: 'Volumetric efficiency' });
  await grid.focus();
  const cell = grid.getByRole('gridcell');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowUp');
  await expect(cell).toHaveAccessibleName(/^800 rev\/min, 35 kPa abs: 42\.\d %$/);
  await page.keyboard.type('55.5');
  await page.keyboard.press('Enter');
  await expect(cell).toHaveAccessibleName('800 rev/min, 35 kPa abs: 55.5 %');
  await expect(page.getByText(/^Estimated, \d{4}-\d\d-\d\d$/)).toBeVisible();
  await grid.focus();
  await page.keyboard.press(']');
  await expect(cell).toHaveAccessibleName('800 rev/min, 35 kPa abs: 56.0 %');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('p');
  await page.keyboard.type('10');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^2 cells\./)).toBeVisible();
  await page.keyboard.press('Escape');
  await grid.focus();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Control+z');
  await page.keyboard.press('ArrowLeft');
  await expect(cell).toHaveAccessibleName(/: 42\.\d %$/);
  await page.keyboard.press('Control+Shift+z');
  await expect(cell).toHaveAccessibleName(/: 55\.5 %$/);
});

test('cells are edited by touch alone', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Volumetric efficiency');
  const grid = page.getByRole('grid', { name: 'Volumetric efficiency' });
  await grid.tap({ position: { x: 130, y: 60 } });
  await expect(grid.getByRole('gridcell')).toHaveAccessibleName(/^800 rev\/min, 100 kPa abs/);
  await page.getByRole('button', { name: 'Raise by 0.5' }).tap();
  await expect(page.getByText(/^800 rev\/min, 100 kPa abs: 54\.8 %$/)).toBeVisible();
  await page
    .getByRole('slider', { name: 'Overview of Volumetric efficiency' })
    .tap({ position: { x: 300, y: 5 } });
  await grid.tap({ position: { x: 300, y: 60 } });
  await expect(grid.getByRole('gridcell')).toHaveAccessibleName(/^7400 rev\/min, 165 kPa abs/);
});

test('an edit beyond the limits is refused whole, with the cell named', async ({ app, page }) => {
  await app.openDemo();
  await app.changeWholeMap('Volumetric efficiency', '150');
  await expect(page.getByRole('alert')).toContainText(
    /It must stay within 5 to 180 %\. Nothing was changed\./,
  );
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
});

test('a proposal is read, accepted in part, refused', async ({ app, page }) => {
  await app.openDemo();
  await app.changeWholeMap('Volumetric efficiency', '4');
  await page.getByRole('button', { name: 'Propose anew from the engine’s description' }).click();
  await expect(page.getByText(/192 of 192 cells would change/)).toBeVisible();
  await expect(page.getByText(/Peak of 92 % at 4600 rev\/min/)).toBeVisible();
  const grid = page.getByRole('grid', { name: 'Proposed Volumetric efficiency' });
  await grid.click({ position: { x: 80, y: 10 } });
  await page.getByRole('button', { name: 'Accept selection (12)' }).click();
  await expect(page.getByText(/180 of 192 cells would change/)).toBeVisible();
  await page.getByRole('button', { name: 'Refuse' }).click();
  await page
    .getByRole('button', { name: /^Undo: Accept part of the volumetric efficiency proposal/ })
    .click();
  await page.getByRole('button', { name: 'Propose anew from the engine’s description' }).click();
  await expect(page.getByText(/192 of 192 cells would change/)).toBeVisible();
});

test('a map without an engine says what it needs and leads there', async ({ app, page }) => {
  await app.visit();
  await page.getByRole('button', { name: 'New calibration' }).click();
  await page.getByRole('button', { name: 'Make it' }).click();
  await app.openItem('Maps', 'Cranking fuel');
  await expect(page.getByText('To propose it, Lumbre needs fuel.')).toBeVisible();
  await page.getByRole('button', { name: 'Go to Engine' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Engine' })).toBeVisible();
  await app.openItem('Review', 'Dry start');
  await expect(page.getByText(/^Still empty: bore, stroke, cylinders/)).toBeVisible();
});

test('workings show each step, the four cells, and follow the point', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Workings');
  await expect(page.getByText('The 4 cells that took part').first()).toBeVisible();
  await expect(page.getByText('m_air = VE/100 · p · V / (R · T), R = 287.05 J/(kg·K)')).toBeVisible();
  await expect(page.getByText('1. Volumetric efficiency')).toBeVisible();
  await app.type(/^Engine speed, /, '7400');
  await app.type(/^Manifold pressure, /, '165');
  await expect(page.getByText('The cell that took part').first()).toBeVisible();
  await app.choose('Phase', 'Cranking');
  await expect(page.getByText('m = m₀ · cranking multiple')).toBeVisible();
  await app.type(/^Battery, /, '99');
  await expect(page.getByText('Battery must be between 5 and 20 V.')).toBeVisible();
});
