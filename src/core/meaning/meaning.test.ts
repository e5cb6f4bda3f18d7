import { demo, TEST_DAY } from '@tests/support/ventisca';
import { emptyCalibration } from '../calibration';
import { MAP_IDS } from '../program';
import { engineMeaning } from './engineMeaning';
import { injectorMeaning } from './injectorMeaning';
import type { Figure } from './meaning';

function figure(figures: readonly Figure[], id: string): Figure {
  const found = figures.find((candidate) => candidate.id === id);
  if (found === undefined) throw new RangeError(`No figure ${id}`);
  return found;
}

describe('what the engine’s numbers mean', () => {
  const figures = engineMeaning(demo());

  test.each([
    ['sweptPerCylinder', 410.09, 2],
    ['swept', 2460.5, 1],
    ['pistonSpeed', 18.25, 2],
    ['barometric', 80.5, 1],
  ])('%s is %d', (id, value, digits) => {
    expect(figure(figures, id).value).toBeCloseTo(value, digits);
  });

  test('an empty engine says what each figure needs', () => {
    const empty = engineMeaning(emptyCalibration('Empty', TEST_DAY));
    expect(figure(empty, 'swept')).toMatchObject({
      value: null,
      needs: ['engine.bore', 'engine.stroke', 'engine.cylinders'],
    });
  });

  test('from displacement and stroke the bore follows', () => {
    const document = demo('ventisca', ({ engine }) => {
      engine.geometry = 'displacement';
      engine.displacement = { amount: 2460.53, unit: 'cm3', source: { kind: 'measured', date: TEST_DAY } };
    });
    expect(figure(engineMeaning(document), 'boreImplied').value).toBeCloseTo(84, 2);
  });

  test('a piston speed of 26 m/s draws a caution, 18 does not', () => {
    const fast = demo('ventisca', ({ engine }) => Object.assign(engine.maxSpeed ?? {}, { amount: 10600 }));
    expect(figure(engineMeaning(fast), 'pistonSpeed').caution).toMatch(/Above 25 m\/s/);
    expect(figure(figures, 'pistonSpeed').caution).toBeUndefined();
  });
});

/** VE 88 %, 165 kPa, charge at 28 °C, lambda 0.82, ratio 14.3, 8.181 g/s, 0.97 ms dead, 6800 rev/min, %. */
const SEQUENTIAL_DUTY =
  (100 * ((0.88 * 165 * 410.09) / (0.28705 * 301.15) / (0.82 * 14.3) / 8.181 + 0.97)) / 17.647;

describe('what the injectors’ numbers mean', () => {
  test('flow at 350 kPa is 658.88 cm³/min', () => {
    expect(figure(injectorMeaning(demo()), 'flowReal').value).toBeCloseTo(658.88, 1);
  });

  // 6800 rev/min: 17.647 ms; 0.97 ms dead of the 85 %: 6 × 8.181 × (0.85 − 0.05497) × 3600 ÷ (340 × 43/42.4) = 407.4.
  test('six of them feed 407.4 kW, dead time taken off', () => {
    expect(figure(injectorMeaning(demo()), 'power').value).toBeCloseTo(407.4, 1);
  });

  // 350 + 80.5 − 165 = 265.5 kPa across, flow × √(265.5/350), dead time by that pressure: 0.925 ms.
  test('a fixed regulator in boost feeds less, and has less head-room, though the engine at rest reads the same', () => {
    const fixed = demo('ventisca', ({ injectors }) =>
      Object.assign(injectors.regulator ?? {}, { value: 'fixed' }),
    );
    const at = (id: string) => figure(injectorMeaning(fixed), id).value;
    expect(at('flowReal')).toBeCloseTo(658.88, 1);
    expect(at('power')).toBeCloseTo(356.1, 1);
    expect(at('headRoom')).toBeLessThan(65);
    expect(at('headRoom')).toBeGreaterThan(63);
  });

  // Net 7.482 ms at full load; 85 % of 17.647 ms less 0.97 ms are 14.03 ms: 87.5 % more.
  test('head-room compares what flows, not the duty', () => {
    expect(figure(injectorMeaning(demo()), 'headRoom').value).toBeCloseTo(87.5, 1);
  });

  test('the idle pulse holds the short-pulse time', () => {
    expect(figure(injectorMeaning(demo()), 'idlePulse').value).toBeCloseTo(1.608, 3);
  });

  test.each(['sequential', 'batch'] as const)(
    '%s: duty without maps counts every squirt with its dead time',
    (mode) => {
      const bare = demo('ventisca', ({ maps, injection }) => {
        MAP_IDS.forEach((id) => (maps[id] = null));
        Object.assign(injection.mode ?? {}, { value: mode });
      });
      const duty = figure(injectorMeaning(bare), 'duty').value as number;
      // Half the fuel twice: one dead time more, 0.97 of 17.647 ms.
      const expected = mode === 'batch' ? SEQUENTIAL_DUTY + 5.497 : SEQUENTIAL_DUTY;
      expect(Math.abs(duty - expected)).toBeLessThan(0.1);
    },
  );

  test('the idle pulse and its dead-time share agree with each other', () => {
    const figures = injectorMeaning(demo());
    const pulse = figure(figures, 'idlePulse').value as number;
    expect(figure(figures, 'deadShare').value).toBeCloseTo((100 * 0.97) / pulse, 6);
  });

  test('without maps the duty is estimated and says so', () => {
    const bare = demo('ventisca', ({ maps }) => MAP_IDS.forEach((id) => (maps[id] = null)));
    const duty = figure(injectorMeaning(bare), 'duty');
    expect(duty.value).toBeGreaterThan(30);
    expect(duty.how).toMatch(/assuming/);
  });

  test('injectors a third the size cannot feed it, and the figure says so', () => {
    const small = demo('ventisca', ({ injectors }) =>
      Object.assign(injectors.ratedFlow ?? {}, { amount: 200 }),
    );
    expect(figure(injectorMeaning(small), 'duty').caution).toMatch(/cannot feed/);
    expect(figure(injectorMeaning(demo()), 'duty').caution).toBeUndefined();
  });
});
