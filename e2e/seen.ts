import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** Smallest side of what a finger meets, px; half a pixel is rounding. */
export const TARGET = 44 - 0.5;

/** Controls in sight that are smaller than a finger, or cut by the side of the page. */
export const tooSmall = (page: Page, least: number) =>
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
export const cutWords = (page: Page) =>
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

export const sideways = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

/**
 * What the accessibility scan finds. Only violations are gathered, and within the page: all else that a scan can tell costs
 * ten times as long and is read by nobody.
 */
const scanned = async (page: Page, rules?: string[]): Promise<[rule: string, where: string[]][]> => {
  const scan = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
  const { violations } = await (rules === undefined ? scan : scan.withRules(rules)).analyze();
  return violations.map(({ id, nodes }) => [id, nodes.map((node) => node.html.slice(0, 160))]);
};

/** What the scan finds in the dark theme, and of colours in the light one: nothing else differs between them. */
export async function inaccessible(page: Page) {
  await page.emulateMedia({ colorScheme: 'dark' });
  const dark = await scanned(page);
  await page.emulateMedia({ colorScheme: 'light' });
  const light = await scanned(page, ['color-contrast']);
  return { dark, light };
}
