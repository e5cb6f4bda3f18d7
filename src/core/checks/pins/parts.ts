import { inSentence } from '../../units';
import { type Calibration, pinFunctions } from '../../calibration';
import { type WiringConflict } from '../../pins';
import { PIN_KIND_TEXT, wiringConflicts } from '../../pins/schema';
import { type Found } from '../entry/check';

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
