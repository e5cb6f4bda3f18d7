import { curveThrough, inverseOf, lookUpStraightOn } from '../numeric';
import { gearAtVolts, gearProblem } from './gear';
import { combinedLambda, lambdaGroups, type PlacedLambda } from './lambdaUse';
import { curveOfSlope, faultBandProblem, turningPoint, valueAtVolts, type VoltsCurve } from './linear';
import { pullUpOhm, pullUpVolts, seeingRange, temperatureAtVolts, voltsAtTemperature } from './pullUp';
import { isFalling, thermistorC, thermistorFit, thermistorFromBeta, thermistorOhm } from './steinhartHart';
import { throttleHeadRoom, throttlePercent, throttleProblems } from './throttle';
import * as fc from 'fast-check';

const POINTS = [
  { temperatureC: -20, ohm: 15462 },
  { temperatureC: 20, ohm: 2500 },
  { temperatureC: 100, ohm: 186.6 },
];
const PULL_UP = { referenceV: 5, pullUpOhm: 2490 };

describe('thermistors', () => {
  const fit = thermistorFit(POINTS);

  // The worked figures of the equation (Steinhart & Hart 1968) for these three points.
  test('three points are met exactly', () => {
    expect(fit.curve.a).toBeCloseTo(1.28084e-3, 8);
    expect(fit.curve.b).toBeCloseTo(2.63739e-4, 9);
    expect(fit.curve.c).toBeCloseTo(1.39623e-7, 11);
    expect(Math.max(...fit.residualsK.map(Math.abs))).toBeLessThan(1e-6);
    expect(fit.worst).toBeNull();
    expect(thermistorC(fit.curve, 1175)).toBeCloseTo(39.88, 2);
    expect(thermistorC(fit.curve, 596)).toBeCloseTo(59.89, 2);
  });

  test('a point off the curve has the largest residual', () => {
    const more = [...POINTS, { temperatureC: 40, ohm: 1175 }, { temperatureC: 60, ohm: 700 }];
    const { worst, residualsK } = thermistorFit(more);
    expect(worst).toBe(4);
    expect(Math.abs(residualsK[4] as number)).toBeGreaterThan(1);
  });

  test('fewer than three points, or the same resistance twice, is refused', () => {
    expect(() => thermistorFit(POINTS.slice(1))).toThrow(/three points/);
    expect(() => thermistorFit([...POINTS.slice(0, 1), ...POINTS.slice(0, 2)])).toThrow(/same resistance/);
  });

  // By hand: 1/(273.15 + 25) at the nominal resistance; at 10 kΩ and B 3950, 3.6 kΩ is near 49.2 °C.
  test('nominal resistance and B value make a curve', () => {
    const curve = thermistorFromBeta(10000, 3950);
    expect(thermistorC(curve, 10000)).toBeCloseTo(25, 9);
    expect(thermistorC(curve, 3600)).toBeCloseTo(1 / (1 / 298.15 + Math.log(0.36) / 3950) - 273.15, 9);
    expect(isFalling(curve)).toBe(true);
    expect(isFalling({ a: 1e-3, b: -1e-4, c: 0 })).toBe(false);
  });

  test('resistance and temperature are inverse to each other', () => {
    fc.assert(
      fc.property(fc.double({ min: -40, max: 150, noNaN: true }), (t) => {
        expect(thermistorC(fit.curve, thermistorOhm(fit.curve, t))).toBeCloseTo(t, 6);
      }),
    );
  });

  test('the divider: 2500 Ω under 2490 Ω at 5 V is 2.50501 V', () => {
    expect(pullUpVolts(PULL_UP, 2500)).toBeCloseTo(2.50501, 5);
    expect(pullUpOhm(PULL_UP, 2.50501)).toBeCloseTo(2500, 1);
    expect(pullUpOhm(PULL_UP, 5)).toBe(Infinity);
  });

  test('read back through the same pull-up a temperature is itself; through 1 kΩ instead, another', () => {
    const volts = voltsAtTemperature(fit.curve, PULL_UP, -20);
    expect(temperatureAtVolts(fit.curve, PULL_UP, volts)).toBeCloseTo(-20, 6);
    // By hand: 15462/(15462 + 2490)·5 = 4.3065 V; with 1 kΩ that is 6210 Ω, ln 8.734: 1/T 3.6774e-3, −1.2 °C.
    expect(volts).toBeCloseTo(4.3065, 4);
    expect(temperatureAtVolts(fit.curve, { referenceV: 5, pullUpOhm: 1000 }, volts)).toBeCloseTo(-1.2, 1);
  });

  test('a large pull-up is blind when hot, a fine converter sees further', () => {
    const wide = seeingRange(fit.curve, PULL_UP, 12);
    const narrow = seeingRange(fit.curve, { ...PULL_UP, pullUpOhm: 47000 }, 10);
    expect(wide).toEqual({ fromC: -50, toC: 178 });
    expect(narrow?.toC).toBeLessThan(120);
    expect(seeingRange(fit.curve, { ...PULL_UP, pullUpOhm: 1e9 }, 8)).toBeNull();
  });
});

