import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './support';
import { WALKS } from './walk';

for (const colorScheme of ['dark', 'light'] as const) {
  test.describe(`in the ${colorScheme} theme`, () => {
    test.use({ colorScheme });
    for (const [leg, views] of WALKS) {
      test(`no view has accessibility violations: ${leg}`, async ({ app, page }) => {
        test.setTimeout(300_000);
        for (const [view, go] of views) {
          await go(app);
          const { violations } = await new AxeBuilder({ page }).analyze();
          const found = violations.map(({ id, nodes }) => [id, nodes.map((node) => node.html.slice(0, 160))]);
          expect(found, view).toEqual([]);
        }
      });
    }
  });
}

test('nothing scrolls sideways', async ({ app, page }) => {
  await app.openDemo();
  for (const [place, item] of [
    ['Build', 'Engine'],
    ['Build', 'Injectors'],
    ['Maps', 'Volumetric efficiency'],
    ['Maps', 'Workings'],
  ] as const) {
    await app.openItem(place, item);
    const wide = await page.evaluate(
      () =>
        [...document.querySelectorAll('*')].filter(
          (element) =>
            element.scrollWidth > element.clientWidth + 1 && getComputedStyle(element).overflowX === 'auto',
        ).length,
    );
    expect(wide, item).toBe(0);
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
    ).toBeLessThanOrEqual(0);
  }
});
