import type { Page } from '@playwright/test';
import { expect, type Lumbre, test } from './support';

/** What has the keyboard, by its name; “body” for nothing. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const at = document.activeElement;
    if (at === null || at === document.body) return 'body';
    return at.getAttribute('aria-label') ?? at.textContent ?? '';
  });

/** Takes every map away but keeps the engine. */
const withoutMaps = (app: Lumbre) =>
  app.openChanged(({ maps }) => {
    for (const id of Object.keys(maps)) maps[id] = null;
  });

const undoName = (page: Page) => page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label');

test('what is missing is proposed in one list, with picture and reason, and accepted in three touches', async ({
  app,
  page,
}) => {
  await withoutMaps(app);
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Maps' }).click();
  await page.getByRole('link', { name: 'Propose what is missing' }).click();
  const cranking = page.getByRole('group', { name: 'Cranking fuel', exact: true });
  await expect(cranking).toContainText('1.15 to 6.40 × stoich');
  await expect(cranking).toContainText('Only part of the fuel evaporates at cranking speed');
  await expect(cranking.locator('canvas')).toBeVisible();
  const all = page.getByRole('button', { name: /^Accept all \d+$/ });
  const count = Number((await all.textContent())?.match(/\d+/)?.[0]);
  expect(count).toBeGreaterThanOrEqual(19);
  await page.getByRole('button', { name: 'Accept Cranking fuel', exact: true }).click();
  await expect(page.getByRole('button', { name: `Accept all ${count - 1}` })).toBeVisible();
  expect(await undoName(page)).toBe('Undo: Accept all of the cranking fuel proposal');
  await page.getByRole('button', { name: `Accept all ${count - 1}` }).click();
  await expect(page.getByText('Empty, ready to propose')).toHaveCount(0);
  expect(await undoName(page)).toBe(`Undo: Accept the proposals of ${count - 1} maps`);
  await app.dryStart('−20', /^Caught after/);
});

test('from a map to the next without its list', { tag: '@both' }, async ({ app, page, isMobile }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Volumetric efficiency');
  await page.getByRole('button', { name: 'Next map: Lambda target' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Lambda target' })).toBeVisible();
  if (isMobile) return;
  await expect(page.getByRole('grid', { name: 'Lambda target' })).toBeFocused();
  await page.keyboard.press('n');
  await expect(page.getByRole('heading', { level: 2, name: 'Spark advance' })).toBeVisible();
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { level: 2, name: 'Lambda target' })).toBeVisible();
});

test('a whole map is typed without a mouse', { tag: '@wide' }, async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.openItem('Maps', 'Volumetric efficiency');
  const grid = page.getByRole('grid', { name: 'Volumetric efficiency', exact: true });
  await expect(grid).toBeFocused();
  const wanted = (column: number, row: number) => String(40 + ((column * 7 + row * 3) % 50));
  for (let row = 0; row < 12; row += 1) {
    await page.keyboard.press('Home');
    for (let column = 0; column < 16; column += 1) {
      await page.keyboard.type(wanted(column, row));
      // At the end of a row Enter takes the number, and the grid has the keyboard again.
      await page.keyboard.press(column < 15 ? 'ArrowRight' : 'Enter');
    }
    await page.keyboard.press('ArrowUp');
  }
  await expect(grid).toBeFocused();
  for (const [column, row] of [
    [0, 0],
    [15, 0],
    [7, 5],
    [15, 11],
  ] as const) {
    await page.keyboard.press('Home');
    for (let i = 0; i < 12; i += 1) await page.keyboard.press('ArrowDown');
    for (let i = 0; i < row; i += 1) await page.keyboard.press('ArrowUp');
    for (let i = 0; i < column; i += 1) await page.keyboard.press('ArrowRight');
    await expect(grid.getByRole('gridcell')).toHaveAccessibleName(
      new RegExp(`: ${wanted(column, row)}\\.0 %$`),
    );
  }
});

