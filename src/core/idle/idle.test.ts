import fc from 'fast-check';
import { flowShare, type IdleEngine, idleNeed } from '../engine';
import { loadShare, openingOf100Rpm, openingOfLoad, proposedLoop } from './loopProposals';
import {
  type IdleInputs,
  idleReasons,
  proposedIdleAir,
  proposedIdleSpeed,
  SCREW_SHARE,
} from './idleGenerator';

const SIX: IdleEngine = { displacementCm3: 2460.5, barometricKpa: 80.5, heatOfAirMjPerKg: 42.4 / 14.3 };
const INPUTS: IdleInputs = { engine: SIX, hotSpeedRpm: 1000, valveGPerS: 12, screwShare: SCREW_SHARE };

describe('air for idling', () => {
  test('a hot six of 2.46 L at 1000 rev/min needs 3 to 5 g/s at 28 to 42 kPa', () => {
    const { airGPerS, manifoldKpa } = idleNeed(SIX, 1000, 80);
    expect(airGPerS).toBeGreaterThan(3);
    expect(airGPerS).toBeLessThan(5);
    expect(manifoldKpa).toBeGreaterThan(28);
    expect(manifoldKpa).toBeLessThan(42);
  });

  test('its work is friction and pumping: at the pressure found, both sides agree within 2 %', () => {
    const { airGPerS, manifoldKpa } = idleNeed(SIX, 1000, 80);
    // By hand: (70 + 12·1)·(1.02 + 1.08·e^(−80/38)) + 1.9·1² = 96.4 kPa of friction.
    const work = 96.4 + (SIX.barometricKpa - manifoldKpa);
    const air = ((work * 2460.5) / 1000 / (0.27 * SIX.heatOfAirMjPerKg * 1000)) * (1000 / 120);
    expect(airGPerS / air).toBeGreaterThan(0.98);
    expect(airGPerS / air).toBeLessThan(1.02);
  });

  test('more displacement, speed or cold needs more, for any engine', () => {
    const engine = fc.record({
      displacementCm3: fc.integer({ min: 50, max: 9000 }),
      barometricKpa: fc.integer({ min: 70, max: 102 }),
      heatOfAirMjPerKg: fc.double({ min: 2.6, max: 3.2, noNaN: true }),
    });
    fc.assert(
      fc.property(
        engine,
        fc.integer({ min: 600, max: 1800 }),
        fc.integer({ min: -30, max: 70 }),
        (made, speed, coolant) => {
          const need = (part: Partial<IdleEngine>, rpm = speed, celsius = coolant) =>
            idleNeed({ ...made, ...part }, rpm, celsius).airGPerS;
          expect(need({ displacementCm3: made.displacementCm3 * 2 })).toBeCloseTo(2 * need({}), 6);
          expect(need({}, speed + 200)).toBeGreaterThan(need({}));
          expect(need({}, speed, coolant + 10)).toBeLessThan(need({}) * 1.0001);
        },
      ),
    );
  });

  test('choked flow passes into a deep vacuum, less towards barometric pressure', () => {
    expect(flowShare(SIX, 30)).toBe(1);
    expect(flowShare(SIX, 70)).toBeLessThan(0.85);
    expect(flowShare(SIX, SIX.barometricKpa)).toBe(0);
  });
});

