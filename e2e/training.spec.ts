import type { Page } from '@playwright/test';
import { expect, test } from './support';

/** What the screen says it may be, and what that is called among the answers. */
const SAID: readonly (readonly [RegExp, string])[] = [
  [/^Cam signal missing/, 'Cam sensor unplugged'],
  [/^Cam pulses come and go/, 'Cam pulses come and go'],
  [/^Crank signal gone/, 'Crank sensor unplugged'],
  [/^Crank teeth come and go/, 'Crank teeth come and go'],
  [/^Noise on the crank wire/, 'Noise on the crank wire'],
  [/^The crank is lost where speed/, 'Crank wheel loose'],
  [/^Coolant sensor/, 'Coolant sensor unplugged'],
  [/^Intake air sensor/, 'Air sensor shorted'],
  [/^Manifold pressure sensor/, 'Manifold sensor unplugged'],
  [/^Manifold sensor noisy/, 'Manifold sensor noisy'],
  [/^Manifold sensor reads/, 'Manifold sensor reads off'],
  [/^Manifold sensor slow/, 'Manifold sensor slow'],
  [/^Throttle sensor/, 'Throttle sensor unplugged'],
  [/^Fuel runs short/, 'Fuel pump weak'],
  [/^The alternator/, 'Alternator dead'],
  [/^The battery is weak/, 'Battery sags'],
  [/^The engine computer loses/, 'Supply of the engine computer breaks'],
  [/^One cylinder gets less/, 'An injector blocked'],
  [/^Too (little|much) fuel by one share/, 'Injectors of another flow'],
  [/^Dead time/, 'Dead time off'],
  [/^Air gets in/, 'Air leaks in'],
];

/** Does with it what the screen asks for to tell causes apart, then reads what it says. */
async function headline(page: Page): Promise<string> {
  const status = page.getByRole('status', { name: 'What it may be' });
  await expect(status).not.toHaveText('Too little was seen yet');
  return ((await status.textContent()) ?? '').replace(/^(Likely|Perhaps): /, '');
}

test('what is wrong with this engine: found from the screen alone, twice', async ({ app, page }) => {
  test.setTimeout(420_000);
  await app.openDemo();
  await app.connectStandIn('84');
  await page.getByRole('link', { name: 'Training', exact: true }).click();
  for (const [engine, chance] of [
    [1, 0.45],
    [2, 0.66],
  ] as const) {
    // Which engine comes is chance’s; a test has the same one each time, and is told no more than anybody.
    await page.evaluate((drawn) => {
      // Never twice the same: messages are told apart by it.
      let times = 0;
      Math.random = () => drawn + 1e-9 * (times += 1);
    }, chance);
    await page.getByRole('button', { name: /^Bring (an|the next) engine$/ }).click();
    await expect(page.getByRole('heading', { name: `Engine ${engine}`, exact: true })).toBeVisible({
      timeout: 30_000,
    });
    // Nothing is given away: neither here nor at the stand-in.
    await expect(page.getByText(/^(It was|Right):/)).toHaveCount(0);
    await page.getByRole('link', { name: /^Counters, and what it may be/ }).click();
    await page.waitForTimeout(6000);
    await app.openStandIn();
    await expect(page.getByText(/what is wrong with it is said when you have answered/)).toBeVisible();
    await expect(page.getByRole('radiogroup', { name: 'What is wrong with it' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Hold the starter' }).click();
    await page.waitForTimeout(3500);
    await page.getByRole('button', { name: 'Let go of the starter' }).click();
    await app.choose('Its time passes', '4 times as fast');
    await page.waitForTimeout(8000);
    for (const pedal of ['35 %', '10 %', '35 %', '0 %', '50 %', '0 %', '50 %', '0 %']) {
      await app.choose('Pedal', pedal);
      await page.waitForTimeout(pedal === '35 %' || pedal === '10 %' ? 900 : 300);
    }
    await page.waitForTimeout(4000);
    await page.keyboard.press('Escape');
    await page.waitForTimeout(1500);
    const said = await headline(page);
    const seen = await page.getByText('What was seen', { exact: true }).locator('..').allInnerTexts();
    const label = SAID.find(([words]) => words.test(said))?.[1];
    await app.goTo('Bench');
    await page.getByRole('link', { name: 'Training', exact: true }).click();
    if (label === undefined)
      throw new Error(`Nothing among the answers is called: ${said} by ${seen.join()}`);
    await app.choose('What is it?', label);
    await page.getByRole('button', { name: 'That is it' }).click();
    await expect(page.getByText(`Right: ${label}.`)).toBeVisible();
    await expect(page.getByText(`${engine} of ${engine} right.`)).toBeVisible();
  }
  // A wrong answer is said to be one, and what it was.
  await page.getByRole('button', { name: 'Bring the next engine' }).click();
  await expect(page.getByRole('heading', { name: 'Engine 3', exact: true })).toBeVisible({ timeout: 30_000 });
  await app.choose('What is it?', 'Cam sensor unplugged');
  await page.getByRole('button', { name: 'That is it' }).click();
  await expect(page.getByText(/^It was: .*\. You said: Cam sensor unplugged\.$/)).toBeVisible();
  await expect(page.getByText('2 of 3 right.')).toBeVisible();
  // What was found outlasts the page, until it is counted anew.
  await page.reload();
  await expect(page.getByText('2 of 3 right.')).toBeVisible();
  await expect(page.getByText(/^Not found when they came last: [^,]*\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Count anew' }).click();
  await expect(page.getByText('2 of 3 right.')).toHaveCount(0);
});
