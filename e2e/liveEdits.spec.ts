import { expect, test } from './support';

test(
  'an edit goes to the running engine as it is made, lambda answers, undone it goes back, stored it stays',
  { tag: '@far' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.openDemo();
    await app.connectStandIn();
    await app.openStandIn();
    await app.choose('Let a driver drive', 'Idle with loads');
    await page.keyboard.press('Escape');
    await expect(page.getByText(/It runs, and nothing is wrong|Still enriched/)).toBeVisible({
      timeout: 40_000,
    });
    await page.getByRole('button', { name: 'Send edits as I make them' }).click();
    await expect(page.getByRole('button', { name: 'Keep edits here' })).toBeVisible();

    // A tenth less fuel: the mixture goes lean, and the cells say that they are not stored.
    const lambda = async () =>
      Number(
        /: ([\d.]+)/.exec(
          (await page.getByRole('group', { name: /^Lambda: / }).getAttribute('aria-label')) ?? '',
        )?.[1],
      );
    await expect.poll(lambda, { timeout: 30_000 }).toBeGreaterThan(0.7);
    const before = await lambda();
    await app.changeWholeMap('Volumetric efficiency', '-10');
    await expect(page.getByText(/^\d+ cells run and are not stored/)).toBeVisible();
    await expect(page.getByRole('banner').getByText('Live', { exact: true })).toBeVisible();
    await app.goTo('Bench');
    await expect.poll(lambda, { timeout: 20_000 }).toBeGreaterThan(1.05 * before);
    // It warms up meanwhile, and leaner with it: what it is undone from is read when it has settled.
    await page.waitForTimeout(3000);
    const lean = await lambda();
    await expect(page.getByText(/gone with the key: store it/)).toBeVisible();

    // Undone here, it is undone there.
    await page.getByRole('banner').getByRole('button', { name: /^Undo/ }).click();
    await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
    await expect.poll(lambda, { timeout: 20_000 }).toBeLessThan(0.96 * lean);

    // Made again, leaving asks; back to what is stored drops it.
    await page.getByRole('banner').getByRole('button', { name: /^Redo/ }).click();
    await expect(page.getByText(/gone with the key: store it/)).toBeVisible();
    await page.getByRole('button', { name: 'Disconnect' }).click();
    await expect(page.getByRole('dialog', { name: 'Not everything is stored' })).toContainText(
      'volumetric efficiency',
    );
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Back to what is stored' }).click();
    await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
    await app.changeWholeMap('Volumetric efficiency', '2');
    await app.goTo('Bench');
    await page.getByRole('button', { name: 'Store in ECU' }).click();
    await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();

    // The key turned off in the next moment, it wakes with what was stored.
    await app.openStandIn();
    await page.getByRole('button', { name: 'Key off' }).click();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('banner').getByText('Link lost')).toBeVisible({ timeout: 15_000 });
    await app.connectAgain();
    await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
  },
);
