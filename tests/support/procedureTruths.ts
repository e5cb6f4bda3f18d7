import { baseValue, type Calibration } from '@/core/calibration';
import { putRemedy } from '@/core/checks';
import { AT, frameOf, read } from '@/core/channel';
import { knockBaseline as knockBaselineOf, thresholdFrom } from '@/core/log';
import { inverseOf, lookUpStraightOn } from '@/core/numeric';
import { type Outcome, type Procedure, procedureById, verdictOf } from '@/core/procedures';
import type { EcuProgram } from '@/core/program';
import { GENERIC_THERMISTORS } from '@/core/sensors';
import type { BenchCar } from '@/standin/benchCar';
import type { Car, SensorFaults } from '@/standin/car';
import { freedShare, thinShare } from '@/standin/plant';
import { carOf } from '@/standin/carOfDocument';
import { type Planted, planted } from '@/standin/planted';
import { rewiredCar } from './car';
import { choose } from './everything';
import { earlier, listening, pulled } from './knocking';
import { benchOf, type Builder, type Place, ran } from './procedureRun';
import { demo, programOf } from './ventisca';

const MEASURED = { kind: 'measured', date: '2026-11-28' } as const;

/** A procedure that there is. */
export function procedureOf(id: string): Procedure {
  const found = procedureById(id);
  if (found === null) throw new Error(`No procedure ${id}`);
  return found;
}

/** A demo’s calibration, in a car of which each seed is another. */
export function describedDemo(
  id: 'ventisca' | 'pardela',
  change: (document: Calibration) => void = () => undefined,
) {
  return demo(id, (document) => {
    document.standIn = 'described';
    change(document);
  });
}

/** The calibration with what a procedure proposes put in. */
export function proposed(document: Calibration, { remedy }: Outcome): Calibration {
  const copy = structuredClone(document);
  if (remedy !== null) putRemedy(copy, remedy, MEASURED);
  return copy;
}

/** Numbers of a seed, 0…1 each, one after the other. */
export function drawsOf(seed: number): () => number {
  let at = Math.imul(seed + 1, 0x9e3779b1) >>> 0;
  return () => {
    at = (Math.imul(at ^ (at >>> 15), 0x2c1b3c6d) + 0x6d2b79f5) >>> 0;
    return ((at ^ (at >>> 13)) >>> 0) / 0x100000000;
  };
}

/** A foot that does what the throttle’s steps say. */
export const FOOT: Builder = {
  hands: ({ id }, bench) => bench.take({ pedalPercent: id === 'open' ? 100 : 0 }),
  during: ({ id }, bench, atS) => {
    if (id !== 'sweep') return;
    bench.take({ pedalPercent: Math.max(0, Math.min(100, atS < 4.5 ? 26 * atS : 26 * (8.6 - atS))) });
  },
};

/** Hands at the regulator’s line and at the can; a pressure that differs goes into the calibration. */
export const AT_RAIL: Builder = {
  choose: ({ id }) => (id === 'which' ? 'change' : null),
  hands: ({ id }, bench) => {
    if (id === 'vacuum') bench.take({ handVacuumKpa: 50 });
    if (id !== 'can') return;
    bench.take({ handVacuumKpa: null });
    bench.emptyVessels();
  },
};

/** Hands that lift the rail over empty vessels. */
export const OVER_VESSELS: Builder = {
  hands: ({ id }, bench) => {
    if (id !== 'lift') return;
    bench.take({ railLifted: true });
    bench.emptyVessels();
  },
};

/** What the throttle’s sensor gives let go and at the pedal’s stop, V, without noise. */
export function trueEnds({ throttle }: Car): { readonly closedV: number; readonly openV: number } {
  const at = (percent: number) => (throttle === null ? NaN : lookUpStraightOn(inverseOf(throttle), percent));
  return { closedV: at(0), openV: at(100) };
}

/** How far a procedure ended from a truth that a seed drew; and whether all that has to be said was. */
export interface Judged {
  readonly off: number;
  readonly isRight: boolean;
  readonly said: string;
}

