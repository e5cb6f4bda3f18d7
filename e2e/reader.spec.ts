import type { Page } from '@playwright/test';
import { expect, test } from './support';

/** In the page: gathers what a screen reader is told without being asked, as live regions are filled and changed. */
const LISTEN = `
  window.told = [];
  const LIVE = '[aria-live="polite"], [aria-live="assertive"], [role="status"], [role="alert"], [role="log"]';
  const regionOf = (node) => (node.nodeType === Node.ELEMENT_NODE ? node : node.parentElement)?.closest(LIVE);
  const tell = (region) => {
    const text = region?.textContent?.trim();
    if (text && window.told.at(-1) !== text) window.told.push(text);
  };
  new MutationObserver((changes) => {
    for (const { target, addedNodes } of changes) {
      tell(regionOf(target));
      for (const node of addedNodes)
        if (node.nodeType === Node.ELEMENT_NODE)
          for (const region of [...(node.matches(LIVE) ? [node] : []), ...node.querySelectorAll(LIVE)]) tell(region);
    }
  }).observe(document, { childList: true, subtree: true, characterData: true });
`;

/** Waits until something was told that says this, and forgets what was told. */
async function expectTold(page: Page, says: RegExp): Promise<void> {
  const told = () => page.evaluate('window.told.join("\\n")') as Promise<string>;
  await expect.poll(told, { timeout: 20_000 }).toMatch(says);
  await page.evaluate('window.told.splice(0)');
}

/** Focuses what a keyboard comes to under this name, and presses it with Enter. */
async function press(page: Page, role: 'button' | 'link' | 'radio', name: string | RegExp): Promise<void> {
  const control = page.getByRole(role, typeof name === 'string' ? { name, exact: true } : { name }).first();
  await control.focus();
  await expect(control).toBeFocused();
  await page.keyboard.press('Enter');
}

test('by ear and keyboard: an engine described wrongly, mended, started, connected and lost; each change is told', async ({
  app,
  page,
}) => {
  test.setTimeout(120_000);
  await page.addInitScript(LISTEN);
  await app.visit();
  await press(page, 'button', 'Open the demo: Ventisca');
  await expectTold(page, /Stored/);

  // A field that is wrong says so, and says that it was taken back.
  await press(page, 'link', /^Engine/);
  const bore = page.getByRole('textbox', { name: /^Bore/ });
  await bore.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('wide');
  await page.keyboard.press('Tab');
  await expectTold(page, /wide/);
  await expect(bore).toHaveAttribute('aria-invalid', 'true');
  await expect(bore).toHaveAccessibleDescription(/wide/);
  await bore.focus();
  await page.keyboard.press('Escape');
  await expect(bore).toHaveAttribute('aria-invalid', 'false');

  // A number that is taken is stored, and what follows from it is named.
  await bore.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('84.5');
  await page.keyboard.press('Tab');
  await expectTold(page, /Stor/);
  await expect(bore).toHaveValue('84.5');
  await press(page, 'button', /^Undo/);
  await expect(bore).toHaveValue('84');

  // A map: the cell, its place, its value, and its change.
  await press(page, 'link', 'Maps');
  await press(page, 'link', /^Spark advance/);
  const grid = page.getByRole('grid', { name: 'Spark advance', exact: true });
  await grid.focus();
  const cell = grid.getByRole('gridcell');
  await expect(cell).toHaveAccessibleName(/^\d+ rev\/min, \d+ kPa abs: [\d.]+ ° BTDC/);
  const before = await cell.getAttribute('aria-label');
  await page.keyboard.press(']');
  await expect.poll(() => cell.getAttribute('aria-label')).not.toBe(before);
  await page.keyboard.press('Control+z');
  await expect.poll(() => cell.getAttribute('aria-label')).toBe(before);

  // A dry start: that it runs, and how it ended.
  await press(page, 'link', /^Review/);
  await press(page, 'link', /^Dry start/);
  await press(page, 'button', 'Run dry start');
  await expectTold(page, /coolant −?\d+ °C/);

  // At the car: what is asked for, that it is live, and that it is lost.
  await press(page, 'link', 'Bench');
  await press(page, 'button', 'Connect to the stand-in');
  await expectTold(page, /Live/);
  await expect(page.getByRole('group', { name: /^Coolant: −?\d+ °C/ })).toBeVisible();
  await app.openStandIn();
  await page.getByRole('button', { name: 'Key off' }).click();
  await page.keyboard.press('Escape');
  await expectTold(page, /[Ll]ost/);
});