test(
  'a number that is refused keeps the keyboard and its text; Escape goes back to the grid',
  { tag: '@wide' },
  async ({ app, page }) => {
    await app.openDemo();
    await app.openItem('Maps', 'Lambda target');
    await page.keyboard.type('9');
    await page.keyboard.press('Enter');
    const box = page.getByRole('textbox', { name: /^New value/ });
    await expect(box).toBeFocused();
    await expect(box).toHaveValue('9');
    await expect(page.getByRole('alert')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('grid', { name: 'Lambda target' })).toBeFocused();
    await expect(page.getByRole('alert')).toBeHidden();
  },
);

test(
  'the map page is gone through in the order it is read, and the keyboard is never lost',
  { tag: '@wide' },
  async ({ app, page }) => {
    await app.openDemo();
    await app.openItem('Maps', 'Cranking fuel');
    await expect(page.getByRole('grid', { name: 'Cranking fuel' })).toBeFocused();
    await page.getByRole('slider', { name: 'Point of Cranking fuel' }).focus();
    const way: string[] = [];
    while (way.at(-1)?.endsWith('Apply') !== true && way.length < 40) {
      await page.keyboard.press('Tab');
      way.push(await focused(page));
    }
    expect(way[0]).toBe('Cranking fuel');
    expect(way.slice(-5)).toEqual(['Lower by 0.05', 'Raise by 0.05', 'Set', 'New value, × stoich', 'Apply']);
    expect(way).not.toContain('body');
    expect(way).toContain('Estimated');
  },
);

test('on a phone the tray stands above the navigation while the grid is in sight', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Spark advance');
  const tray = page.getByRole('group', { name: 'Edit the selected cells' });
  const bar = page.getByRole('navigation', { name: 'Places' });
  const [trayBox, barBox] = [await tray.boundingBox(), await bar.boundingBox()];
  expect(Math.abs((trayBox?.y ?? 0) + (trayBox?.height ?? 0) - (barBox?.y ?? 0))).toBeLessThanOrEqual(1);
  const grid = page.getByRole('grid', { name: 'Spark advance' });
  const before = await grid.getByRole('gridcell').getAttribute('aria-label');
  await page.getByRole('button', { name: 'Raise by 0.5' }).tap();
  await expect(grid.getByRole('gridcell')).not.toHaveAccessibleName(before ?? '');
  await expect(grid).toBeInViewport();
  await page.getByRole('heading', { name: 'Surface' }).scrollIntoViewIfNeeded();
  await page.mouse.wheel(0, 3000);
  await expect(tray).toBeHidden();
  // One arrow leads back, and it is the one to the list.
  await expect(page.getByRole('button', { name: 'Back to the maps' })).toHaveCount(1);
});

test('the tray comes and goes without moving what stands above it', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Spark advance');
  const tray = page.getByRole('group', { name: 'Edit the selected cells' });
  await expect(tray).toBeVisible();
  const scroller = page
    .getByRole('main')
    .locator('div')
    .filter({ has: page.getByRole('grid') });
  const room = () =>
    scroller.evaluateAll((divs) => divs.map((div) => div.scrollHeight - div.clientHeight).join());
  await page.getByRole('heading', { name: 'Surface' }).scrollIntoViewIfNeeded();
  await page.mouse.move(195, 400);
  await page.mouse.wheel(0, 20_000);
  await expect(tray).toBeHidden();
  const without = await room();
  await page.getByRole('grid').scrollIntoViewIfNeeded();
  await expect(tray).toBeVisible();
  expect(await room()).toBe(without);
});

test('a control that takes the keyboard is not under the tray', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Spark advance');
  const tray = page.getByRole('group', { name: 'Edit the selected cells' });
  const trayBox = await tray.boundingBox();
  const top = trayBox?.y ?? 0;
  const below = page.getByRole('button', { name: 'Shape' });
  // It begins under the tray.
  await page.mouse.move(195, 400);
  await page.mouse.wheel(0, ((await below.boundingBox())?.y ?? 0) - top - 20);
  await expect.poll(async () => Math.round((await below.boundingBox())?.y ?? 0)).toBe(Math.round(top + 20));
  await below.focus();
  await expect
    .poll(async () => {
      const box = await below.boundingBox();
      return (box?.y ?? 0) + (box?.height ?? 0);
    })
    .toBeLessThanOrEqual(top);
});

