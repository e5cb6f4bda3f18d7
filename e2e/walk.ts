import { type CalibrationFile, expect, type Lumbre } from './support';

/** Views in the order a visit comes to them, each from the one before. */
type Leg = readonly (readonly [view: string, go: (app: Lumbre) => Promise<void>])[];

const BEGINNING: Leg = [
  ['first visit', (app) => app.visit()],
  [
    'new calibration',
    async ({ page }) => {
      await page.getByRole('button', { name: 'New calibration' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'an empty calibration',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Make it' }).click();
      await expect(page.getByRole('heading', { level: 1, name: 'New engine' })).toBeVisible();
    },
  ],
  [
    'the order of work',
    async ({ page }) => {
      await page.getByRole('button', { name: 'All steps' }).click();
      await expect(page.getByRole('heading', { level: 2, name: 'The order of work' })).toBeVisible();
    },
  ],
  ['an empty engine', (app) => app.openItem('Build', 'Engine')],
  [
    'what is missing',
    async (app) => {
      await app.goTo('Maps');
      await app.page.getByRole('link', { name: 'Propose what is missing' }).click();
      await expect(app.page.getByRole('button', { name: /^Accept all/ })).toBeVisible();
    },
  ],
  ['an empty map', (app) => app.openItem('Maps', 'Spark advance')],
  ['what stands in the way of an empty one', (app) => app.goTo('Review')],
  ['not ready for a dry start', (app) => app.openItem('Review', 'Dry start')],
];

const BUILD: Leg = [
  ['build', (app) => app.openDemo()],
  ['engine', (app) => app.openItem('Build', 'Engine')],
  ['engine with an error', (app) => app.type(/^Bore/, 'wide')],
  [
    'help',
    async ({ page }) => {
      await page.getByRole('button', { name: 'About Bore' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'injectors',
    async (app) => {
      await app.page.keyboard.press('Escape');
      await app.openItem('Build', 'Injectors');
    },
  ],
  ...['Cams', 'Trigger', 'Pins', 'Sensors', 'Dead time', 'Injection', 'Second set', 'Coils', 'Outputs'].map(
    (name) => [name, (app: Lumbre) => app.openItem('Build', name)] as const,
  ),
  ['an output', ({ page }) => page.getByRole('button', { name: 'Change Fan' }).click()],
  [
    'a sensor',
    async (app) => {
      await app.openItem('Build', 'Sensors');
      await app.page.getByRole('link', { name: 'Coolant temperature' }).click();
    },
  ],
  [
    'the injector library',
    async (app) => {
      await app.openItem('Build', 'Injectors');
      await app.page.getByRole('button', { name: 'Open the library' }).click();
    },
  ],
];

const MAPS: Leg = [
  [
    'maps',
    async (app) => {
      await app.openDemo();
      await app.goTo('Maps');
    },
  ],
  ['a map', (app) => app.openItem('Maps', 'Volumetric efficiency')],
  ['shape and copy', ({ page }) => page.getByRole('button', { name: 'Shape and copy' }).click()],
  [
    'axes laid anew',
    async ({ page }) => {
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Lay the axes anew' }).click();
    },
  ],
  [
    'a comparison',
    async (app) => {
      await app.openItem('Maps', 'Lambda target');
      await app.page.getByRole('button', { name: 'Compare' }).click();
    },
  ],
  [
    'units of maps',
    async ({ page }) => {
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Units' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'a curve',
    async (app) => {
      await app.page.keyboard.press('Escape');
      await app.openItem('Maps', 'Cranking fuel');
    },
  ],
  ['idle air with its settings', (app) => app.openItem('Maps', 'Idle air')],
];

const BESIDE_MAPS: Leg = [
  [
    'load strategy',
    async (app) => {
      await app.openDemo();
      await app.openItem('Maps', 'Load strategy');
    },
  ],
  ['another load strategy', (app) => app.choose('Load is measured by', 'Throttle')],
  ['overrun cut', (app) => app.openItem('Maps', 'Overrun cut')],
  ['idle control', (app) => app.openItem('Maps', 'Idle control')],
  ['limits', (app) => app.openItem('Maps', 'Limits')],
  ['protection', (app) => app.openItem('Maps', 'Protection')],
  ['boost control', (app) => app.openItem('Maps', 'Boost control')],
  [
    'knock control',
    async (app) => {
      await app.openItem('Maps', 'Knock control');
      await app.choose('Knock control', 'On');
      await app.page.getByRole('button', { name: /where the bore rings/ }).click();
    },
  ],
  [
    'closed loop',
    async (app) => {
      await app.openItem('Maps', 'Closed loop');
      await app.choose('Closed loop', 'On');
    },
  ],
  [
    'closed loop with its step trial',
    async (app) => {
      await app.goTo('Maps');
      await app.page.getByRole('link', { name: 'Propose what is missing' }).click();
      await app.page.getByRole('button', { name: /^Accept all/ }).click();
      await app.openItem('Maps', 'Closed loop');
    },
  ],
  ['learned trims', (app) => app.openItem('Maps', 'Learned trims')],
  [
    'a new correction',
    async (app) => {
      await app.openItem('Maps', 'Corrections');
      await app.page.getByRole('button', { name: 'Add a correction' }).click();
      await app.page.getByRole('textbox', { name: 'Name of the correction' }).fill('Own');
    },
  ],
  [
    'a correction',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Add it' }).click();
      await page.getByRole('button', { name: 'When Own acts' }).click();
      await page.getByRole('radio', { name: 'Past a threshold' }).click();
    },
  ],
  [
    'a proposal',
    async (app) => {
      await app.openItem('Maps', 'Spark advance');
      await app.page.getByRole('button', { name: /Propose anew/ }).click();
    },
  ],
  ['workings', (app) => app.openItem('Maps', 'Workings')],
];

const SIMULATED: Leg = [
  [
    'dry start',
    async (app) => {
      await app.openDemo();
      await app.dryStart('−20', /^Caught/);
    },
  ],
  [
    'a field of starts',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Run the whole field' }).click();
      await expect(page.getByRole('button', { name: 'Run the field again' })).toBeVisible({
        timeout: 60_000,
      });
    },
  ],
  [
    'what if a guess is wrong',
    async ({ page }) => {
      await page.getByRole('radio', { name: 'Walls and plugs' }).click();
      await page.getByRole('button', { name: /^Try the/ }).click();
      await expect(page.getByRole('button', { name: 'Try them again' })).toBeVisible({ timeout: 60_000 });
    },
  ],
  [
    'what would cure a start',
    async (app) => {
      const { page } = app;
      await app.changeWholeMap('Cranking fuel', '-70');
      await app.openItem('Review', 'Dry start');
      await page.getByRole('button', { name: 'Run dry start' }).click();
      await page.getByRole('button', { name: 'Look for a cure' }).click({ timeout: 30_000 });
      await page.getByRole('button', { name: 'Why Cranking fuel changes' }).click({ timeout: 90_000 });
    },
  ],
  [
    'trial drive',
    async (app) => {
      await app.page.getByRole('button', { name: /^Undo/ }).click();
      await app.page.getByRole('button', { name: 'Trial drive' }).click();
      await app.choose('Drive', 'Idle with loads');
      await app.page.getByRole('button', { name: 'Drive', exact: true }).click();
      await app.page.getByRole('button', { name: 'Ask what is true of this car' }).click({ timeout: 60_000 });
    },
  ],
  ['the bench, not connected', (app) => app.goTo('Bench')],
  [
    'connecting over the network',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Over the network' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'arranging the readouts',
    async ({ page }) => {
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Arrange', exact: true }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'the bench, live',
    async (app) => {
      await app.page.keyboard.press('Escape');
      await app.connectStandIn();
    },
  ],
  [
    'a step of a procedure, with the pump running',
    async ({ page }) => {
      await page.getByRole('link', { name: 'Fuel pressure', exact: true }).click();
      await page.getByRole('button', { name: 'Run the pump for 30 s' }).click();
      await expect(page.getByText(/It acts now/)).toBeVisible();
    },
  ],
  [
    'how a procedure ended',
    async ({ page }) => {
      await page.getByRole('button', { name: 'It leaks' }).click();
      await expect(page.getByRole('status', { name: 'Outcome' })).toBeVisible();
    },
  ],
  [
    'live mapping',
    async (app) => {
      await app.goTo('Bench');
      await app.page.getByRole('link', { name: 'Live mapping', exact: true }).click();
      await expect(app.page.getByRole('status', { name: 'Where to go' })).toBeVisible();
    },
  ],
  [
    'counters between two marks',
    async (app) => {
      await app.goTo('Bench');
      await app.page.getByRole('link', { name: 'Counters', exact: true }).click();
      await app.page.getByRole('button', { name: 'Mark: before' }).click();
      await app.page.getByRole('button', { name: 'Mark: after' }).click();
      await expect(app.page.getByRole('status', { name: 'What was counted' })).toContainText(
        'Nothing turned',
      );
      await app.page.getByRole('button', { name: 'Forget the marks' }).click();
    },
  ],
  [
    'engines to learn on, before one is brought',
    async (app) => {
      await app.goTo('Bench');
      await app.page.getByRole('link', { name: 'Training', exact: true }).click();
      await expect(app.page.getByRole('button', { name: 'Bring an engine' })).toBeVisible();
    },
  ],
  [
    'the bench, with a procedure that failed',
    async (app) => {
      await app.goTo('Bench');
      await expect(app.page.getByText(/^Failed, /)).toBeVisible();
      await app.page.getByRole('button', { name: 'How to record' }).click();
      await app.choose('Channels', 'Only some');
      await app.choose('Begins', 'By a condition');
    },
  ],
  [
    'the bench, recording with a mark',
    async (app) => {
      await app.choose('Channels', 'Everything that is sent');
      await app.choose('Begins', 'By hand');
      await app.page.keyboard.press('Escape');
      await app.page.getByRole('button', { name: 'Record', exact: true }).click();
      await app.page.waitForTimeout(500);
      await app.page.getByRole('button', { name: 'Mark the moment' }).click();
      await expect(app.page.getByRole('textbox', { name: 'Note for mark 1' })).toBeVisible();
    },
  ],
  [
    'the stand-in’s controls',
    async (app) => {
      await app.openStandIn();
      await app.driven('Brake, held speeds');
      // A car that runs forty times as fast beside a log leaves it little of the machine.
      await app.choose('Its time passes', 'As in life');
    },
  ],
  [
    'a log',
    async ({ page }) => {
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: /^Stop recording/ }).click();
      await expect(page.getByRole('heading', { name: 'Error by cell' })).toBeVisible({ timeout: 30_000 });
    },
  ],
  [
    'what happened in it, opened',
    async ({ page }) => {
      const first = page.getByRole('list', { name: 'What happened' }).getByRole('button').first();
      await first.click();
      await expect(page.getByRole('slider', { name: /^Traces of / })).toBeVisible();
    },
  ],
  [
    'its traces, with a second cursor',
    async ({ page }) => {
      await page.getByRole('button', { name: 'In all traces' }).click();
      await page.getByRole('button', { name: 'Second cursor here' }).click();
      await page.getByRole('slider', { name: 'Time in the log' }).press('Shift+ArrowRight');
      await expect(page.getByRole('table', { name: 'Between the cursors' })).toBeVisible();
    },
  ],
  [
    'the log over a map',
    async ({ page }) => {
      await page.getByRole('radio', { name: 'Over a map' }).click();
      await expect(page.getByRole('group', { name: /^Time in each cell/ })).toBeVisible();
    },
  ],
  [
    'how a trace spreads',
    async ({ page }) => {
      await page.getByRole('radio', { name: 'How it spreads' }).click();
      await expect(page.getByRole('group', { name: /^How long / })).toBeVisible();
    },
  ],
  [
    'which traces are drawn',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Choose traces' }).click();
      await expect(page.getByRole('dialog', { name: 'Traces' })).toBeVisible();
    },
  ],
  [
    'a channel by formula that cannot be read',
    async ({ page }) => {
      await page.getByRole('button', { name: 'A channel by formula' }).click();
      await page.getByRole('textbox', { name: 'Formula' }).fill('lambda_1 /');
      await expect(page.getByText(/^Something is missing at its end/)).toBeVisible();
    },
  ],
  [
    'another log to compare it with',
    async ({ page }) => {
      await page.keyboard.press('Escape');
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'The log' }).click();
      await page.getByRole('button', { name: 'Compare', exact: true }).click();
      await expect(page.getByText(/^There is no other log/)).toBeVisible();
      await page.getByRole('button', { name: 'The log' }).click();
    },
  ],
  [
    'a package for help',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Package for help' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'logs',
    async (app) => {
      await app.page.keyboard.press('Escape');
      await app.goTo('Logs');
    },
  ],
  [
    'a file of another source',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Open a file' }).click();
      const rows = Array.from({ length: 60 }, (_, i) => `${i / 10};${900 + i};-${i % 9},5;14,7;${i}`);
      const buffer = Buffer.from(['Time;RPM;Boost [psi];AFR;Damper', ...rows].join('\n'));
      const chooser = page.waitForEvent('filechooser');
      await page.getByRole('button', { name: 'Choose a file' }).click();
      await (await chooser).setFiles({ name: 'other.csv', mimeType: 'text/csv', buffer });
      await expect(page.getByRole('list', { name: 'Columns' })).toBeVisible();
    },
  ],
  [
    'what a column is taken for',
    async ({ page }) => {
      await page.getByRole('link', { name: 'Boost [psi]' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: /^Read / }).click();
      await expect(page.getByText(/samples from other\.csv/)).toBeVisible();
    },
  ],
  [
    'versions and files',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Versions and files' }).click();
      await page.getByRole('textbox', { name: 'Name of the snapshot' }).fill('As it is');
      await page.getByRole('button', { name: 'Take a snapshot' }).click();
      await expect(page.getByRole('listitem', { name: 'As it is' })).toBeVisible();
    },
  ],
  [
    'a comparison of two states',
    async (app) => {
      const { page } = app;
      await app.changeWholeMap('Spark by coolant', '10');
      await app.openItem('Build', 'Injectors');
      await app.type(/^Rated flow/, '500');
      await page.getByRole('button', { name: 'Versions and files' }).click();
      await page.getByRole('button', { name: 'Compare with As it is' }).click();
      await page.getByRole('checkbox', { name: 'Rated flow' }).click();
    },
  ],
  [
    'calibrations',
    async ({ page }) => {
      await page.getByRole('button', { name: 'All calibrations' }).click();
      await expect(page.getByRole('link', { name: 'Open Ventisca', exact: true })).toBeVisible();
    },
  ],
];