describe('linear sensors', () => {
  const voltsAtValue = (curve: VoltsCurve, value: number) => lookUpStraightOn(inverseOf(curve), value);
  const points: [number, number][] = [
    [0.5, 20],
    [4.5, 300],
  ];
  const curve = curveThrough(points);

  // By hand: 280 kPa over 4 V is 70 kPa/V; 2.5 V is 20 + 2·70 = 160; the line meets 0 V at −15.
  test('straight between two points and beyond', () => {
    expect(valueAtVolts(curve, 2.5)).toBe(160);
    expect(valueAtVolts(curve, 0)).toBe(-15);
    expect(valueAtVolts(curveOfSlope(70, -15), 2.5)).toBe(160);
    expect(voltsAtValue(curve, 160)).toBe(2.5);
  });

  test('a table bends at its points, and volts and values are inverse', () => {
    const bent = curveThrough([...points, [4.8, 400]]);
    expect(valueAtVolts(bent, 4.65)).toBeCloseTo(350, 9);
    fc.assert(
      fc.property(fc.double({ min: -50, max: 450, noNaN: true }), (value) => {
        expect(valueAtVolts(bent, voltsAtValue(bent, value))).toBeCloseTo(value, 6);
      }),
    );
  });

  test('a falling curve reads both ways too', () => {
    const falling = curveThrough([
      [1, 100],
      [3, 0],
    ]);
    expect(voltsAtValue(falling, 25)).toBe(2.5);
    expect(turningPoint(falling)).toBeNull();
  });

  test('a curve that turns is pointed at', () => {
    expect(turningPoint(curveThrough([...points, [4.8, 290]]))).toBe(2);
    expect(
      turningPoint(
        curveThrough([
          [1, 5],
          [2, 5],
        ]),
      ),
    ).toBe(1);
  });

  test('a fault band inside the sensor’s own range is pointed at, one at its edge is not', () => {
    expect(faultBandProblem({ lowV: 0.6, highV: 4.8 }, [0.5, 4.5])).toMatchObject({
      code: 'inUse',
      volts: 0.5,
    });
    expect(faultBandProblem({ lowV: 0.5, highV: 4.5 }, [0.5, 4.5])).toBeNull();
    expect(faultBandProblem({ lowV: 4.8, highV: 0.2 }, [])).toMatchObject({
      code: 'leavesNothing',
    });
  });
});

describe('throttle', () => {
  const range = { closedV: 0.6, openV: 4.2, lowV: 0.3, highV: 4.7 };
  const at = (change: Partial<typeof range>) =>
    throttleProblems({ ...range, ...change }).map(({ code }) => code);

  // By hand: half-way, 2.4 V, reads 49 %; 0.3 V of room below, 0.5 above.
  test('closed is 0 %, wide open 98 %, and beyond is held', () => {
    expect([0.6, 2.4, 4.2, 4.25, 5, 0].map((v) => Math.round(throttlePercent(range, v)))).toEqual([
      0, 49, 98, 99, 100, 0,
    ]);
    expect(throttleHeadRoom(range).closedV).toBeCloseTo(0.3, 9);
    expect(throttleHeadRoom(range).openV).toBeCloseTo(0.5, 9);
    expect(at({})).toEqual([]);
  });

  test('a falling sensor is read the same way', () => {
    const falling = { closedV: 4.2, openV: 0.6, lowV: 0.3, highV: 4.7 };
    expect(throttlePercent(falling, 2.4)).toBeCloseTo(49, 9);
    expect(throttleHeadRoom(falling).openV).toBeCloseTo(0.3, 9);
    expect(throttleProblems(falling)).toEqual([]);
  });

  // 4.55 V leaves exactly 0.15 V to 4.7; 4.56 leaves 0.14.
  test.each([
    [{ openV: 4.56 }, ['openTight']],
    [{ openV: 4.55 }, []],
    [{ closedV: 0.44 }, ['closedTight']],
    [{ closedV: 0.45 }, []],
    [{ lowV: 0.09 }, ['lowOnRail']],
    [{ lowV: 0.1 }, []],
    [{ highV: 4.91 }, ['highOnRail']],
    [{ highV: 4.9 }, []],
    [{ openV: 1.59 }, ['endsTogether']],
    [{ openV: 1.6 }, []],
  ])('%j → %j', (change, codes) => {
    expect(at(change)).toEqual(codes);
  });
});

