import type { Page } from '@playwright/test';
import { expect, type Lumbre, test } from './support';

const happened = (page: Page) => page.getByRole('list', { name: 'What happened' });

/** A warm engine that runs, with a recording under way since before its start; the stand-in’s controls are open. */
async function recordedFromStart(app: Lumbre): Promise<void> {
  const { page } = app;
  await app.openDemo();
  await app.connectStandIn('84');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await app.openStandIn();
  await page.getByRole('button', { name: 'Hold the starter' }).click();
  await page.waitForTimeout(2500);
  await page.getByRole('button', { name: 'Let go of the starter' }).click();
}

async function stopped(page: Page): Promise<void> {
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Stop recording/ }).click();
  await expect(page.getByRole('heading', { name: 'What happened' })).toBeVisible();
}

const SEND = /^Send (the calibration|\d+ cells?) to the ECU$/;

/** Pulls on the brake from low speed to high, as a log. */
async function pulled(app: Lumbre): Promise<void> {
  const { page } = app;
  await app.goTo('Bench');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await app.openStandIn();
  await app.driven('Brake, sweeps');
  await app.choose('Its time passes', 'As in life');
  await stopped(page);
}

/** The log that is open beside the one before it, by their mixture. */
async function compared(app: Lumbre): Promise<void> {
  const { page } = app;
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Compare with another log' })).toBeVisible();
  await page.getByRole('main').getByRole('link').first().click();
  await app.choose('Traces', 'Mixture');
}

/** What a channel did in both on average, the difference last. */
const onAverage = (page: Page, channel: string) =>
  page
    .getByRole('table', { name: 'On average' })
    .getByRole('row')
    .filter({ hasText: channel })
    .getByRole('cell');

test(
  'a log says what happened, and the sentence that is touched opens to the traces that show it',
  { tag: '@both' },
  async ({ app, page, isMobile }) => {
    test.setTimeout(300_000);
    await recordedFromStart(app);
    await app.choose('Its time passes', '4 times as fast');
    await app.choose('Pedal', '100 %');
    await page.waitForTimeout(2000);
    await app.choose('Pedal', '0 %');
    await page.waitForTimeout(1000);
    await stopped(page);
    const list = happened(page);
    await expect(
      list.getByText(/^Turned by the starter for \d\.\d s at \d{3} rev\/min, coolant 8\d °C/),
    ).toBeVisible();
    await expect(list.getByText(/^Caught after \d\.\d s of the starter/)).toBeVisible();
    const limit = list.getByRole('button', { name: /Held back by engine speed for \d+\.\d s/ });
    await limit.first().click();
    const strip = page.getByRole('slider', { name: /^Traces of limit at \d+\.\d s$/ });
    await expect(strip).toHaveAttribute(
      'aria-valuetext',
      /^\d+\.\d+ s, .*held back: engine speed, Engine speed 7\d{3} rev\/min, Charges cut \d+ %/,
    );
    await page.getByRole('button', { name: 'In all traces' }).click();

    // All traces, at that moment: read by keys, with a second cursor and what was between.
    await expect(page.getByRole('heading', { level: 2, name: 'Traces' })).toBeVisible();
    const whole = page.getByRole('slider', { name: 'Time in the log' });
    await expect(whole).toHaveAttribute('aria-valuetext', /held back: engine speed/);
    const at = async () => Number((await whole.getAttribute('aria-valuetext'))?.match(/^[\d.]+/)?.[0]);
    const first = await at();
    await whole.focus();
    await page.keyboard.press('s');
    for (let i = 0; i < 3; i += 1) await page.keyboard.press('Shift+ArrowRight');
    expect((await at()) - first).toBeGreaterThan(0.4);
    await expect(whole).toHaveAttribute('aria-valuetext', /Engine speed 7\d{3} rev\/min, (up|down) by \d+/);
    const table = page.getByRole('table', { name: 'Between the cursors' });
    const row = table.getByRole('row').filter({ hasText: 'Engine speed' });
    await expect(row.getByRole('cell').first()).toHaveText(/^7\d{3}$/);
    await page.keyboard.press('s');
    await page.keyboard.press('0');
    const overview = page.getByRole('slider', { name: 'Part of the log in sight' });
    await expect(overview).toHaveAttribute('aria-valuetext', /^From 0\.0 to /);
    await page.getByRole('button', { name: 'Zoom in' }).click();
    await expect(overview).not.toHaveAttribute('aria-valuetext', /^From 0\.0 to /);
    // Another set, and a trace of one’s own choice.
    await app.choose('Traces', 'Counters');
    await page.getByRole('button', { name: 'Choose traces' }).click();
    await page.getByRole('textbox', { name: 'Look for a channel' }).fill('battery');
    await page.getByRole('button', { name: 'Add Battery', exact: true }).click();
    await page.keyboard.press('Escape');
    await expect(whole).toHaveAttribute('aria-valuetext', /Sync losses \d+.*Battery 1\d\.\d V/);
    if (!isMobile) {
      const before = await at();
      await whole.hover({ position: { x: 300, y: 120 } });
      await expect.poll(at).not.toBe(before);
    }
  },
);

