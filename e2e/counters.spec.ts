import { expect, type Lumbre, test } from './support';

const counted = 'What was counted';
/** A long way to the car loses samples of its own, which is said too: then nothing is called clean. */
const LOST = String.raw`\d+ samples? lost on the link`;
const or = (app: Lumbre, words: string) => (app.isFar ? `(${words}|${LOST})` : words);
const and = (app: Lumbre) => (app.isFar ? `(, ${LOST})?` : '');

test('counters between two taps: clean, then what held it back, and by which cylinder', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.connectStandIn('84');
  await page.getByRole('link', { name: 'Counters', exact: true }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Counters' })).toBeVisible();
  const status = page.getByRole('status', { name: counted });
  // Nothing has been asked of the trigger yet.
  await expect(status).toHaveText('Nothing turned');
  await app.openStandIn();
  await page.getByRole('button', { name: 'Hold the starter' }).click();
  await page.keyboard.press('Escape');
  await page.waitForTimeout(2500);
  await app.openStandIn();
  await page.getByRole('button', { name: 'Let go of the starter' }).click();
  await page.keyboard.press('Escape');
  // What comes while it first finds its position is normal.
  await expect(status).toHaveText(
    new RegExp(`^(Clean|.* while catching: normal)$${app.isFar ? `|${LOST}` : ''}`),
  );
  await page.getByRole('button', { name: 'Mark: before' }).click();
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: 'Mark: after' }).click();
  await expect(status).toHaveText(new RegExp(String.raw`^${or(app, 'Clean')} in \d\.\d s$`));
  const nothing = page.getByText('Nothing was missed, nothing was lost, and nothing was held back.');
  const samples = page.getByText(new RegExp(`^${LOST}\\. Go nearer`));
  await expect(app.isFar ? nothing.or(samples) : nothing).toBeVisible();
  // In neutral, with the foot down: the limit of its speed cuts.
  await page.getByRole('button', { name: 'Mark: before' }).click();
  await app.openStandIn();
  await app.choose('Pedal', '100 %');
  await page.waitForTimeout(4000);
  await app.choose('Pedal', '0 %');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Mark: after' }).click();
  await expect(status).toHaveText(
    new RegExp(`^${or(app, String.raw`Clean in \d+\.\d s, \d+ charges cut: engine speed`)}`),
  );
  await expect(page.getByText(/^Charges cut by cylinder: 1: \d+, .*6: \d+\.$/)).toBeVisible();
  const row = page
    .getByRole('list', { name: 'Each counter' })
    .getByRole('listitem', { name: /^Charges cut: engine speed: [1-9]/ });
  await expect(row).toBeVisible();
  // Elsewhere and back: the marks are there still.
  await app.goTo('Maps');
  await app.goTo('Bench');
  await page.getByRole('link', { name: 'Counters', exact: true }).click();
  await expect(status).toHaveText(new RegExp(or(app, 'charges cut: engine speed')));
  await page.getByRole('button', { name: 'Forget the marks' }).click();
  await expect(page.getByText('Since the key was turned on')).toBeVisible();
});

test('the cam plug is pulled while it runs: what is missing, for how long, and what to look at', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.connectStandIn('84');
  await page.getByRole('link', { name: 'Counters', exact: true }).click();
  const status = page.getByRole('status', { name: counted });
  await app.openStandIn();
  await page.getByRole('button', { name: 'Hold the starter' }).click();
  await page.waitForTimeout(2500);
  await page.getByRole('button', { name: 'Let go of the starter' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Mark: before' }).click();
  await expect(status).toHaveText(new RegExp(`^${or(app, 'Clean')} in`));
  await app.openStandIn();
  await app.choose('What is wrong with it', 'Cam sensor unplugged');
  await page.waitForTimeout(2500);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Mark: after' }).click();
  await expect(status).toHaveText(new RegExp(String.raw`^\d\d cam pulses missing${and(app)} in \d\.\d s$`));
  await expect(
    page.getByText(/^\d\d cam pulses missing\. Look at the cam sensor’s plug first/),
  ).toBeVisible();
  // All readings together say so too, and what to look at.
  const cause = page.getByRole('status', { name: 'What it may be' });
  await expect(cause).toHaveText(/^(Likely: )?Cam signal missing: its sensor unplugged.*\(\d\d %\)$/);
  await expect(page.getByText(/^\d\d cam pulses missing in \d+ turns\.$/)).toBeVisible();
  // It runs on: the crank alone tells where it is.
  await app.openStandIn();
  await expect(page.getByText(/^In your hands, \d{3,4} rev\/min/)).toBeVisible();
  // Plugged in again, it is clean from then on.
  await app.choose('What is wrong with it', 'None');
  await page.waitForTimeout(1000);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Mark: before' }).click();
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: 'Mark: after' }).click();
  await expect(status).toHaveText(new RegExp(`^${or(app, 'Clean')} in`));
});

test('a link that loses what it carries: counted, named, and told from the engine', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.connectStandIn('84');
  await page.getByRole('link', { name: 'Counters', exact: true }).click();
  const status = page.getByRole('status', { name: counted });
  const cause = page.getByRole('status', { name: 'What it may be' });
  await page.getByRole('button', { name: 'Mark: before' }).click();
  await app.openStandIn();
  await app.choose('What is wrong with it', 'Link loses frames');
  await page.keyboard.press('Escape');
  await expect(status).toHaveText(/\d+ samples lost on the link in \d+\.\d s$/, { timeout: 15_000 });
  await expect(cause).toHaveText(/^(Likely: )?The link loses what it carries \(\d\d %\)$/, {
    timeout: 20_000,
  });
  await app.openStandIn();
  await app.choose('What is wrong with it', 'None');
  await page.keyboard.press('Escape');
  // What was on its way comes, or is seen to be missing.
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: 'Mark: after' }).click();
  await page.getByRole('button', { name: 'Mark: before' }).click();
  await page.waitForTimeout(4000);
  await page.getByRole('button', { name: 'Mark: after' }).click();
  await expect(status).toHaveText(new RegExp(String.raw`^${or(app, 'Nothing turned')} in \d\.\d s$`));
});

test('a link that drops is lost, is looked for, and is found again', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.connectStandIn('84');
  await app.openStandIn();
  await app.choose('What is wrong with it', 'Link drops');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('banner').getByText('Lost')).toBeVisible({ timeout: 40_000 });
  await expect(page.getByRole('banner').getByText(/^(Live|Differs)$/)).toBeVisible({ timeout: 40_000 });
});