test('a proposal is accepted without scrolling', { tag: '@both' }, async ({ app, page, isMobile }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Volumetric efficiency');
  const propose = page.getByRole('button', { name: /^Propose anew/ });
  await propose.scrollIntoViewIfNeeded();
  // The tray goes with the grid, and what is scrolled to its end moves with it: pressed after that, as a finger does.
  if (isMobile) await expect(page.getByRole('group', { name: 'Edit the selected cells' })).toBeHidden();
  await propose.click();
  await expect(page.getByRole('button', { name: 'Accept all', exact: true })).toBeInViewport({ ratio: 1 });
  await page.getByText('Why these values').scrollIntoViewIfNeeded();
  await expect(page.getByRole('button', { name: 'Accept all', exact: true })).toBeInViewport({ ratio: 1 });
});

test('a curve is dragged and nudged, with its cells under it', { tag: '@both' }, async ({ app, page }) => {
  await app.openDemo();
  for (const name of ['After-start enrichment', 'Idle air', 'Cranking fuel']) {
    await app.openItem('Maps', name);
    const curve = page.getByRole('slider', { name: `Point of ${name}` });
    await expect(curve).toBeVisible();
    const grid = await page.getByRole('grid', { name, exact: true }).boundingBox();
    expect(grid?.y ?? 0).toBeGreaterThan((await curve.boundingBox())?.y ?? Infinity);
  }
  const curve = page.getByRole('slider', { name: 'Point of Cranking fuel' });
  await curve.focus();
  await page.keyboard.press('ArrowRight');
  await expect(curve).toHaveAttribute('aria-valuetext', '−20 °C: 4.80 × stoich');
  await page.keyboard.press('ArrowUp');
  await expect(curve).toHaveAttribute('aria-valuetext', '−20 °C: 4.85 × stoich');
  expect(await undoName(page)).toBe('Undo: Cranking fuel: set to 4.85, 1 cell');
  const at = await curve.boundingBox();
  if (at === null) throw new Error('no curve');
  // The first point stands at the left of the plot, near its top.
  const first = { x: at.x + 60, y: at.y + 8 };
  await page.mouse.move(first.x, first.y + 18);
  await page.mouse.down();
  await page.mouse.move(first.x, first.y + 60, { steps: 5 });
  await page.mouse.up();
  await expect(curve).toHaveAttribute('aria-valuetext', /^−30 °C: [45]\.\d\d × stoich$/);
  expect(await undoName(page)).toMatch(/^Undo: Cranking fuel: set to [45]\.\d\d, 1 cell$/);
});

test(
  'lists are dense where a pointer is, and short fields stand two to a row',
  { tag: '@wide' },
  async ({ app, page }) => {
    await app.openDemo();
    await app.goTo('Maps');
    const rows = page.getByRole('complementary', { name: 'Maps' }).getByRole('link');
    expect(await rows.count()).toBeGreaterThanOrEqual(24);
    const last = await rows.nth(19).boundingBox();
    // Twenty of them within a screen and a half.
    expect(last?.y ?? Infinity).toBeLessThan(1.5 * 800);
    expect((await rows.first().boundingBox())?.height).toBeLessThanOrEqual(42);
    await app.openItem('Build', 'Engine');
    const [bore, stroke] = [
      await page.getByRole('textbox', { name: /^Bore/ }).boundingBox(),
      await page.getByRole('textbox', { name: /^Stroke/ }).boundingBox(),
    ];
    expect(Math.abs((bore?.y ?? 0) - (stroke?.y ?? 99))).toBeLessThan(2);
  },
);

