import type { Calibration } from '@/core/calibration';
import { deadTimeAt } from '@/core/injector';
import { lookUpMap } from '@/core/numeric';
import { type Breathing, type Metal, trueVePercent } from '../plant';
import { carOf } from './carOf';
import { demo, programOf, tableOf } from '@tests/support/ventisca';

function standIn(document: Calibration): Metal {
  return carOf(document, programOf(document)).engine;
}

const described = (change: (document: Calibration) => void = () => undefined) =>
  demo('ventisca', (document) => {
    document.standIn = 'described';
    change(document);
  });

describe('the demo engines as built', () => {
  test.each(['ventisca', 'pardela'] as const)('%s stays what it is, whatever the calibration says', (id) => {
    const wrong = demo(id, ({ engine, injectors }) => {
      Object.assign(engine.bore ?? {}, { amount: 100 });
      Object.assign(engine.altitude ?? {}, { amount: 0 });
      Object.assign(injectors.ratedFlow ?? {}, { amount: 20 });
    });
    expect(standIn(wrong)).toEqual(standIn(demo(id)));
  });

  test.each(['ventisca', 'pardela'] as const)(
    '%s differs from its own sheet, as metal does, but not wildly',
    (id) => {
      const document = demo(id);
      const model = programOf(document);
      const truth = standIn(document);
      const flow = truth.injector.ratedFlowGPerS / model.injector.ratedFlowGPerS;
      expect(flow).not.toBe(1);
      expect(Math.abs(flow - 1)).toBeLessThan(0.03);
      const dead =
        deadTimeAt(truth.injector.deadTime, 13, 330) - deadTimeAt(model.injector.deadTime, 13, 330);
      expect(dead).not.toBe(0);
      expect(Math.abs(dead)).toBeLessThan(0.1);
      for (const [speed, kpa] of [
        [1000, 40],
        [3000, 60],
        [5000, 80],
      ] as const) {
        const off = lookUpMap(tableOf(model, 've'), speed, kpa) / lookUpMap(truth.ve, speed, kpa);
        expect(Math.abs(off - 1)).toBeLessThan(0.2);
      }
    },
  );
});

describe('an engine like the one described', () => {
  test('has the metal of the description', () => {
    const small = described(({ engine }) => Object.assign(engine.bore ?? {}, { amount: 70 }));
    expect(standIn(small).cylinderVolumeCm3).toBeCloseTo(284.8, 1);
    expect(standIn(small).cylinders).toBe(6);
  });

  test('has a filling of its own', () => {
    const document = described();
    const model = programOf(document);
    const truth = standIn(document);
    const proposed = [1000, 2000, 4000, 6000].map((speed) => lookUpMap(tableOf(model, 've'), speed, 60));
    const real = [1000, 2000, 4000, 6000].map((speed) => lookUpMap(truth.ve, speed, 60));
    real.forEach((value, i) => {
      expect(value).not.toBeCloseTo(proposed[i] as number, 2);
      expect(Math.abs(value - (proposed[i] as number))).toBeLessThan(18);
    });
  });

  test('is another by each seed, within what parts differ by, and the same by the same', () => {
    const document = described();
    const program = programOf(document);
    const flows = Array.from({ length: 40 }, (_, seed) => carOf(document, program, seed));
    const shares = flows.map(
      ({ engine }) => engine.injector.ratedFlowGPerS / program.injector.ratedFlowGPerS,
    );
    expect(new Set(shares).size).toBe(40);
    expect(Math.min(...shares)).toBeGreaterThan(0.96);
    expect(Math.max(...shares)).toBeLessThan(1.04);
    expect(Math.max(...shares) - Math.min(...shares)).toBeGreaterThan(0.05);
    expect(carOf(document, program, 7)).toEqual(carOf(document, program, 7));
    for (const { engine } of flows) {
      const added =
        deadTimeAt(engine.injector.deadTime, 13, 330) - deadTimeAt(program.injector.deadTime, 13, 330);
      expect(Math.abs(added)).toBeLessThan(0.1);
      for (const parts of [engine.airShare, engine.fuelShare]) {
        expect(parts.reduce((sum, part) => sum + part, 0)).toBeCloseTo(6, 9);
      }
    }
  });

  test('is named as what it is', () => {
    expect(standIn(described()).label).toBe('An engine like the one described');
    expect(standIn(demo()).label).toBe('Ventisca as built');
  });

  test('a heavier engine has more inertia, throttles a cylinder a smaller manifold', () => {
    const large = described(({ engine }) => Object.assign(engine.bore ?? {}, { amount: 100 }));
    expect(standIn(large).inertiaKgM2).toBeGreaterThan(standIn(described()).inertiaKgM2);
    const throttles = described(({ engine }) =>
      Object.assign(engine.induction ?? {}, { value: 'individualThrottles' }),
    );
    expect(standIn(throttles).manifoldVolumeL).toBeLessThan(standIn(described()).manifoldVolumeL / 2);
  });
});

describe('true filling', () => {
  const breathing: Breathing = {
    peakPercent: 95,
    peakSpeedRpm: 4400,
    widthRpm: 2600,
    floorShare: 0.5,
    rippleShare: 0,
    ripplePeriodRpm: 2000,
    backflowShare: 0.45,
    barometricKpa: 80,
  };

  test('peaks at its speed and falls to its floor far from it', () => {
    expect(trueVePercent(breathing, 4400, 1e6)).toBeCloseTo(95, 9);
    expect(trueVePercent(breathing, 30000, 1e6)).toBeCloseTo(47.5, 6);
  });

  test('falls with manifold pressure: at 80 of 80 kPa by 0.45·e^−2.2 = 4.99 %', () => {
    expect(trueVePercent(breathing, 4400, 80)).toBeCloseTo(95 * (1 - 0.45 * Math.exp(-2.2)), 9);
    expect(trueVePercent(breathing, 4400, 30)).toBeLessThan(trueVePercent(breathing, 4400, 60));
  });
});
