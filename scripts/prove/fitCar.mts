import { type MappedCar, mappedCar } from '@tests/support/mappedCar';
import { Chance } from '@tests/independent/chance';
import { PLANTED, type Planted, wrongOf } from '@tests/independent/planted';
import { demo } from '@tests/support/ventisca';
import { choose } from '@tests/support/everything';
import { looped } from '@tests/support/looped';
import type { Calibration } from '@/core/calibration';
import { generatedMap } from '@/core/generators';
import { EVIDENCE_S, loggedMapsOf, type LogFit } from '@/core/log';
import { say } from './report.mts';

const DEMOS = ['ventisca', 'pardela'] as const;
/** What is left over at worst and in the mean, RMS over evidenced cells; and how near two rounds come in every one. */
const ASKED = { worst: 0.016, mean: 0.0125, rounds: 0.02, covered: 0.7 } as const;
const percent = (share: number) => `${(100 * share).toFixed(2)} %`;

const evidenced = ({ cells }: LogFit) =>
  Array.from(cells.evidenceS, (_, i) => i).filter((i) => (cells.evidenceS[i] as number) >= EVIDENCE_S);

/** Ventisca with what hides an error while it is driven, and with pulses in the place of filling. */
function drivenOtherwise(): Record<string, Calibration> {
  const pulses = demo('ventisca', (draft) => {
    choose(draft, 'load.strategy', 'pulseWidth');
    const result = generatedMap(
      draft,
      'pulse',
      { firstRun: false, cams: 'sporting', use: 'sprint' },
      '2026-11-29',
    );
    if (result.ok) draft.maps.pulse = result.proposal.after;
  });
  return {
    'closed loop on': looped(),
    'learned trims on': looped('ventisca', (draft) => choose(draft, 'learned.use', 'yes')),
    'plain pulses': pulses,
  };
}

/** The virtual car, driven and corrected: two rounds from the demo’s own map, and errors planted over a right one. */
export function proveFitCar(firstSeed: number): void {
  const left: number[] = [];
  for (const id of DEMOS) {
    const car = mappedCar(demo(id));
    const drive = (round: number) => car.drive('mapping', firstSeed + round);
    car.correct(drive(0));
    car.correct(drive(1));
    const third = drive(2);
    const worst = Math.max(...evidenced(third).map((i) => Math.abs(third.cells.found[i] as number)));
    const { crossed, evidenced: covered } = third.coverage;
    say(
      worst <= ASKED.rounds && covered >= ASKED.covered * crossed,
      `${id}: two rounds leave ${percent(worst)} at most in ${covered} cells with evidence, of ${crossed} crossed`,
    );
    car.correct(third);
    for (const kind of PLANTED) left.push(provePlanted(car, kind, `${id}, ${kind}`, firstSeed));
  }
  for (const [name, document] of Object.entries(drivenOtherwise())) {
    const car = mappedCar(document);
    for (const round of [0, 1, 2]) car.correct(car.drive('mapping', firstSeed + round));
    for (const kind of ['bump', 'tilt', 'random'] as const)
      left.push(provePlanted(car, kind, `ventisca, ${name}, ${kind}`, firstSeed));
  }
  const mean = left.reduce((sum, value) => sum + value, 0) / left.length;
  say(mean <= ASKED.mean, `corrections of the car leave ${percent(mean)} in the mean`);
}

/** An error over a map that is right, found by one drive. @returns what is left over, RMS. */
function provePlanted(
  { values, program, drive }: MappedCar,
  kind: Planted,
  name: string,
  seed: number,
): number {
  const right = values.slice();
  const [id] = loggedMapsOf(program);
  const grid = id === undefined ? undefined : program.tables[id];
  if (grid === undefined) throw new TypeError('This program has no filling map');
  const wrong = wrongOf(kind, new Chance(seed));
  const [width, height] = [grid.x.length, grid.y.length];
  const { injector } = program;
  const typedGPerS = injector.ratedFlowGPerS;
  // Flow typed too large opens too short: the filling that gives the target is larger by as much.
  Object.assign(injector, { ratedFlowGPerS: typedGPerS * wrong.flow });
  const needed = right.map((value) => value * wrong.flow);
  right.forEach((value, i) => {
    values[i] = value / wrong.filling((i % width) / (width - 1), Math.floor(i / width) / (height - 1));
  });
  const fit = drive('mapping', seed + 50);
  const off = evidenced(fit).map(
    (i) => (fit.cells.change[i] as number) - Math.log((needed[i] as number) / (values[i] as number)),
  );
  const rms = Math.sqrt(off.reduce((sum, value) => sum + value * value, 0) / off.length);
  Object.assign(injector, { ratedFlowGPerS: typedGPerS });
  values.set(right);
  say(rms <= ASKED.worst, `${name}: one drive leaves ${percent(rms)} RMS over ${off.length} cells`);
  return rms;
}