const said = ({ found }: Outcome) => found.map(({ text }) => text).join(' | ');

interface Case {
  readonly document: Calibration;
  readonly program: EcuProgram;
  readonly car: Car;
  readonly draw: () => number;
  readonly seed: number;
}

export function caseOf(
  id: 'ventisca' | 'pardela',
  seed: number,
  change?: (document: Calibration) => void,
): Case {
  const document = describedDemo(id, change);
  const program = programOf(document);
  return { document, program, car: carOf(document, program, seed), draw: drawsOf(seed), seed };
}

function bench({ document, seed }: Case, car: Car, place: Place = {}): BenchCar {
  return benchOf(document, car, { seed, ...place });
}

/** The throttle’s ends anywhere, rising or falling: how far each is found from the truth, mV. */
export function judgeThrottle(id: 'ventisca' | 'pardela', seed: number): Judged {
  const at = caseOf(id, seed);
  const [low, high] = [0.35 + 0.6 * at.draw(), 3.9 + 0.55 * at.draw()];
  const falls = at.draw() < 0.4;
  const throttle = { x: Float64Array.of(low, high), values: Float64Array.from(falls ? [98, 0] : [0, 98]) };
  const built = { ...at.car, throttle };
  const { outcome } = ran(procedureOf('throttle'), at.document, bench(at, built), FOOT);
  const after = proposed(at.document, outcome);
  const { closedV, openV } = trueEnds(built);
  const off = (path: 'closedVolts' | 'openVolts', truth: number) =>
    1000 * Math.abs((baseValue(after, `sensors.throttle.${path}`) ?? 9) - truth);
  return {
    off: Math.max(off('closedVolts', closedV), off('openVolts', openV)),
    isRight: verdictOf(outcome) === (outcome.remedy === null ? 'passed' : 'open'),
    said: said(outcome),
  };
}

/** Any pressure held by any regulator: how far the calibration is from the truth afterwards, kPa, and whether its kind is right. */
export function judgePressure(id: 'ventisca' | 'pardela', seed: number): Judged {
  const at = caseOf(id, seed);
  const { injector } = at.car.engine;
  const railGaugeKpa = at.program.injector.railGaugeKpa - 80 + 160 * at.draw();
  const regulator = at.draw() < 0.5 ? 'manifold' : 'fixed';
  const built = {
    ...at.car,
    engine: { ...at.car.engine, injector: { ...injector, railGaugeKpa, regulator } },
  } as Car;
  const { outcome } = ran(procedureOf('fuelPressure'), at.document, bench(at, built), AT_RAIL);
  const after = proposed(at.document, outcome);
  const kind = after.injectors.regulator?.value;
  return {
    off: Math.abs((baseValue(after, 'injectors.railPressure') ?? 0) - railGaugeKpa),
    isRight: kind === regulator || kind === 'measured',
    said: said(outcome),
  };
}

/** Two injectors or coils anywhere in each other’s place: whether the proposal puts exactly those right. */
export function judgeWiring(id: 'ventisca' | 'pardela', seed: number): Judged {
  const at = caseOf(id, seed);
  const kind = at.draw() < 0.5 ? 'injector' : 'coil';
  const wired = Object.keys(at.program.pins).filter((one) => one.startsWith(`${kind}-`));
  const one = wired[Math.floor(at.draw() * wired.length)] ?? '';
  const other =
    wired.filter((candidate) => candidate !== one)[Math.floor(at.draw() * (wired.length - 1))] ?? '';
  const built = rewiredCar(at.program, at.car, { [one]: other, [other]: one });
  const { outcome } = ran(procedureOf('outputs'), at.document, bench(at, built));
  const { pins } = programOf(proposed(at.document, outcome));
  const wanted = { ...at.program.pins, [one]: at.program.pins[other], [other]: at.program.pins[one] };
  const off = Object.keys(wanted).filter((key) => wanted[key] !== pins[key]).length;
  return { off, isRight: verdictOf(outcome) === 'failed', said: said(outcome) };
}