test('by ear and keyboard: a start is recorded, and its log read: what happened, and the traces at a moment', async ({
  app,
  page,
}) => {
  test.setTimeout(180_000);
  await page.addInitScript(LISTEN);
  await app.openDemo();
  await app.connectStandIn('84');
  await press(page, 'button', 'Record');
  await expect(page.getByRole('button', { name: /^Stop recording/ })).toBeFocused();
  await press(page, 'button', 'Stand-in');
  await press(page, 'button', 'Hold the starter');
  await page.waitForTimeout(2500);
  await press(page, 'button', 'Let go of the starter');
  await page.keyboard.press('Escape');
  await page.waitForTimeout(4000);
  await press(page, 'button', /^Stop recording/);
  await expectTold(page, /Idled for \d+ s/);
  const happened = page.getByRole('list', { name: 'What happened' }).getByRole('button').first();
  await expect(happened).toBeVisible();
  await happened.focus();
  await page.keyboard.press('Enter');
  const strip = page.getByRole('slider', { name: /^Traces of/ });
  await strip.focus();
  const at = () => strip.getAttribute('aria-valuetext');
  const before = await at();
  expect(before).toMatch(/^\d+\.\d+ s, .*Engine speed \d+ rev\/min/);
  await page.keyboard.press('ArrowRight');
  await expect.poll(at).not.toBe(before);
});

test('by ear and keyboard: a procedure reads each step as it comes, forwards and back', async ({
  app,
  page,
}) => {
  test.setTimeout(180_000);
  await page.addInitScript(LISTEN);
  await app.openDemo();
  await app.connectStandIn('5');
  await press(page, 'link', 'Throttle range');
  const step = page.getByRole('heading', { level: 3 });
  await expect(step).toBeVisible();
  await expect(step).not.toBeFocused();
  // What was pressed is gone with its step: the next one has the keyboard, and is read by that.
  await expect(async () => {
    await press(page, 'button', 'Capture');
    await expect(step).toHaveText('Press the pedal to its stop', { timeout: 8000 });
  }).toPass();
  await expect(step).toBeFocused();
  await press(page, 'button', 'Stand-in');
  await page.getByRole('radiogroup', { name: 'Pedal' }).getByRole('radio', { name: '100 %' }).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('Escape');
  await expect(async () => {
    await press(page, 'button', 'Capture');
    await expect(step).toHaveText('Press it slowly, and let it back', { timeout: 8000 });
  }).toPass();
  await expect(step).toBeFocused();
  await press(page, 'button', 'Back one');
  await expect(step).toHaveText('Press the pedal to its stop');
  await expect(step).toBeFocused();
});

test('by ear and keyboard: in training an engine is brought, answered, and what it was is told', async ({
  app,
  page,
}) => {
  test.setTimeout(120_000);
  await page.addInitScript(LISTEN);
  await app.openDemo();
  await app.connectStandIn('84');
  await press(page, 'link', 'Training');
  await press(page, 'button', 'Bring an engine');
  await expectTold(page, /Engine 1/);
  await page.getByRole('radiogroup', { name: 'What is it?' }).getByRole('radio').first().focus();
  await page.keyboard.press('Space');
  await press(page, 'button', 'That is it');
  await expectTold(page, /(It was|Right): /);
});
