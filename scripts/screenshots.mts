/** Takes the pictures of the main views that the README shows, from demo data, into docs/screenshots. */
import path from 'node:path';
import type { Page } from '@playwright/test';
import { demo } from '../tests/support/ventisca';
import { withServedApp } from './servedApp.mts';

const out = path.resolve(import.meta.dirname, '../docs/screenshots');

const SIZES = {
  phone: { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
  wide: { viewport: { width: 1280, height: 800 } },
} as const;

interface Shot {
  readonly name: string;
  readonly size: keyof typeof SIZES;
  readonly scheme: 'dark' | 'light';
  readonly go: (page: Page) => Promise<void>;
}

async function openDemo(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
  await page.getByRole('heading', { level: 1, name: 'Ventisca' }).waitFor();
}

async function openItem(page: Page, place: string, item: string): Promise<void> {
  await openDemo(page);
  await page.getByRole('navigation').getByRole('link', { name: place }).click();
  await page.getByRole('link', { name: item, exact: true }).click();
  await page.getByRole('heading', { level: 2, name: item, exact: true }).waitFor();
}

async function runDryStart(page: Page): Promise<void> {
  await page.getByRole('navigation').getByRole('link', { name: 'Review' }).click();
  await page.getByRole('link', { name: 'Dry start' }).click();
  await page.getByRole('button', { name: 'Run dry start' }).click();
  await page.getByRole('status').getByRole('heading').waitFor();
}

async function lowerCranking(page: Page): Promise<void> {
  await openItem(page, 'Maps', 'Cranking fuel');
  await page.getByRole('grid').click({ position: { x: 8, y: 8 } });
  await page.getByRole('radio', { name: 'Percent' }).click();
  await page.getByRole('textbox', { name: 'Percent to change by, %' }).fill('-75');
  await page.getByRole('button', { name: 'Apply' }).click();
}

async function connectWarm(page: Page): Promise<void> {
  await openDemo(page);
  await page.getByRole('navigation').getByRole('link', { name: 'Bench' }).click();
  await page.getByRole('button', { name: 'Stand-in', exact: true }).click();
  await page.getByRole('textbox', { name: /^Coolant when it comes/ }).fill('80');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Connect to the stand-in' }).click();
  await page.getByText('What is on the screen runs, and is stored.').waitFor();
}

async function letDrive(page: Page, times: string, drive = 'Brake, across the map'): Promise<void> {
  await page.getByRole('button', { name: 'Stand-in', exact: true }).click();
  await page.getByRole('radio', { name: times }).click();
  await page.getByRole('radio', { name: drive }).click();
  await page.keyboard.press('Escape');
}

const SHOTS: readonly Shot[] = [
  { name: 'first-visit', size: 'phone', scheme: 'dark', go: async () => undefined },
  { name: 'build', size: 'phone', scheme: 'dark', go: openDemo },
  {
    name: 'closed-loop-wide',
    size: 'wide',
    scheme: 'light',
    go: async (page) => {
      await openItem(page, 'Maps', 'Closed loop');
      await page.getByRole('radio', { name: 'On', exact: true }).click();
      await page.getByRole('link', { name: 'Propose what is missing' }).click();
      await page.getByRole('button', { name: /^Accept all/ }).click();
      await page.getByRole('link', { name: 'Closed loop', exact: true }).click();
      await page.getByText('These are the gains that the delay allows.').waitFor();
    },
  },
  { name: 'pins-wide', size: 'wide', scheme: 'light', go: (page) => openItem(page, 'Build', 'Pins') },
  {
    name: 'compare',
    size: 'phone',
    scheme: 'dark',
    go: async (page) => {
      await openDemo(page);
      await page.getByRole('button', { name: 'Versions and files' }).click();
      await page.getByRole('textbox', { name: 'Name of the snapshot' }).fill('As delivered');
      await page.getByRole('button', { name: 'Take a snapshot' }).click();
      await page.getByRole('listitem', { name: 'As delivered' }).waitFor();
      await page.getByRole('navigation').getByRole('link', { name: 'Build' }).click();
      await page.getByRole('link', { name: 'Injectors', exact: true }).click();
      await page.getByRole('textbox', { name: /^Rated flow/ }).fill('640');
      await page.getByRole('textbox', { name: /^Real rail pressure/ }).fill('380');
      await page.getByRole('textbox', { name: /^Real rail pressure/ }).blur();
      await page.getByRole('navigation').getByRole('link', { name: 'Maps' }).click();
      await page.getByRole('link', { name: 'Spark advance', exact: true }).click();
      await page.getByRole('textbox', { name: /^New value/ }).fill('14');
      await page.getByRole('button', { name: 'Apply' }).click();
      await page.getByRole('button', { name: 'Versions and files' }).click();
      await page.getByRole('button', { name: 'Compare with As delivered' }).click();
      await page.getByRole('checkbox', { name: 'Rated flow' }).click();
    },
  },
  {
    name: 've-map',
    size: 'phone',
    scheme: 'dark',
    go: (page) => openItem(page, 'Maps', 'Volumetric efficiency'),
  },
  {
    name: 'proposal-wide',
    size: 'wide',
    scheme: 'light',
    go: async (page) => {
      await openItem(page, 'Maps', 'Spark advance');
      await page.getByRole('button', { name: /^Propose anew/ }).click();
      await page.getByRole('radio', { name: 'Proved engine' }).click();
    },
  },
  { name: 'workings', size: 'phone', scheme: 'light', go: (page) => openItem(page, 'Maps', 'Workings') },
  {
    name: 'review',
    size: 'phone',
    scheme: 'light',
    go: async (page) => {
      await openItem(page, 'Build', 'Injectors');
      await page.getByRole('textbox', { name: /^Rated flow/ }).fill('250');
      await page.getByRole('textbox', { name: /^Rated flow/ }).blur();
      await page.getByRole('navigation').getByRole('link', { name: 'Review' }).click();
      await page.getByRole('article', { name: 'Injectors cannot feed the engine' }).waitFor();
    },
  },
  {
    name: 'sign-off',
    size: 'phone',
    scheme: 'light',
    go: async (page) => {
      await openDemo(page);
      await page.getByRole('navigation').getByRole('link', { name: 'Review' }).click();
      await page.getByRole('button', { name: 'Accept with a reason' }).click();
      await page
        .getByRole('textbox', { name: 'Why it is right as it is' })
        .fill('A strobe comes with the first crank');
      await page.getByRole('button', { name: 'Accept', exact: true }).click();
      await page.getByRole('link', { name: 'Sign-off', exact: true }).click();
      await page.getByRole('textbox', { name: 'Your name' }).fill('Inés Quiroga');
      await page.getByRole('button', { name: 'Sign', exact: true }).click();
      await page.getByRole('navigation').getByRole('link', { name: 'Build' }).click();
      await page.getByRole('link', { name: 'Injectors', exact: true }).click();
      await page.getByRole('textbox', { name: /^Rated flow/ }).fill('640');
      await page.getByRole('textbox', { name: /^Rated flow/ }).blur();
      await page.getByRole('navigation').getByRole('link', { name: 'Review' }).click();
      await page.getByRole('link', { name: 'Sign-off', exact: true }).click();
      await page.getByRole('region', { name: 'Changed since' }).waitFor();
    },
  },
  {
    name: 'dry-start-lean',
    size: 'phone',
    scheme: 'dark',
    go: async (page) => {
      await lowerCranking(page);
      await runDryStart(page);
    },
  },
  {
    name: 'trial-drive-wide',
    size: 'wide',
    scheme: 'light',
    go: async (page) => {
      await openDemo(page);
      await page.getByRole('navigation').getByRole('link', { name: 'Review' }).click();
      await page.getByRole('link', { name: 'Trial drive' }).click();
      await page.getByRole('button', { name: 'Drive', exact: true }).click();
      const strip = page.getByRole('slider', { name: 'Time in the drive' });
      await strip.focus({ timeout: 60_000 });
      for (let i = 0; i < 104; i += 1) await page.keyboard.press('Shift+ArrowRight');
    },
  },
  {
    name: 'bench',
    size: 'phone',
    scheme: 'dark',
    go: async (page) => {
      await connectWarm(page);
      await letDrive(page, '10 times as fast');
      await page.getByRole('group', { name: /^Engine speed: 3/ }).waitFor({ timeout: 60_000 });
    },
  },
  {
    name: 'mapping',
    size: 'phone',
    scheme: 'light',
    go: async (page) => {
      await connectWarm(page);
      await letDrive(page, '10 times as fast');
      await page.getByRole('link', { name: 'Live mapping', exact: true }).click();
      await page.getByText(/^[1-9]\d* of \d+ cells are right/).waitFor({ timeout: 60_000 });
      await page.waitForTimeout(9000);
    },
  },
  {
    name: 'counters',
    size: 'phone',
    scheme: 'dark',
    go: async (page) => {
      await connectWarm(page);
      await page.getByRole('link', { name: 'Counters', exact: true }).click();
      await page.getByRole('button', { name: 'Stand-in', exact: true }).click();
      await page.getByRole('button', { name: 'Hold the starter' }).click();
      await page.waitForTimeout(2500);
      await page.getByRole('button', { name: 'Let go of the starter' }).click();
      await page.waitForTimeout(2000);
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Mark: before' }).click();
      await page.getByRole('button', { name: 'Stand-in', exact: true }).click();
      await page.getByRole('radio', { name: 'Cam pulses come and go' }).click();
      await page.keyboard.press('Escape');
      await page.waitForTimeout(8000);
      await page.getByRole('button', { name: 'Mark: after' }).click();
      await page.waitForTimeout(1500);
    },
  },
  {
    name: 'garage',
    size: 'phone',
    scheme: 'light',
    go: async (page) => {
      await connectWarm(page);
      const note = page.getByRole('textbox', { name: 'Note on this calibration' });
      await page.getByRole('navigation').getByRole('link', { name: 'Build' }).click();
      await note.fill('Second engine after the lake: new injectors, cams as before');
      await note.blur();
      await page.getByRole('navigation').getByRole('link', { name: 'Bench' }).click();
      await page.getByRole('button', { name: 'Record', exact: true }).click();
      await letDrive(page, '40 times as fast');
      await page.waitForTimeout(6000);
      await page.getByRole('button', { name: /^Stop recording/ }).click();
      await page.getByRole('heading', { name: 'Error by cell' }).waitFor({ timeout: 30_000 });
      await page.getByRole('button', { name: 'All calibrations' }).click();
      const chooser = page.waitForEvent('filechooser');
      await page.getByRole('button', { name: 'Open a file' }).click();
      const buffer = Buffer.from(JSON.stringify(demo('pardela')));
      await (await chooser).setFiles({ name: 'pardela.json', mimeType: 'application/json', buffer });
      await page.getByRole('heading', { level: 1, name: 'Pardela' }).waitFor();
      await page.getByRole('button', { name: 'Versions and files' }).click();
      await page.getByRole('textbox', { name: 'Name of the snapshot' }).fill('Before the hill climb');
      await page.getByRole('button', { name: 'Take a snapshot' }).click();
      await page.getByRole('listitem', { name: 'Before the hill climb' }).waitFor();
      await page.getByRole('button', { name: 'All calibrations' }).click();
      await page.getByRole('button', { name: 'Garage' }).click();
      await page.getByRole('link', { name: /^Log of / }).waitFor();
    },
  },
  {
    name: 'log-wide',
    size: 'wide',
    scheme: 'light',
    go: async (page) => {
      await connectWarm(page);
      await page.getByRole('button', { name: 'Record', exact: true }).click();
      await letDrive(page, '40 times as fast');
      await page.waitForTimeout(12_000);
      await page.getByRole('button', { name: /^Stop recording/ }).click();
      await page.getByRole('heading', { name: 'Error by cell' }).waitFor({ timeout: 30_000 });
    },
  },
  {
    name: 'log-traces-wide',
    size: 'wide',
    scheme: 'dark',
    go: async (page) => {
      await connectWarm(page);
      await page.getByRole('button', { name: 'Record', exact: true }).click();
      await letDrive(page, '40 times as fast', 'Pull into the limiter');
      await page.waitForTimeout(6000);
      await page.getByRole('button', { name: /^Stop recording/ }).click();
      const list = page.getByRole('list', { name: 'What happened' });
      await list
        .getByRole('button', { name: /Held back by engine speed/ })
        .first()
        .click({ timeout: 30_000 });
      await page.getByRole('button', { name: 'In all traces' }).click();
      const strip = page.getByRole('slider', { name: 'Time in the log' });
      await strip.focus();
      await page.keyboard.press('s');
      for (let i = 0; i < 12; i += 1) await page.keyboard.press('Shift+ArrowRight');
      await strip.blur();
    },
  },
  {
    name: 'procedure',
    size: 'phone',
    scheme: 'light',
    go: async (page) => {
      await connectWarm(page);
      await page.getByRole('link', { name: 'Fuel pressure', exact: true }).click();
      await page.getByRole('button', { name: 'Everything is dry' }).click();
      await page.getByRole('button', { name: 'Run the pump for 60 s' }).click();
      await page.waitForTimeout(3000);
    },
  },
];

await withServedApp(8794, async (browser, address) => {
  for (const shot of SHOTS) {
    const context = await browser.newContext({ ...SIZES[shot.size], colorScheme: shot.scheme });
    const page = await context.newPage();
    await page.goto(address);
    await page.getByRole('button', { name: 'New calibration' }).waitFor();
    await shot.go(page);
    await page.evaluate(() => document.fonts.ready);
    await page.waitForTimeout(400);
    await page.screenshot({ path: path.join(out, `${shot.name}.png`) });
    await context.close();
  }
});
