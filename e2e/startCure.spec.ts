import { expect, test } from './support';

test('a start that fails at −20 °C is cured by a proposal, and the field turns', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.changeWholeMap('Cranking fuel', '-70');
  await app.openItem('Review', 'Dry start');
  await page.getByRole('button', { name: 'Run the whole field' }).click();
  await page.getByRole('button', { name: 'Run dry start' }).click();
  await expect(page.getByRole('heading', { name: 'Cranks and is too lean' })).toBeVisible({
    timeout: 30_000,
  });
  await expect(page.getByText(/^Nothing burned\./)).toBeVisible();
  await page.getByRole('radio', { name: 'Walls and plugs' }).click();
  await expect(page.getByRole('img', { name: /^Film on the walls/ })).toBeVisible();
  const field = page.getByRole('grid', { name: 'Field of starts' });
  await expect(field.getByRole('gridcell', { name: /: (?!not yet)/ })).toHaveCount(42, { timeout: 60_000 });

  await page.getByRole('button', { name: 'Look for a cure' }).click();
  await expect(page.getByText('8 of 8 temperatures settle with it, 0 without.')).toBeVisible({
    timeout: 90_000,
  });
  await page.getByRole('button', { name: 'Why Cranking fuel changes' }).click();
  await expect(
    page.getByText(/^−20 °C: 1\.44 → \d\.\d\d \(\+\d+ %\)\. As it is: Cranks and is too lean/),
  ).toBeVisible();
  await expect(page.getByRole('heading', { name: 'What a simulation cannot know' })).toBeVisible();
  await page.getByRole('button', { name: 'Take it, and start again' }).click();
  await expect(page.getByRole('heading', { name: /^Caught after \d+ turns and settles$/ })).toBeVisible({
    timeout: 30_000,
  });
  await page.getByRole('button', { name: 'Run the field again' }).click();
  await expect(page.getByText(/^Since the field before: \d+ starts turned good\.$/)).toBeVisible({
    timeout: 60_000,
  });
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText('The calibration has changed since. Run it again.').first()).toBeVisible();
});

test('a search for a cure is stopped, and nothing was changed', async ({ app, page }) => {
  await app.openDemo();
  await app.changeWholeMap('Cranking fuel', '-70');
  await app.openItem('Review', 'Dry start');
  await page.getByRole('button', { name: 'Run dry start' }).click();
  await page.getByRole('button', { name: 'Look for a cure' }).click({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Stop looking' }).click();
  await expect(page.getByRole('button', { name: 'Look for a cure' })).toBeVisible();
  await expect(page.getByText(/temperatures settle with it/)).toHaveCount(0);
});

test('what if a guess is wrong: those that decide the start are named, and lead to their fields', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.visit();
  await page.getByRole('button', { name: 'New calibration' }).click();
  await app.choose('Start from', '4 cylinders');
  await app.choose('Its kind', 'Four, one throttle, 2.0 L');
  await page.getByRole('button', { name: 'Make it' }).click();
  await app.openItem('Review', 'Dry start');
  await page.getByRole('button', { name: 'Run dry start' }).click();
  await page.getByRole('button', { name: /^Try the \d+ guesses$/ }).click({ timeout: 30_000 });
  await expect(page.getByText(/^\d+ of \d+ decide it: measure those first\.$/)).toBeVisible({
    timeout: 60_000,
  });
  const offset = page.getByRole('group', { name: 'First tooth to TDC' });
  await expect(offset).toContainText(/It settles while the truth is .* less to .* more/);
  await page.getByRole('button', { name: /^Show the \d+ that change nothing$/ }).click();
  await expect(page.getByRole('group', { name: 'Stroke' })).toContainText('It settles all the way');
  await offset.getByRole('button', { name: 'Go to First tooth to TDC' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Trigger' })).toBeVisible();
  await expect(
    page.locator('[tabindex="-1"]:focus').getByRole('textbox', { name: /^First tooth to TDC/ }),
  ).toBeInViewport();
});
