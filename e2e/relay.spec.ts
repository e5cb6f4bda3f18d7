import { expect, test } from './support';

const BLOCK = '61,5\t62\n60,5\t61\n';
const VE = 'Volumetric efficiency';

test(
  'with a keyboard alone: a VE map built, a block pasted, the axis laid for a larger sensor, the new region filled',
  { tag: '@wide' },
  async ({ app, page, context }) => {
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await app.openDemo();
    await app.openItem('Maps', VE);
    const press = async (name: string | RegExp) => {
      await page.getByRole('button', { name, exact: true }).focus();
      await page.keyboard.press('Enter');
    };
    const typeInto = async (label: string, text: string) => {
      await page.getByRole('textbox', { name: label }).focus();
      await page.keyboard.press('Control+a');
      await page.keyboard.type(text);
      await page.keyboard.press('Tab');
    };
    const grid = page.getByRole('grid', { name: VE, exact: true });
    const cell = grid.getByRole('gridcell');
    await grid.focus();
    await page.keyboard.press('Control+a');
    await page.keyboard.press('s');
    await page.keyboard.type('50');
    await page.keyboard.press('Enter');
    await press('Propose anew from the engine’s description');
    await page.getByRole('radio', { name: 'Proved engine' }).focus();
    await page.keyboard.press('Space');
    await press('Accept all');
    await expect(page.getByText(/^Computed, .* description$/)).toBeVisible();

    await page.evaluate((text) => navigator.clipboard.writeText(text), BLOCK);
    await grid.focus();
    await page.keyboard.press('Home');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Control+v');
    await expect(page.getByText(/^4 cells\./)).toBeVisible();
    await expect(page.getByText(/: 61\.0 %$/).first()).toBeVisible();
    await page.keyboard.press('Control+c');
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('61.5\t62\n60.5\t61\n');

    await page.getByRole('link', { name: 'Build' }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('link', { name: 'Sensors' }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('link', { name: 'Manifold pressure' }).focus();
    await page.keyboard.press('Enter');
    await typeInto('Row 2, pressure, kPa abs', '300');
    await press('Lay the pressure axes anew');
    await typeInto('End of the pressure axes, kPa abs', '250');
    await expect(page.getByText('The old range stays as it is')).toHaveCount(4);
    await press('Accept for 4 maps');
    await page.getByRole('link', { name: VE }).focus();
    await page.keyboard.press('Enter');

    await grid.focus();
    await page.keyboard.press('Home');
    for (let i = 0; i < 20; i += 1) await page.keyboard.press('ArrowUp');
    await expect(cell).toHaveAccessibleName(/^500 rev\/min, 250 kPa abs/);
    await page.keyboard.type('40');
    await page.keyboard.press('Enter');
    await grid.focus();
    for (let i = 0; i < 15; i += 1) await page.keyboard.press('Shift+ArrowRight');
    for (let i = 0; i < 4; i += 1) await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('f');
    await expect(
      page.getByRole('button', { name: /^Undo: Volumetric efficiency: fill from the corners, 80 cells$/ }),
    ).toBeVisible();
    await page.keyboard.press('Control+a');
    await page.keyboard.press('r');
    await expect(
      page.getByRole('button', { name: /^Undo: Volumetric efficiency: smooth, \d+ cells$/ }),
    ).toBeVisible();
    for (let i = 0; i < 8; i += 1) await page.keyboard.press('Control+z');
    await expect(page.getByRole('button', { name: /^Undo$/ })).toBeDisabled();
  },
);

test('by touch alone: the same', async ({ app, page, context }) => {
  await app.openDemo();
  await app.openItem('Maps', VE);
  const tap = (name: string | RegExp) => page.getByRole('button', { name, exact: true }).tap();
  const grid = page.getByRole('grid', { name: VE, exact: true });
  await grid.tap({ position: { x: 8, y: 8 } });
  await page.getByRole('textbox', { name: 'New value, %' }).fill('50');
  await tap('Apply');
  await tap('Propose anew from the engine’s description');
  await page.getByRole('radio', { name: 'Race cams' }).tap();
  await expect(page.getByText(/192 of 192 cells would change/)).toBeVisible();
  await page.getByRole('radio', { name: 'Sporting cams' }).tap();
  await tap('Accept all');

  await grid.tap({ position: { x: 130, y: 60 } });
  await tap('Shape and copy');
  await page.getByRole('textbox', { name: 'Block from a spreadsheet' }).fill(BLOCK);
  await tap('Paste it');
  await expect(page.getByText(/^4 cells\./)).toBeVisible();

  await page.getByRole('link', { name: 'Build' }).tap();
  await page.getByRole('link', { name: 'Sensors' }).tap();
  await page.getByRole('link', { name: 'Manifold pressure' }).tap();
  await app.type('Row 2, pressure, kPa abs', '300');
  await tap('Lay the pressure axes anew');
  await app.type('End of the pressure axes, kPa abs', '250');
  await tap('Accept for 4 maps');
  await page.getByRole('link', { name: 'Maps' }).tap();
  await page.getByRole('link', { name: VE, exact: true }).tap();

  await page.getByRole('slider', { name: `Overview of ${VE}` }).tap({ position: { x: 10, y: 4 } });
  const box = await grid.boundingBox();
  if (box === null) throw new Error('No grid');
  const session = await context.newCDPSession(page);
  const finger = async (type: 'touchStart' | 'touchMove' | 'touchEnd', x: number, y: number) =>
    session.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: type === 'touchEnd' ? [] : [{ x: box.x + x, y: box.y + y }],
    });
  await finger('touchStart', 70, 50);
  await finger('touchMove', 180, 120);
  await finger('touchMove', 290, 180);
  await finger('touchEnd', 290, 180);
  await expect(page.getByText(/^\d+ cells\. /)).toBeVisible();
  const sheet = page.getByRole('dialog', { name: 'Shape and copy' });
  // A browser driven by single touches sometimes takes the first tap after a drag for the drag's end.
  await expect(async () => {
    await tap('Shape and copy');
    await expect(sheet).toBeVisible({ timeout: 1500 });
  }).toPass();
  await tap('Fill from the corners');
  await expect(
    page.getByRole('button', { name: /^Undo: Volumetric efficiency: fill from the corners, \d+ cells$/ }),
  ).toBeVisible();
});

