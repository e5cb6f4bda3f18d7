import { madeBy } from '@tests/independent/logMaker';
import { BESIDE, METERED, PLANTED, type Planted } from '@tests/independent/planted';
import { asLog } from '@tests/support/independentLog';
import { mappedCar } from '@tests/support/mappedCar';
import { demo, programOf } from '@tests/support/ventisca';
import { fitLog, type LogFit, type MapTask, mapTaskOf } from '@/core/log';
import { type RankedCause, rankedCauses } from '@/core/logCauses';
import { carOf } from '@/standin/carOfDocument';
import { type Planted as PlantedInCar, planted } from '@/standin/planted';
import { found, say } from './report.mts';

const SEEDS = 5;
/** The planted cause first in so many, and no wrong one surer than this. */
const ASKED = { first: 0.9, wrong: 0.9 } as const;
/** What is nearer to right than this is nobody’s cause: half of what counts as right. */
const QUIET = 0.0125;
type CauseId = RankedCause['id'];

const OF_INDEPENDENT: Readonly<Record<Planted, CauseId | null>> = {
  factor: 'factor',
  flow: 'factor',
  bump: 'filling',
  tilt: 'filling',
  random: 'filling',
  deadTime: 'deadTime',
  regulator: 'regulator',
  chargeTemperature: 'chargeTemperature',
  bank: 'sensorTwo',
  nothing: null,
  loop: 'filling',
  learned: 'filling',
  pulse: 'filling',
};
const IN_CAR: readonly (readonly [name: string, errors: readonly PlantedInCar[], cause: CauseId | null])[] = [
  ['nothing', [], null],
  ['flow 12 % less', [{ id: 'injectorFlow', size: -12 }], 'factor'],
  ['flow 10 % more', [{ id: 'injectorFlow', size: 10 }], 'factor'],
  ['dead time 0.15 ms longer', [{ id: 'deadTime', size: 0.15 }], 'deadTime'],
  ['dead time 0.12 ms shorter', [{ id: 'deadTime', size: -0.12 }], 'deadTime'],
  ['fixed regulator', [{ id: 'fixedRegulator' }], 'regulator'],
  ['filling about one speed', [{ id: 'fillingBump' }], 'filling'],
  ['one bank lean', [{ id: 'bankLean' }], 'sensorTwo'],
];

interface Tally {
  asked: number;
  first: number;
  wrong: { sure: number; what: string };
}

/** What lies behind the errors of logs: planted in an engine that shares nothing with this, and in the car over a map that is right. */
export function proveCauses(firstSeed: number): void {
  const tally: Tally = { asked: 0, first: 0, wrong: { sure: 0, what: '' } };
  for (const kind of [...PLANTED, ...BESIDE, ...METERED]) {
    const row = Array.from({ length: SEEDS }, (_, i) => {
      const { log, task } = asLog(madeBy(kind, firstSeed + i));
      return judged(tally, `${kind}, seed ${firstSeed + i}`, fitLog(log, task), task, OF_INDEPENDENT[kind]);
    });
    found(`independent, ${kind}: ${row.join('; ')}`);
  }
  for (const id of ['ventisca', 'pardela'] as const) proveCar(tally, id, firstSeed);
  say(
    tally.first >= ASKED.first * tally.asked && tally.wrong.sure <= ASKED.wrong,
    `causes: the planted one first in ${tally.first} of ${tally.asked}, a wrong one ${(100 * tally.wrong.sure).toFixed(0)} % sure at most (${tally.wrong.what})`,
  );
}

function proveCar(tally: Tally, id: 'ventisca' | 'pardela', firstSeed: number): void {
  const document = demo(id);
  const program = programOf(document);
  const built = carOf(document, program);
  const right = mappedCar(document, built);
  for (const seed of [firstSeed, firstSeed + 1]) right.correct(right.drive('mapping', seed));
  for (const [name, errors, cause] of IN_CAR) {
    // Pardela follows no manifold with its regulator, and has one bank.
    if (id === 'pardela' && (cause === 'regulator' || cause === 'sensorTwo')) continue;
    const row = [2, 3].map((offset) => {
      const car = mappedCar(document, planted(built, errors));
      car.values.set(right.values);
      const fit = car.drive('mapping', firstSeed + offset);
      const task = mapTaskOf(car.program);
      if (task === null) throw new TypeError('This program has no filling map');
      return judged(tally, `${id}, ${name}, seed ${firstSeed + offset}`, fit, task, cause);
    });
    found(`${id}, ${name}: ${row.join('; ')}`);
  }
}

function judged(tally: Tally, name: string, fit: LogFit, task: MapTask, cause: CauseId | null): string {
  const ranked = rankedCauses(fit.bins, { task, cells: fit.cells });
  if (ranked === null) return 'too little evidence';
  const [first] = ranked.causes;
  const wrong = ranked.causes
    .filter(({ id }) => id !== cause)
    .reduce((a, b) => (b.probability > a.probability ? b : a));
  if (ranked.found > QUIET && wrong.probability > tally.wrong.sure)
    tally.wrong = { sure: wrong.probability, what: `${wrong.id} for ${name}` };
  if (ranked.found > QUIET && cause !== null) {
    tally.asked += 1;
    if (first?.id === cause) tally.first += 1;
  }
  const off = `${(100 * ranked.found).toFixed(1)} %`;
  return `${first?.id} ${((first?.probability ?? 0) * 100).toFixed(0)} % of ${off}${first?.id === cause || cause === null || ranked.found <= QUIET ? '' : ' (WRONG)'}`;
}
