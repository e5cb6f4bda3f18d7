import { expect, test } from './support';

const BLOCK = '61,5\t62\n60,5\t61\n';

test('with a keyboard alone: a block pasted, the pressure axis carried on for a larger sensor, the new region filled', async ({
  app,
  page,
  context,
  isMobile,
}) => {
  test.skip(isMobile, 'A phone has no keyboard of this kind');
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await app.openDemo();
  await app.openItem('Maps', 'Volumetric efficiency');
  const press = async (name: string) => {
    await page.getByRole('button', { name, exact: true }).focus();
    await page.keyboard.press('Enter');
  };
  await page.evaluate((text) => navigator.clipboard.writeText(text), BLOCK);
  const grid = page.getByRole('grid', { name: 'Volumetric efficiency', exact: true });
  await grid.focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Control+v');
  await expect(page.getByText(/^4 cells\./)).toBeVisible();
  await expect(page.getByText(/: 61\.0 %$/).first()).toBeVisible();
  await page.keyboard.press('Control+c');
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('61.5\t62\n60.5\t61\n');

  await press('Lay the axes anew');
  await page.getByRole('radio', { name: 'Manifold pressure' }).focus();
  await page.keyboard.press('Space');
  const carry = page.getByRole('textbox', { name: 'Carry on to, kPa abs' });
  await carry.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('250');
  await page.keyboard.press('Enter');
  await press('Carry on to 250 kPa abs');
  await page.getByRole('radio', { name: 'Carry the slope on' }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText('Over the old range the surface stays as it is.')).toBeVisible();
  await press('Accept the new axes');
  await expect(
    page.getByRole('button', { name: 'Undo: Volumetric efficiency: axes laid anew' }),
  ).toBeVisible();

  await grid.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('r');
  await expect(
    page.getByRole('button', { name: /^Undo: Volumetric efficiency: smooth, \d+ cells$/ }),
  ).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Undo$/ })).toBeDisabled();
});

test('by touch alone: the same', async ({ app, page, isMobile }) => {
  test.skip(!isMobile, 'A laptop has no touch screen');
  await app.openDemo();
  await app.openItem('Maps', 'Volumetric efficiency');
  await page.getByRole('grid', { name: 'Volumetric efficiency' }).tap({ position: { x: 130, y: 60 } });
  await page.getByRole('button', { name: 'Shape and copy' }).tap();
  await page.getByRole('textbox', { name: 'Block from a spreadsheet' }).fill(BLOCK);
  await page.getByRole('button', { name: 'Paste it' }).tap();
  await expect(page.getByText(/^4 cells\./)).toBeVisible();

  await page.getByRole('button', { name: 'Lay the axes anew' }).tap();
  await page.getByRole('radio', { name: 'Manifold pressure' }).tap();
  await page.getByRole('radio', { name: '85', exact: true }).tap();
  await page.getByRole('button', { name: 'Take it out' }).tap();
  await expect(page.getByText(/^Largest change over the old range: −?\d/)).toBeVisible();
  await app.type('Carry on to, kPa abs', '250');
  await page.getByRole('button', { name: 'Carry on to 250 kPa abs' }).tap();
  await page.getByRole('radio', { name: 'By the generator' }).tap();
  await page.getByRole('button', { name: 'Accept the new axes' }).tap();
  await expect(
    page.getByRole('button', { name: 'Undo: Volumetric efficiency: axes laid anew' }),
  ).toBeVisible();
});

test('a larger pressure sensor leads to all maps over pressure in one proposal, and moves none by itself', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Sensors');
  await page.getByRole('link', { name: 'Manifold pressure' }).click();
  await app.type('Row 2, pressure, kPa abs', '300');
  await expect(page.getByText(/They end at 165 kPa abs; this sensor reads up to 300/)).toBeVisible();
  await page.getByRole('button', { name: 'Lay the pressure axes anew' }).click();
  await expect(page.getByText('The maps end there already.')).toBeVisible();
  await app.type('End of the pressure axes, kPa abs', '300');
  await expect(page.getByText(/rows up to 300 are resolution it does not use/)).toBeVisible();
  await app.type('End of the pressure axes, kPa abs', '185');
  await expect(page.getByText(/resolution it does not use/)).toBeHidden();
  await expect(page.getByText('The old range stays as it is')).toHaveCount(3);
  await page.getByRole('button', { name: 'Accept for 3 maps' }).click();
  await expect(
    page.getByRole('button', { name: 'Undo: Pressure axes to 185 kPa abs, 3 maps' }),
  ).toBeVisible();
  await app.dryStart('20', /^Caught/);
});

test('axes that cannot be, and blocks that do not fit, are refused with the reason', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Maps', 'Lambda target');
  const paste = async (text: string) => {
    await page.getByRole('button', { name: 'Shape and copy' }).click();
    await page.getByRole('textbox', { name: 'Block from a spreadsheet' }).fill(text);
    await page.getByRole('button', { name: 'Paste it' }).click();
  };
  await paste('0,9\t0,9\n0,9');
  await expect(page.getByRole('alert')).toContainText('Row 2 of what was pasted has 1 cells, the first 2');
  await paste('lean');
  await expect(page.getByRole('alert')).toContainText('500 rev/min, 20 kPa abs: “lean” is not a number');
  await page.getByRole('button', { name: 'Lay the axes anew' }).click();
  await app.type('Move it to, rev/min', '900');
  await expect(page.getByRole('alert')).toContainText('800 does not increase after the breakpoint before it');
  await expect(page.getByRole('button', { name: 'Accept the new axes' })).toBeDisabled();
  await page.getByRole('button', { name: 'Take the breakpoints of Volumetric efficiency' }).click();
  await expect(page.getByText('Over the old range the surface stays as it is.')).toBeVisible();
  await page.getByRole('button', { name: 'Refuse' }).click();
  await expect(page.getByRole('button', { name: /^Undo$/ })).toBeDisabled();
});