/** An injector blocked by a tenth to a half: whether it alone is named. */
export function judgeFlow(id: 'ventisca' | 'pardela', seed: number): Judged {
  const at = caseOf(id, seed);
  const cylinder = 1 + Math.floor(at.draw() * at.program.cylinders);
  const size = 12 + 40 * at.draw();
  const even = { ...at.car, engine: { ...at.car.engine, fuelShare: at.car.engine.fuelShare.map(() => 1) } };
  const built = planted(even, [{ id: 'injectorBlocked', size, cylinder }]);
  const { outcome } = ran(procedureOf('injectorFlow'), at.document, bench(at, built), OVER_VESSELS);
  const named = outcome.found.flatMap(
    ({ text }) => /^Injector (\d+) passed .* (\d+) % less/.exec(text)?.slice(1) ?? [],
  );
  const isRight = named.length === 2 && Number(named[0]) === cylinder;
  return { off: Math.abs(Number(named[1] ?? 0) - size), isRight, said: said(outcome) };
}

/** A coolant sensor of one of the generic curves, typed as another: how far it reads off afterwards, K. */
export function judgeCoolant(id: 'ventisca' | 'pardela', seed: number): Judged {
  const isTrue =
    GENERIC_THERMISTORS[Math.floor(drawsOf(seed)() * GENERIC_THERMISTORS.length)] ?? GENERIC_THERMISTORS[0];
  const at = caseOf(id, seed, (document) => {
    document.sensors.coolant.form = { value: 'library', source: MEASURED };
    document.sensors.coolant.nominal = { amount: 30_000, unit: 'ohm', source: MEASURED };
    document.sensors.coolant.beta = { amount: 3950, unit: '1', source: MEASURED };
  });
  at.draw();
  const place = -25 + 30 * at.draw();
  const { ohm, beta } = isTrue;
  const coolant = { a: 1 / 298.15 - Math.log(ohm) / beta, b: 1 / beta, c: 0 };
  const built = { ...at.car, coolant };
  const { outcome } = ran(
    procedureOf('sensors'),
    at.document,
    bench(at, built, { coolantC: place, airC: place }),
  );
  const after = proposed(at.document, outcome);
  return {
    off: Math.abs((baseValue(after, 'sensors.coolant.nominal') ?? 0) / ohm - 1),
    isRight: verdictOf(outcome) === 'failed',
    said: said(outcome),
  };
}

/** Hands that crank, start it, and hold it at the speed that a step names. */
export const WITH_STROBE: Builder = {
  hands: ({ id }, bench) => {
    const rpm = Number(/^at-(\d+)$/.exec(id)?.[1] ?? NaN);
    if (id === 'cranking') bench.take({ starter: true });
    else if (Number.isFinite(rpm)) bench.take({ starter: false, holdRpm: rpm, pedalPercent: 12 });
    else {
      bench.take({ starter: false });
      started(bench);
    }
  },
};

/** Hands that hold the starter while it cranks, and let go as soon as it runs. */
export const AT_STARTER: Builder = {
  during: ({ id }, bench, atS) => {
    if (id !== 'crank') return;
    const runs = bench.felt.speedRpm > 600;
    if (runs || atS > 12) bench.take({ starter: false });
    else if (atS > 0.5 && !bench.wanted.starter && atS < 1) bench.take({ starter: true });
  },
};

/** The starter held until it runs, for some seconds at most. */
function started(bench: BenchCar): void {
  const frame = frameOf();
  for (let i = 0; i < 12 && bench.felt.speedRpm < 600; i += 1) {
    bench.take({ starter: true });
    bench.advance(1, frame, () => undefined);
  }
  bench.take({ starter: false });
  bench.advance(3, frame, () => undefined);
}

