import { demo, TEST_DAY } from '@tests/support/ventisca';
import { emptyCalibration } from '@/core/calibration';
import { dryStartRequest } from './dryStartClient';

const SETUP = { coolantC: 20, batteryV: 12.6, seed: 1 };

describe('what is asked of the worker', () => {
  test('is compiled data that can be sent: a clone of it is the same, and no document is in it', () => {
    const request = dryStartRequest(demo(), SETUP);
    expect(JSON.stringify(structuredClone(request))).toBe(JSON.stringify(request));
    expect(JSON.stringify(request)).not.toMatch(/lumbre-calibration|cellSources/);
  });

  test('is one car where it is known, and seven others besides where only its description is', () => {
    expect(dryStartRequest(demo(), SETUP).others).toEqual([]);
    const described = demo('ventisca', (changed) => {
      changed.standIn = 'described';
    });
    const { car, others } = dryStartRequest(described, SETUP);
    expect(others).toHaveLength(7);
    const flows = [car, ...others].map(({ engine }) => engine.injector.ratedFlowGPerS);
    expect(new Set(flows).size).toBe(8);
  });

  test('is refused for an incomplete calibration, saying what is missing', () => {
    expect(() => dryStartRequest(emptyCalibration('Empty', TEST_DAY), SETUP)).toThrow(
      /not complete\. Still empty: Bore.*Warm-up/,
    );
  });

  test('is refused for a fit that burns parts; with series resistors it runs', () => {
    const burning = demo('ventisca', ({ injectors }) =>
      Object.assign(injectors.impedance ?? {}, { amount: 2.4 }),
    );
    expect(() => dryStartRequest(burning, SETUP)).toThrow(/something stands in the way.*2\.4 Ω/);
    const saved = demo('ventisca', ({ injectors }) => {
      Object.assign(injectors.impedance ?? {}, { amount: 2.4 });
      injectors.ballast = { amount: 5, unit: 'ohm', source: { kind: 'measured', date: TEST_DAY } };
    });
    expect(dryStartRequest(saved, SETUP).setup).toEqual(SETUP);
  });
});
