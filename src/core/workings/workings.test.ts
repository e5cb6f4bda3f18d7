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

  // Flow share 0.14 is midway between 0.34 at 8 % and 0.22 at 20 %: k 0.28.
  test('show how the heating factor comes about, and it is the one used', () => {
    const model = modelOf(demo());
    const { injection } = workingsAt(model, RUNNING);
    const share = injection.flowEstimateGPerS / model.fullAirFlowGPerS;
    const scaled = { ...model, fullAirFlowGPerS: model.fullAirFlowGPerS * (share / 0.14) };
    const { steps, injection: at } = workingsAt(scaled, RUNNING);
    const heating = steps.find((step) => step.id === 'heating');
    expect(at.heating).toBeCloseTo(0.28, 9);
    expect(heating?.result.value).toBe('0.280');
    expect(heating?.inputs.find(({ symbol }) => symbol === 'share')?.value).toBe('14.0 %');
    expect(heating?.formula).toMatch(/0.34 at 8 %, 0.22 at 20 %/);
    expect(at.chargeC).toBeCloseTo(10 + 0.28 * 10, 9);
  });

  const beyond = (change: Partial<OperatingPoint>, id: string) =>
    workingsAt(modelOf(demo()), { ...RUNNING, ...change }).steps.find((step) => step.id === id)?.beyond ?? [];

  test.each([
    [{ speedRpm: 7400 }, 've', null],
    [{ speedRpm: 7401 }, 've', /Speed: 7401 rev\/min is above the map’s last breakpoint, 7400 rev\/min/],
    [{ speedRpm: 499 }, 've', /below the map’s first breakpoint, 500 rev\/min/],
    [{ manifoldKpa: 20 }, 'lambda', null],
    [{ manifoldKpa: 12 }, 'lambda', /Manifold pressure: 12 kPa abs is below/],
    [{ coolantC: -41 }, 'warmUp', /Coolant: -?.?41 °C is below/],
    [{ batteryV: 16 }, 'dead', null],
    [{ batteryV: 16.5 }, 'dead', /16.5 V is outside the table/],
    [{ batteryV: 5 }, 'dead', /5.0 V is outside the table/],
  ] as const)('%j: %s says whether the point is outside its map or table', (change, id, text) => {
    const said = beyond(change, id);
    if (text === null) expect(said).toEqual([]);
    else expect(said.join()).toMatch(text);
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
    ['throttle', ['ve', 'heating', 'charge', 'air', 'lambda', 'baseFuel'], 'veThrottle'],
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
