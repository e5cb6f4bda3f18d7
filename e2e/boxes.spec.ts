import type { Page } from '@playwright/test';
import { sideways, tooSmall } from './seen';
import { expect, test } from './support';

/** Doubles every text that is there, as a person who reads large letters has it. */
const doubleText = (page: Page) =>
  page.evaluate(() => {
    for (const element of document.querySelectorAll<HTMLElement>('[dir="auto"], input, textarea')) {
      const { fontSize, lineHeight } = getComputedStyle(element);
      element.style.fontSize = `${2 * parseFloat(fontSize)}px`;
      if (lineHeight !== 'normal') element.style.lineHeight = `${2 * parseFloat(lineHeight)}px`;
    }
  });

for (const [place, item] of [
  ['Build', 'Engine'],
  ['Build', 'Pins'],
  ['Build', 'Outputs'],
  ['Maps', 'Volumetric efficiency'],
  ['Maps', 'Cranking fuel'],
  ['Maps', 'Load strategy'],
] as const) {
  test(`letters of twice the size do not break ${item}`, { tag: '@both' }, async ({ app, page }) => {
    await app.openDemo();
    await app.openItem(place, item);
    await doubleText(page);
    expect(await sideways(page)).toBeLessThanOrEqual(0);
    expect(await tooSmall(page, 0)).toEqual([]);
  });
}