/** Hands that turn a throttle’s screw or rod until the meter on it shows what a step asks, and the stop of all until the speed is right. */
export const AT_THROTTLES: Builder = {
  hands: (step, bench) => {
    const { id } = step;
    if (id === 'warm') started(bench);
    if (id === 'pedal') bench.take({ pedalPercent: 10, holdRpm: 2500 });
    if (id === 'speed') bench.take({ pedalPercent: 0, holdRpm: null });
    const [, place, throttle] = /^(idle|part)-\d-set-(\d+)$/.exec(id) ?? [];
    const wanted = Number(/to ([\d.]+)/.exec(step.title)?.[1] ?? NaN);
    if (throttle !== undefined)
      turned(bench, place === 'idle' ? 'airScrewTurns' : 'rodTurns', Number(throttle) - 1, wanted);
    if (id === 'stop') {
      byIdleStop(bench, step.title);
    }
  },
};

/** Turns the one stop of all plates to the speed that a title names, and holds what acts meanwhile. */
function byIdleStop(bench: BenchCar, title: string): void {
  const rpm = Number(/[Tt]o ([\d,]+) /.exec(title)?.[1]?.replace(',', '') ?? NaN);
  const waitsHeld = (forS: number) => {
    for (let i = 0; i < forS; i += 1) {
      bench.memory.holdWork();
      waits(bench, 1);
    }
  };
  for (let tries = 0; tries < 30; tries += 1) {
    waitsHeld(3);
    const off = rpm / bench.felt.speedRpm - 1;
    const { plateScrews } = bench.wanted;
    const idleStopTurns = limited(plateScrews.idleStopTurns + eighths(2 * off));
    bench.take({ plateScrews: { ...plateScrews, idleStopTurns } });
  }
  waitsHeld(4);
}

const limited = (turns: number) => Math.max(-11, Math.min(11, turns));
/** Screws are turned by eighths. */
const eighths = (turns: number) => Math.round(8 * turns) / 8;

function waits(bench: BenchCar, forS: number): void {
  bench.advance(forS, frameOf(), () => undefined);
  void bench.readings;
}

function turned(bench: BenchCar, which: 'airScrewTurns' | 'rodTurns', place: number, wanted: number): void {
  for (let tries = 0; tries < 25; tries += 1) {
    for (let i = 0; i < 4; i += 1) waits(bench, 0.5);
    const all = bench.readings.balanceMeter;
    const off = wanted / (all[place] ?? NaN) - 1;
    const { plateScrews } = bench.wanted;
    const before = plateScrews[which][place] ?? 0;
    const turns = limited(before + eighths((which === 'airScrewTurns' ? 2.5 : 4) * off));
    if (turns === before) return;
    const next = all.map((_, i) => (i === place ? turns : (plateScrews[which][i] ?? 0)));
    bench.take({ plateScrews: { ...plateScrews, [which]: next } });
  }
}

/** Throttles anywhere apart at their stops and rods: how uneven they truly breathe afterwards at idle, %. */
export function judgeBalance(_: 'ventisca' | 'pardela', seed: number): Judged {
  const at = caseOf('pardela', seed);
  const { engine } = at.car;
  const apart = engine.throttle.stopMm2.map(() => ({
    stop: 0.8 + 0.4 * at.draw(),
    rod: 1.6 * at.draw() - 0.8,
  }));
  const built: Car = {
    ...at.car,
    engine: {
      ...engine,
      throttle: {
        ...engine.throttle,
        stopMm2: engine.throttle.stopMm2.map((mm2, i) => mm2 * (apart[i]?.stop ?? 1)),
        rodPercent: apart.map(({ rod }) => rod),
      },
    },
  };
  const car = bench(at, built, { coolantC: 85, airC: 15 });
  const { outcome } = ran(procedureOf('throttleBalance'), at.document, car, AT_THROTTLES);
  const uneven = (forS: number) => {
    const sums = apart.map(() => 0);
    for (let i = 0; i < 50 * forS; i += 1) {
      car.advance(0.02, frameOf(), () => undefined);
      Array.from(car.breathes).forEach((flow, j) => (sums[j] = (sums[j] ?? 0) + flow));
    }
    const mean = sums.reduce((sum, one) => sum + one, 0) / sums.length;
    return 100 * Math.max(...sums.map((one) => Math.abs(one / mean - 1)));
  };
  const idle = uneven(3);
  car.take({ pedalPercent: 10, holdRpm: 2500 });
  waits(car, 5);
  return { off: Math.max(idle, uneven(3)), isRight: verdictOf(outcome) === 'passed', said: said(outcome) };
}