test('by touch a breakpoint taken out says what the surface loses', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', VE);
  await page.getByRole('button', { name: 'Lay the axes anew' }).tap();
  await page.getByRole('radio', { name: 'Manifold pressure' }).tap();
  await page.getByRole('radio', { name: '85', exact: true }).tap();
  await page.getByRole('button', { name: 'Take it out' }).tap();
  await expect(page.getByText(/^Largest change over the old range: −?\d/)).toBeVisible();
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
  await expect(page.getByText('The old range stays as it is')).toHaveCount(4);
  await page.getByRole('button', { name: 'Accept for 4 maps' }).click();
  await expect(
    page.getByRole('button', { name: 'Undo: Pressure axes to 185 kPa abs, 4 maps' }),
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
    await page.getByRole('textbox', { name: 'Block from a spreadsheet' }).fill(text);
    await page.getByRole('button', { name: 'Paste it' }).click();
  };
  await page.getByRole('button', { name: 'Shape and copy' }).click();
  await paste('0,9\t0,9\n0,9');
  await expect(page.getByRole('alert')).toContainText('Row 2 of what was pasted has 1 cells, the first 2');
  await paste('lean');
  await expect(page.getByRole('alert')).toContainText('500 rev/min, 20 kPa abs: “lean” is not a number');
  await expect(page.getByRole('textbox', { name: 'Block from a spreadsheet' })).toHaveValue('lean');
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Lay the axes anew' }).click();
  await app.type('Move it to, rev/min', '900');
  await expect(page.getByRole('alert')).toContainText('Breakpoint 800 does not increase after 900');
  await expect(page.getByRole('button', { name: 'Accept the new axes' })).toBeDisabled();
  await page.getByRole('button', { name: 'Take the breakpoints of Volumetric efficiency' }).click();
  await expect(page.getByText('Over the old range the surface stays as it is.')).toBeVisible();
  await page.getByRole('button', { name: 'Refuse' }).click();
  await expect(page.getByRole('button', { name: /^Undo$/ })).toBeDisabled();
});

test('a map goes out as a CSV with its breakpoints, and comes in from one changed in a spreadsheet', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Maps', VE);
  const grid = page.getByRole('grid', { name: VE, exact: true });
  await grid.click({ position: { x: 8, y: 8 } });
  await page.getByRole('button', { name: 'Shape and copy' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('ventisca-volumetric-efficiency.csv');
  const stream = await file.createReadStream();
  let text = '';
  for await (const chunk of stream) text += String(chunk);
  const lines = text.trim().split('\r\n');
  expect(lines).toHaveLength(13);
  const last = (lines[12] as string).split(',');
  last[1] = '33.3';
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a CSV' }).click();
  await (
    await chooser
  ).setFiles({
    name: 've.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from([...lines.slice(0, 12), last.join(',')].join('\r\n')),
  });
  await expect(page.getByRole('button', { name: /^Undo: Volumetric efficiency: paste/ })).toBeVisible();
  await grid.focus();
  await page.keyboard.press('Home');
  await expect(grid.getByRole('gridcell')).toHaveAccessibleName('500 rev/min, 20 kPa abs: 33.3 %');
});
