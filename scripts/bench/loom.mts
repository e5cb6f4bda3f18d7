/** What stands between engine and engine computer costs: teeth sent and decoded, signals and wires, against the whole car. */
import { decoderAtRest } from '@/core/decoding';
import { triggerDecoder } from '@/core/ecu';
import { inputCounts } from '@/core/sensors';
import { carOf } from '@/standin/carOfDocument';
import {
  coilsCharge,
  harnessOf,
  lostShare,
  sampleSignals,
  samplingAtRest,
  SEEN,
  truthAtRest,
} from '@/standin/harness';
import { VirtualCar } from '@/standin/virtualCar';
import { clockAtRest, sendEdges, type Turned } from '@/standin/virtualCar/toothClock';
import { demo, programOf } from '@tests/support/ventisca';
import { report, spent } from './report.mts';

const START_S = 20;
const STEP_S = 0.001;
const CRANKED_S = 1.5;
const OUTPUTS_EVERY = 20;
const SLOW_EVERY = 100;
const COILS_EVERY = 10;
const HEAT_EVERY = 50;
const FLOWS_MS = 4;

const document = demo();
const program = programOf(document);
const car = carOf(document, program);
const setup = {
  coolantC: 20,
  batteryV: 12.6,
  seed: 1,
  surroundings: { barometricKpa: car.barometricKpa, airC: 10 },
};

/** A start, step by step, told to whoever asks. */
function start(onStep: (driven: VirtualCar, step: number) => void): void {
  const driven = new VirtualCar(program, car, setup);
  Object.assign(driven.controls, { key: true, starter: true });
  for (let i = 0; i < STEPS; i += 1) {
    if (i * STEP_S > CRANKED_S) driven.controls.starter = false;
    driven.advance(STEP_S);
    onStep(driven, i);
  }
}

const STEPS = Math.round(START_S / STEP_S);
/** Of each step where the crank has come to, turns, and its speed, rev/min. */
const turns = new Float64Array(STEPS + 1);
const speedRpm = new Float64Array(STEPS + 1);
start(({ plant }, i) => {
  turns[i + 1] = plant.turns;
  speedRpm[i + 1] = plant.speedRpm;
});

const harness = harnessOf(program, car);
const decoder = triggerDecoder(program);
const counts = inputCounts(program.inputs.map(({ id }) => id));
const turnsEach = 2 / program.cylinders;

/** Brings a room to what the crank did in a step. */
function toStep(turned: Turned, i: number): void {
  turned.fromTurns = turns[i] as number;
  turned.toTurns = turns[i + 1] as number;
  turned.fromS = i * STEP_S;
  turned.fromRpm = speedRpm[i] as number;
  turned.toRpm = speedRpm[i + 1] as number;
}

/** The same start with nothing but the loom: every edge and every signal as often as the car has them. */
function loomAlone(): void {
  const clock = clockAtRest(harness.teeth, setup.seed);
  const state = decoderAtRest();
  const sampling = samplingAtRest(program.inputs.length, setup.seed);
  const truth = truthAtRest();
  const faults = program.inputs.map(() => null);
  const last = program.inputs.map(() => ({ seen: NaN, at: NaN }));
  const signals = new Float64Array(program.inputs.length);
  const sample = (timeS: number, count: number) =>
    sampleSignals(harness.signals, truth, faults, last, sampling, timeS, count, signals);
  let firings = 0;
  const turned: Turned = { fromTurns: 0, toTurns: 0, fromS: 0, passedS: STEP_S, fromRpm: 0, toRpm: 0 };
  for (let i = 0; i < STEPS; i += 1) {
    toStep(turned, i);
    if (Math.min(clock.crank.turns, clock.cam.turns) <= turned.toTurns) {
      sendEdges(harness.teeth, clock, turned, decoder, state);
    }
    truth[SEEN.manifoldKpa] = 40 + (i % 30);
    if (i % HEAT_EVERY === 0) truth[SEEN.coolantC] = 20 + i / 1000;
    if (i % OUTPUTS_EVERY === 0) sample(turned.fromS, i % SLOW_EVERY === 0 ? counts.slow : counts.outputs);
    if (i % COILS_EVERY === 0) coilsCharge(program, car, setup.batteryV, turned.toRpm);
    while (firings * turnsEach < turned.toTurns) {
      sample(turned.fromS, counts.firing);
      lostShare(program, turned.toRpm, FLOWS_MS);
      firings += 1;
    }
  }
}

const RUNS = 60;
const WARM_UP = 12;
/** The walk over the steps by itself, which is not the loom’s. */
function walkAlone(): number {
  let firings = 0;
  let sum = 0;
  const turned: Turned = { fromTurns: 0, toTurns: 0, fromS: 0, passedS: STEP_S, fromRpm: 0, toRpm: 0 };
  for (let i = 0; i < STEPS; i += 1) {
    toStep(turned, i);
    while (firings * turnsEach < turned.toTurns) firings += 1;
    sum += turned.toRpm;
  }
  return sum + firings;
}

/** In turn, so that other work on the machine falls on both alike. */
let [wholeMs, loomMs, walkMs] = [Infinity, Infinity, Infinity];
for (let i = 0; i < RUNS; i += 1) {
  wholeMs = Math.min(wholeMs, spent(() => start(() => undefined), 1, i === 0 ? WARM_UP : 0).bestMs);
  walkMs = Math.min(walkMs, spent(walkAlone, 1, i === 0 ? WARM_UP : 0).bestMs);
  loomMs = Math.min(loomMs, spent(loomAlone, 1, i === 0 ? WARM_UP : 0).bestMs);
}
const ownMs = loomMs - walkMs;
report(
  'Teeth, decoding, signals and wires, of a whole start',
  `${((100 * ownMs) / wholeMs).toFixed(1)} % (${ownMs.toFixed(1)} of ${wholeMs.toFixed(1)} ms)`,
  '≤ 20 %',
);