/** The same at an engine that is cold yet: it is heard so, and warms up under load before it is heard again. */
export const AT_COLD_PULL: Builder = {
  choose: ({ id }) => (id === 'state' ? 'cold' : null),
  hands: (step, bench) => {
    if (step.id === 'cold') {
      started(bench);
      bench.take({ holdRpm: rpmIn(step.title), pedalPercent: 15 });
      waits(bench, 4);
    } else if (step.id === 'warming') {
      bench.take({ holdRpm: 3000, pedalPercent: 40 });
      const frame = frameOf();
      for (let i = 0; i < 900 && !(read(frame, AT.coolant) > 78); i += 1)
        bench.advance(1, frame, () => undefined);
    } else AT_PULL.hands?.(step, bench);
  },
  during: (step, bench, atS) => AT_PULL.during?.(step, bench, atS),
};

function rpmIn(title: string): number {
  return Number(/about ([\d,]+)/.exec(title)?.[1]?.replace(',', ''));
}

/** Hands that hold a low speed, then pull through all speeds at full throttle on the brake. */
export const AT_PULL: Builder = {
  hands: ({ id, title }, bench) => {
    if (id === 'hold') {
      started(bench);
      bench.take({ holdRpm: rpmIn(title), pedalPercent: 15 });
    }
    if (id === 'pull') bench.take({ holdRpm: 1800, pedalPercent: 100 });
    waits(bench, 5);
  },
  during: ({ id }, bench, atS) => {
    if (id === 'pull') bench.take({ holdRpm: Math.min(6600, 1800 + 230 * atS) });
  },
};

/** Hands that start it and let it idle; that turn its screw to the speed it is asked; and that switch lamps on and off. */
export const AT_IDLE: Builder = {
  hands: ({ id }, bench) => {
    if (id === 'warm') idles(bench);
  },
  again: idles,
  meanwhile: ({ title }, bench) => {
    if (title.startsWith('The idle screw')) byIdleStop(bench, title);
  },
  during: ({ id }, bench, atS) => {
    if (id === 'loads') bench.take({ loadsA: atS < 5 || atS > 15 ? 0 : atS < 10 ? 12 : 25 });
  },
};

/** Started, and what start-up gives is gone. */
function idles(bench: BenchCar): void {
  started(bench);
  waits(bench, 25);
}

/** An engine that idles warm, as nobody’s hands are on it yet. */
const WARM_PLACE = { coolantC: 84, airC: 15 } as const;

/** Lambda at which an engine needs least air at an idle of this pressure, over all its cylinders; by the laws of the stand-in’s burn. */
function bestIdleLambda({ engine, barometricKpa }: Car, idleKpa: number): number {
  const share = idleKpa / barometricKpa;
  const freed = (lambda: number) =>
    engine.airShare.reduce((sum, air, i) => {
      const own = (lambda * air) / (engine.fuelShare[i] ?? 1);
      return sum + freedShare(own) * thinShare(own, engine.thinBestLambda, share);
    }, 0);
  const all = Array.from({ length: 500 }, (_, i) => 0.8 + 0.0005 * i);
  return all.reduce((a, b) => (freed(b) > freed(a) ? b : a));
}

/** What a trimmed idle left over: how far measured is off its target, as a share, and off the speed that is asked. */
export interface JudgedIdle extends Judged {
  readonly measuredOff: number;
  readonly speedOff: number;
}

