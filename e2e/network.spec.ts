import { CODES, type EcuProcess, hostCar } from './ecuProcess';
import { expect, test } from './support';

let car: EcuProcess;
test.beforeEach(async () => {
  car = await hostCar();
});
test.afterEach(() => car.end());

test(
  'over the network: what was wrong is said, locked it is read, unlocked it is sent to, and it is found again',
  { tag: '@far' },
  async ({ app, page }) => {
    test.setTimeout(300_000);
    const status = (text: string) =>
      expect(page.getByRole('banner').getByText(text, { exact: true })).toBeVisible();
    const connect = async (address: string, pairing: string, lock = '') => {
      await page.getByRole('button', { name: 'Over the network' }).click();
      await app.type('Address', address);
      await app.type('Pairing code', pairing);
      await app.type('Lock code', lock);
      await page.getByRole('button', { name: 'Connect', exact: true }).click();
    };
    await app.openDemo();
    await app.goTo('Bench');

    // What was wrong is said as what it was.
    await connect('127.0.0.1:9', CODES.pairing);
    await expect(page.getByRole('alert')).toContainText('It was the address');
    await connect(car.address, 'WRONG');
    await expect(page.getByRole('alert')).toContainText('It was the pairing code');
    await connect(car.address, CODES.pairing, '1');
    await expect(page.getByRole('alert')).toContainText('It was the lock');

    // Without the lock code it is read, and nothing can be sent.
    await connect(car.address, 'rosa');
    await status('Live, locked');
    await expect(page.getByRole('group', { name: /^Coolant: \d+ °C/ })).toBeVisible();
    await app.openItem('Build', 'Injectors');
    await app.type('Rated flow', '640');
    await status('Differs');
    await app.goTo('Bench');
    await expect(page.getByRole('button', { name: 'Send the calibration to the ECU' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Unlock', exact: true }).click();
    const unlock = page.getByRole('dialog', { name: 'Unlock the engine computer' });
    await app.type('Lock code', 'no');
    await unlock.getByRole('button', { name: 'Unlock' }).click();
    await expect(unlock.getByRole('alert')).toContainText('does not open');
    await app.type('Lock code', CODES.lock);
    await unlock.getByRole('button', { name: 'Unlock' }).click();
    await expect(unlock).toHaveCount(0);

    // What runs is compared place by place, and fetched as a calibration.
    await page.getByRole('button', { name: 'Compare with what runs' }).click();
    await expect(page.getByRole('region', { name: 'Injectors' })).toContainText('Rated flow');
    await app.goTo('Bench');
    await page.getByRole('button', { name: 'Fetch it as a calibration' }).click();
    await expect(page.getByText('It is kept as “Ventisca, fetched”')).toBeVisible();

    // Sent, read back, stored.
    await page.getByRole('button', { name: 'Send the calibration to the ECU' }).click();
    await expect(page.getByText(/gone with the key: store it/)).toBeVisible();
    await page.getByRole('button', { name: 'Store in ECU' }).click();
    await expect(page.getByText('What is on the screen runs, and is stored.')).toBeVisible();
    await status('Live');

    // The stand-in’s hands are there as well.
    await app.openStandIn();
    await page.getByRole('button', { name: 'Hold the starter' }).click();
    await expect(page.getByText(/^In your hands, [1-9]\d* rev\/min/)).toBeVisible();
    await page.keyboard.press('Escape');

    // Its machine goes, and comes back as it was made: it is found by itself, and what is gone is said.
    car.end();
    await status('Link lost');
    await expect(page.getByText(/It is being looked for/)).toBeVisible();
    car = await hostCar(car.port);
    await status('Differs');
    await expect(
      page.getByText(/is there again. It runs something else than before in injectors/),
    ).toBeVisible();
    await expect(page.getByText(/^In your hands/)).toHaveCount(0);

    // Asked for while nobody is there, it says so at once.
    car.end();
    await status('Link lost');
    await page.getByRole('button', { name: 'Connect again' }).click();
    await expect(page.getByRole('alert')).toContainText('It was the address');
    car = await hostCar(car.port);
    await page.getByRole('button', { name: 'Connect again' }).click();
    await status('Differs');
    await page.getByRole('button', { name: 'Disconnect' }).click();
    await status('Not connected');
  },
);
