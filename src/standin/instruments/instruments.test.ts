import { demo, programOf } from '@tests/support/ventisca';
import { frameOf } from '@/core/channel';
import { carOf } from '../carOfDocument';
import { plantAtRest, type PlantState } from '../plant';
import {
  INSTRUMENT_IDS,
  type InstrumentId,
  type InstrumentInfo,
  INSTRUMENTS,
  type Measured,
} from './instruments';
import { instrumentsAtRest, readInstruments } from './readings';

const document = demo('pardela');
const car = carOf(document, programOf(document));
const surroundings = { barometricKpa: 97.3, airC: -12 };

/** A car that stands with pressure in its rail, fuel in its vessels, a strobe on it and a brake behind it. */
function measured(change: Partial<Omit<Measured, 'plant'>> = {}): Measured & { readonly plant: PlantState } {
  const plant = plantAtRest(car.engine, surroundings, -12, 12.6);
  plant.railShare = 1;
  plant.timeS = 10;
  plant.loadNm = 80;
  plant.rig.returnedMg = 745_000;
  car.engine.fuelShare.forEach((_, i) => (plant.rig.caughtMg[i] = 7450 * (i + 1)));
  plant.plateFlowGPerS.set([1, 2, 3, 4]);
  return {
    car,
    plant,
    surroundings,
    frame: frameOf({ sparkAdvance: 15 }),
    timing: { earlyDeg: 1.5, reversed: false },
    handVacuumKpa: 40,
    holdRpm: 2500,
    ...change,
  };
}

const { densityGPerCm3 } = car.engine.fuel;

// 745 g of 0.745 g/cm³ are 1000 cm³, 7.45 g are 10; 1 g/s is 3.6 kg/h; spark at 15° comes 1.5° early.
const TRUTH: Readonly<Record<InstrumentId, readonly number[]>> = {
  thermometer: [-12],
  barometer: [97.3],
  fuelGauge: [car.engine.injector.railGaugeKpa],
  handPump: [40],
  vessels: [1, 2, 3, 4].map((i) => (7.45 * i) / densityGPerCm3),
  returnCan: [745 / densityGPerCm3],
  strobe: [16.5],
  balanceMeter: [3.6, 7.2, 10.8, 14.4],
  dynamometer: [80],
};

describe.each(INSTRUMENT_IDS)('%s', (id) => {
  const info: InstrumentInfo = INSTRUMENTS[id];

  test('reads the truth within what it states, whatever its seed, and is truly off', () => {
    const offs = Array.from({ length: 60 }, (_, seed) => {
      const read = readInstruments(measured(), instrumentsAtRest(), seed)[id];
      expect(read).toHaveLength(TRUTH[id].length);
      return read.map((value, i) => value - (TRUTH[id][i] ?? NaN));
    }).flat();
    const most = Math.max(...offs.map(Math.abs));
    expect(most).toBeLessThanOrEqual(info.error + 1e-9);
    expect(most).toBeGreaterThan(0.5 * info.error - info.step);
    // Both ways, about alike.
    expect(Math.abs(offs.reduce((sum, off) => sum + off, 0) / offs.length)).toBeLessThan(0.3 * info.error);
  });

  test('reads in its own steps, and the same twice', () => {
    const once = readInstruments(measured(), instrumentsAtRest(), 3)[id];
    expect(readInstruments(measured(), instrumentsAtRest(), 3)[id]).toEqual(once);
    for (const value of once)
      expect(Math.abs(value / info.step - Math.round(value / info.step))).toBeLessThan(1e-9);
  });

  test('says what it is, with a unit and an error', () => {
    expect(info.label).toMatch(/^[A-Z]/);
    expect(info.unit).not.toBe('');
    expect(info.error).toBeGreaterThan(0);
  });
});

test('instruments, and the places of one, are off each by their own', () => {
  const read = readInstruments(measured(), instrumentsAtRest(), 5);
  const off = (id: InstrumentId, i = 0) =>
    ((read[id][i] ?? NaN) - (TRUTH[id][i] ?? NaN)) / INSTRUMENTS[id].error;
  const offs = [off('thermometer'), off('fuelGauge'), ...[0, 1, 2, 3].map((i) => off('vessels', i))];
  expect(new Set(offs.map((one) => one.toFixed(1))).size).toBeGreaterThan(4);
});

test('one that is held to each in turn is off by the same everywhere', () => {
  for (let seed = 0; seed < 20; seed += 1) {
    const { balanceMeter } = readInstruments(measured(), instrumentsAtRest(), seed);
    const offs = balanceMeter.map((value, i) => value - (TRUTH.balanceMeter[i] ?? NaN));
    expect(Math.max(...offs) - Math.min(...offs)).toBeLessThan(INSTRUMENTS.balanceMeter.step + 1e-9);
  }
});

test('without a brake, a hand pump or a spark there is nothing to read', () => {
  const read = readInstruments(
    measured({ holdRpm: null, handVacuumKpa: null, timing: null }),
    instrumentsAtRest(),
    1,
  );
  expect([read.dynamometer, read.handPump, read.strobe]).toEqual([[NaN], [NaN], [NaN]]);
});

test('empty vessels hold nothing, never less', () => {
  for (let seed = 0; seed < 20; seed += 1) {
    const at = measured();
    at.plant.rig.caughtMg.fill(0);
    const { vessels } = readInstruments(at, instrumentsAtRest(), seed);
    expect(Math.min(...vessels)).toBeGreaterThanOrEqual(0);
  }
});

// A gauge of 0.3 s: after one of them 63 % of the way, after five all of it but 1 %.
test('a gauge comes to what it reads after its lag', () => {
  const state = instrumentsAtRest();
  const empty = measured();
  empty.plant.railShare = 0;
  const from = readInstruments(empty, state, 4).fuelGauge[0] ?? NaN;
  const full = measured();
  full.plant.timeS = 10.3;
  const first = readInstruments(full, state, 4).fuelGauge[0] ?? NaN;
  expect((first - from) / car.engine.injector.railGaugeKpa).toBeCloseTo(0.632, 2);
  full.plant.timeS = 11.8;
  const last = readInstruments(full, state, 4).fuelGauge[0] ?? NaN;
  expect((last - from) / car.engine.injector.railGaugeKpa).toBeGreaterThan(0.99);
  // No time has passed: nothing has moved.
  expect(readInstruments(full, state, 4).fuelGauge[0]).toBe(last);
});
