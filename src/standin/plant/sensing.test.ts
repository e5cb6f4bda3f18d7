import { builtMetal } from '@tests/support/metal';
import { copiedLine, exhaustInto, lambdaLineAtRest, lambdaRead, stepLambda } from './exhaust';
import { oilPressureKpa, stepHeat } from './heat';
import { knockNoiseV } from './knock';
import { plantAtRest } from './plantState';
import { soakedAirC, soakedRailC } from './soak';
import { liquidShare } from './supply';

const { metal, place } = builtMetal();
const STILL = { fanOn: false, headwindMPerS: 0 };

describe('lambda sensor', () => {
  const warmed = () => {
    const line = lambdaLineAtRest();
    line.heatedS = 12;
    return line;
  };

  test('reads nothing cold, and something after twelve seconds of key on', () => {
    const line = lambdaLineAtRest();
    expect(lambdaRead(line)).toBeNull();
    for (let i = 0; i < 1190; i += 1) stepLambda(metal, line, true);
    expect(lambdaRead(line)).toBeNull();
    for (let i = 0; i < 20; i += 1) stepLambda(metal, line, true);
    expect(lambdaRead(line)).toBeCloseTo(4, 6);
    stepLambda(metal, line, false);
    expect(lambdaRead(line)).toBeNull();
  });

  test('meets a charge once the line is pushed through, by mass', () => {
    const line = warmed();
    for (let i = 0; i < 10; i += 1) exhaustInto(line, 100, 0.8, 450);
    expect(line.atSensor).toBe(0.8);
    for (let i = 1; i <= 4; i += 1) exhaustInto(line, 100, 1.2, 450);
    expect(line.atSensor).toBe(0.8);
    exhaustInto(line, 100, 1.2, 450);
    exhaustInto(line, 100, 1.2, 450);
    expect(line.atSensor).toBe(1.2);
  });

  // 0.04 s dead, then 1 − e^(−0.06/0.06) = 0.632 of the way after 0.06 s more.
  test('then waits a fixed time and follows with its lag', () => {
    const line = warmed();
    Object.assign(line, { atSensor: 1, shown: 1 });
    line.delayed.fill(1);
    line.atSensor = 0.8;
    for (let i = 0; i < 4; i += 1) stepLambda(metal, line, true);
    expect(line.shown).toBeCloseTo(1, 9);
    for (let i = 0; i < 3; i += 1) stepLambda(metal, line, true);
    expect(line.shown).toBeCloseTo(1 - 0.2 * (1 - Math.exp(-0.5)), 6);
    for (let i = 0; i < 3; i += 1) stepLambda(metal, line, true);
    expect(line.shown).toBeCloseTo(1 - 0.2 * 0.632, 3);
  });

  test('a dead time longer than what is kept of it is as long as that', () => {
    const slow = { ...metal, exhaust: { ...metal.exhaust, deadS: 9, lagS: 1e-6 } };
    const line = warmed();
    line.delayed.fill(1);
    Object.assign(line, { atSensor: 0.8, shown: 1 });
    for (let i = 0; i < 39; i += 1) stepLambda(slow, line, true);
    expect(line.shown).toBeCloseTo(1, 9);
    stepLambda(slow, line, true);
    expect(line.shown).toBeCloseTo(0.8, 9);
  });

  test('a copy of a line shares nothing with it', () => {
    const line = warmed();
    const copy = copiedLine(line);
    for (let i = 0; i < 9; i += 1) exhaustInto(line, 100, 0.7, 300);
    for (let i = 0; i < 9; i += 1) stepLambda(metal, line, true);
    expect(copy).toEqual(warmed());
  });

  test('a line longer than what is kept of it forgets the oldest, and does not grow', () => {
    const line = warmed();
    const size = line.endsMg.length;
    for (let i = 0; i < 500; i += 1) exhaustInto(line, 1, i < 250 ? 0.7 : 0.9, 1e6);
    expect(line.endsMg).toHaveLength(size);
    expect(line.atSensor).toBe(0.9);
  });
});

