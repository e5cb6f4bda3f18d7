import { expect, test } from './support';

test('the whole field of starts: run, read by keyboard, opened, and run again after a change', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.openItem('Review', 'Dry start');
  await page.getByRole('button', { name: 'Run the whole field' }).click();
  const field = page.getByRole('grid', { name: 'Field of starts' });
  await expect(field.getByRole('gridcell', { name: /: (?!not yet)/ })).toHaveCount(42, { timeout: 60_000 });
  await expect(page.getByRole('button', { name: 'Run the field again' })).toBeVisible();
  await expect(field.getByRole('gridcell', { name: /^20 °C, 13 V: Caught/ })).toHaveCount(1);

  await field.getByRole('gridcell').first().focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  const cold = field.getByRole('gridcell', { name: '−20 °C, 13 V' });
  await expect(cold).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/coolant −20 °C, air −20 °C, battery 13 V at rest/)).toBeVisible();
  await expect(cold).toHaveAttribute('aria-selected', 'true');

  await app.changeWholeMap('Cranking fuel', '-70');
  await app.openItem('Review', 'Dry start');
  await expect(page.getByText('The calibration has changed since. Run it again.').first()).toBeVisible();
  await page.getByRole('button', { name: 'Run the field again' }).click();
  await expect(page.getByText(/^Since the field before: \d+ are not good any more\.$/)).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByText('Cranks and is too lean').first()).toBeVisible();
  await expect(page.getByText(/The broken line is the start before the last change/)).toHaveCount(0);
  await cold.click();
  await expect(page.getByText(/The broken line is the start before the last change/)).toBeVisible();
});
