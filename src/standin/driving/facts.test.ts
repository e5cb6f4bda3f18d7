import { CHANNEL_IDS, type ChannelId, PHASE } from '@/core/channel';
import { type CarEvent, type VirtualCar } from '../virtualCar';
import { DriveWatch } from './facts';
import type { DriveTrace } from './recording';

/** A trace at 10 Hz of which only some channels say anything. */
function traceOf(columns: Partial<Record<ChannelId, readonly number[]>>): DriveTrace {
  const samples = Math.max(...Object.values(columns).map((values) => values.length));
  const blank = new Float32Array(samples).fill(NaN);
  return {
    rateHz: 10,
    samples,
    columns: Object.fromEntries(
      CHANNEL_IDS.map((id) => [id, columns[id] === undefined ? blank : Float32Array.from(columns[id])]),
    ) as DriveTrace['columns'],
  };
}

const { cranking, running } = PHASE;
/** Two cylinders, nothing withheld; by limit and cylinder. */
const NOTHING = { sparkless: [0, 0], fuelCuts: new Array(18).fill(0), sparkCuts: new Array(18).fill(0) };
const heard = (...events: readonly Partial<CarEvent>[]) => {
  const car = { onEvent: null, limited: NOTHING } as unknown as VirtualCar;
  const watch = new DriveWatch(car);
  for (const event of events) {
    car.onEvent?.({
      knock: 0,
      speedRpm: 3000,
      outcome: 'burned',
      phase: running,
      cut: false,
      fuelWasCut: false,
      sparkCut: false,
      ...event,
    } as CarEvent);
  }
  return watch;
};

test('what held it back: for how long, and how often each cylinder went without', () => {
  const fuelCuts = [...NOTHING.fuelCuts];
  const sparkCuts = [...NOTHING.sparkCuts];
  Object.assign(fuelCuts, { 2: 5, 3: 4 });
  Object.assign(sparkCuts, { 8: 1, 9: 2 });
  const car = { onEvent: null, limited: { sparkless: [0, 0], fuelCuts, sparkCuts } } as unknown as VirtualCar;
  const { limits } = new DriveWatch(car).facts(traceOf({ limiting: [0, 1, 1, 1, 0, 2] }));
  expect(limits).toEqual([
    { id: 'speed', forS: 0.3, fuelCuts: [5, 4], sparkCuts: [0, 0] },
    { id: 'cold', forS: 0.1, fuelCuts: [0, 0], sparkCuts: [0, 0] },
    { id: 'launch', forS: 0, fuelCuts: [0, 0], sparkCuts: [1, 2] },
  ]);
});

describe('what happened in a drive', () => {
  test('when it ran, and when it died with the key on', () => {
    const phase = [0, cranking, running, running, cranking, running, running, 0];
    const sinceKeyOn = [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0];
    const { ranFromS, diedAtS } = heard().facts(traceOf({ phase, sinceKeyOn }));
    expect(ranFromS).toBeCloseTo(0.3, 9);
    // The last stop is the key’s.
    expect(diedAtS).toEqual([0.5]);
    expect(heard().facts(traceOf({ phase: [0, cranking] })).ranFromS).toBeNull();
  });

  test('overrun cuts are counted and timed', () => {
    const { cuts } = heard().facts(traceOf({ overrunCut: [0, 1, 1, 0, 1, 0] }));
    expect(cuts.times).toBe(2);
    expect(cuts.forS).toBeCloseTo(0.3, 9);
  });

  // Eight samples are 0.8 s of pulling: from then on the mixture is compared, 0.9/0.8 and 0.78/0.8.
  test('the mixture counts once a warm pull has come to the sensor', () => {
    const twelve = (value: number) => Array.from({ length: 12 }, () => value);
    const lambdaOne = [...Array.from({ length: 7 }, () => 1.3), 0.9, 0.8, 0.78, 0.8, 0.8];
    const pull = { throttle: twelve(80), phase: twelve(running), lambdaOne, lambdaTarget: twelve(0.8) };
    const { pulling } = heard().facts(traceOf({ ...pull, coolant: twelve(80) }));
    expect(pulling?.leanest).toBeCloseTo(0.9 / 0.8, 6);
    expect(pulling?.richest).toBeCloseTo(0.78 / 0.8, 6);
    expect(heard().facts(traceOf({ ...pull, coolant: twelve(30) })).pulling).toBeNull();
    expect(heard().facts(traceOf({ ...pull, throttle: twelve(30), coolant: twelve(80) })).pulling).toBeNull();
  });

  test('knock and charges that do not burn are heard from the engine itself', () => {
    const facts = heard(
      { knock: 0.2, speedRpm: 4490 },
      { knock: 0.3, speedRpm: 4600 },
      { knock: 0.15, speedRpm: 2000 },
      { knock: 0.05 },
      { outcome: 'tooLean' },
      { outcome: 'tooLean', fuelWasCut: true },
      { outcome: 'tooLean', phase: cranking },
    ).facts(traceOf({ phase: [running] }));
    expect(facts.knocks).toEqual({ firings: 3, atRpm: 4500 });
    expect([facts.misfires, facts.charges]).toEqual([1, 5]);
  });

  test('the ends of what was reached, and the counters', () => {
    const facts = heard().facts(
      traceOf({
        speed: [800, 6100, 900],
        manifoldPressure: [NaN, 140, 40],
        coolant: [20, 40, 77],
        syncLosses: [0, 1, 2],
        crankTeethMissing: [0, 0, 3],
        camPulsesMissing: [0, 0, 4],
      }),
    );
    expect([facts.topRpm, facts.topKpa, facts.endCoolantC]).toEqual([6100, 140, 77]);
    expect(facts.counters).toEqual({ syncLosses: 2, crankTeethMissing: 3, camPulsesMissing: 4 });
  });
});