test('a cam signal that was lost is found from the counters of a log alone', async ({ app, page }) => {
  test.setTimeout(300_000);
  await recordedFromStart(app);
  await page.waitForTimeout(1500);
  await app.choose('What is wrong with it', 'Cam sensor unplugged');
  await page.waitForTimeout(2500);
  await stopped(page);
  const lost = happened(page).getByRole('button', {
    name: /\d\d cam pulses missing in \d\.\d s, from \d+ rev\/min on/,
  });
  await lost.click();
  const strip = page.getByRole('slider', { name: /^Traces of trigger errors at/ });
  await expect(strip).toHaveAttribute('aria-valuetext', /Cam pulses missing \d+/);
  await page.getByRole('button', { name: 'All traces', exact: true }).click();
  await app.choose('Traces', 'Counters');
  await expect(page.getByRole('slider', { name: 'Time in the log' })).toBeVisible();
});

test(
  'two pulls are laid over one another by speed: the same with less fuel reads leaner all the way',
  { tag: '@both' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.openDemo();
    await app.connectStandIn('84');
    await pulled(app);
    await app.changeWholeMap('Volumetric efficiency', '−4');
    await app.goTo('Bench');
    await page.getByRole('button', { name: SEND }).click();
    await pulled(app);
    await compared(app);
    const strip = page.getByRole('slider', { name: 'Speed in the pulls' });
    await strip.focus();
    for (let i = 0; i < 4; i += 1) await page.keyboard.press('Shift+ArrowRight');
    await expect(strip).toHaveAttribute(
      'aria-valuetext',
      /^\d{4} rev\/min, Lambda 1 0\.\d\d λ, Lambda 1, other 0\.\d\d λ, Lambda 1, difference 0\.0\d λ/,
    );
    await expect(onAverage(page, 'Lambda 1').last()).toHaveText(/^\+0\.0[2-5]\d?$/);
    // By time as well, moved by hand.
    await app.choose('Laid over one another by', 'Time');
    await app.type('The other one later by, s', '1.5');
    await expect(page.getByRole('slider', { name: 'Time in both logs' })).toBeVisible();
  },
);

test('a rich misfire in a pull is found, and not taken for lean running', async ({ app, page }) => {
  test.setTimeout(300_000);
  // Twice the fuel where it pulls hard from the middle of its range on.
  await app.openChanged(({ maps }) => {
    const ve = maps['ve'];
    if (ve === null || ve === undefined) throw new Error('The demo has no map of filling');
    ve.values = ve.values.map((value, cell) => {
      const [rpm, kpa] = [ve.x[cell % ve.x.length] ?? 0, ve.y[Math.floor(cell / ve.x.length)] ?? 0];
      return rpm > 3600 && kpa > 85 ? Math.min(180, 2 * value) : value;
    });
  });
  await app.connectStandIn('84');
  await pulled(app);
  const misfire = happened(page).getByRole('button', { name: /Rich misfire in a pull, from \d{4} rev\/min/ });
  await misfire.first().click();
  await expect(page.getByText(/take fuel away there, do not add it/).first()).toBeVisible();
  await expect(page.getByRole('slider', { name: /^Traces of rich misfire at/ })).toBeVisible();
  await expect(happened(page).getByText(/^Lean under load/)).toHaveCount(0);
});

