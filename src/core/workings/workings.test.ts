import { type ChannelValues, frameOf, PHASE } from '../channel';
import type { LoadStrategy } from '../fuel';
import { strategySwitch, usualChoices } from '../generators';
import { type EcuProgram, MAP_IDS } from '../program';
import { workingsAt } from './steps';
import { demo, programOf, TEST_DAY } from '@tests/support/ventisca';

const RUNNING = {
  phase: PHASE.running,
  speed: 1050,
  manifoldPressure: 38,
  coolant: 20,
  air: 10,
  battery: 13.8,
  sinceStart: 5,
};

const worked = (program: EcuProgram, change: ChannelValues = {}) =>
  workingsAt(program, frameOf({ ...RUNNING, ...change }));

describe('workings', () => {
  test('multiply out: each factor shown leads to the opening shown', () => {
    const { injection: at } = worked(programOf(demo()));
    expect(at.baseFuelMg * at.afterStart * at.warmUp).toBeCloseTo(at.fuelMg, 9);
    expect(at.fuelMg / at.flowGPerS + at.shortPulseMs + at.deadMs).toBeCloseTo(at.openingMs, 9);
    expect((100 * at.openingMs * RUNNING.speed) / 120000).toBeCloseTo(at.dutyPercent, 9);
  });

  test('name the four VE cells and their weights', () => {
    const { steps, injection } = worked(programOf(demo()));
    const cells = steps.find((step) => step.id === 've')?.reads?.[0]?.cells ?? [];
    expect(cells).toHaveLength(4);
    expect(cells.reduce((sum, cell) => sum + cell.value * cell.weight, 0)).toBeCloseTo(
      injection.vePercent,
      9,
    );
  });

  test('show the result of each step as the next one’s input', () => {
    const { steps } = worked(programOf(demo()));
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
    const model = programOf(demo());
    const { injection } = worked(model);
    const share = injection.flowEstimateGPerS / model.load.fullAirFlowGPerS;
    const scaled = {
      ...model,
      load: { ...model.load, fullAirFlowGPerS: model.load.fullAirFlowGPerS * (share / 0.14) },
    };
    const { steps, injection: at } = worked(scaled);
    const heating = steps.find((step) => step.id === 'heating');
    expect(at.heating).toBeCloseTo(0.28, 9);
    expect(heating?.result.value).toBe('0.280');
    expect(heating?.inputs.find(({ symbol }) => symbol === 'share')?.value).toBe('14.0 %');
    expect(heating?.formula).toMatch(/0.34 at 8 %, 0.22 at 20 %/);
    expect(at.chargeC).toBeCloseTo(10 + 0.28 * 10, 9);
  });

  const beyond = (change: ChannelValues, id: string) =>
    worked(programOf(demo()), change).steps.find((step) => step.id === id)?.beyond ?? [];

  test.each([
    [{ speed: 7400 }, 've', null],
    [{ speed: 7401 }, 've', /Engine speed: 7401 rev\/min is above the map’s last breakpoint, 7400 rev\/min/],
    [{ speed: 499 }, 've', /below the map’s first breakpoint, 500 rev\/min/],
    [{ manifoldPressure: 20 }, 'lambda', null],
    [{ manifoldPressure: 12 }, 'lambda', /Manifold pressure: 12 kPa abs is below/],
    [{ coolant: -41 }, 'warmUp', /Coolant: -?.?41 °C is below/],
    [{ battery: 16 }, 'dead', null],
    [{ battery: 16.5 }, 'dead', /16.5 V is outside the table/],
    [{ battery: 5 }, 'dead', /5.0 V is outside the table/],
  ] as const)('%j: %s says whether the point is outside its map or table', (change, id, text) => {
    const said = beyond(change, id);
    if (text === null) expect(said).toEqual([]);
    else expect(said.join()).toMatch(text);
  });

  test('cranking has a multiple and no lambda, after-start or warm-up', () => {
    const { steps } = worked(programOf(demo()), {
      phase: PHASE.cranking,
      speed: 220,
      manifoldPressure: 79,
    });
    const ids = steps.map((step) => step.id);
    expect(ids).toContain('cranking');
    expect(ids).not.toContain('lambda');
    expect(ids).not.toContain('afterStart');
  });

  test('a fixed regulator shows barometric and manifold pressure, one that follows does not', () => {
    const inputs = (id: 'ventisca' | 'pardela') =>
      worked(programOf(demo(id))).steps.find((step) => step.id === 'across')?.inputs.length;
    expect(inputs('pardela')).toBe(3);
    expect(inputs('ventisca')).toBe(1);
  });

  const switched = (to: LoadStrategy) =>
    programOf(
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
    ['throttle', ['load', 've', 'heating', 'charge', 'air', 'lambda', 'baseFuel'], 'veThrottle'],
    ['airMass', ['air', 'lambda', 'baseFuel'], undefined],
    ['pulseWidth', ['lambda', 'baseFuel'], undefined],
  ] as const)('by %s begin with what that strategy looks at, and still add up', (to, ids, mapId) => {
    const point = { throttle: 8, airFlow: 12 };
    const { steps, injection: at } = worked(switched(to), point);
    expect(steps.slice(0, ids.length).map((step) => step.id)).toEqual(ids);
    const read = steps.find((step) => step.id === 've')?.reads?.[0]?.of;
    expect(read).toEqual(mapId === undefined ? undefined : { mapId });
    expect(at.baseFuelMg * at.afterStart * at.warmUp).toBeCloseTo(at.fuelMg, 9);
    expect(at.fuelMg).toBeGreaterThan(0);
  });

  test('name every map they read by one that is there', () => {
    for (const to of ['throttle', 'throttlePressure', 'airMass', 'pulseWidth'] as const) {
      const { steps } = worked(switched(to), { throttle: 8, airFlow: 12 });
      const reads = steps.flatMap((step) => step.reads ?? []);
      expect(reads.length).toBeGreaterThan(4);
      for (const { of } of reads) expect(MAP_IDS).toContain('mapId' in of ? of.mapId : of);
    }
  });

  test('show spark by coolant and air, trims and the cut only where they change something', () => {
    const model = programOf(demo());
    const ids = (part: ChannelValues) => worked(model, part).steps.map((step) => step.id);
    expect(ids({ coolant: 0 })).toContain('sparkCoolant');
    expect(ids({ coolant: 85 })).not.toContain('sparkCoolant');
    expect(ids({ air: 50 })).toContain('sparkAir');
    expect(ids({})).not.toContain('trim');
    expect(ids({ speed: 4000, manifoldPressure: 20, coolant: 85 })).toContain('cut');
    expect(ids({ throttleRate: 200 })).toContain('acceleration');
  });
});