const REVIEWED: Leg = [
  [
    'what is found',
    async (app) => {
      await app.openDemo();
      await app.openItem('Build', 'Engine');
      await app.type(/^Compression ratio/, '13.5');
      await app.openItem('Build', 'Trigger');
      await app.choose('Cam sensor', 'None');
      await app.goTo('Review');
      await expect(app.page.getByRole('region', { name: 'Stands in the way' })).toBeVisible();
    },
  ],
  [
    'a reason that is asked for',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Accept with a reason' }).first().click();
      await page.getByRole('textbox', { name: 'Why it is right as it is' }).fill('Seen at the wheel');
    },
  ],
  [
    'what was accepted',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Accept', exact: true }).click();
      await expect(page.getByText('“Seen at the wheel”')).toBeVisible();
    },
  ],
  [
    'a remedy that is proposed',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Inject semi-sequentially' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  [
    'Review again',
    async ({ page }) => {
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    },
  ],
  ['where values come from', (app) => app.openItem('Review', 'Where values come from')],
  ['a sign-off that waits', (app) => app.openItem('Review', 'Sign-off')],
  [
    'a dry start that waits',
    async (app) => {
      const { page } = app;
      await app.goTo('Review');
      await page.getByRole('link', { name: 'Dry start' }).click();
      await expect(page.getByText('Nothing is started while something stands in the way.')).toBeVisible();
    },
  ],
  [
    'a map of another engine',
    async (app) => {
      await app.openItem('Maps', 'Spark advance');
      await expect(app.page.getByText(/^Computed for other data\./)).toBeVisible();
    },
  ],
  [
    'all maps of another engine',
    async (app) => {
      await app.goTo('Maps');
      await app.page.getByRole('link', { name: 'Compute anew what is out of date' }).click();
      await expect(app.page.getByRole('button', { name: /^Accept all/ })).toBeVisible();
    },
  ],
  [
    'a page to sign',
    async (app) => {
      const { page } = app;
      await app.openDemo();
      await app.goTo('Review');
      await page
        .getByRole('article')
        .filter({ hasText: 'Unwise: ' })
        .getByRole('button', { name: /^Accept/ })
        .click();
      await page.getByRole('textbox', { name: 'Why it is right as it is' }).fill('Seen at the wheel');
      await page.getByRole('button', { name: 'Accept', exact: true }).click();
      await app.openItem('Review', 'Sign-off');
      await page.getByRole('textbox', { name: 'Your name' }).fill('Inés Quiroga');
    },
  ],
  [
    'a sign-off',
    async ({ page }) => {
      await page.getByRole('button', { name: 'Sign', exact: true }).click();
      await expect(page.getByText(/Nothing that it covers has changed since\.$/)).toBeVisible();
    },
  ],
  [
    'a sign-off that is out of date, with text that waits',
    async (app) => {
      await app.openItem('Build', 'Injectors');
      await app.type(/^Rated flow/, '700');
      await app.type(/^Rated pressure/, '3 oo');
      await app.openItem('Review', 'Sign-off');
      await expect(app.page.getByRole('region', { name: 'Changed since' })).toBeVisible();
    },
  ],
];

