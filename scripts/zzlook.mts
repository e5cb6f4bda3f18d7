import { withServedApp } from './servedApp.mts';
await withServedApp(4381, async (browser, address) => {
  for (const [name, viewport, scheme] of [
    ['phone', { width: 390, height: 844 }, 'dark'],
    ['wide', { width: 1280, height: 800 }, 'light'],
  ] as const) {
    const page = await browser.newPage({ viewport, colorScheme: scheme });
    await page.goto(address);
    if (name === 'phone') {
      await page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
    } else {
      await page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
    }
    await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Build' }).click();
    await page.getByRole('link', { name: 'Injectors', exact: true }).click();
    const box = page.getByRole('textbox', { name: /^Rated flow/ });
    await box.fill('250');
    await box.blur();
    await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Build' }).click();
    await page.getByRole('link', { name: 'Trigger', exact: true }).click();
    await page
      .getByRole('button', { name: 'Cam sensor' })
      .click()
      .catch(() => 0);
    await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Review' }).click();
    await page.waitForTimeout(700);
    await page.screenshot({ path: `/tmp/${name}.png` });
    await page.getByRole('button', { name: 'Accept with a reason' }).first().click();
    await page.waitForTimeout(300);
    await page.screenshot({ path: `/tmp/${name}2.png` });
  }
});
