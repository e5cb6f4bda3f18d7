import { expect, test } from './support';

test('a demo has nothing in its way; a mistake is said with its numbers, and leads to its field', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.goTo('Review');
  await expect(page.getByText('1 to look at, 1 guess.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Stands in the way' })).toHaveCount(0);
  await app.openItem('Build', 'Injectors');
  await app.type(/^Rated flow/, '250');
  const places = page.getByRole('navigation', { name: 'Places' });
  await expect(places.getByRole('link', { name: 'Build, 2 to look at' })).toBeVisible();
  await app.goTo('Review');
  const small = page.getByRole('article', { name: 'Injectors cannot feed the engine' });
  await expect(small).toContainText(/open 1\d\d % of the time; 85 are the most that can be used/);
  await small.getByRole('button', { name: 'Go to Rated flow' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Injectors' })).toBeVisible();
  const meant = page.locator('[tabindex="-1"]:focus').getByRole('textbox', { name: /^Rated flow/ });
  await expect(meant).toBeInViewport();
  await page.keyboard.press('Tab');
  await expect(page.locator('[tabindex="-1"]:focus')).toHaveCount(0);
});

test('what is found is listed by place too, and counted at its section and its map', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Injectors');
  await app.type(/^Rated flow/, '250');
  await app.openItem('Maps', 'Crank advance');
  await page.getByRole('textbox', { name: /^New value/ }).fill('22');
  await page.getByRole('button', { name: 'Apply' }).click();
  await app.goTo('Review');
  await expect(page.getByRole('region', { name: 'Worth a look' })).toBeVisible();
  await page.getByRole('radio', { name: 'By place' }).click();
  await expect(page.getByRole('region', { name: 'Worth a look' })).toHaveCount(0);
  const cranking = page.getByRole('region', { name: 'Crank advance' });
  await expect(cranking.getByRole('article', { name: 'Too much advance for cranking' })).toBeVisible();
  await expect(
    page
      .getByRole('region', { name: 'Injectors', exact: true })
      .getByRole('article', { name: 'Injectors cannot feed the engine' }),
  ).toBeVisible();
  await app.goTo('Build');
  const injectors = page.getByRole('link', { name: 'Injectors', exact: true });
  await expect(injectors.getByText('1 to look at')).toBeVisible();
  await app.goTo('Maps');
  const map = page.getByRole('link', { name: 'Crank advance', exact: true });
  await expect(map.getByText('1 to look at')).toBeVisible();
});

test('what is unwise is accepted with a reason, which ends when the value changes', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Injectors');
  await app.type(/^Rated flow/, '250');
  await app.goTo('Review');
  const small = page.getByRole('article', { name: 'Injectors cannot feed the engine' });
  await small.getByRole('button', { name: 'Accept with a reason' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByRole('button', { name: 'Accept' })).toBeDisabled();
  await sheet
    .getByRole('textbox', { name: 'Why it is right as it is' })
    .fill('Short pulls only, until the large ones come');
  await sheet.getByRole('button', { name: 'Accept' }).click();
  await expect(small).toHaveCount(0);
  await expect(
    page.getByText(/^“Short pulls only, until the large ones come”, \d{4}-\d\d-\d\d$/),
  ).toBeVisible();
  await app.expectStored();
  await page.reload();
  await expect(page.getByText(/^“Short pulls only/)).toBeVisible();
  await expect(small).toHaveCount(0);
  await app.openItem('Build', 'Injectors');
  await app.type(/^Rated flow/, '240');
  await app.goTo('Review');
  await expect(small).toBeVisible();
  await expect(page.getByText(/^“Short pulls only/)).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(small).toHaveCount(0);
  await page.getByRole('button', { name: 'Open it again' }).click();
  await expect(small).toBeVisible();
});