test('a correction on and off is two pulls that differ by it', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.openItem('Maps', 'Corrections');
  await page.getByRole('button', { name: 'Add a correction' }).click();
  await page.getByRole('textbox', { name: 'Name of the correction' }).fill('Richer when warm');
  await page.getByRole('radiogroup', { name: 'Across' }).getByRole('radio', { name: 'Coolant' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.getByRole('button', { name: 'Open the map of Richer when warm' }).click();
  await page.getByRole('grid', { name: 'Richer when warm', exact: true }).click({ position: { x: 8, y: 8 } });
  await page.getByRole('textbox', { name: 'New value, ×' }).fill('1.06');
  await page.getByRole('button', { name: 'Apply' }).click();
  await app.connectStandIn('84');
  await pulled(app);
  await app.openItem('Maps', 'Corrections');
  await page.getByRole('button', { name: 'Switch Richer when warm off' }).click();
  // What a correction is goes to a standing engine only: off and on with the key.
  await app.goTo('Bench');
  await app.openStandIn();
  await page.getByRole('button', { name: 'Key off' }).click();
  await expect(page.getByRole('banner', { includeHidden: true }).getByText('Link lost')).toBeVisible();
  await page.getByRole('button', { name: 'Key on' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/is there again/)).toBeVisible();
  await page.getByRole('button', { name: SEND }).click();
  await expect(page.getByText(/^What runs is what is on the screen/)).toBeVisible();
  await pulled(app);
  await compared(app);
  await expect(onAverage(page, 'Lambda 1').last()).toHaveText(/^\+0\.0[3-6]\d?$/);
});

test('a channel by formula has its unit, is kept, and is drawn, counted and spread like any other', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.connectStandIn('84');
  await pulled(app);
  await page.getByRole('button', { name: 'All traces', exact: true }).click();
  await page.getByRole('button', { name: 'Choose traces' }).click();
  await page.getByRole('button', { name: 'A channel by formula' }).click();
  const formula = page.getByRole('textbox', { name: 'Formula' });
  const gives = page.getByRole('status', { name: 'What it gives' });
  const keep = page.getByRole('button', { name: 'Keep it' });
  await page.getByRole('textbox', { name: 'Name' }).fill('Opening a second');
  await formula.fill('injector_opening_ms + battery_v');
  await expect(gives).toHaveText('ms and V cannot be added: their units differ.');
  await expect(keep).toBeDisabled();
  await formula.fill('injector_openin_ms');
  await expect(gives).toHaveText(
    /^There is no channel injector_openin_ms\. injector_opening_ms is the nearest\.$/,
  );
  // A channel is found by its name, and put where one types.
  await formula.fill('injector_opening_ms *');
  await page.getByRole('textbox', { name: 'Look for a channel' }).fill('engine speed');
  await page.getByRole('button', { name: 'Read Engine speed' }).click();
  await expect(formula).toHaveValue('injector_opening_ms * engine_speed_rpm');
  await expect(gives).toHaveText(/ms·rev\/min on average\.$/);
  await page.getByRole('textbox', { name: 'Unit' }).fill('ms/s');
  await formula.fill('injector_opening_ms * engine_speed_rpm / 120');
  await expect(gives).toHaveText(/^Over this log .* ms\/s on average\.$/);
  await keep.click();
  await page.getByRole('button', { name: 'Add Opening a second' }).click();
  await page.keyboard.press('Escape');
  const strip = page.getByRole('slider', { name: 'Time in the log' });
  await strip.focus();
  for (let i = 0; i < 200; i += 1) await page.keyboard.press('Shift+ArrowRight');
  await expect(strip).toHaveAttribute('aria-valuetext', /Opening a second \d+\.\d\d ms\/s/);
  const row = page
    .getByRole('table', { name: 'In sight' })
    .getByRole('row')
    .filter({ hasText: 'Opening a second' });
  await expect(row.getByRole('cell').nth(1)).toHaveText(/^\d+\.\d{3}$/);

  // Over the map that ran, and spread.
  await page.getByRole('radio', { name: 'Over a map' }).click();
  await expect(page.getByText(/^\d+ rev\/min, \d+ kPa abs: \d+\.\d %, \d+\.\d s in it\.$/)).toBeVisible();
  await expect(
    page.getByText(/^At the cursor, \d+ rev\/min, \d+ kPa abs: volumetric efficiency /),
  ).toBeVisible();
  const cells = page.getByRole('group', { name: /^Time in each cell/ });
  await cells.press('ArrowUp');
  await page.getByRole('button', { name: 'Another map' }).click();
  await page.getByRole('radio', { name: 'Spark advance', exact: true }).click();
  await expect(page.getByText(/^At the cursor, .*: spark advance /)).toBeVisible();
  await page.getByRole('radio', { name: 'How it spreads' }).click();
  await expect(page.getByText(/ rev\/min: \d+\.\d s, \d+\.\d % of the time\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Against: nothing' }).click();
  await page.getByRole('radio', { name: 'Opening a second' }).click();
  await expect(page.getByText('They rise together', { exact: false })).toBeVisible();

  // Kept: there in another visit, changed, and deleted.
  await page.reload();
  await page.getByRole('button', { name: 'Choose traces' }).click();
  await page.getByRole('button', { name: 'Change Opening a second' }).click();
  await expect(page.getByRole('textbox', { name: 'Formula' })).toHaveValue(/ \/ 120$/);
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Delete Opening a second' }).click();
  await expect(page.getByText('Opening a second')).toHaveCount(0);
});