/** An idle as it was described, in a car as a seed makes it: how far it idles off its own optimum afterwards, in lambda. */
export function judgeIdle(id: 'ventisca' | 'pardela', seed: number): JudgedIdle {
  const at = caseOf(id, seed, (document) => choose(document, 'closedLoop.use', 'no'));
  const car = bench(at, at.car, WARM_PLACE);
  const { outcome } = ran(procedureOf('idleTrim'), at.document, car, AT_IDLE);
  const after = proposed(at.document, outcome);
  const trimmed = benchOf(after, at.car, { seed: seed + 1, ...WARM_PLACE });
  trimmed.take({ plateScrews: car.wanted.plateScrews });
  started(trimmed);
  waits(trimmed, 20);
  const seen = seenAtIdle(trimmed, 12);
  const measured = meanOf([seen.lambdaOne, seen.lambdaTwo].filter((value) => !Number.isNaN(value)));
  return {
    off: Math.abs(measured - bestIdleLambda(at.car, seen.manifoldPressure)),
    measuredOff: Math.abs(measured / seen.lambdaTarget - 1),
    speedOff: Math.abs(seen.speed / seen.idleTarget - 1),
    isRight: verdictOf(outcome) === 'open' && outcome.remedy !== null,
    said: said(outcome),
  };
}

const IDLE_SEEN = [
  'lambdaOne',
  'lambdaTwo',
  'lambdaTarget',
  'manifoldPressure',
  'speed',
  'idleTarget',
] as const;

/** Means of an idle that is looked at for so long, s. */
function seenAtIdle(bench: BenchCar, forS: number): Record<(typeof IDLE_SEEN)[number], number> {
  const frame = frameOf();
  const all = Array.from({ length: 50 * forS }, () => {
    bench.advance(0.02, frame, () => undefined);
    return IDLE_SEEN.map((id) => read(frame, AT[id]));
  });
  return Object.fromEntries(
    IDLE_SEEN.map((id, i) => [id, meanOf(all.map((row) => row[i] ?? NaN))]),
  ) as Record<(typeof IDLE_SEEN)[number], number>;
}

const meanOf = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;

/** As warm as the reference pulls are. */
const PULL_PLACE = { coolantC: 85, airC: 20 } as const;
const REFERENCE_SEEDS = [9001, 9002, 9003, 9004];

/** Thresholds by speed over pulls of the same car that nobody measures, each with noise of its own, V. */
function referenceThresholds(
  document: Calibration,
  speedsRpm: readonly number[],
  errors: readonly Planted[],
): number[] {
  const pulls = REFERENCE_SEEDS.map((seed) => knockBaselineOf(pulled(document, { seed, errors }).log));
  return speedsRpm.map((rpm) => {
    const all = pulls.flatMap((one) => (one.ok ? [thresholdFrom(one.noise, rpm)] : []));
    return all.reduce((sum, volts) => sum + volts, 0) / all.length;
  });
}

/** A pull of Ventisca with its noise by seed: how far its thresholds are off those of other pulls at most, %; or why it was refused. */
export function judgeKnock(
  _: 'ventisca' | 'pardela',
  seed: number,
  {
    earlierDeg = 0,
    errors = [],
  }: { readonly earlierDeg?: number; readonly errors?: readonly Planted[] } = {},
): Judged {
  const document = earlier(listening(), earlierDeg);
  const program = programOf(document);
  const car = planted(carOf(document, program), errors);
  const { outcome } = ran(
    procedureOf('knockBaseline'),
    document,
    benchOf(document, car, { seed, ...PULL_PLACE }),
    AT_PULL,
  );
  const after = proposed(document, outcome).maps.knockThreshold;
  const pulledRpm = (after?.x ?? []).filter((rpm) => rpm >= 2200 && rpm <= 6400);
  const wanted = referenceThresholds(document, pulledRpm, errors);
  const offs = pulledRpm.map((rpm, i) => {
    const is = after?.values[after.x.indexOf(rpm)] ?? NaN;
    return 100 * Math.abs(is / (wanted[i] ?? NaN) - 1);
  });
  return { off: Math.max(...offs), isRight: verdictOf(outcome) !== 'failed', said: said(outcome) };
}

