import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Lumbre } from './support';

/** Each main view, and how to come to it. */
const VIEWS: readonly (readonly [string, (app: Lumbre) => Promise<void>])[] = [
  ['first visit', (app) => app.visit()],
  [
    'calibrations',
    async (app) => {
      await app.openDemo();
      await app.page.getByRole('button', { name: 'All calibrations' }).click();
      await expect(app.page.getByRole('link', { name: 'Open Ventisca' })).toBeVisible();
    },
  ],
  [
    'new calibration',
    async (app) => {
      await app.visit();
      await app.page.getByRole('button', { name: 'New calibration' }).click();
    },
  ],
  ['build', async (app) => app.openDemo()],
  ['engine', async (app) => (await app.openDemo(), app.openItem('Build', 'Engine'))],
  [
    'engine with an error',
    async (app) => {
      await app.openDemo();
      await app.openItem('Build', 'Engine');
      await app.type(/^Bore/, 'wide');
    },
  ],
  ['injectors', async (app) => (await app.openDemo(), app.openItem('Build', 'Injectors'))],
  ['maps', async (app) => (await app.openDemo(), app.goTo('Maps'))],
  ['a map', async (app) => (await app.openDemo(), app.openItem('Maps', 'Volumetric efficiency'))],
  ['a curve', async (app) => (await app.openDemo(), app.openItem('Maps', 'Cranking fuel'))],
  [
    'a proposal',
    async (app) => {
      await app.openDemo();
      await app.openItem('Maps', 'Spark advance');
      await app.page.getByRole('button', { name: /Propose anew/ }).click();
    },
  ],
  ['workings', async (app) => (await app.openDemo(), app.openItem('Maps', 'Workings'))],
  ['dry start', async (app) => (await app.openDemo(), app.dryStart('−20', /^Caught/))],
];

for (const colorScheme of ['dark', 'light'] as const) {
  test.describe(`in the ${colorScheme} theme`, () => {
    test.use({ colorScheme });
    for (const [name, go] of VIEWS) {
      test(`${name} has no accessibility violations`, async ({ app, page }) => {
        await go(app);
        const { violations } = await new AxeBuilder({ page }).analyze();
        expect(violations.map(({ id, nodes }) => [id, nodes.map((node) => node.html.slice(0, 160))])).toEqual(
          [],
        );
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
