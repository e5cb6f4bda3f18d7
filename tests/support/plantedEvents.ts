import type { Calibration } from '@/core/calibration';
import { AT, CHANNEL_IDS, type ChannelId, frameOf, read } from '@/core/channel';
import { generatedMap, usualChoices } from '@/core/generators';
import type { Log } from '@/core/log';
import type { EventKindId } from '@/core/logEvents';
import { BenchCar } from '@/standin/benchCar';
import { carOf } from '@/standin/carOfDocument';
import { factoryFlash } from '@/standin/ecuBox';
import type { FaultId } from '@/standin/faults';
import { matchedCar } from '@/standin/training';
import { boosted } from './boosted';
import { chance } from './chance';
import { choose } from './everything';
import { heardClean, listening } from './knocking';
import { looped } from './looped';
import { demo, programOf, TEST_DAY } from './ventisca';

export type DemoId = 'ventisca' | 'pardela';

/** What must be found, and when, s. */
export interface Truth {
  readonly kind: EventKindId;
  readonly fromS: number;
  readonly toS: number;
}

/** A drive with something planted in it, as a log, and what is true of it. */
export interface PlantedDrive {
  readonly log: Log;
  readonly barometricKpa: number;
  readonly truths: readonly Truth[];
  /** What may follow from what was planted. */
  readonly also: readonly EventKindId[];
}

/** A driver’s hands, and the clock beside them. */
interface Hands {
  readonly bench: BenchCar;
  readonly pass: (s: number) => void;
  /** Says that a kind must be found in what `does`, or so long behind it, s. */
  readonly expects: (kind: EventKindId, does: () => void, behindS?: number) => void;
  readonly draw: () => number;
}

interface Plant {
  readonly demos: readonly DemoId[];
  readonly document?: (id: DemoId) => Calibration;
  /** Changes what is in the engine computer, with the engine left as it fits the document. */
  readonly spoiled?: (document: Calibration) => Calibration;
  readonly drives: (hands: Hands) => void;
  /** The air it is driven in, °C from one to the other; as on most days where left out. */
  readonly airC?: readonly [number, number];
  readonly also?: readonly EventKindId[];
}

/** A map multiplied where a point is inside. */
function scaled(document: Calibration, by: (rpm: number, load: number) => number): Calibration {
  const id = document.maps.ve === null ? 'veThrottle' : 've';
  const map = document.maps[id];
  if (map === null) throw new TypeError('There is no filling map');
  const width = map.x.length;
  const values = map.values.map(
    // No more than such a map may hold.
    (value, i) =>
      Math.min(180, value * by(map.x[i % width] as number, map.y[Math.floor(i / width)] as number)),
  );
  return { ...document, maps: { ...document.maps, [id]: { ...map, values } } };
}

/** Spark so many degrees earlier where the engine is loaded. */
function earlierLoaded(document: Calibration, deg: number): Calibration {
  const { spark } = document.maps;
  if (spark === null) throw new TypeError('There is no spark map');
  const width = spark.x.length;
  const values = spark.values.map((at, i) =>
    (spark.y[Math.floor(i / width)] as number) > 90 ? Math.min(58, at + deg) : at,
  );
  return { ...document, maps: { ...document.maps, spark: { ...spark, values } } };
}

/** Overrun cut in use, which is allowed up to so much throttle, %. */
function cutting(id: DemoId, throttleBelow: number): Calibration {
  return demo(id, (document) => {
    choose(document, 'overrun.use', 'yes');
    const source = { kind: 'measured', date: TEST_DAY } as const;
    document.overrun.throttleBelow = { amount: throttleBelow, unit: '%', source };
    document.overrun.pressureBelow = { amount: 90, unit: 'kPaAbs', source };
  });
}

const fault =
  (kind: EventKindId, id: FaultId, forS = 3): Plant['drives'] =>
  ({ bench, pass, expects }) => {
    expects(kind, () => {
      bench.take({ fault: id });
      pass(forS);
    });
    bench.take({ fault: 'none' });
  };

const BOTH: readonly DemoId[] = ['ventisca', 'pardela'];

