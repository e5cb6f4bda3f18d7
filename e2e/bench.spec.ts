import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, type Lumbre, test } from './support';

/** Stops the engine, sends all of the calibration and stores it. */
async function sendWhole(app: Lumbre, page: Page): Promise<void> {
  await app.goTo('Bench');
  await app.openStandIn();
  await page.getByRole('button', { name: 'Key off' }).click();
  await page.waitForTimeout(2500);
  await page.getByRole('button', { name: 'Key on' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('group', { name: /^Engine speed: 0 rev/ })).toBeVisible();
  await page.getByRole('button', { name: 'Send the calibration to the ECU' }).click();
  await page.getByRole('button', { name: 'Store in ECU' }).click({ timeout: 20_000 });
}

test(
  'drive, record, see the error, correct the map, send it, be right; and what is not the map’s is not put into it',
  { tag: ['@both', '@far'] },
  async ({ app, page }) => {
    test.setTimeout(480_000);
    await app.openDemo();
    await expect(page.getByRole('banner').getByText('Not connected')).toBeVisible();
    await app.connectStandIn();
    await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
    await expect(page.getByRole('group', { name: /^Coolant: (7|8)\d °C/ })).toBeVisible();

    // The first drive: the demo’s own map is off by more than a tenth in places.
    await app.recordMapping();
    const says = page.getByRole('status').filter({ hasText: 'steady running' });
    await expect(says).toContainText(
      /\d+ of \d+ cells with evidence are more than 2.5 % off, the worst by (\d\d|[5-9])\.\d %/,
    );
    await expect(says).toContainText(
      /evidence in \d+ of the \d+ cells the drive spent time in, (7|8|9|10)\d/,
    );
    await expect(page.getByRole('list', { name: 'Left out' })).toContainText('in after-start enrichment');
    await expect(page.getByRole('heading', { name: 'Where to drive next' })).toBeVisible();
    await expect(page.getByText(/^Hold \d+ rev\/min at \d+ kPa for \d\.\d s: /).first()).toBeVisible();

    // A cell says its error, its evidence and what the fit would do, by keyboard too.
    const errors = page.getByRole('group', { name: /^Lambda error by cell/ });
    await errors.focus();
    await page.keyboard.press('ArrowUp');
    await expect(page.getByText(/rev\/min, \d+ kPa: .*(lean|rich|not visited)/)).toBeVisible();

    // The correction is a proposal; accepted, the map on the screen is no longer what runs.
    await page.getByRole('button', { name: 'Look at the correction' }).click();
    await expect(page.getByText(/^The smooth surface that fits the errors best/)).toBeVisible();
    await page.getByRole('button', { name: 'Accept all', exact: true }).click();
    // What nobody has driven is never called right; by the log it would be, but for a few corners that a second drive finds.
    await expect(says).toContainText(
      /would be within 2\.5 % in all \d+ cells .* has not been driven yet|^\W*[1-3] of \d+ cells .* has not been driven yet, would be .* the worst by [23]\.\d %/,
      { timeout: 30_000 },
    );
    await expect(says).not.toContainText('Right:');
    await expect(page.getByRole('banner').getByText('Differs')).toBeVisible();

    await app.goTo('Bench');
    await expect(page.getByText('What runs differs from the screen in volumetric efficiency.')).toBeVisible();
    await page.getByRole('button', { name: /^Send \d+ cells to the ECU$/ }).click();
    await expect(
      page.getByText('What runs is what is on the screen, and it is gone with the key: store it.'),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Store in ECU' }).click();
    await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();

    // A second drive is better; what it still finds is taken too, and the third is right.
    await app.recordMapping();
    const better = await says.innerText();
    const off = Number(/(\d+) of \d+ cells with evidence are more/.exec(better)?.[1] ?? 0);
    expect(off).toBeLessThan(8);
    await page.getByRole('button', { name: 'Look at the correction' }).click();
    await page.getByRole('button', { name: 'Accept all', exact: true }).click();
    await app.goTo('Bench');
    await page.getByRole('button', { name: /^Send \d+ cells? to the ECU$/ }).click();
    await page.getByRole('button', { name: 'Store in ECU' }).click();
    await app.recordMapping();
    await expect(says).toContainText('Right: every cell with evidence is within 2.5 % of the target');

    // Injectors typed 10 % high: not the map is wrong, but one number, and mended it is the map that was right.
    const lies = page.getByRole('status', { name: 'What lies behind it' });
    await expect(lies).toContainText(/Nothing stands out|none likelier than the rest/);
    await app.openItem('Build', 'Injectors');
    const flow = page.getByRole('textbox', { name: /^Rated flow/ });
    const typed = Number((await flow.inputValue()).replace(/\s/g, ''));
    await app.type(/^Rated flow/, String(Math.round(typed * 1.1)));
    await sendWhole(app, page);
    await app.recordMapping();
    const oneFactor = /One factor for everything, (?:over )?[6-9]\d % likely\. Everything is ([\d.]+) % lean/;
    await expect(lies).toContainText(oneFactor);
    // A tenth, give or take what the map itself was let off with.
    expect(Math.abs(Number(oneFactor.exec(await lies.innerText())?.[1]) - 10)).toBeLessThan(1.5);
    await expect(
      page.getByText(/^Another cause is likely behind it: one factor for everything/),
    ).toBeVisible();
    await page.getByRole('button', { name: /^One factor for everything/ }).click();
    await expect(page.getByText(/The least sure first: .*rated flow/)).toBeVisible();
    await page.getByRole('button', { name: 'Mend it in the calibration' }).click();
    await expect(
      page.getByRole('dialog').getByText(/^Take injector flow for (8\.\d|9\.\d|10\.[0-4]) % less$/),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Accept', exact: true }).click();
    await expect(says).toContainText(/would be within 2.5 % in all \d+ cells|^\W*[1-3] of \d+ cells/, {
      timeout: 30_000,
    });
    await expect(lies).not.toContainText(/One factor for everything, (over )?[5-9]\d/);
    await app.openItem('Build', 'Injectors');
    const mended = Number((await flow.inputValue()).replace(/\s/g, ''));
    expect(Math.abs(mended / typed - 1)).toBeLessThan(0.015);

    // Dead time that is another, seen at idle and with the lights on: again it is not the map.
    await sendWhole(app, page);
    await app.openStandIn();
    await app.choose('What is wrong with it', 'Dead time off');
    await page.keyboard.press('Escape');
    await app.recordMapping();
    await expect(lies).toContainText(
      /Injector dead time, (over )?[6-9]\d % likely\. It was typed 0\.[12]\d ms too short/,
    );
    await page.getByRole('button', { name: /^Injector dead time/ }).click();
    await expect(page.getByText(/switch the lights on: battery voltage falls/)).toBeVisible();
    await page.getByRole('button', { name: 'Mend it in the calibration' }).click();
    await expect(
      page.getByRole('dialog').getByText(/^Make every dead time 0\.[12]\d+ ms longer$/),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Accept', exact: true }).click();
    await expect(lies).not.toContainText('Injector dead time,', { timeout: 30_000 });
  },
);

test(
  'what says nothing of the map is opened in the traces, with why: fuel was cut on overrun',
  { tag: '@both' },
  async ({ app, page }) => {
    test.setTimeout(240_000);
    await app.openDemo();
    await app.connectStandIn('80');
    await app.recordMapping('Cruises and pulls');
    // One pull in each gear says nothing of spark.
    await page.getByRole('button', { name: 'Study the spark' }).click();
    await expect(
      page.getByText(/^(No two pulls were alike|Like runs differ by \d\.\d°|Fuel comes first)/),
    ).toBeVisible();
    const reason = page.getByRole('button', { name: /^\d+ s in overrun cut, or just behind it/ });
    await reason.click();
    await expect(reason).toHaveAttribute('aria-expanded', 'true');
    const strip = page.getByRole('slider', { name: /^Traces of what was left out at \d+\.\d s/ });
    await expect(strip).toBeVisible();
    await expect(page.getByText('Injector opening').last()).toBeVisible();
    const stretches = page.getByRole('radiogroup', {
      name: 'Longest stretches in overrun cut, or just behind it',
    });
    const named = await strip.getAttribute('aria-label');
    await stretches.getByRole('radio').nth(1).click();
    await expect(page.getByRole('slider', { name: named ?? '', exact: true })).toHaveCount(0);
    await page.getByRole('button', { name: 'In all traces' }).click();
    await expect(page).toHaveURL(/\/traces\?at=\d+(\.\d+)?&to=\d+/);
    await expect(page.getByRole('heading', { name: 'Traces' })).toBeVisible();
  },
);

test('a correction of one’s own is refused what the map is off by, and looked at once the map is right', async ({
  app,
  page,
}) => {
  test.setTimeout(240_000);
  await app.openDemo();
  await app.openItem('Maps', 'Corrections');
  await page.getByRole('button', { name: 'Add a correction' }).click();
  await page.getByRole('textbox', { name: 'Name of the correction' }).fill('Warm rail');
  await page.getByRole('radiogroup', { name: 'Across' }).getByRole('radio', { name: 'Coolant' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await app.connectStandIn('84');
  await app.recordMapping();
  await page.getByRole('radio', { name: 'Warm rail' }).click();
  await expect(page.getByText(/this correction \d\.\d %\. Correct the map first/)).toBeVisible({
    timeout: 20_000,
  });
  await page.getByRole('button', { name: 'Look at the correction' }).click();
  await page.getByRole('button', { name: 'Accept all', exact: true }).click();
  await expect(
    page.getByText(
      /lambda lies [01]\.\d % off its target with the map as it is now, and [01]\.\d % with these/,
    ),
  ).toBeVisible({ timeout: 30_000 });
});

test(
  'a log outlives the page, is a file, and goes when it is deleted',
  { tag: '@far' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.openDemo();
    await app.connectStandIn();
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await app.openStandIn();
    await app.choose('Its time passes', '10 times as fast');
    await app.choose('Let a driver drive', 'Idle with loads');
    await page.waitForTimeout(3000);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: /^Stop recording, [2-9]\d s/ })).toBeVisible();

    // The page is closed in the middle of it: what was stored of the log is there.
    await page.reload();
    await expect(page.getByRole('banner').getByText('Not connected')).toBeVisible();
    await app.goTo('Logs');
    const row = page.getByRole('link', { name: /20\d\d, \d\d:\d\d/ });
    await expect(row).toHaveCount(1);
    await expect(page.getByText('Not ended: the page was closed')).toBeVisible();
    await expect(page.getByText(/^[2-9]\d s, Ventisca as built; driven with Ventisca$/)).toBeVisible();
    await row.click();
    await expect(page.getByText(/It was not ended/)).toBeVisible();

    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as CSV' }).click();
    const text = readFileSync(await (await download).path(), 'utf8');
    const [header, ...rows] = text.trimEnd().split('\r\n');
    expect(header).toContain('time_s,phase,engine_speed_rpm');
    expect(rows.length).toBeGreaterThan(300);

    await page.getByRole('button', { name: 'Delete this log' }).click();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.getByRole('button', { name: 'Delete this log' }).click();
    await page.getByRole('button', { name: 'Delete it for good' }).click();
    await expect(page.getByText(/^No log yet/)).toBeVisible();
  },
);

test(
  'by hand: key and starter; the key off loses the link and what was not stored, and what was stored comes back',
  { tag: '@far' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.openDemo();
    await app.connectStandIn();
    await expect(page.getByText('Key on, engine stands.')).toBeVisible();
    await app.openStandIn();
    await page.getByRole('button', { name: 'Hold the starter' }).click();
    await expect(page.getByText(/^In your hands, [6-9]\d\d|^In your hands, 1,?\d{3}/)).toBeVisible({
      timeout: 10_000,
    });
    await page.getByRole('button', { name: 'Let go of the starter' }).click();
    await page.keyboard.press('Escape');
    await expect(
      page.getByRole('group', {
        name: /^Engine speed: (8|9|10|11|12)\d\d? rev\/min|^Engine speed: 1,?[01]\d\d/,
      }),
    ).toBeVisible({
      timeout: 15_000,
    });

    // A change that is sent and not stored acts, and is gone with the key.
    await app.changeWholeMap('Volumetric efficiency', '-8');
    await app.goTo('Bench');
    await page.getByRole('button', { name: /^Send \d+ cells to the ECU$/ }).click();
    await expect(page.getByText(/gone with the key: store it/)).toBeVisible();
    await app.openStandIn();
    await page.getByRole('button', { name: 'Key off' }).click();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('banner').getByText('Link lost')).toBeVisible({ timeout: 15_000 });
    await expect(
      page.getByText(/^The link is lost: nobody answers. Not stored was what ran in volumetric efficiency/),
    ).toBeVisible();
    await app.connectAgain();
    await expect(page.getByRole('banner').getByText('Differs')).toBeVisible();
    // The engine is as warm as it was.
    await expect(page.getByRole('group', { name: /^Coolant: [789]\d °C/ })).toBeVisible();

    // Sent again and stored, it is there even for a page that is opened anew.
    await page.getByRole('button', { name: /^Send \d+ cells to the ECU$/ }).click();
    await page.getByRole('button', { name: 'Store in ECU' }).click();
    await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
    await app.changeWholeMap('Volumetric efficiency', '3');
    await app.expectStored();
    await page.reload();
    await app.connectStandIn();
    await expect(page.getByText('What runs differs from the screen in volumetric efficiency.')).toBeVisible();

    await page.getByRole('button', { name: 'Disconnect' }).click();
    await expect(page.getByRole('banner').getByText('Not connected')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Record', exact: true })).toBeDisabled();
  },
);

test('another build than the one in the engine computer is said, and goes in whole', async ({
  app,
  page,
}) => {
  await app.openDemo();
  await app.connectStandIn();
  await app.openItem('Build', 'Injectors');
  await app.type('Rated flow', '650');
  await expect(page.getByRole('banner').getByText('Differs')).toBeVisible();
  await app.goTo('Bench');
  await expect(page.getByText(/^What runs is another build: .* in injectors/)).toBeVisible();
  await page.getByRole('button', { name: 'Send the calibration to the ECU' }).click();
  await expect(page.getByText(/gone with the key: store it/)).toBeVisible();
  await page.getByRole('button', { name: 'Store in ECU' }).click();
  await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
});

test(
  'of what differs, some goes to the engine computer, and some comes from it',
  { tag: '@far' },
  async ({ app, page }) => {
    await app.openDemo();
    await app.connectStandIn();
    await app.openItem('Build', 'Injectors');
    await app.type('Rated flow', '650');
    await app.changeWholeMap('Volumetric efficiency', '3');
    await app.goTo('Bench');
    await page.getByRole('button', { name: 'Compare with what runs' }).click();
    await expect(page.getByText('2 places differ from “what runs”.')).toBeVisible();
    await page.getByRole('checkbox', { name: 'Rated flow' }).click();
    await page.getByRole('button', { name: 'Send this one to the ECU' }).click();
    await expect(page.getByText('1 place differs from “what runs”.')).toBeVisible();
    await page.getByRole('checkbox', { name: 'Volumetric efficiency' }).click();
    await page.getByRole('button', { name: 'Take over this one' }).click();
    await expect(page.getByText('Nothing differs from “what runs”.')).toBeVisible();
    await app.goTo('Bench');
    await expect(page.getByText(/gone with the key: store it/)).toBeVisible();
  },
);

test(
  'an edit that was never sent is not in the engine computer, on a page that is opened anew either',
  { tag: '@far' },
  async ({ app, page }) => {
    await app.openDemo();
    await app.connectStandIn();
    await expect(page.getByRole('banner').getByText('Live', { exact: true })).toBeVisible();
    await app.changeWholeMap('Volumetric efficiency', '4');
    await expect(page.getByRole('banner').getByText('Differs')).toBeVisible();
    await app.expectStored();
    await page.reload();
    await app.connectStandIn();
    await expect(page.getByText('What runs differs from the screen in volumetric efficiency.')).toBeVisible();
  },
);

test(
  'power cut in the middle of a store: it wakes whole, with what was stored before',
  { tag: '@far' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    await app.openDemo();
    await app.connectStandIn();
    await app.changeWholeMap('Volumetric efficiency', '-8');
    await app.goTo('Bench');
    await page.getByRole('button', { name: /^Send \d+ cells to the ECU$/ }).click();
    await expect(page.getByText(/gone with the key: store it/)).toBeVisible();
    await app.openStandIn();
    // Storing takes a second, which a look from outside may miss; the sheet with the key lies over the button that
    // begins it. So the page itself turns the key in the moment that it says it stores.
    const hidden = (name: string) => page.getByRole('button', { name, includeHidden: true });
    const key = await hidden('Key off').elementHandle();
    await page.evaluate((button) => {
      const said = () => document.querySelector('[role="status"][aria-label="At the engine computer"]');
      new MutationObserver((_, watch) => {
        if (said()?.textContent !== 'Storing') return;
        watch.disconnect();
        (button as HTMLElement).click();
      }).observe(document.body, { subtree: true, childList: true, characterData: true });
    }, key);
    await hidden('Store in ECU').evaluate((button: HTMLElement) => button.click());
    await expect(page.getByRole('banner', { includeHidden: true }).getByText('Link lost')).toBeVisible({
      timeout: 15_000,
    });
    await page.getByRole('button', { name: 'Key on' }).click();
    await page.keyboard.press('Escape');
    await expect(
      page.getByText(/is there again. It runs something else than before in volumetric/),
    ).toBeVisible();
    await expect(page.getByText('What runs differs from the screen in volumetric efficiency.')).toBeVisible();
    await expect(page.getByRole('banner').getByText('Differs')).toBeVisible();

    // Nothing of the half-written is in the way of the next store.
    await page.getByRole('button', { name: /^Send \d+ cells to the ECU$/ }).click();
    await page.getByRole('button', { name: 'Store in ECU' }).click();
    await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
    await app.openStandIn();
    await page.getByRole('button', { name: 'Key off' }).click();
    await expect(page.getByRole('banner', { includeHidden: true }).getByText('Link lost')).toBeVisible({
      timeout: 15_000,
    });
    await page.getByRole('button', { name: 'Key on' }).click();
    await page.keyboard.press('Escape');
    await expect(
      page.getByText('The link was lost and is there again. All that ran still runs.'),
    ).toBeVisible();
    await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
  },
);