/** What a timing procedure left over: at the limiter’s speed, and of offset and delay in their own standard errors. */
export interface JudgedTiming extends Judged {
  readonly offsetErrors: number;
  readonly delayErrors: number;
}

/** A wheel and a sensor that are any amount off: how far the spark is off at the highest speed afterwards, °. */
export function judgeTiming(id: 'ventisca' | 'pardela', seed: number): JudgedTiming {
  const at = caseOf(id, seed);
  const [offsetDeg, delayUs] = [-9 + 18 * at.draw(), 20 + 140 * at.draw()];
  const built = planted(at.car, [
    { id: 'tdcOffset', size: offsetDeg },
    { id: 'crankDelay', size: delayUs },
  ]);
  const place = { coolantC: 70, airC: 10 };
  const { outcome } = ran(procedureOf('baseTiming'), at.document, bench(at, built, place), WITH_STROBE);
  const after = proposed(at.document, outcome);
  const moved = (path: 'trigger.tdcOffset' | 'trigger.sensorDelay') =>
    (baseValue(after, path) ?? 0) - (baseValue(at.document, path) ?? 0);
  const wrongDeg = moved('trigger.tdcOffset') - offsetDeg;
  const wrongUs = 1000 * moved('trigger.sensorDelay') - delayUs;
  const topRpm = baseValue(at.document, 'engine.maxSpeed') ?? 7000;
  const words = said(outcome);
  const [offsetError, delayError] = [/([\d.]+)° (?:early|late)/, /± (\d+) µs/].map((pattern) =>
    Number(pattern.exec(words)?.[1] ?? NaN),
  ) as [number, number];
  return {
    off: Math.abs(wrongDeg - 6e-6 * topRpm * wrongUs),
    offsetErrors: Math.abs(wrongDeg) / offsetError,
    delayErrors: Math.abs(wrongUs) / delayError,
    isRight: verdictOf(outcome) !== 'failed',
    said: words,
  };
}

