import { expect, type Page } from '@playwright/test';

/** Chooses how it is shown, by the names of what is pressed. */
export async function show(page: Page, ...choices: readonly string[]): Promise<void> {
  await page.getByRole('button', { name: 'How it is shown' }).click();
  for (const name of choices) {
    const choice = page.getByRole('dialog').getByRole('radio', { name, exact: true });
    await choice.click();
    await expect(choice).toBeChecked();
  }
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
}

/** What is still said in units that were not chosen, but for what was typed. */
export const metricWords = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll('[dir="auto"]:not(input, textarea), svg text')]
      .map((element) => element.textContent ?? '')
      .filter((text) => /\d ?(°C|kPa|km\/h)(?![/\p{L}])/u.test(text)),
  );