test('a taken pin is shown, changes places, and is taken off', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Coils');
  await page.getByRole('button', { name: /^Coil 1: pin/ }).click();
  const taken = page.getByRole('radiogroup', { name: 'Taken pins' });
  await taken.getByRole('radio', { name: /, Coil 2$/ }).click();
  expect(await undoName(page)).toBe('Undo: Coil 1 and Coil 2 change places');
  await app.openItem('Build', 'Outputs');
  await page.getByRole('button', { name: 'Change Fan' }).click();
  await app.choose('Fan is switched', 'Straight on the pin');
  await expect(
    page.getByText(/Fan puts 18 A on pin .* and burns\. Put a relay between/).first(),
  ).toBeVisible();
  await app.choose('Fan is switched', 'Through a relay');
  await expect(page.getByText(/and burns/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove Idle valve' }).click();
  await page.getByRole('button', { name: 'Add the idle valve' }).click();
  await expect(page.getByText('Open as far as the idle air map and idle control say.')).toBeVisible();
});

test('what is typed now is said where it acts, and outlives the page, as undo does', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Maps', 'Cranking fuel');
  await app.choose('What I type now is', 'Measured');
  await page.getByRole('slider', { name: 'Point of Cranking fuel' }).press('ArrowUp');
  await expect(page.getByText(/^Measured, \d{4}/)).toBeVisible();
  await app.expectStored();
  await page.reload();
  await expect(page.getByRole('radio', { name: 'Measured' })).toBeChecked();
  await page.getByRole('button', { name: 'Undo: Cranking fuel: set to 6.45, 1 cell' }).click();
  await expect(page.getByRole('slider', { name: 'Point of Cranking fuel' })).toHaveAttribute(
    'aria-valuetext',
    '−30 °C: 6.40 × stoich',
  );
});

test('one changed cell of a table leaves the rest its source; its unit converts its numbers', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Coils');
  await app.choose('What I type now is', 'Estimated');
  await app.type('Row 1, dwell, ms', '4.1');
  await expect(
    page.getByText(/^Data sheet: rows 2, .*Estimated: row 1\.$|^Estimated: row 1\. Data sheet: rows 2, /),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Units of Dwell against voltage' }).click();
  await page.getByRole('radiogroup', { name: 'Unit of dwell' }).getByRole('radio', { name: 'µs' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('textbox', { name: 'Row 1, dwell, µs' })).toHaveValue('4100');
});

test('a comma is read by what the field allows', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.type(/^Maximum speed/, '7,200');
  await expect(page.getByRole('textbox', { name: /^Maximum speed/ })).toHaveValue('7200');
  await app.choose('Size is given by', 'Displacement');
  await app.type(/^Displacement/, '1,998 L');
  await expect(page.getByRole('textbox', { name: /^Displacement/ })).toHaveValue('1.998');
});

test('the builder’s own numbers shape what is proposed, and are kept with the map', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Spark advance');
  await page.getByRole('button', { name: /^Propose anew/ }).click();
  await page.getByRole('textbox', { name: /^Spark at idle/ }).fill('9');
  await expect(page.getByText('9° at idle by your own number.', { exact: false })).toBeVisible();
  await expect(page.getByText(/^Computed: 12\.0 °\./)).toBeVisible();
  await page.getByRole('textbox', { name: /^Spark at idle/ }).fill('900');
  await expect(page.getByText(/Spark at idle must be between −10\.0 and 60\.0 °/)).toBeVisible();
  await page.getByRole('textbox', { name: /^Spark at idle/ }).fill('9');
  await page.getByRole('button', { name: 'Accept all', exact: true }).click();
  await app.expectStored();
  await page.reload();
  await page.getByRole('button', { name: /^Propose anew/ }).click();
  await expect(page.getByRole('textbox', { name: /^Spark at idle/ })).toHaveValue('9.0');
  await page.getByRole('button', { name: /^Take what was computed for Spark at idle/ }).click();
  await expect(page.getByRole('textbox', { name: /^Spark at idle/ })).toHaveValue('12.0');
});

