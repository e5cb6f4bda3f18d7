import { readFile } from 'node:fs/promises';
import { expect, test as base, type Page } from '@playwright/test';
import { FAR_CODES, FarCar } from './farCar';

/** A calibration’s file, as far as tests change it. */
export interface CalibrationFile {
  name: string;
  maps: Record<string, { x: number[]; y: number[]; values: number[]; cellSources: number[] } | null>;
  outputs: { purpose: string }[];
  engine: Record<string, unknown>;
  corrections: { name: string }[];
}

/** What a person does, in the words of the screens. */
export class Lumbre {
  /** @param far where the car is another process's, far away; null where the page has its own. */
  constructor(
    readonly page: Page,
    private readonly far: FarCar | null = null,
  ) {}

  /** Whether the car is a long way off, over a link that loses some of what it carries. */
  get isFar(): boolean {
    return this.far !== null;
  }

  async visit(path = '/'): Promise<void> {
    await this.page.goto(path);
    await expect(this.page.getByRole('heading', { level: 1 })).toBeVisible();
  }

  async openDemo(): Promise<void> {
    await this.visit();
    await this.page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
    await expect(this.page.getByRole('heading', { level: 1, name: 'Ventisca' })).toBeVisible();
  }

  /** Opens the demo with changes made to its file, as a builder who brings one. */
  async openChanged(change: (file: CalibrationFile) => void, name = 'Changed'): Promise<void> {
    await this.openDemo();
    await this.page.getByRole('button', { name: 'Versions and files' }).click();
    const download = this.page.waitForEvent('download');
    await this.page.getByRole('button', { name: 'Export as a file' }).click();
    const content = JSON.parse(await readFile(await (await download).path(), 'utf8')) as CalibrationFile;
    change(content);
    content.name = name;
    await this.page.getByRole('button', { name: 'All calibrations' }).click();
    await this.openFile(content);
  }

  /** Opens a file from the list of calibrations. */
  async openFile(content: { readonly name: string }): Promise<void> {
    const { name } = content;
    const chooser = this.page.waitForEvent('filechooser');
    await this.page.getByRole('button', { name: 'Open a file' }).click();
    const buffer = Buffer.from(JSON.stringify(content));
    await (await chooser).setFiles({ name: 'changed.json', mimeType: 'application/json', buffer });
    await expect(this.page.getByRole('heading', { level: 1, name })).toBeVisible();
  }

