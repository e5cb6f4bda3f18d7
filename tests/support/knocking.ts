import { demo, programOf, TEST_DAY } from './ventisca';
import { choose } from './everything';
import { type Calibration, usedMaps } from '@/core/calibration';
import { AT, CHANNEL_IDS, type ChannelId, read } from '@/core/channel';
import { generatedMap, knockBandHz } from '@/core/generators';
import { knockBaseline, type Log, thresholdFrom } from '@/core/log';
import { carOf } from '@/standin/carOfDocument';
import { type Planted, planted } from '@/standin/planted';
import { VirtualCar } from '@/standin/virtualCar';

const CHOICES = { firstRun: false, cams: 'sporting', use: 'sprint' } as const;

/** Ventisca with knock control on, its maps as they are proposed. */
export function listening(change: (document: Calibration) => void = () => undefined): Calibration {
  const document = demo('ventisca', (draft) => {
    choose(draft, 'knock.use', 'yes');
    const source = { kind: 'computed', date: TEST_DAY } as const;
    draft.knock.band = { amount: (knockBandHz(draft) ?? 6600) / 1000, unit: 'kHz', source };
    change(draft);
  });
  for (const mapId of usedMaps(document)) {
    if (document.maps[mapId] !== null) continue;
    const result = generatedMap(document, mapId, CHOICES, TEST_DAY);
    if (result.ok) document.maps[mapId] = result.proposal.after;
  }
  return document;
}

/** The same with its spark so many degrees earlier everywhere. */
export function earlier(document: Calibration, deg: number): Calibration {
  const { spark } = document.maps;
  if (spark === null) throw new TypeError('No spark map');
  return {
    ...document,
    maps: { ...document.maps, spark: { ...spark, values: spark.values.map((at) => at + deg) } },
  };
}

/** A pull at full load on a brake, from low speed to high. */
export interface Pull {
  readonly log: Log;
  readonly firings: number;
  /** Firings that knocked louder than the engine is, in the whole of it and after its first seconds. */
  readonly knocks: number;
  readonly laterKnocks: number;
  readonly laterFirings: number;
  /** What was heard, pulled at most and at the end, °. */
  readonly heard: number;
  readonly mostDeg: number;
  readonly endDeg: number;
}

/** A firing knocks hard when its last part has this much more time than it needs to light by itself: half a volt at the sensor. */
const HARD_FROM = 0.3;
/** Knock control has that long to hear it, s. */
const HEARS_FOR_S = 3;
const RATE_S = 0.02;
const SWEEP_S = 16;

/** Pulls a car from 2000 to 6800 rev/min, and then holds it at light load. */
export function pulled(
  document: Calibration,
  {
    seed = 1,
    errors = [],
    fromRpm = 2000,
    toRpm = 6800,
    airC = 20,
  }: {
    readonly seed?: number;
    readonly errors?: readonly Planted[];
    readonly fromRpm?: number;
    readonly toRpm?: number;
    readonly airC?: number;
  } = {},
): Pull {
  const program = programOf(document);
  const built = planted(carOf(document, program, seed), errors);
  const setup = {
    coolantC: 85,
    batteryV: 13,
    seed,
    surroundings: { barometricKpa: built.barometricKpa, airC },
  };
  const car = new VirtualCar(program, built, setup);
  Object.assign(car.controls, { key: true, holdRpm: fromRpm, pedalPercent: 15 });
  car.advance(4);
  const fromS = car.timeS;
  let [firings, knocks, laterFirings, laterKnocks] = [0, 0, 0, 0];
  car.onEvent = ({ knock }) => {
    const later = car.timeS - fromS > HEARS_FOR_S;
    firings += 1;
    if (later) laterFirings += 1;
    if (knock < HARD_FROM) return;
    knocks += 1;
    if (later) laterKnocks += 1;
  };
  car.controls.pedalPercent = 100;
  const rows: number[][] = [];
  let mostDeg = 0;
  const steps = Math.round(SWEEP_S / RATE_S);
  for (let i = 0; i < steps; i += 1) {
    car.controls.holdRpm = fromRpm + ((toRpm - fromRpm) * i) / steps;
    car.advance(RATE_S);
    rows.push(CHANNEL_IDS.map((id) => read(car.frame, AT[id])));
    mostDeg = Math.max(mostDeg, read(car.frame, AT.knockRetard));
  }
  car.onEvent = null;
  const heard = read(car.frame, AT.knockCount);
  car.controls.pedalPercent = 15;
  car.advance(12);
  const columns = Object.fromEntries(
    CHANNEL_IDS.map((id, k) => [id, Float32Array.from(rows, (row) => row[k] as number)]),
  ) as Record<ChannelId, Float32Array>;
  return {
    log: { timeS: Float64Array.from(rows, (_, i) => i * RATE_S), columns },
    firings,
    knocks,
    laterKnocks,
    laterFirings,
    heard,
    mostDeg,
    endDeg: read(car.frame, AT.knockRetard),
  };
}

/** The same with its threshold from a clean pull. */
export function heardClean(document: Calibration, errors: Parameters<typeof pulled>[1] = {}): Calibration {
  const baseline = knockBaseline(pulled(document, errors).log);
  const { knockThreshold } = document.maps;
  if (!baseline.ok || knockThreshold === null) throw new TypeError(JSON.stringify(baseline));
  const values = knockThreshold.x.map((rpm) => Number(thresholdFrom(baseline.noise, rpm).toFixed(2)));
  return { ...document, maps: { ...document.maps, knockThreshold: { ...knockThreshold, values } } };
}