test('a region is selected by one touch, and its borders are moved', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Volumetric efficiency');
  await app.choose('Select the cells of', 'Boost');
  await expect(page.getByText(/^84 cells\. /)).toBeVisible();
  await app.type(/^From speed/, '5000');
  await expect(page.getByText(/^35 cells\. /)).toBeVisible();
  await app.choose('Select the cells of', 'Idle');
  await expect(page.getByText(/^\d+ cells\. /)).toBeVisible();
});

test('breakpoints: the one put in is selected, and no axis grows unasked', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Spark advance');
  await page.getByRole('button', { name: 'Lay the axes anew' }).click();
  await page.getByRole('radio', { name: '2050', exact: true }).click();
  await page.getByRole('button', { name: 'Put one in after it' }).click();
  await expect(page.getByRole('radio', { name: '2300', exact: true })).toBeChecked();
  await app.openItem('Maps', 'Pressure axes');
  await app.type('End of the pressure axes, kPa abs', '250');
  await expect(page.getByText(/become 18 rows to 250 kPa abs/).first()).toBeVisible();
  await app.type('Breakpoints, at most', '14');
  await expect(page.getByText(/become 14 rows to 250 kPa abs/).first()).toBeVisible();
  await app.choose('How the breakpoints are laid', 'Where the engine lives');
  await expect(page.getByText(/become 14 rows to 250 kPa abs/).first()).toBeVisible();
});

test('air takes the coolant’s curve, and idle is set where the engine is', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Sensors');
  await page.getByRole('link', { name: 'Air temperature' }).click();
  await page.getByRole('button', { name: 'Take the curve of coolant temperature' }).click();
  expect(await undoName(page)).toBe('Undo: Take the curve of coolant temperature');
  await app.openItem('Build', 'Engine');
  await app.type(/^Idle speed wanted, hot/, '1100');
  expect(await undoName(page)).toMatch(/^Undo: Idle speed wanted, hot 1100 rev\/min$/);
});

test('no colour is a legend, no word is lost, and nothing empty is called impossible', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.dryStart('−20', /^Caught/);
  await expect(
    page.getByText(/^Shaded: at rest to [\d.]+ s, cranking to [\d.]+ s, running to 20 s\./),
  ).toBeVisible();
  await expect(page.getByText(/Ember|Steel:/)).toHaveCount(0);
  await app.openItem('Build', 'Outputs');
  await expect(page.getByText(/^1 Key on, 2 Start and idle/)).toBeVisible();
  await page.getByRole('button', { name: 'Change Fan' }).click();
  await expect(page.getByRole('img', { name: 'On above 94 °C, off again at 89 °C' })).toBeVisible();
  await app.openItem('Build', 'Sensors');
  await page.getByRole('link', { name: 'Throttle position' }).click();
  await expect(page.getByText(/Wide open reads 98 %: a little is left above it/)).toBeVisible();
  await app.visit();
  await page.getByRole('button', { name: 'New calibration' }).click();
  await page.getByRole('button', { name: 'Make it' }).click();
  await app.openItem('Build', 'Cams');
  await expect(page.getByText(/Not possible/)).toHaveCount(0);
});

for (const [count, kind] of [
  ['2', 'Twin, individual throttles, 0.7 L'],
  ['4', 'Four, one throttle, 2.0 L'],
  ['4', 'Four, exhaust-charged, 2.0 L'],
  ['8', 'V8, one throttle, 5.0 L'],
] as const) {
  test(`a calibration begins from a ${kind}, and starts`, async ({ app, page }) => {
    await app.visit();
    await page.getByRole('button', { name: 'New calibration' }).click();
    await app.choose('Start from', `${count} cylinders`);
    await app.choose('Its kind', kind);
    await page.getByRole('button', { name: 'Make it' }).click();
    await app.dryStart('0', /^Caught after/);
  });
}
