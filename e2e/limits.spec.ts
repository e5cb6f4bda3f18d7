import { expect, test } from './support';

test('a limit is set, its picture follows, and a pull stops at it', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.openItem('Maps', 'Limits');
  await app.type(/^All charges cut from/, '6500');
  await app.type(/^Held back from/, '6200');
  await expect(page.getByRole('img', { name: /Engine speed: fuel, all from 6,?500 rev\/min/ })).toBeVisible();
  await app.goTo('Review');
  await page.getByRole('link', { name: 'Trial drive' }).click();
  await app.choose('Drive', 'Pull into the limiter');
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  const happened = page.getByRole('status').filter({ hasText: 'Reached' });
  await expect(happened).toContainText(
    /Held back by engine speed for \d+\.\d s: [\d,]+ charges without fuel/,
    {
      timeout: 90_000,
    },
  );
  const top = Number(
    /Reached ([\d,]+) rev/.exec((await happened.textContent()) ?? '')?.[1]?.replace(',', ''),
  );
  expect(top).toBeGreaterThan(6200);
  expect(top).toBeLessThan(6600);
  await app.choose('Traces', 'Limits');
  const strip = page.getByRole('slider', { name: 'Time in the drive' });
  await strip.focus();
  let said = '';
  for (let i = 0; i < 200 && !/held back: engine speed/.test(said); i += 1) {
    await page.keyboard.press('Shift+ArrowRight');
    said = (await strip.getAttribute('aria-valuetext')) ?? '';
  }
  expect(said).toMatch(/held back: engine speed, Engine speed 6,?\d{3} rev\/min/);
});

test('an engine that nothing holds back is said so, and cured by one remedy', async ({ app, page }) => {
  await app.openDemo();
  await app.openItem('Maps', 'Limits');
  await app.choose('Speed limit', 'Off');
  await expect(page.getByText(/nothing stops it there\. Turn the speed limit on/).first()).toBeVisible();
  await app.goTo('Review');
  await page
    .getByRole('button', { name: /^Hold it back from 7,?100 rev\/min, cut all from 7,?400$/ })
    .click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Accept' }).click();
  await expect(page.getByRole('article', { name: 'Nothing limits the speed' })).toHaveCount(0);
  await app.openItem('Maps', 'Limits');
  await expect(page.getByRole('textbox', { name: /^All charges cut from/ })).toHaveValue('7400');
});

test('the pressure sensor is lost in a pull: what takes over is told before, and read afterwards', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.openItem('Maps', 'Protection');
  await expect(
    page.getByText(/^Manifold pressure: load by throttle, 8 % richer, limit 5,?000 rev\/min\./),
  ).toBeVisible();
  await app.goTo('Review');
  await page.getByRole('link', { name: 'Trial drive' }).click();
  await app.choose('Drive', 'Pressure sensor lost at full load');
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  const happened = page.getByRole('status').filter({ hasText: 'Reached' });
  await expect(happened).toContainText(/From \d+ s on a sensor was in fault: manifold pressure/, {
    timeout: 90_000,
  });
  await expect(happened).toContainText('did not die');
  await expect(happened).toContainText(/Held back by sensor in fault for \d+\.\d s/);
  await app.choose('Traces', 'Limits');
  const strip = page.getByRole('slider', { name: 'Time in the drive' });
  await strip.focus();
  let said = '';
  for (let i = 0; i < 200 && !/in fault: manifold pressure/.test(said); i += 1) {
    await page.keyboard.press('Shift+ArrowRight');
    said = (await strip.getAttribute('aria-valuetext')) ?? '';
  }
  expect(said).toMatch(/in fault: manifold pressure/);
});

test('more boost than the guard allows is cut, and the drive says why', async ({ app, page }) => {
  test.setTimeout(300_000);
  await app.openDemo();
  await app.openItem('Maps', 'Protection');
  const above = page.getByRole('textbox', { name: /^Above/ }).first();
  await expect(above).toHaveValue('180');
  await above.fill('130');
  await above.press('Enter');
  await app.goTo('Review');
  await page.getByRole('link', { name: 'Trial drive' }).click();
  await app.choose('Drive', 'Overboost');
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  const happened = page.getByRole('status').filter({ hasText: 'Reached' });
  await expect(happened).toContainText(/Protection acted at \d+ s because of boost, for/, {
    timeout: 90_000,
  });
  await expect(happened).toContainText(/Held back by protection for \d+\.\d s/);
});
