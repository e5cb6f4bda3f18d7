import { cutWords, inaccessible, sideways, TARGET, tooSmall } from './seen';
import { expect, test } from './support';
import { WALKS } from './walk';

const soft = expect.configure({ soft: true });

for (const [leg, views] of WALKS) {
  test(
    `every view is accessible, and fits, also at twice the size: ${leg}`,
    { tag: '@both' },
    async ({ app, page, isMobile }) => {
      // The longest walks drive and start engines on their way: a slow machine needs minutes for them.
      test.setTimeout(480_000);
      await page.emulateMedia({ colorScheme: 'dark' });
      for (const [view, go] of views) {
        await go(app);
        if (isMobile) {
          expect.soft(await tooSmall(page, TARGET), view).toEqual([]);
          expect.soft(await cutWords(page), view).toEqual([]);
          expect.soft(await sideways(page), view).toBeLessThanOrEqual(0);
        } else {
          expect.soft(await sideways(page), view).toBeLessThanOrEqual(0);
          // Half of the room for every pixel: what a browser shows at 200 %.
          await page.setViewportSize({ width: 640, height: 400 });
          // The page hears of it a moment later.
          await soft
            .poll(() => sideways(page), { message: `${view}, at twice the size`, timeout: 5000 })
            .toBeLessThanOrEqual(0);
          await page.setViewportSize({ width: 1280, height: 800 });
        }
        expect.soft(await inaccessible(page), view).toEqual({ dark: [], light: [] });
      }
    },
  );
}

test('nothing scrolls sideways', { tag: '@both' }, async ({ app, page }) => {
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