const LONG_NAME = 'Endurance spare engine, tall ratio, Sunday morning, in frost';

/** The most cylinders and cells there can be, and names as long as they may be. */
function makeLargest(file: CalibrationFile): void {
  const typed = { source: { kind: 'measured', date: '2026-11-01' } };
  file.engine['cylinders'] = { amount: 12, unit: '1', ...typed };
  file.engine['firingOrder'] = { value: [1, 7, 5, 11, 3, 9, 6, 12, 2, 8, 4, 10], ...typed };
  const { ve } = file.maps;
  if (ve === null || ve === undefined) throw new TypeError('The demo has a VE map');
  ve.x = Array.from({ length: 32 }, (_, i) => 500 + 220 * i);
  ve.y = Array.from({ length: 32 }, (_, i) => 15 + 5 * i);
  ve.values = Array.from({ length: 1024 }, (_, i) => 40 + (i % 32) + Math.floor(i / 32));
  ve.cellSources = ve.values.map(() => 0);
  for (const correction of file.corrections) correction.name = 'Richer while the heated screen is still on';
}

const LARGEST: Leg = [
  ['build', (app) => app.openChanged(makeLargest, LONG_NAME)],
  ...['Engine', 'Cams', 'Trigger', 'Pins', 'Injection', 'Coils', 'Outputs'].map(
    (name) => [name, (app: Lumbre) => app.openItem('Build', name)] as const,
  ),
  ['maps', (app) => app.goTo('Maps')],
  ...['Volumetric efficiency', 'Spark advance', 'Corrections'].map(
    (name) => [name, (app: Lumbre) => app.openItem('Maps', name)] as const,
  ),
  ['review', (app) => app.goTo('Review')],
  ['sources', (app) => app.openItem('Review', 'Where values come from')],
  ['dry start', (app) => app.openItem('Review', 'Dry start')],
  ['bench', (app) => app.goTo('Bench')],
  ['versions', ({ page }) => page.getByRole('button', { name: 'Versions and files' }).click()],
  ['calibrations', ({ page }) => page.getByRole('button', { name: 'All calibrations' }).click()],
];

/** Every main view, in legs that can be walked by themselves. */
export const WALKS: readonly (readonly [leg: string, views: Leg])[] = [
  ['the beginning', BEGINNING],
  ['Build', BUILD],
  ['Maps', MAPS],
  ['what is beside the maps', BESIDE_MAPS],
  ['Review', REVIEWED],
  ['simulation, bench and logs', SIMULATED],
  ['the largest engine', LARGEST],
];
