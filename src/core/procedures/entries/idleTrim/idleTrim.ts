import { fillingMapOf } from '../../../log';
import { searched } from '../../answers';
import type { Found, Outcome, Procedure, ProcedureAt } from '../../procedure';
import { editsOf } from './edits';
import { fillingFailed, foundOf, notReady } from './found';
import { lastOf } from './points';
import { steps } from './steps';
import { airFound, fillingFound, loadsFound, sparkFound, uneven, wishFound } from './words';

/**
 * Two things kept apart: the filling, until measured lambda is the target; and the target, leaner while the engine needs less air.
 * Then the least spark that pays, air for the speed, and lamps and fan as its proof.
 */
export const idleTrim: Procedure = {
  id: 'idleTrim',
  title: 'Idle trim',
  what: 'Filling, target, spark and air of its idle.',
  minutes: 8,
  missing,
  steps,
  decide,
};

function missing({ program }: ProcedureAt): string | null {
  if (fillingMapOf(program) === null) {
    return 'Fuel goes by no filling map in this calibration: there is no filling to correct and no target to move.';
  }
  const sees = program.inputs.some(({ id }) => id === 'lambdaOne' || id === 'lambdaTwo');
  return sees ? null : 'No lambda sensor is fitted in this calibration: nothing says what the mixture is.';
}

function decide(at: ProcedureAt): Outcome {
  const { answers } = at;
  if (answers['warm'] === undefined) return { found: [], remedy: null };
  const error = notReady(at) ?? fillingFailed(at);
  if (error !== null) return { found: [{ tone: 'error', text: error }], remedy: null };
  const { base, wish, spark } = foundOf(at);
  if (base === null) return { found: [], remedy: null };
  const found: Found[] = [fillingFound(at, base)];
  if (wish === null) {
    if (answers['wish'] !== undefined) found.push(uneven('No target was found'));
    return { found, remedy: null };
  }
  found.push(wishFound(base, wish));
  if (spark === null) {
    if (answers['spark'] !== undefined) found.push(uneven('No spark was found'));
    return { found, remedy: null };
  }
  found.push(sparkFound(base, spark));
  const again = lastOf(searched(answers, 'again'));
  if (again === undefined) return { found, remedy: null };
  found.push(...airFound(at, again), ...loadsFound(at));
  const isSound = found.every(({ tone }) => tone !== 'error');
  const edits = isSound ? editsOf(at, again, { base, wish, sparkDeg: spark.deg }) : [];
  const remedy =
    edits.length === 0
      ? null
      : { label: 'Take the idle as it was trimmed: filling, target, spark and air', edits };
  return { found, remedy };
}
