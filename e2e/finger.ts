import type { Locator, Page } from '@playwright/test';
import type { Answers } from './nevasca';

/** A builder with one finger on a phone: counts every tap, and every key of what is typed. */
export class Finger {
  taps = 0;
  keys = 0;
  constructor(readonly page: Page) {}

  async tap(control: Locator): Promise<void> {
    this.taps += 1;
    await control.scrollIntoViewIfNeeded();
    await control.tap();
  }

  /** Taps a place of the app. */
  place(name: string): Promise<void> {
    return this.tap(this.page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name }));
  }

  /** Fills a form: boxes in a row are gone through by the phone’s own Enter key. */
  async fill(answers: Answers): Promise<void> {
    for (const [field, answer, kind] of answers) {
      if (kind === 'choice') {
        const group = this.page.getByRole('radiogroup', { name: field, exact: true });
        await this.tap(group.getByRole('radio', { name: answer, exact: true }));
        continue;
      }
      const box = this.page.getByRole('textbox', { name: new RegExp(`^${field}(,|$)`) }).first();
      if (!(await box.evaluate((element) => element === document.activeElement))) await this.tap(box);
      await this.page.keyboard.press('Control+a');
      await this.type(answer);
      await this.page.waitForTimeout(60);
    }
  }

  /** Types what takes the place of what is marked, and enters it. */
  private async type(text: string): Promise<void> {
    this.keys += text.length + 1;
    await this.page.keyboard.type(text);
    await this.page.keyboard.press('Enter');
  }

  /** A new calibration: of nothing, or of a starter by its cylinders and kind. */
  async begin(name: string, cylinders?: string, kind?: RegExp): Promise<void> {
    const { page } = this;
    await this.tap(page.getByRole('button', { name: 'New calibration' }));
    const box = page.getByRole('textbox', { name: 'Name' });
    await box.waitFor();
    if (cylinders !== undefined) {
      await this.tap(
        page.getByRole('radiogroup', { name: 'Start from' }).getByRole('radio', { name: cylinders }),
      );
      if (kind !== undefined) await this.tap(page.getByRole('radio', { name: kind }).first());
      await this.tap(box);
    }
    await page.keyboard.press('Control+a');
    await this.type(name);
  }

  /** A new calibration with all that is known of its engine, injectors and dead time. */
  async describe(engine: Answers, injectors: Answers, deadTime: Answers): Promise<void> {
    const { page } = this;
    await this.begin('Nevasca');
    await this.tap(page.getByRole('link', { name: 'Engine', exact: true }));
    await this.fill(engine);
    await this.tap(page.getByRole('button', { name: 'Back to the sections' }));
    await this.tap(page.getByRole('link', { name: 'Injectors', exact: true }));
    await this.fill(injectors);
    await this.tap(page.getByRole('button', { name: 'Next: Dead time' }));
    await this.fill(deadTime);
  }
}