/** Faults that each procedure must fail honestly on; with what it has to say. */
export const HONEST: readonly {
  readonly procedure: string;
  readonly what: string;
  readonly faults?: SensorFaults;
  readonly car?: (at: { readonly car: Car; readonly program: EcuProgram }) => Car;
  readonly builder?: Builder;
  readonly place?: Place;
  /** The demo that it can be done with; either where none is named. */
  readonly only?: 'ventisca' | 'pardela';
  readonly says: RegExp;
}[] = [
  {
    procedure: 'sensors',
    what: 'coolant unplugged',
    faults: { coolant: { kind: 'unplugged' } },
    says: /Coolant is unplugged/,
  },
  {
    procedure: 'sensors',
    what: 'air shorted',
    faults: { air: { kind: 'shortedLow' } },
    says: /Intake air is shorted to ground/,
  },
  {
    procedure: 'sensors',
    what: 'manifold unplugged',
    faults: { map: { kind: 'unplugged' } },
    says: /Manifold pressure/,
  },
  {
    procedure: 'throttle',
    what: 'unplugged',
    faults: { throttle: { kind: 'unplugged' } },
    builder: FOOT,
    says: /unplugged/,
  },
  {
    procedure: 'throttle',
    what: 'shorted',
    faults: { throttle: { kind: 'shortedHigh' } },
    builder: FOOT,
    says: /shorted to supply/,
  },
  {
    procedure: 'throttle',
    what: 'a gap',
    faults: { throttle: { kind: 'gap' } },
    builder: FOOT,
    says: /has a gap at/,
  },
  {
    procedure: 'fuelPressure',
    what: 'weak pump',
    car: ({ car }) => planted(car, [{ id: 'pumpWeak', size: 85 }]),
    builder: AT_RAIL,
    says: /the pressure will fall under load/,
  },
  {
    procedure: 'fuelPressure',
    what: 'pump without its wire',
    car: ({ car, program }) => {
      const pump = program.outputs.find(({ purpose }) => purpose === 'fuelPump')?.id ?? '';
      return rewiredCar(program, car, { [`output-${pump}`]: null });
    },
    builder: AT_RAIL,
    says: /The pump does not run/,
  },
  {
    procedure: 'outputs',
    what: 'an injector without its wire',
    car: ({ car, program }) => rewiredCar(program, car, { 'injector-1': null }),
    says: /Injector 1 on pin \S+ does nothing/,
  },
  {
    procedure: 'injectorFlow',
    what: 'an injector without its wire',
    car: ({ car, program }) => rewiredCar(program, car, { 'injector-1': null }),
    builder: OVER_VESSELS,
    says: /Injector 1 passed 0\.\d cm³/,
  },
  {
    procedure: 'firstFire',
    what: 'the crank sensor’s two wires changed',
    car: ({ car }) => planted(car, [{ id: 'crankSwapped' }]),
    builder: AT_STARTER,
    says: /its position was never found|no tooth came/,
  },
  {
    procedure: 'firstFire',
    what: 'no injector plugged in',
    car: ({ car, program }) => {
      const wired = Object.keys(program.pins).filter((pin) => pin.startsWith('injector-'));
      return rewiredCar(program, car, Object.fromEntries(wired.map((pin) => [pin, null])));
    },
    builder: AT_STARTER,
    says: /It never ran by itself.*In simulation the same start does/,
  },
  {
    procedure: 'idleTrim',
    what: 'a lambda sensor that is stuck',
    faults: { lambdaOne: { kind: 'stuck' }, lambdaTwo: { kind: 'stuck' } },
    builder: AT_IDLE,
    place: WARM_PLACE,
    says: /does not come to the target by fuel|Twice it did not run on|No lambda sensor reads|Lambda was not read/,
  },
  {
    procedure: 'idleTrim',
    what: 'an engine that is cold yet',
    builder: AT_IDLE,
    says: /It is \d+ °C warm: .* Let it warm up/,
  },
  {
    procedure: 'idleTrim',
    what: 'no start before it',
    place: WARM_PLACE,
    says: /It does not run: first fire comes before this/,
  },
  {
    procedure: 'throttleBalance',
    what: 'a gasket that leaks behind one throttle',
    only: 'pardela',
    car: ({ car }) => leaking(car, 2),
    builder: AT_THROTTLES,
    says: /throttle 2 breathes .* more than the middle .* it does not shut as far/,
  },
];

/** The first start of a car as a seed makes it, in the cold: it has to run, and no error may be found. */
export function judgeFire(id: 'ventisca' | 'pardela', seed: number): Judged {
  const at = caseOf(id, seed);
  const airC = -5 + 20 * at.draw();
  const { outcome, steps } = ran(
    procedureOf('firstFire'),
    at.document,
    bench(at, at.car, { coolantC: airC, airC }),
    AT_STARTER,
  );
  const words = said(outcome);
  const isRight = steps.at(-1) === 'runs' && verdictOf(outcome) !== 'failed' && /and runs/.test(words);
  return { off: isRight ? 0 : 1, isRight, said: words };
}

/** A car whose gasket leaks behind one throttle, more than its screw could ever take back. */
function leaking(car: Car, throttle: number): Car {
  const { stopMm2 } = car.engine.throttle;
  const leak = stopMm2.map((mm2, i) => (i === throttle - 1 ? mm2 + 25 : mm2));
  return { ...car, engine: { ...car.engine, throttle: { ...car.engine.throttle, stopMm2: leak } } };
}

/** Whether a procedure failed and said why. */
export function judgeHonest(
  id: 'ventisca' | 'pardela',
  seed: number,
  which: (typeof HONEST)[number],
): Judged {
  const at = caseOf(which.only ?? id, seed);
  const built = { ...(which.car?.(at) ?? at.car), sensorFaults: which.faults ?? {} };
  const { outcome } = ran(
    procedureOf(which.procedure),
    at.document,
    bench(at, built, which.place),
    which.builder,
  );
  const isRight = verdictOf(outcome) === 'failed' && which.says.test(said(outcome));
  return { off: isRight ? 0 : 1, isRight, said: said(outcome) };
}