/** Every kind of event, planted in the car. Start and catch are in each drive. */
export const PLANTS = {
  sound: { demos: BOTH, drives: ({ pass }) => pass(2) },
  failedStart: {
    demos: BOTH,
    drives: ({ bench, pass, expects }) => {
      bench.take({ key: false, holdRpm: null, pedalPercent: 0 });
      pass(4);
      bench.take({ key: true, fault: 'crankUnplugged' });
      pass(2);
      bench.take({ fault: 'camUnplugged' });
      expects('start', () => {
        bench.take({ starter: true });
        pass(1.5);
        bench.take({ starter: false });
      });
      pass(2);
    },
    also: ['caught', 'syncLost', 'triggerErrors'],
  },
  died: {
    demos: BOTH,
    drives: ({ bench, pass, expects }) => {
      bench.take({ holdRpm: null, pedalPercent: 0 });
      pass(4);
      expects('stall', () => {
        bench.take({ fault: 'crankUnplugged' });
        pass(3);
      });
      bench.take({ fault: 'none' });
      pass(1);
    },
    also: ['syncLost', 'triggerErrors'],
  },
  limiter: {
    demos: BOTH,
    drives: ({ bench, pass, expects }) => {
      bench.take({ holdRpm: null, pedalPercent: 100 });
      expects('limiter', () => pass(4));
      bench.take({ pedalPercent: 0 });
      pass(4);
    },
  },
  cutAtPartThrottle: {
    demos: BOTH,
    document: (id) => cutting(id, 25),
    drives: ({ bench, pass, expects, draw }) => {
      bench.take({ holdRpm: 3500 + 1500 * draw(), pedalPercent: 60 });
      pass(3);
      expects('cutAtPartThrottle', () => {
        bench.take({ pedalPercent: 9 + 5 * draw() });
        pass(3);
      });
    },
    also: ['cutAtPartThrottle'],
  },
  syncLost: {
    demos: BOTH,
    drives: fault('syncLost', 'crankWeak', 10),
    also: ['triggerErrors', 'stall', 'start', 'caught'],
  },
  triggerErrors: { demos: BOTH, drives: fault('triggerErrors', 'camUnplugged'), also: ['syncLost'] },
  richMisfire: {
    demos: ['ventisca'],
    spoiled: (document) => scaled(document, (rpm, kpa) => (rpm > 3600 && kpa > 85 ? 2 : 1)),
    drives: ({ bench, pass, expects, draw }) => {
      bench.take({ holdRpm: 2600, pedalPercent: 70 + 30 * draw() });
      pass(2.5);
      expects('richMisfire', () => {
        for (let rpm = 2700; rpm <= 5400; rpm += 30) {
          bench.take({ holdRpm: rpm });
          pass(0.05);
        }
      });
    },
    also: ['richMisfire', 'knock', 'protection'],
  },
  lean: {
    demos: ['ventisca'],
    spoiled: (document) => scaled(document, (rpm, kpa) => (rpm > 1900 && rpm < 4600 && kpa < 95 ? 0.74 : 1)),
    drives: ({ bench, pass, expects, draw }) => {
      bench.take({ holdRpm: 2600 + 800 * draw(), pedalPercent: 12 + 6 * draw() });
      expects('lean', () => pass(7));
    },
    also: ['lean'],
  },
  sensorFault: {
    demos: BOTH,
    drives: ({ bench, pass, expects, draw }) => {
      const faults = ['coolantUnplugged', 'airShorted', 'pressureUnplugged', 'throttleUnplugged'] as const;
      expects('sensorFault', () => {
        bench.take({ fault: faults[Math.floor(faults.length * draw())] ?? 'coolantUnplugged' });
        pass(5);
      });
      bench.take({ fault: 'none' });
    },
    also: ['protection', 'limiter', 'lean', 'sensorFault', 'cutAtPartThrottle'],
  },
  batterySag: {
    demos: BOTH,
    drives: ({ bench, pass, expects }) => {
      bench.take({ holdRpm: 2500, pedalPercent: 14, loadsA: 45, fault: 'alternatorDead' });
      pass(2);
      expects('batterySag', () => pass(240));
    },
    also: ['lean', 'protection'],
  },
  boostOver: {
    demos: ['ventisca'],
    document: () => {
      const document = boosted(demo('ventisca'), 150, 165);
      const goal = document.maps.boostTarget;
      if (goal === null) throw new TypeError('There is no goal');
      // A spring that is stiffer than what is asked for.
      return {
        ...document,
        maps: { ...document.maps, boostTarget: { ...goal, values: goal.values.map(() => 118) } },
      };
    },
    drives: ({ bench, pass, expects, draw }) => {
      bench.take({ holdRpm: 5200 + 1200 * draw(), pedalPercent: 100 });
      expects('boostOver', () => pass(4));
    },
    also: ['boostOver', 'protection', 'limiter', 'knock'],
  },
  knock: {
    demos: ['ventisca'],
    document: () => heardClean(listening()),
    spoiled: (document) => earlierLoaded(document, 42),
    // In the cold spark may be that far out and the car does not knock: there would be nothing to find.
    airC: [15, 35],
    drives: ({ bench, pass, expects }) => {
      bench.take({ holdRpm: 2500, pedalPercent: 100 });
      expects('knock', () => {
        for (let rpm = 2500; rpm < 5500; rpm += 60) {
          bench.take({ holdRpm: rpm });
          pass(0.1);
        }
      });
    },
    also: ['knock'],
  },
  // The other has no sensor of it.
  pressureFalls: {
    demos: ['ventisca'],
    drives: ({ bench, pass, expects }) => {
      bench.take({ holdRpm: 5200, pedalPercent: 20 });
      pass(4);
      expects('pressureFalls', () => {
        bench.take({ fault: 'pumpWeak' });
        pass(2);
        bench.take({ pedalPercent: 100 });
        pass(5);
      });
      bench.take({ pedalPercent: 15, fault: 'none' });
      pass(2);
    },
    also: ['protection', 'limiter', 'lean'],
  },
  loopAtLimit: {
    demos: ['ventisca'],
    document: () => looped('ventisca'),
    spoiled: (document) => scaled(document, () => 0.86),
    drives: ({ bench, pass, expects }) => {
      bench.take({ holdRpm: 2800, pedalPercent: 14 });
      expects('loopAtLimit', () => pass(40));
    },
    also: ['lean', 'loopAtLimit', 'protection'],
  },
  reset: {
    demos: BOTH,
    drives: fault('reset', 'powerLost', 12),
    also: ['stall', 'start', 'caught', 'syncLost', 'triggerErrors', 'batterySag'],
  },
} as const satisfies Record<string, Plant>;