describe('proposed idle', () => {
  test('1000 rev/min hot, 5 more for each °C below 70, 450 at most', () => {
    expect([90, 70, 50, 0, -30].map((celsius) => proposedIdleSpeed(INPUTS, celsius))).toEqual([
      1000, 1000, 1100, 1350, 1450,
    ]);
  });

  test('the valve opens with the cold and leaves room both ways when hot', () => {
    const hot = proposedIdleAir(INPUTS, 80);
    expect(hot).toBeGreaterThan(8);
    expect(hot).toBeLessThan(35);
    expect(proposedIdleAir(INPUTS, -20)).toBeGreaterThan(2 * hot);
  });

  test('a valve twice as large opens half as far; without one there is nothing to open', () => {
    const twice = { ...INPUTS, valveGPerS: 24 };
    expect(proposedIdleAir(twice, 20)).toBeCloseTo(proposedIdleAir(INPUTS, 20) / 2, 9);
    expect(proposedIdleAir({ ...INPUTS, valveGPerS: null }, 20)).toBe(0);
  });

  test('targets stand on tens', () => {
    const hot = (hotSpeedRpm: number) => proposedIdleSpeed({ ...INPUTS, hotSpeedRpm }, 90);
    expect([hot(1004), hot(1005), hot(996)]).toEqual([1000, 1010, 1000]);
  });

  // While both flows are choked the screw gives 0.6 of the hot need: hot 40 % of it is left for the valve.
  test('in a deep vacuum the valve passes what the screw does not', () => {
    const hot = idleNeed(SIX, 1000, 80).airGPerS;
    const cold = idleNeed(SIX, 1100, 50).airGPerS;
    expect(proposedIdleAir(INPUTS, 80)).toBeCloseTo((100 * 0.4 * hot) / 12, 6);
    expect(proposedIdleAir(INPUTS, 50)).toBeCloseTo((100 * (cold - 0.6 * hot)) / 12, 6);
    expect(proposedIdleAir(INPUTS, 110)).toBeCloseTo(proposedIdleAir(INPUTS, 80), 9);
  });

  test('where the manifold is too high for choked flow, screw and valve both pass less', () => {
    const hot = idleNeed(SIX, 1000, 80).airGPerS;
    const need = idleNeed(SIX, 1450, -30);
    const share = flowShare(SIX, need.manifoldKpa);
    expect(share).toBeLessThan(0.995);
    const large = { ...INPUTS, valveGPerS: 60 };
    expect(proposedIdleAir(large, -30)).toBeCloseTo((100 * (need.airGPerS / share - 0.6 * hot)) / 60, 6);
  });

  test('a thermostatic valve is shut when hot, and gives in the cold what the stop does not', () => {
    const thermostatic = { ...INPUTS, screwShare: 1 };
    const [hot, cold] = [idleNeed(SIX, 1000, 80), idleNeed(SIX, 1100, 50)];
    expect(proposedIdleAir(thermostatic, 80)).toBe(0);
    expect(proposedIdleAir(thermostatic, 50)).toBeCloseTo((100 * (cold.airGPerS - hot.airGPerS)) / 12, 6);
    expect(idleReasons('idleAir', thermostatic)[1]?.text).toMatch(/shut when hot/);
  });

  test('is never less than shut nor more than open', () => {
    expect(proposedIdleAir({ ...INPUTS, valveGPerS: 0.5 }, -30)).toBe(100);
    expect(proposedIdleAir(INPUTS, 20)).toBeGreaterThan(0);
  });

  test('says what it comes to', () => {
    expect(
      idleReasons('idleSpeed', INPUTS)
        .map(({ text }) => text)
        .join(),
    ).toMatch(/^1000 rev\/min hot.*450 at most/);
    const hot = idleNeed(SIX, 1000, 80).airGPerS.toFixed(1);
    const cold = idleNeed(SIX, 1450, -20).airGPerS.toFixed(1);
    const [first, second] = idleReasons('idleAir', INPUTS);
    expect(first?.text).toContain(`about ${hot} g/s of air; at −20 °C about ${cold} g/s`);
    expect(second?.text).toMatch(/six tenths/);
  });
});

describe('numbers of a loop', () => {
  const idling = { engine: SIX, hotSpeedRpm: 1000, valveGPerS: 12.8 };

  // 18 A at 13.8 V through an alternator of 55 %: 0.4516 kW; over 0.27 · 2.965 MJ/kg 0.564 g/s, choked 4.4 % of 12.8.
  test('18 A take 0.56 g/s of air: 4.4 % of the valve, and in proportion', () => {
    expect(openingOfLoad(idling, 18)).toBeCloseTo(4.41, 1);
    expect(openingOfLoad(idling, 36)).toBeCloseTo(2 * openingOfLoad(idling, 18), 9);
    expect(openingOfLoad({ ...idling, valveGPerS: null }, 18)).toBe(0);
    expect(loadShare(idling, 18)).toBeCloseTo(0.564 / idleNeed(SIX, 1000, 80).airGPerS, 3);
  });

  test('follow the valve, whose 100 rev/min come in three quarters of a second', () => {
    const of100 = openingOf100Rpm(idling);
    const loop = proposedLoop(idling);
    expect(loop.airPerSPer100Rpm).toBeCloseTo(of100 / 0.75, 1);
    expect(loop.airLimitPercent).toBe(Math.round(4 * of100));
    expect(loop.sparkRestDeg).toBe(0);
    expect(openingOf100Rpm({ ...idling, valveGPerS: 25.6 })).toBeCloseTo(of100 / 2, 9);
    expect(proposedLoop({ ...idling, valveGPerS: null })).toMatchObject({
      sparkRestDeg: 12,
      sparkLimitDeg: 15,
    });
  });
});
