import { demo, TEST_DAY } from '@tests/support/ventisca';
import { emptyCalibration, MAP_IDS } from '../calibration';
import { engineMeaning, injectorMeaning, type Figure } from '.';

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

describe('what the injectors’ numbers mean', () => {
  test('flow at 350 kPa is 658.88 cm³/min', () => {
    expect(figure(injectorMeaning(demo()), 'flowReal').value).toBeCloseTo(658.88, 1);
  });

  test('six of them feed 6 × 8.181 × 0.85 × 3600 ÷ (340 × 43/42.4) = 435.6 kW', () => {
    expect(figure(injectorMeaning(demo()), 'power').value).toBeCloseTo(435.6, 0);
  });

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