export type PlantId = keyof typeof PLANTS;
export const PLANT_IDS = Object.keys(PLANTS) as PlantId[];

const documents = new Map<
  string,
  { readonly document: Calibration; readonly car: ReturnType<typeof carOf> }
>();

function made(plantId: PlantId, demoId: DemoId) {
  const plant: Plant = PLANTS[plantId];
  const key = plant.document === undefined ? demoId : `${plantId} ${demoId}`;
  const known = documents.get(key);
  if (known !== undefined) return known;
  const document = withMaps(plant.document?.(demoId) ?? demo(demoId));
  const program = programOf(document);
  const one = { document, car: matchedCar(program, carOf(document, program), 1) };
  documents.set(key, one);
  return one;
}

/** A document with what it lacks as it is proposed. */
function withMaps(document: Calibration): Calibration {
  const maps = { ...document.maps };
  for (const id of ['overrunCut'] as const) {
    if (!(id in maps)) continue;
    const result = generatedMap(document, id as never, usualChoices(document), TEST_DAY);
    if (result.ok) Object.assign(maps, { [id]: result.proposal.after });
  }
  return { ...document, maps };
}

/** Drives a demo from key on over a start, idle, light load, a pull and a lift, and then what is planted, at 50 samples a second. */
export function plantedDrive(plantId: PlantId, demoId: DemoId, seed: number): PlantedDrive {
  const plant: Plant = PLANTS[plantId];
  const { document, car } = made(plantId, demoId);
  const draw = chance(seed);
  const [coldC, hotC] = plant.airC ?? [-5, 20];
  const surroundings = { barometricKpa: car.barometricKpa, airC: coldC + (hotC - coldC) * draw() };
  const setup = { coolantC: 82 + 6 * draw(), batteryV: 12.4 + 0.4 * draw(), seed, surroundings };
  const bench = new BenchCar(car, setup, factoryFlash(plant.spoiled?.(document) ?? document), null);
  const frame = frameOf();
  const rows: Float64Array[] = [];
  const pass = (s: number) =>
    bench.advance(s, frame, (now) => {
      if (bench.hasPower) rows.push(Float64Array.from(CHANNEL_IDS, (id) => read(now, AT[id])));
    });
  const truths: Truth[] = [];
  const now = () => rows.at(-1)?.[CHANNEL_IDS.indexOf('time')] ?? 0;
  const expects: Hands['expects'] = (kind, does, behindS = 1.5) => {
    const fromS = now();
    does();
    truths.push({ kind, fromS, toS: now() + behindS });
  };
  bench.take({ key: true });
  pass(2 + 2 * draw());
  expects('start', () => {
    expects('caught', () => {
      bench.take({ starter: true });
      pass(2);
      if (bench.felt.speedRpm < 600) pass(4);
      bench.take({ starter: false });
    });
  });
  pass(12);
  bench.take({ holdRpm: 2200 + 900 * draw(), pedalPercent: 12 + 4 * draw(), loadsA: 10 });
  pass(9);
  bench.take({ pedalPercent: 100 });
  for (let rpm = 2600; rpm < 5200; rpm += 40) {
    bench.take({ holdRpm: rpm });
    pass(0.05);
  }
  bench.take({ holdRpm: 3200, pedalPercent: 25 });
  pass(4);
  bench.take({ holdRpm: 2500, pedalPercent: 15 });
  pass(3);
  plant.drives({ bench, pass, expects, draw });
  bench.take({ pedalPercent: 0 });
  pass(1);
  bench.take({ key: false, holdRpm: null });
  pass(1);
  return {
    log: asLog(rows),
    barometricKpa: car.barometricKpa,
    truths,
    also: plant.also ?? [],
  };
}

function asLog(rows: readonly Float64Array[]): Log {
  const columns = Object.fromEntries(
    CHANNEL_IDS.map((id, k) => [id, Float32Array.from(rows, (row) => row[k] as number)]),
  ) as Record<ChannelId, Float32Array>;
  const timeAt = CHANNEL_IDS.indexOf('time');
  return { timeS: Float64Array.from(rows, (row) => row[timeAt] as number), columns };
}
