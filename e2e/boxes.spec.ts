import type { Page } from '@playwright/test';
import { expect, test } from './support';
import { WALKS } from './walk';

/** Smallest side of what a finger meets, px; half a pixel is rounding. */
const TARGET = 44 - 0.5;

/** Controls in sight that are smaller than a finger, or cut by the side of the page. */
const tooSmall = (page: Page, least: number) =>
  page.evaluate((target) => {
    const controls = [
      ...document.querySelectorAll<HTMLElement>(
        'button, a, input, textarea, [role="button"], [role="link"], [role="radio"], [role="slider"]',
      ),
    ];
    return controls.flatMap((control) => {
      const { width, height, left, right } = control.getBoundingClientRect();
      const hidden = width === 0 || height === 0 || control.closest('[aria-hidden="true"]') !== null;
      if (hidden || getComputedStyle(control).visibility === 'hidden') return [];
      const name = control.getAttribute('aria-label') ?? control.textContent ?? '';
      const size = `${Math.round(width)} × ${Math.round(height)}`;
      if (width < target || height < target) return [`${name}: ${size}`];
      // What scrolls sideways inside its own box is not cut.
      let box: HTMLElement | null = control;
      while (box !== null && !/auto|scroll/.test(getComputedStyle(box).overflowX)) box = box.parentElement;
      const scrolls = box !== null && box.scrollWidth > box.clientWidth + 1;
      return !scrolls && (left < -1 || right > window.innerWidth + 1)
        ? [`${name}: cut at ${Math.round(right)}`]
        : [];
    });
  }, least);

/** Words that end in an ellipsis, or in nothing. */
const cutWords = (page: Page) =>
  page.evaluate(() =>
    [
      ...document.querySelectorAll<HTMLElement>('[role="banner"] *, [role="main"] *, [role="dialog"] *'),
    ].flatMap((element) => {
      const own = [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE);
      const { overflowX, textOverflow } = getComputedStyle(element);
      const hides = overflowX === 'hidden' || textOverflow === 'ellipsis';
      return own && hides && element.scrollWidth > element.clientWidth + 1 ? [element.textContent ?? ''] : [];
    }),
  );

const sideways = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

for (const [leg, views] of WALKS) {
  test(`nothing on a phone is smaller than a finger, and nothing is cut: ${leg}`, async ({
    app,
    page,
    isMobile,
  }) => {
    test.skip(!isMobile, 'About a phone');
    test.setTimeout(180_000);
    for (const [view, go] of views) {
      await go(app);
      expect.soft(await tooSmall(page, TARGET), view).toEqual([]);
      expect.soft(await cutWords(page), view).toEqual([]);
      expect.soft(await sideways(page), view).toBeLessThanOrEqual(0);
    }
  });

  test(`at twice the size on a wide screen no view scrolls sideways: ${leg}`, async ({
    app,
    page,
    isMobile,
  }) => {
    test.skip(isMobile, 'About a wide screen');
    test.setTimeout(180_000);
    // Half of the room for every pixel: what a browser shows at 200 %.
    await page.setViewportSize({ width: 640, height: 400 });
    for (const [view, go] of views) {
      await go(app);
      expect.soft(await sideways(page), view).toBeLessThanOrEqual(0);
    }
  });
}

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
  test(`letters of twice the size do not break ${item}`, async ({ app, page }) => {
    await app.openDemo();
    await app.openItem(place, item);
    await doubleText(page);
    expect(await sideways(page)).toBeLessThanOrEqual(0);
    expect(await tooSmall(page, 0)).toEqual([]);
  });
}
