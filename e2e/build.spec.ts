import { expect, test } from './support';

test(
  'bad input ends in a message at the field, and nothing typed is lost',
  { tag: '@both' },
  async ({ app, page }) => {
    await app.openDemo();
    await app.openItem('Build', 'Engine');
    for (const [text, message] of [
      ['wide', /“wide” is not a number/],
      ['-84', /Bore must be at least 30 mm/],
      ['1e9', /Bore must be at most 160 mm/],
      ['2,460', /can be read two ways/],
    ] as const) {
      await app.type(/^Bore/, text);
      await expect(page.getByRole('alert').getByText(message)).toBeVisible();
    }
    await app.goTo('Maps');
    await app.openItem('Build', 'Engine');
    await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('2,460');
    await page.getByRole('textbox', { name: /^Bore/ }).press('Escape');
    await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('84');
  },
);

test('a changed stroke changes all that follows; undo and redo take it back and forth', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.type(/^Stroke/, '80');
  await expect(page.getByText('2660.0', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo: Stroke 80 mm' }).click();
  await expect(page.getByRole('heading', { name: 'What the last change moved' })).toBeHidden();
  await expect(page.getByText('2460.5', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Redo: Stroke 80 mm' }).click();
  await expect(page.getByText('2660.0', { exact: true })).toBeVisible();
});

test('displacement instead of bore; what was typed before comes back', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.choose('Size is given by', 'Displacement');
  await app.type(/^Displacement/, '2.46 L');
  await expect(page.getByText('Bore that follows from the stroke')).toBeVisible();
  await expect(page.getByText('84.0', { exact: true }).first()).toBeVisible();
  await app.choose('Size is given by', 'Bore and stroke');
  await expect(page.getByRole('textbox', { name: /^Bore/ })).toHaveValue('84');
});

test('a firing order that does not fit the cylinders is a conflict, shown where it is', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.type('Firing order', '1-3-4-2');
  await expect(
    page.getByText('Firing order names 4 of 6 cylinders. Enter each cylinder once.'),
  ).toBeVisible();
  await expect(page.getByText(/^\d in the way$/).first()).toBeVisible();
});

test('a value says where it comes from, and the builder can set it', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await page.getByRole('button', { name: 'Source of Speed of peak torque: Estimated' }).click();
  await app.choose('Source', 'Measured');
  await page.getByRole('textbox', { name: 'Note', exact: true }).fill('Hub dyno, run 3');
  await page.getByRole('button', { name: 'Set source' }).click();
  await expect(page.getByRole('button', { name: 'Source of Speed of peak torque: Measured' })).toBeVisible();
});

test('a dead-time table with a kink is told so; one in µs is understood', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Dead time');
  const at11V = 'Row 5, dead time at 350 kPa, ms';
  await app.type(at11V, '1.6');
  await expect(page.getByText(/Kink at 11 V/).first()).toBeVisible();
  await app.type(at11V, '1430');
  await expect(page.getByText(/looks like µs/)).toBeVisible();
  await app.type(at11V, '1.43');
  await expect(page.getByText('Falls smoothly with voltage.')).toBeVisible();
});

test('every field explains itself', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Injectors');
  await page.getByRole('button', { name: 'About Rated flow' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByText('What is usual')).toBeVisible();
  await expect(sheet.getByText(/^60\.\d+ lb\/h$/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
});
