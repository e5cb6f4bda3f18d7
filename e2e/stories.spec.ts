import type { Locator, Page } from '@playwright/test';
import { Finger } from './finger';
import { type Answers, DEAD_TIME, ENGINE, INJECTORS } from './nevasca';
import { expect, test } from './support';

/** What has the keyboard, and the group it stands in. */
const at = (page: Page) =>
  page.evaluate(() => {
    const element = document.activeElement;
    const group = element?.closest('[role="radiogroup"]')?.getAttribute('aria-label') ?? '';
    return { name: element?.getAttribute('aria-label') ?? '', group, tag: element?.tagName ?? '' };
  });

/** A builder at a keyboard: counts every key. */
class Typist {
  keys = 0;
  constructor(readonly page: Page) {}

  async press(key: string): Promise<void> {
    this.keys += 1;
    await this.page.keyboard.press(key);
  }

  async type(text: string): Promise<void> {
    this.keys += text.length;
    await this.page.keyboard.type(text);
  }

  /** By Tab to a control. */
  async to(control: Locator): Promise<void> {
    await expect(control).toBeVisible();
    const passed: string[] = [];
    for (let i = 0; i < 90; i += 1) {
      if (await control.evaluate((element) => element === document.activeElement)) return;
      await this.press('Tab');
      const { tag, group, name } = await at(this.page);
      passed.push([tag, group, name].join(' '));
      // As fast as a held key repeats: what is on its way when a page changes has time to arrive.
      await this.page.waitForTimeout(20);
    }
    throw new Error(`The keyboard does not reach ${String(control)}, only: ${passed.join(', ')}`);
  }

  async follow(control: Locator): Promise<void> {
    await this.to(control);
    await this.press('Enter');
  }

  /** Fills a form from its first field by Enter alone; fields that are not asked for are passed over. */
  async fill(answers: Answers): Promise<void> {
    const open = new Map(answers.map(([field, answer]) => [field, answer]));
    for (let i = 0; i < 60 && open.size > 0; i += 1) {
      const { name, group, tag } = await at(this.page);
      const field =
        tag === 'INPUT' ? [...open.keys()].find((key) => name === key || name.startsWith(`${key},`)) : group;
      const answer = field === undefined ? undefined : open.get(field);
      if (field !== undefined && answer !== undefined) {
        open.delete(field);
        if (tag === 'INPUT') await this.type(answer);
        else
          for (let k = 0; k < 12 && (await at(this.page)).name !== answer; k += 1)
            await this.press('ArrowRight');
      }
      await this.press('Enter');
      await this.page.waitForTimeout(60);
    }
    expect([...open.keys()]).toEqual([]);
  }
}

test(
  'by keyboard alone: from an empty calibration to first fire',
  { tag: '@wide' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    const typist = new Typist(page);
    await app.visit();
    await typist.follow(page.getByRole('button', { name: 'New calibration' }));
    await expect(page.getByRole('textbox', { name: 'Name' })).toBeFocused();
    await typist.press('Control+a');
    await typist.type('Nevasca');
    await typist.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Nevasca' })).toBeVisible();

    const places = page.getByRole('navigation', { name: 'Places' });
    const sections = page.getByRole('complementary');
    await typist.follow(sections.getByRole('link', { name: 'Engine', exact: true }));
    await typist.to(page.getByRole('textbox', { name: /^Bore/ }));
    await typist.fill(ENGINE);
    await typist.follow(sections.getByRole('link', { name: 'Injectors', exact: true }));
    await typist.to(page.getByRole('textbox', { name: /^Rated flow/ }));
    await typist.fill(INJECTORS);
    await typist.follow(sections.getByRole('link', { name: 'Dead time', exact: true }));
    await typist.to(page.getByRole('textbox', { name: 'Row 1, voltage, V' }));
    await typist.fill(DEAD_TIME.map(([field, answer]) => [field, answer, 'box'] as const));
    await expect(page.getByText('Falls smoothly with voltage.')).toBeVisible();

    await typist.follow(places.getByRole('link', { name: 'Maps' }));
    await typist.follow(page.getByRole('link', { name: 'Propose what is missing' }));
    await typist.follow(page.getByRole('button', { name: /^Accept all \d+$/ }));
    await expect(page.getByRole('grid', { name: 'Volumetric efficiency', exact: true })).toBeVisible();
    await typist.follow(places.getByRole('link', { name: 'Review' }));
    await typist.follow(page.getByRole('link', { name: 'Dry start' }));
    await typist.follow(page.getByRole('button', { name: 'Run dry start' }));
    await expect(page.getByRole('status').getByRole('heading', { name: /^Caught after/ })).toBeVisible();
    process.stdout.write(`From an empty calibration to first fire by keyboard: ${typist.keys} keys\n`);
    expect(typist.keys).toBeLessThan(600);
  },
);

test('by touch alone: from an empty calibration to first fire, in less than half of the taps it took', async ({
  app,
  page,
}) => {
  test.setTimeout(300_000);
  const finger = new Finger(page);
  const tap = (control: Locator) => finger.tap(control);
  await app.visit();
  await finger.describe(
    ENGINE,
    INJECTORS,
    DEAD_TIME.map(([field, answer]) => [field, answer, 'box'] as const),
  );
  await finger.place('Maps');
  const missing = page.getByRole('link', { name: 'Propose what is missing' });
  await tap(missing);
  const all = page.getByRole('button', { name: /^Accept all \d+$/ });
  const maps = Number((await all.textContent())?.match(/\d+/)?.[0]);
  await tap(all);
  await finger.place('Review');
  await tap(page.getByRole('link', { name: 'Dry start' }));
  await tap(page.getByRole('button', { name: 'Run dry start' }));
  await expect(page.getByRole('status').getByRole('heading', { name: /^Caught after/ })).toBeVisible();

  // Before, each box was tapped, the sheet’s button made the calibration, and each map took four: place, map, propose, accept.
  const boxes = [...ENGINE, ...INJECTORS].length + DEAD_TIME.length;
  const before = 2 + 2 + boxes + 2 + 4 * maps + 2;
  process.stdout.write(
    `From an empty calibration to first fire by touch: ${finger.taps} taps; ${before} before\n`,
  );
  expect(finger.taps).toBeLessThan(before / 2);
});
