import { type Calibration, choiceAt } from '../../calibration';
import { type ProposedIdleField, idleControlProposal } from '../../generators';
import { type Output } from '../../outputs';
import { choiceEdit, type Edit, quantityEdit } from '../entry/remedy';

/** A load below this is not felt at idle, A. */
const FELT_A = 5;
/** What runs all the time, or is no load of its own, A. */
const NOT_A_LOAD: readonly Output['purpose'][] = [
  'fuelPump',
  'secondPump',
  'mainRelay',
  'idleValve',
  'boostValve',
];

/** Outputs that pull an idle down as they come on. */
export function idleLoads({ outputs }: Calibration): readonly (Output & { readonly currentA: number })[] {
  return outputs.filter(
    (output): output is Output & { currentA: number } =>
      (output.currentA ?? 0) >= FELT_A &&
      output.conditions.length > 0 &&
      !NOT_A_LOAD.includes(output.purpose),
  );
}

/** How idle is controlled; off while nothing is said. */
export function idleControlOf(document: Calibration): 'no' | 'spark' | 'both' {
  const control = choiceAt(document, 'idle.control');
  return control === 'spark' || control === 'both' ? control : 'no';
}

/** The edits that put proposed numbers in, with the kind of control that this engine’s air allows. */
export function loopEdits(document: Calibration, fields: readonly ProposedIdleField[]): Edit[] {
  return fields.map(({ path, value }) => quantityEdit(document, path, value));
}

/** Idle control switched on with everything it needs; null while the engine is not described. */
export function controlEdits(document: Calibration): Edit[] | null {
  const fields = idleControlProposal(document);
  if (fields === null) return null;
  const kind = choiceAt(document, 'idle.air') === 'valve' ? 'both' : 'spark';
  return [choiceEdit('idle.control', kind), ...loopEdits(document, fields)];
}
