import { expect, test } from './support';

test('a starter is confirmed, decided and signed; a later change is named and ends it', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.visit();
  await page.getByRole('button', { name: 'New calibration' }).click();
  await app.choose('Start from', '4 cylinders');
  await app.choose('Its kind', 'Four, one throttle, 2.0 L');
  await page.getByRole('button', { name: 'Make it' }).click();
  await app.openItem('Build', 'Injectors');
  await app.type(/^Rated flow/, '150');
  await app.goTo('Review');
  const guesses = page.getByRole('region', { name: 'Guesses the engine lives on' });
  await expect(guesses.getByRole('link')).not.toHaveCount(0);
  await app.openItem('Review', 'Sign-off');
  await expect(
    page.getByText(/^Before it can be signed: \d+ to cure, or to accept with a reason\.$/),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'Sign', exact: true })).toHaveCount(0);

  await app.openItem('Review', 'Where values come from');
  const life = page.getByRole('region', { name: 'The engine lives on these' });
  const guessed = life.getByRole('button', { name: /^Source of (?!Wires)/ });
  for (let left = await guessed.count(); left > 0; left -= 1) {
    await guessed.first().click();
    const sheet = page.getByRole('dialog');
    await sheet.getByRole('radio', { name: /^Measured/ }).click();
    await sheet.getByRole('button', { name: 'Set source' }).click();
    await expect(guessed).toHaveCount(left - 1);
  }
  await life.getByRole('button', { name: 'Source of Wires on their pins' }).click();
  await page.getByRole('button', { name: 'The loom is wired like this' }).click();
  await app.goTo('Review');
  await expect(guesses).toHaveCount(0);

  const unwise = page.getByRole('article').filter({ hasText: 'Unwise: ' });
  await expect(page.getByRole('article', { name: 'Injectors cannot feed the engine' })).toBeVisible();
  for (let left = await unwise.count(); left > 0; left -= 1) {
    await unwise.first().getByRole('button', { name: 'Accept with a reason' }).click();
    const sheet = page.getByRole('dialog');
    await sheet.getByRole('textbox', { name: 'Why it is right as it is' }).fill('As this engine is built');
    await sheet.getByRole('button', { name: 'Accept' }).click();
    await expect(unwise).toHaveCount(left - 1);
  }

  await app.openItem('Review', 'Sign-off');
  await page.getByRole('textbox', { name: 'Your name' }).fill('Inés Quiroga');
  await page.getByRole('textbox', { name: 'Note, if any' }).fill('Before the first key');
  await page.getByRole('button', { name: 'Sign', exact: true }).click();
  const holds = page.getByText(/^Signed by Inés Quiroga, .+\. Nothing that it covers has changed since\.$/);
  await expect(holds).toBeVisible();
  await expect(page.getByText('“As this engine is built”').first()).toBeVisible();
  await app.expectStored();
  await page.reload();
  await expect(holds).toBeVisible();

  await app.openItem('Build', 'Injectors');
  await app.type(/^Rated flow/, '700');
  await app.goTo('Review');
  await expect(page.getByText(/^Out of date: 1 change since/)).toBeVisible();
  await page.getByRole('link', { name: 'Sign-off', exact: true }).click();
  await expect(page.getByText(/It is out of date: what it covers is not as it was\.$/)).toBeVisible();
  const changed = page.getByRole('region', { name: 'Changed since' });
  await expect(changed.getByRole('link')).toHaveCount(1);
  await expect(changed).toContainText(/cm³\/min when signed, now 700 cm³\/min/);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(holds).toBeVisible();
  await page.getByRole('button', { name: 'Withdraw it' }).click();
  await expect(page.getByRole('textbox', { name: 'Your name' })).toHaveValue('Inés Quiroga');
});

test('text that is no value is named by its section, before a start, and must go before it is signed', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.openItem('Build', 'Injectors');
  await app.type(/^Rated flow/, '61o');
  await expect(page.getByText('Rated flow waits').first()).toBeVisible();
  const said = 'Rated flow: “61o” is not a value; 610 cm³/min stays in use.';
  await app.goTo('Review');
  await expect(page.getByText(/^1 typed and not taken, /)).toBeVisible();
  await expect(page.getByText(said)).toBeVisible();
  await page.getByRole('link', { name: 'Dry start', exact: true }).click();
  await expect(page.getByText(said)).toBeVisible();
  await app.openItem('Review', 'Sign-off');
  await expect(page.getByText(/^Before it can be signed: a field whose text is not a value/)).toBeVisible();
  await app.goTo('Review');
  await page.getByRole('button', { name: 'Go to Rated flow' }).click();
  await app.type(/^Rated flow/, '610');
  await expect(page.getByText('Rated flow waits')).toHaveCount(0);
});

test('the report prints what is found, accepted and signed, and every value with its source', async ({
  app,
  page,
}) => {
  await page.addInitScript(() => {
    const made: string[] = [];
    Object.assign(window, { made });
    const create = URL.createObjectURL.bind(URL);
    URL.createObjectURL = (blob: Blob) => {
      void blob.text().then((text) => made.push(text));
      return create(blob);
    };
    window.print = () => undefined;
  });
  await app.openDemo();
  await app.openItem('Review', 'Sign-off');
  await page.getByRole('button', { name: 'Print the report' }).click();
  const report = () => page.evaluate(() => (window as unknown as { made: string[] }).made.join());
  await expect.poll(report).toContain('Not signed.');
  expect(await report()).toMatch(
    /Base timing nobody has seen[\s\S]+Rated flow<\/td><td>610 cm³\/min<\/td><td>/,
  );
  expect(await report()).toContain('<td>Volumetric efficiency</td>');
});