describe('heat', () => {
  test('coolant gains about 5 K in 20 s of a fast cold idle, and not before it fires', () => {
    const state = plantAtRest(metal, place, -20, 13);
    const { airC } = { airC: -20 };
    // 4 g/s of air: 4/14.3 · 42.4 kJ = 11.9 kW.
    for (let i = 0; i < 400; i += 1) {
      state.heatJ = 11_900 * 0.05;
      stepHeat(metal, state, { ...place, airC }, airC, STILL, 0.05);
    }
    expect(state.coolantC).toBeGreaterThan(-19);
    expect(state.coolantC).toBeLessThan(-15);
  });

  test('heat is kept: without losses what is burned is in metal and oil', () => {
    const state = plantAtRest(metal, { ...place, airC: 20 }, 20, 13);
    state.heatJ = 100_000;
    stepHeat(metal, state, { ...place, airC: 20 }, 20, STILL, 0.05);
    const litres = 2.4605;
    const inMetal = (state.coolantC - 20) * 13_000 * litres;
    const inOil = (state.oilC - 20) * 3000 * litres;
    expect(inMetal).toBeCloseTo(28_000, -1);
    expect(inOil).toBeCloseTo(5000, -1);
  });

  test('the thermostat holds a running engine between its temperatures, and the fan cools a standing one', () => {
    const after = (fanOn: boolean, headwindMPerS: number) => {
      const state = plantAtRest(metal, place, 88, 13);
      for (let i = 0; i < 20 * 900; i += 1) {
        state.heatJ = 30_000 * 0.05;
        stepHeat(metal, state, place, 10, { fanOn, headwindMPerS }, 0.05);
      }
      return state.coolantC;
    };
    expect(after(false, 25)).toBeGreaterThan(78);
    expect(after(false, 25)).toBeLessThan(95);
    expect(after(true, 0)).toBeLessThan(after(false, 0) - 20);
  });

  test('coolant that is not cooled boils, and gets no hotter than that', () => {
    const state = plantAtRest(metal, place, 100, 13);
    for (let i = 0; i < 20 * 600; i += 1) {
      state.heatJ = 200_000 * 0.05;
      stepHeat(metal, state, place, 10, STILL, 0.05);
    }
    expect(state.coolantC).toBeGreaterThan(118);
    expect(state.coolantC).toBeLessThan(126);
  });

  test('air under the bonnet of a hot engine that stands is warmed by a third of the way', () => {
    expect(soakedAirC({ ...place, airC: 20 }, 80)).toBeCloseTo(41, 9);
    expect(soakedAirC({ ...place, airC: 20 }, -5)).toBe(20);
  });

  test('oil pressure rises with speed to its relief, and is higher cold', () => {
    const state = plantAtRest(metal, place, 90, 13);
    expect(oilPressureKpa(state)).toBe(0);
    state.speedRpm = 800;
    const hot = oilPressureKpa(state);
    state.oilFactor = 3;
    expect(oilPressureKpa(state)).toBeGreaterThan(hot * 1.5);
    state.speedRpm = 7000;
    expect(oilPressureKpa(state)).toBeLessThan(450);
  });
});

describe('the knock sensor', () => {
  // By hand: 0.12 + 0.1·4^1.5 = 0.92; 40 K colder 0.16 of it more; knock of 0.5 adds 0.9.
  test('hears an engine that is louder with speed and cold, and knock above it', () => {
    expect(knockNoiseV(4000, 80, 0, 0)).toBeCloseTo(0.92, 9);
    expect(knockNoiseV(4000, 95, 0, 0)).toBeCloseTo(0.92, 9);
    expect(knockNoiseV(4000, 40, 0, 0)).toBeCloseTo(0.92 * 1.16, 9);
    expect(knockNoiseV(4000, 80, 0.5, 0)).toBeCloseTo(1.82, 9);
    expect(knockNoiseV(0, 80, 0, 0)).toBeCloseTo(0.12, 9);
  });

  test('spreads by an eighth from firing to firing, and ends at 5 V', () => {
    expect(knockNoiseV(4000, 80, 0, 1)).toBeCloseTo(0.92 * 1.12, 9);
    expect(knockNoiseV(4000, 80, 0, -1)).toBeCloseTo(0.92 * 0.88, 9);
    expect(knockNoiseV(7000, 80, 4, 0)).toBe(5);
  });
});

describe('hot fuel', () => {
  test('is all liquid up to 55 °C, loses 1.2 % for each kelvin above, and never more than 40 %', () => {
    expect([-20, 55, 56, 75, 100, 150].map((railC) => Math.round(1000 * liquidShare(railC)))).toEqual([
      1000, 1000, 988, 760, 600, 600,
    ]);
  });

  test('in a rail that has stood is two thirds of the way from the air to the engine', () => {
    expect(soakedRailC({ ...place, airC: 20 }, 80)).toBeCloseTo(59, 9);
    expect(soakedRailC({ ...place, airC: 20 }, 0)).toBeCloseTo(7, 9);
  });
});