describe('several lambda sensors', () => {
  const sensor = (lambda: number, place: 'all' | 'bankOne' | 'bankTwo') => ({
    lambda,
    place,
    min: 0.65,
    max: 1.4,
  });
  const two = [sensor(0.9, 'bankOne'), sensor(1.0, 'bankTwo')];

  test('first, mean, and by bank', () => {
    expect(combinedLambda(two, 'first')).toEqual({ bankOne: 0.9, bankTwo: 0.9 });
    expect(combinedLambda(two, 'mean').bankOne).toBeCloseTo(0.95, 9);
    expect(combinedLambda(two, 'perBank')).toEqual({ bankOne: 0.9, bankTwo: 1.0 });
  });

  test('one outside its limits is left out; at its limit it is not', () => {
    expect(combinedLambda([sensor(1.41, 'bankOne'), sensor(1, 'bankTwo')], 'first').bankOne).toBe(1);
    expect(combinedLambda([sensor(1.4, 'bankOne'), sensor(1, 'bankTwo')], 'first').bankOne).toBe(1.4);
    expect(combinedLambda([sensor(9, 'bankOne')], 'perBank')).toEqual({ bankOne: null, bankTwo: null });
  });
});

describe('which cylinders a lambda sensor may correct', () => {
  const at = (place: PlacedLambda['place'], cylinder: number | null = null) => ({ place, cylinder });
  const bank = (cylinder: number) => (cylinder > 3 ? 2 : 1);
  const groups = (sensors: readonly PlacedLambda[], combination: Parameters<typeof lambdaGroups>[1]) =>
    lambdaGroups(sensors, combination, 6, bank);

  test('one sensor those it sees', () => {
    expect(groups([at('all')], 'mean').groupOf).toEqual([0, 0, 0, 0, 0, 0]);
    expect(groups([at('bankTwo')], 'first').groupOf).toEqual([-1, -1, -1, 0, 0, 0]);
    expect(groups([at('cylinder', 2)], 'perBank').groupOf).toEqual([-1, 0, -1, -1, -1, -1]);
    expect(groups([], 'mean')).toEqual({ groups: [], groupOf: [-1, -1, -1, -1, -1, -1] });
  });

  test('two all of them, by the first or the mean', () => {
    const two = [at('bankOne'), at('bankTwo')];
    expect(groups(two, 'first')).toEqual({
      groups: [{ sensors: [0, 1], take: 'first' }],
      groupOf: [0, 0, 0, 0, 0, 0],
    });
    expect(groups(two, 'mean').groups).toEqual([{ sensors: [0, 1], take: 'mean' }]);
  });

  test('each its bank; what sees all of it serves both, a cylinder none', () => {
    expect(groups([at('bankOne'), at('bankTwo')], 'perBank').groupOf).toEqual([0, 0, 0, 1, 1, 1]);
    expect(groups([at('all'), at('bankTwo')], 'perBank').groups.map(({ sensors }) => sensors)).toEqual([
      [0],
      [0, 1],
    ]);
    expect(groups([at('bankOne'), at('cylinder', 5)], 'perBank').groupOf).toEqual([0, 0, 0, -1, -1, -1]);
  });

  test('each its cylinder before a bank, a bank before all', () => {
    const { groups: found, groupOf } = groups([at('all'), at('cylinder', 5)], 'perCylinder');
    expect(found.map(({ sensors }) => sensors)).toEqual([[0], [1]]);
    expect(groupOf).toEqual([0, 0, 0, 0, 1, 0]);
    expect(groups([at('all'), at('bankTwo')], 'perCylinder').groupOf).toEqual([0, 0, 0, 1, 1, 1]);
  });
});

describe('gear', () => {
  const points = [
    { gear: 1, volts: 1 },
    { gear: 2, volts: 1.6 },
  ];
  test('is the nearest voltage, and unknown far from all', () => {
    expect([0.8, 1.25, 1.4, 2.5].map((v) => gearAtVolts(points, v))).toEqual([1, 1, 2, null]);
  });
  test('two that cannot be told apart are refused, 0.2 V apart is enough', () => {
    expect(gearProblem([...points, { gear: 3, volts: 1.79 }])).toMatchObject({ low: 2, high: 3 });
    expect(gearProblem([...points, { gear: 3, volts: 1.79 }])?.apartV).toBeCloseTo(0.19, 9);
    expect(gearProblem([...points, { gear: 3, volts: 1.8 }])).toBeNull();
  });
});