test('what stands in the way cannot be accepted, and nothing is started with it', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Trigger');
  await app.choose('Cam sensor', 'None');
  await app.goTo('Review');
  const inTheWay = page.getByRole('region', { name: 'Stands in the way' });
  const article = inTheWay.getByRole('article', { name: 'Injection without its signal' });
  await expect(article).toContainText('Sequential injection needs a cam signal');
  await expect(inTheWay.getByRole('button', { name: 'Accept with a reason' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Dry start' }).click();
  await expect(page.getByText('Nothing is started while something stands in the way.')).toBeVisible();
  await page.getByRole('button', { name: 'Put it right' }).first().click();
  await expect(page.getByRole('heading', { level: 2, name: 'Injection', exact: true })).toBeVisible();
});

test('a map with a mistake in it is found, and named', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Crank advance');
  const grid = page.getByRole('grid', { name: 'Crank advance' });
  await grid.scrollIntoViewIfNeeded();
  await page.getByRole('textbox', { name: /^New value/ }).fill('22');
  await page.getByRole('button', { name: 'Apply' }).click();
  await app.goTo('Review');
  const kick = page.getByRole('article', { name: 'Too much advance for cranking' });
  await expect(kick).toContainText('the starter turns against 22° of advance');
  await kick.getByRole('button', { name: 'Go to Crank advance' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Crank advance' })).toBeVisible();
  const said = page.getByRole('status').filter({ hasText: 'Too much advance for cranking' });
  const [above, below] = [await said.boundingBox(), await grid.boundingBox()];
  expect(above?.y ?? 0).toBeLessThan(below?.y ?? 0);
  await expect(page.getByRole('textbox', { name: /^New value/ })).toBeVisible();
  await page.getByRole('textbox', { name: /^New value/ }).fill('6');
  await page.getByRole('button', { name: 'Apply' }).click();
  await expect(page.getByText('Nothing is found in this map any more.')).toBeVisible();
});

test('maps of another engine say so, and are computed anew together', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Build', 'Engine');
  await app.type(/^Compression ratio/, '13.5');
  await app.openItem('Maps', 'Spark advance');
  const message = page.getByRole('status').filter({ hasText: 'Computed for other data' });
  await expect(message).toContainText('compression ratio 9.20:1, now 13.50:1');
  await app.goTo('Maps');
  await expect(page.getByText('Other data').first()).toBeVisible();
  await page.getByRole('link', { name: 'Compute anew what is out of date' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Computed for other data' })).toBeVisible();
  await page.getByRole('button', { name: /^Accept all \d+$/ }).click();
  await expect(page.getByText('Other data')).toHaveCount(0);
  await app.openItem('Maps', 'Spark advance');
  await expect(message).toHaveCount(0);
});

test('a starter’s values are named, those the engine lives on first, and vouched for one by one and together', async ({
  app,
  page,
}) => {
  await app.visit();
  await page.getByRole('button', { name: 'New calibration' }).click();
  await app.choose('Start from', '4 cylinders');
  await app.choose('Its kind', 'Four, one throttle, 2.0 L');
  await page.getByRole('button', { name: 'Make it' }).click();
  await app.goTo('Review');
  const guesses = page.getByRole('region', { name: 'Guesses the engine lives on' });
  await expect(guesses.getByRole('link', { name: 'Rated flow' })).toBeVisible();
  await app.openItem('Review', 'Where values come from');
  await expect(page.getByText(/^\d+ of \d+ are vouched for\.$/)).toBeVisible();
  const life = page.getByRole('region', { name: 'The engine lives on these' });
  await life.getByRole('button', { name: 'Source of Rated flow' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('radio', { name: /^Measured/ }).click();
  await sheet.getByRole('textbox', { name: 'Note' }).fill('Flow bench');
  await sheet.getByRole('button', { name: 'Set source' }).click();
  await expect(life.getByRole('button', { name: 'Source of Rated flow' })).toHaveCount(0);
  const coils = page.getByRole('region', { name: 'Coils' });
  await coils.getByRole('button', { name: /^Vouch for all \d+ of Coils$/ }).click();
  await sheet.getByRole('radio', { name: /^Data sheet/ }).click();
  await sheet.getByRole('button', { name: 'Set source' }).click();
  await expect(coils).toHaveCount(0);
  await page.getByRole('radio', { name: 'All', exact: true }).click();
  await expect(coils.getByText(/^(\d+) of \1 vouched for$/)).toBeVisible();
  await app.goTo('Review');
  await expect(guesses.getByRole('link', { name: 'Rated flow' })).toHaveCount(0);
});

test('what can be computed is one tap away as a proposal, and is put in and undone like any edit', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Outputs');
  await page.getByRole('button', { name: 'Remove Fuel pump' }).click();
  await app.goTo('Review');
  const pump = page.getByRole('article', { name: 'Nothing drives the fuel pump' });
  await pump.getByRole('button', { name: 'Add the output Fuel pump' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet).toContainText('New: Fuel pump: On with');
  await sheet.getByRole('button', { name: 'Accept' }).click();
  await expect(pump).toHaveCount(0);
  const wire = page.getByRole('article', { name: 'Something without a pin' });
  await wire.getByRole('button', { name: /^Take pin [A-Z]\d+$/ }).click();
  await expect(sheet).toContainText(/New: pin [A-Z]\d+/);
  await sheet.getByRole('button', { name: 'Accept' }).click();
  await expect(wire).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(wire).toBeVisible();

  await app.changeWholeMap('Crank advance', '200');
  await app.goTo('Review');
  const kick = page.getByRole('article', { name: 'Too much advance for cranking' });
  await kick.getByRole('button', { name: /^Lower \d+ cells? to 15°$/ }).click();
  await expect(sheet).toContainText(/\d+ of \d+ points/);
  await sheet.getByRole('button', { name: 'Accept' }).click();
  await expect(kick).toHaveCount(0);
});
