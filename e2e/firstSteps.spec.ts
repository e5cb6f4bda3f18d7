import { Finger } from './finger';
import { type Answers, DEAD_TIME, ENGINE, INJECTORS } from './nevasca';
import { expect, type Lumbre, test } from './support';

/** A thumb on a phone types so long at a character, and looks for what it taps so long, s. */
const KEY_S = 0.5;
const TAP_S = 3;
const TEN_MINUTES_S = 600;

const next = ({ page }: Lumbre) => page.getByRole('region', { name: 'What is next' });
const deadTime = DEAD_TIME.map(([field, answer]) => [field, answer, 'box'] as const);

/** Goes on with what is next, from the list of Build. */
async function goOn(app: Lumbre, finger: Finger, step: string): Promise<void> {
  await finger.place('Build');
  await finger.tap(next(app).getByRole('button', { name: `Go on with ${step}` }));
}

/** Runs the dry start that is next, and holds how long all of it took against ten minutes. */
async function starts(app: Lumbre, finger: Finger): Promise<void> {
  const { page } = app;
  await goOn(app, finger, 'Dry start');
  await finger.tap(page.getByRole('button', { name: 'Run dry start' }));
  await expect(page.getByRole('status').getByRole('heading', { name: /^Caught after/ })).toBeVisible();
  const seconds = KEY_S * finger.keys + TAP_S * finger.taps;
  process.stdout.write(
    `To a first dry start by its path: ${finger.keys} keys and ${finger.taps} taps, ${(seconds / 60).toFixed(1)} min\n`,
  );
  expect(seconds).toBeLessThan(TEN_MINUTES_S);
  await finger.place('Build');
  await expect(next(app)).not.toContainText('Dry start');
}

test('from nothing the path leads to a first dry start in ten minutes of typing; it can be left, and hidden', async ({
  app,
  page,
}) => {
  test.setTimeout(240_000);
  const finger = new Finger(page);
  await app.visit();
  await finger.begin('Nevasca');
  await expect(next(app)).toContainText('Next, 0 of');
  await goOn(app, finger, 'Engine');
  await finger.fill(ENGINE);
  await goOn(app, finger, 'Injectors');
  // Left half-way, it is there again, with what is still asked for.
  await finger.fill(INJECTORS.slice(0, 2));
  await page.waitForTimeout(500);
  await page.reload();
  await finger.place('Build');
  await expect(next(app)).toContainText(
    'Asked for: Fuel density of the rating, Real rail pressure, Regulator',
  );
  await goOn(app, finger, 'Injectors');
  await finger.fill(INJECTORS.slice(2));
  await finger.fill([['Coil resistance', '12', 'box']]);
  await goOn(app, finger, 'Dead time');
  await finger.fill(deadTime);
  await goOn(app, finger, 'Maps');
  await finger.tap(page.getByRole('button', { name: /^Accept all \d+$/ }));
  await starts(app, finger);

  // The whole of it, with what is done; hidden it stays hidden, until it is asked for.
  await next(app).getByRole('button', { name: 'All steps' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'The order of work' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Dry start', exact: true })).toContainText('Done');
  await page.getByRole('button', { name: 'Back to Build' }).click();
  await next(app).getByRole('button', { name: 'Hide what is next' }).click();
  await expect(next(app)).toBeHidden();
  await page.reload();
  await expect(page.getByRole('link', { name: 'Engine', exact: true })).toBeVisible();
  await expect(next(app)).toBeHidden();
  await page.getByRole('link', { name: 'The order of work' }).click();
  await page.getByRole('button', { name: 'Show what is next' }).click();
  await page.getByRole('button', { name: 'Back to Build' }).click();
  await expect(next(app)).toBeVisible();
});

test('a starter by cylinders and induction asks for its own numbers only, and for maps that follow them', async ({
  app,
  page,
}) => {
  test.setTimeout(240_000);
  const finger = new Finger(page);
  await app.visit();
  await finger.begin('Own', '6 cylinders', /uper|harge/);
  await expect(next(app)).toContainText('Asked for: Bore, Stroke, Compression ratio, and 5 more.');
  await goOn(app, finger, 'Engine');
  const asked = ['Bore', 'Stroke', 'Compression ratio', 'Altitude', 'Speed of peak torque', 'Speed of peak power', 'Maximum speed', 'Maximum manifold pressure']; // prettier-ignore
  // Lower than the starter’s: maps that follow it are another.
  const own: Answers = ENGINE.map(([field, answer, kind]) => [
    field,
    field === 'Compression ratio' ? '8.8' : answer,
    kind,
  ]);
  await finger.fill(own.filter(([field]) => asked.includes(field)));
  await goOn(app, finger, 'Injectors');
  await finger.fill(
    INJECTORS.filter(([field]) => ['Rated flow', 'Rated pressure', 'Real rail pressure'].includes(field)),
  );
  // Its injectors are the starter’s, by their data sheet: what is there may be vouched for as it is.
  await goOn(app, finger, 'Dead time');
  await finger.tap(page.getByRole('button', { name: 'Source of Dead time: Starter' }));
  await finger.tap(
    page.getByRole('radiogroup', { name: 'Source' }).getByRole('radio', { name: 'Data sheet' }),
  );
  await finger.tap(page.getByRole('button', { name: 'Set source' }));
  await goOn(app, finger, 'Maps for the engine as it is now');
  await finger.tap(page.getByRole('button', { name: /^Accept all/ }));
  await starts(app, finger);
});
