import { inSentence } from '../../units';
import { type Calibration, pinFunctions } from '../../calibration';
import { type WiringConflict } from '../../pins';
import { filledAssignments, PIN_KIND_TEXT, wiringConflicts } from '../../pins/schema';
import { type Found, type Place } from '../entry/check';
import type { Remedy } from '../entry/remedy';

export type Wiring = WiringConflict & Record<string, unknown>;

export function wiring(
  document: Calibration,
  wanted: (conflict: WiringConflict) => boolean,
): Found<Wiring>[] {
  const { ecu, assignments } = document.pins;
  if (ecu === null) return [];
  return wiringConflicts(ecu, assignments, pinFunctions(document))
    .filter(wanted)
    .map((conflict) => ({
      place: `pins.${conflict.function}`,
      data: { ...conflict, computer: ecu.name },
    }));
}

export function kindWords({ label, pin, kind, because }: Wiring): string {
  const named = kind === null ? 'pin of another kind' : inSentence(PIN_KIND_TEXT[kind]);
  return `${label} cannot go to ${pin}, a ${named}.${because === null ? '' : ` ${because}`}`;
}

/** The first free pin that fits what is meant at a place; null where none is left. */
export function freePinRemedy(document: Calibration, { place }: { readonly place: Place }): Remedy | null {
  const { ecu, assignments } = document.pins;
  const wanted = pinFunctions(document).find(({ id }) => `pins.${id}` === place);
  const [first] = assignments;
  if (ecu === null || wanted === undefined || first === undefined) return null;
  const others = assignments.filter((entry) => entry.function !== wanted.id);
  const filled = filledAssignments(ecu, others, [wanted], first.source);
  const pin = filled.find((entry) => entry.function === wanted.id)?.pin;
  if (pin === undefined) return null;
  return { label: `Take pin ${pin}`, edits: [{ kind: 'pin', function: wanted.id, pin }] };
}
