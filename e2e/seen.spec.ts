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

test('a log says what happened, and the sentence that is touched opens to the traces that show it', async ({
  app,
  page,
  isMobile,
}) => {
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
});

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

test('two pulls are laid over one another by speed: the same with less fuel reads leaner all the way', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.connectStandIn('84');
  /** A pull on the brake from low speed to high, as a log. */
  const pull = async () => {
    await app.goTo('Bench');
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await app.openStandIn();
    await app.choose('Its time passes', '40 times as fast');
    await app.choose('Let a driver drive', 'Brake, sweeps');
    await expect(page.getByText(/^Driven: brake, sweeps/)).toBeVisible();
    await expect(page.getByText(/^In your hands/)).toBeVisible({ timeout: 90_000 });
    await app.choose('Its time passes', 'As in life');
    await stopped(page);
  };
  await pull();
  await app.changeWholeMap('Volumetric efficiency', '−4');
  await app.goTo('Bench');
  await page.getByRole('button', { name: /^Send (the calibration|\d+ cells?) to the ECU$/ }).click();
  await pull();
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Compare with another log' })).toBeVisible();
  await page.getByRole('main').getByRole('link').first().click();
  await app.choose('Traces', 'Mixture');
  const strip = page.getByRole('slider', { name: 'Speed in the pulls' });
  await strip.focus();
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Shift+ArrowRight');
  await expect(strip).toHaveAttribute(
    'aria-valuetext',
    /^\d{4} rev\/min, Lambda 1 0\.\d\d λ, Lambda 1, other 0\.\d\d λ, Lambda 1, difference 0\.0\d λ/,
  );
  const row = page
    .getByRole('table', { name: 'On average' })
    .getByRole('row')
    .filter({ hasText: 'Lambda 1' });
  await expect(row.getByRole('cell').last()).toHaveText(/^\+0\.0[2-5]\d?$/);
  // By time as well, moved by hand.
  await app.choose('Laid over one another by', 'Time');
  await app.type('The other one later by, s', '1.5');
  await expect(page.getByRole('slider', { name: 'Time in both logs' })).toBeVisible();
});
