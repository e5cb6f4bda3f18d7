import { demo, modelOf, TEST_DAY } from '@tests/support/ventisca';
import { MAP_IDS, strategySwitch, usualChoices } from '../calibration';
import { AT_REST, type LoadStrategy, type OperatingPoint } from '../fuel';
import { workingsAt } from '.';

const RUNNING: OperatingPoint = {
  ...AT_REST,
  phase: 'running',
  speedRpm: 1050,
  manifoldKpa: 38,
  coolantC: 20,
  airC: 10,
  batteryV: 13.8,
  sinceStartS: 5,
};

describe('workings', () => {
  test('multiply out: each factor shown leads to the opening shown', () => {
    const { injection: at } = workingsAt(modelOf(demo()), RUNNING);
    expect(at.baseFuelMg * at.afterStart * at.warmUp).toBeCloseTo(at.fuelMg, 9);
    expect(at.fuelMg / at.flowGPerS + at.shortPulseMs + at.deadMs).toBeCloseTo(at.openingMs, 9);
    expect((100 * at.openingMs * RUNNING.speedRpm) / 120000).toBeCloseTo(at.dutyPercent, 9);
  });

  test('name the four VE cells and their weights', () => {
    const { steps, injection } = workingsAt(modelOf(demo()), RUNNING);
    const cells = steps.find((step) => step.id === 've')?.cells ?? [];
    expect(cells).toHaveLength(4);
    expect(cells.reduce((sum, cell) => sum + cell.value * cell.weight, 0)).toBeCloseTo(
      injection.vePercent,
      9,
    );
  });

  test('show the result of each step as the next one’s input', () => {
    const { steps } = workingsAt(modelOf(demo()), RUNNING);
    const result = (id: string) => steps.find((step) => step.id === id)?.result.value;
    const input = (id: string, symbol: string) =>
      steps.find((step) => step.id === id)?.inputs.find((entry) => entry.symbol === symbol)?.value;
    expect(input('baseFuel', 'm_air')).toBe(result('air'));
    expect(input('net', 'm')).toBe(result('fuel'));
    expect(input('opening', 't_dead')).toBe(result('dead'));
    expect(input('duty', 'opening')).toBe(result('opening'));
  });

  test('cranking has a multiple and no lambda, after-start or warm-up', () => {
    const { steps } = workingsAt(modelOf(demo()), {
      ...RUNNING,
      phase: 'cranking',
      speedRpm: 220,
      manifoldKpa: 79,
    });
    const ids = steps.map((step) => step.id);
    expect(ids).toContain('cranking');
    expect(ids).not.toContain('lambda');
    expect(ids).not.toContain('afterStart');
  });

  test('a fixed regulator shows barometric and manifold pressure, one that follows does not', () => {
    const inputs = (id: 'ventisca' | 'pardela') =>
      workingsAt(modelOf(demo(id)), RUNNING).steps.find((step) => step.id === 'across')?.inputs.length;
    expect(inputs('pardela')).toBe(3);
    expect(inputs('ventisca')).toBe(1);
  });

  const switched = (to: LoadStrategy) =>
    modelOf(
      demo('pardela', (document) => {
        const { coming } = strategySwitch(document, to, usualChoices(document), TEST_DAY);
        for (const { mapId, converted } of coming) document.maps[mapId] = converted?.after ?? null;
        if (document.load.strategy !== null) document.load.strategy.value = to;
        document.load.meter = {
          units: ['V', 'kg/h'],
          rows: [
            [0, 0],
            [5, 500],
          ],
          source: { kind: 'dataSheet', date: TEST_DAY },
        };
      }),
    );

  test.each([
    ['throttle', ['ve', 'charge', 'air', 'lambda', 'baseFuel'], 'veThrottle'],
    ['airMass', ['air', 'lambda', 'baseFuel'], undefined],
    ['pulseWidth', ['lambda', 'baseFuel'], undefined],
  ] as const)('by %s begin with what that strategy looks at, and still add up', (to, ids, mapId) => {
    const point = { ...RUNNING, throttlePercent: 8, airFlowGPerS: 12 };
    const { steps, injection: at } = workingsAt(switched(to), point);
    expect(steps.slice(0, ids.length).map((step) => step.id)).toEqual(ids);
    expect(steps.find((step) => step.id === 've')?.mapId).toBe(mapId);
    expect(at.baseFuelMg * at.afterStart * at.warmUp).toBeCloseTo(at.fuelMg, 9);
    expect(at.fuelMg).toBeGreaterThan(0);
  });

  test('name every map they read by one that is there', () => {
    for (const to of ['throttle', 'throttlePressure', 'airMass', 'pulseWidth'] as const) {
      const { steps } = workingsAt(switched(to), { ...RUNNING, throttlePercent: 8, airFlowGPerS: 12 });
      for (const { mapId } of steps) if (mapId !== undefined) expect(MAP_IDS).toContain(mapId);
    }
  });

  test('show spark by coolant and air, trims and the cut only where they change something', () => {
    const model = modelOf(demo());
    const ids = (part: Partial<OperatingPoint>) =>
      workingsAt(model, { ...RUNNING, ...part }).steps.map((step) => step.id);
    expect(ids({ coolantC: 0 })).toContain('sparkCoolant');
    expect(ids({ coolantC: 85 })).not.toContain('sparkCoolant');
    expect(ids({ airC: 50 })).toContain('sparkAir');
    expect(ids({})).not.toContain('trim');
    expect(ids({ speedRpm: 4000, manifoldKpa: 20, coolantC: 85 })).toContain('cut');
    expect(ids({ throttleRatePercentPerS: 200 })).toContain('acceleration');
  });
});
