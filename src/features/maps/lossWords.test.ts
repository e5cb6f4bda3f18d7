import { demo } from '@tests/support/ventisca';
import { emptyCalibration } from '@/core/calibration';
import { lossSentences } from './lossWords';

const said = (document = demo('ventisca')) => lossSentences(document).map(({ text }) => text);

test('each sensor that is fitted is told with what stands in, and which guards go blind', () => {
  const text = said();
  expect(text).toContain(
    'Manifold pressure: load by throttle, 8 % richer, limit 5000 rev/min. Blind meanwhile: the guard of fuel pressure and boost.',
  );
  expect(text).toContain('Throttle: told from pressure and speed, limit 5000 rev/min.');
  expect(text).toContain(
    'Coolant: as it last was, warming up to 80 °C. Blind meanwhile: the guard of coolant.',
  );
  expect(text).toContain('Oil pressure: as it last was. Blind meanwhile: the guard of oil pressure.');
  expect(text).toHaveLength(9);
  expect(said(demo('pardela')).some((one) => one.startsWith('Gear'))).toBe(false);
});

test('without the map of pressure by throttle a fixed pressure is warned of', () => {
  const bare = demo('ventisca', ({ sensorLoss }) => {
    if (sensorLoss.pressure !== null) sensorLoss.pressure.value = 'fixed';
    sensorLoss.limit = null;
  });
  expect(lossSentences(bare)[0]).toEqual({
    tone: 'warning',
    text: 'Manifold pressure: 70 kPa abs is taken, whatever the load. Fuel is right at one point only. Blind meanwhile: the guard of fuel pressure and boost.',
  });
  expect(said(bare)[1]).toBe('Throttle: 5 % is taken.');
});

test('a sensor without a fault band is never noticed, and said so', () => {
  const blind = demo('ventisca', ({ sensors }) => {
    sensors.map.faultLow = null;
  });
  expect(lossSentences(blind)[0]).toMatchObject({
    tone: 'warning',
    text: expect.stringMatching(/nobody notices/),
  });
  expect(lossSentences(emptyCalibration('New', '2026-11-27')).length).toBe(4);
});

test('with a closed loop its cylinders go open, and a silent knock sensor is told where it is listened to', () => {
  const listening = demo('ventisca', ({ closedLoop, knock }) => {
    if (closedLoop.use !== null) closedLoop.use.value = 'yes';
    if (knock.use !== null) knock.use.value = 'yes';
  });
  expect(said(listening)).toContain(
    'Lambda 1: open loop: its cylinders run by the map and by what was learned.',
  );
  expect(said(listening)).toContain('Knock: silent for a second, the spark of its cylinders is 4.0° later.');
  expect(said().some((text) => text.startsWith('Knock'))).toBe(false);
});