  async goTo(place: 'Build' | 'Maps' | 'Review' | 'Bench' | 'Logs'): Promise<void> {
    await this.page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: place }).click();
  }

  /** Opens a section or map from the list of its place. */
  async openItem(place: 'Build' | 'Maps' | 'Review', name: string): Promise<void> {
    await this.goTo(place);
    await this.page.getByRole('link', { name, exact: true }).click();
    await expect(this.page.getByRole('heading', { level: 2, name, exact: true })).toBeVisible();
  }

  /** Types into a box and leaves it. */
  async type(label: string | RegExp, text: string): Promise<void> {
    const box = this.page.getByRole('textbox', { name: label });
    // As a hand does it: a sheet that has just closed has given its focus back by then, and takes it from no box that is filled.
    await box.click();
    await box.fill(text);
    await box.blur();
  }

  async choose(group: string, option: string): Promise<void> {
    await this.page
      .getByRole('radiogroup', { name: group, exact: true })
      .getByRole('radio', { name: option, exact: true })
      .click();
  }

  /** Proposes a map that does not exist yet and accepts it whole. */
  async proposeMap(name: string): Promise<void> {
    await this.openItem('Maps', name);
    await this.page.getByRole('button', { name: 'Propose from the engine’s description' }).click();
    await this.page.getByRole('button', { name: 'Accept all', exact: true }).click();
    await expect(this.page.getByRole('grid', { name, exact: true })).toBeVisible();
  }

  /** Changes a whole map by percent. */
  async changeWholeMap(name: string, percent: string): Promise<void> {
    await this.openItem('Maps', name);
    await this.page.getByRole('grid', { name, exact: true }).click({ position: { x: 8, y: 8 } });
    await this.choose('Edit by', 'Percent');
    await this.page.getByRole('textbox', { name: 'Percent to change by, %' }).fill(percent);
    await this.page.getByRole('button', { name: 'Apply' }).click();
  }

  /** Runs a dry start at a temperature and expects how it ends. */
  async dryStart(coolant: string, headline: RegExp): Promise<void> {
    await this.openItem('Review', 'Dry start');
    await this.choose('Coolant temperature', `${coolant} °C`);
    await this.page.getByRole('button', { name: 'Run dry start' }).click();
    const verdict = this.page.getByRole('status').filter({ has: this.page.getByRole('heading') });
    await expect(verdict.getByRole('heading', { name: headline })).toBeVisible();
    await expect(this.page.getByText('The calibration has changed since')).toBeHidden();
    await expect(verdict).toContainText(`coolant ${coolant} °C`);
  }

  /** Puts the stand-in beside the bench, warm, and connects to its engine computer. */
  async connectStandIn(coolantC = '80'): Promise<void> {
    await this.goTo('Bench');
    if (this.far !== null) return this.connectFar(this.far, coolantC);
    await this.openStandIn();
    await this.type(/^Coolant when it comes/, coolantC);
    await this.page.keyboard.press('Escape');
    await this.page.getByRole('button', { name: 'Connect to the stand-in' }).click();
    await expect(this.page.getByRole('banner').getByText(/^(Live|Differs)$/)).toBeVisible();
  }

  /** Connects to a car of another process; a new one gets what is on the screen, as one of this page comes with it. */
  private async connectFar(far: FarCar, coolantC: string): Promise<void> {
    const { address, isNew } = await far.host(coolantC);
    await this.page.getByRole('button', { name: 'Over the network' }).click();
    await this.type('Address', address);
    await this.type('Pairing code', FAR_CODES.pairing);
    await this.type('Lock code', FAR_CODES.lock);
    await this.page.getByRole('button', { name: 'Connect', exact: true }).click();
    await expect(this.page.getByRole('banner').getByText(/^(Live|Differs)$/)).toBeVisible({
      timeout: 20_000,
    });
    const send = this.page.getByRole('button', { name: /^Send (the calibration|\d+ cells?) to the ECU$/ });
    if (!isNew) return;
    const same = this.page.getByText('What is on the screen runs, and is stored.');
    await expect(send.or(same)).toBeVisible({ timeout: 20_000 });
    if (!(await send.isVisible())) return;
    await send.click();
    await this.page.getByRole('button', { name: 'Store in ECU' }).click();
    await expect(same).toBeVisible();
  }

  /** After a lost link: turns the key on, and is connected again. */
  async connectAgain(): Promise<void> {
    if (this.far === null) {
      await this.page.getByRole('button', { name: 'Connect again' }).click();
      return;
    }
    // A car elsewhere has its key turned by hand; then it is found.
    await this.openStandIn();
    await this.page.getByRole('button', { name: 'Key on' }).click();
    await this.page.keyboard.press('Escape');
  }

  async openStandIn(): Promise<void> {
    await this.page.getByRole('button', { name: 'Stand-in', exact: true }).click();
    await expect(this.page.getByRole('dialog')).toBeVisible();
  }

  /** Records a drive across the map, forty times as fast as life, to its end; the log opens. */
  async recordMapping(drive = 'Brake, across the map'): Promise<void> {
    await this.page.getByRole('button', { name: 'Record', exact: true }).click();
    await this.openStandIn();
    await this.driven(drive);
    await this.page.keyboard.press('Escape');
    await this.page.getByRole('button', { name: /^Stop recording/ }).click();
    await expect(this.page.getByRole('heading', { name: 'What it says of the map' })).toBeVisible({
      timeout: 90_000,
    });
  }

  /** Lets a driver drive forty times as fast, from the stand-in’s controls, and waits until hands have it again. */
  async driven(drive: string): Promise<void> {
    // In this order: a car that stands while a busy machine finds the next button is cold forty times as soon.
    await this.choose('Let a driver drive', drive);
    await this.choose('Its time passes', '40 times as fast');
    // On a busy machine a drive at forty times may be over before the page has drawn that it began.
    await this.page
      .getByText(`Driven: ${drive.toLowerCase()}`)
      .waitFor({ timeout: 15_000 })
      .catch(() => undefined);
    await expect(this.page.getByText(/^In your hands/)).toBeVisible({ timeout: 120_000 });
  }

  async expectStored(): Promise<void> {
    await expect(this.page.getByRole('banner').getByText(/^Stored/)).toBeVisible();
  }
}

/** The browser’s own words for a socket that nobody opened at the other end: the page has words of its own for it. */
const NOBODY_THERE = /^WebSocket connection to 'ws:[^']+' failed/;

/** A test with the app open in a browser that has never seen it. Anything the page reports as an error fails it. */
export const test = base.extend<{ app: Lumbre }>({
  app: async ({ page }, provide, { project }) => {
    const far = project.name === 'far' ? new FarCar() : null;
    const problems: string[] = [];
    page.on('pageerror', (error) => problems.push(error.message));
    page.on('console', (message) => {
      if (message.type() === 'error' && !NOBODY_THERE.test(message.text())) problems.push(message.text());
    });
    await provide(new Lumbre(page, far));
    far?.end();
    expect(problems).toEqual([]);
  },
});

export { expect };
