import { expect, test } from './support';

test('a first visit offers three ways on', async ({ app, page }) => {
  await app.visit();
  await expect(page.getByRole('button', { name: 'Open the demo: Ventisca' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'New calibration' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Open a file' })).toBeVisible();
});

test('a starter brings numbers that nobody vouches for', async ({ app, page }) => {
  await app.visit();
  await page.getByRole('button', { name: 'New calibration' }).click();
  await app.choose('Start from', '4 cylinders');
  await page.getByRole('radio', { name: 'Four, individual throttles, 1.6 L' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByText('Give it a name, so that you find it again.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Name' }).fill('Hill climb');
  await page.getByRole('button', { name: 'Make it' }).click();
  await app.openItem('Build', 'Engine');
  await expect(page.getByRole('button', { name: 'Source of Bore: Starter' })).toBeVisible();
});

test('rename, duplicate, delete with undo, restore; all of it survives a reload', async ({ app, page }) => {
  await app.openDemo();
  await page.getByRole('button', { name: 'All calibrations' }).click();
  const more = (name: string) => page.getByRole('button', { name: `More for ${name}`, exact: true });
  const row = (name: string) => page.getByRole('link', { name: `Open ${name}`, exact: true });

  await more('Ventisca').click();
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Ventisca, ice');
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
  await expect(row('Ventisca, ice')).toBeVisible();

  await more('Ventisca, ice').click();
  await page.getByRole('dialog').getByRole('button', { name: 'Duplicate' }).click();
  await expect(row('Ventisca, ice 2')).toBeVisible();
  await expect(page.getByText('6 cylinders, 2.46 L, supercharger')).toHaveCount(2);

  await more('Ventisca, ice').click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await expect(row('Ventisca, ice')).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row('Ventisca, ice')).toBeVisible();

  await more('Ventisca, ice 2').click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await expect(row('Ventisca, ice 2')).toBeHidden();
  await page.reload();
  await expect(row('Ventisca, ice')).toBeVisible();
  await expect(row('Ventisca, ice 2')).toBeHidden();
  await page.getByRole('button', { name: 'Show' }).click();
  await page.getByRole('button', { name: 'Restore Ventisca, ice 2' }).click();
  await expect(row('Ventisca, ice 2')).toBeVisible();
});

test('an edit survives a reload at once', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.type(/^Bore/, '85');
  await app.expectStored();
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('85');
});

test('two tabs on one calibration: neither overwrites the other', async ({ app, page, context }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByRole('textbox', { name: /^Bore/ })).toHaveValue('84');

  const bore = page.getByRole('textbox', { name: /^Bore/ });
  await bore.fill('85');
  await bore.blur();
  await expect(other.getByText(/was changed in another tab/)).toBeVisible();

  const otherBore = other.getByRole('textbox', { name: /^Bore/ });
  await otherBore.fill('86');
  await otherBore.blur();
  await expect(other.getByText(/Your changes are safe in a copy, “Ventisca \(this tab\)”/)).toBeVisible();
  await expect(other.getByRole('heading', { level: 1 })).toHaveText('Ventisca (this tab)');
  await expect(bore).toHaveValue('85');

  await page.reload();
  await expect(bore).toHaveValue('85');
  await other.reload();
  await expect(otherBore).toHaveValue('86');
});

test('another tab’s version can be loaded instead', async ({ app, page, context }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByRole('textbox', { name: /^Bore/ })).toHaveValue('84');
  await app.type(/^Bore/, '85');
  await other.getByRole('button', { name: 'Load the newer version' }).click();
  await expect(other.getByRole('textbox', { name: /^Bore/ })).toHaveValue('85');
});

test('an address that leads nowhere says so', async ({ page }) => {
  await page.goto('/c/nobody/build');
  await expect(page.getByText(/There is no calibration at this address/)).toBeVisible();
  await page.getByRole('button', { name: 'All calibrations' }).click();
  await expect(page.getByRole('button', { name: 'New calibration' })).toBeVisible();
});
