import type { EcuProgram, MapId } from '../../program';
import { GUARD_IDS } from '../../protection';
import { isRequired } from '../applies';
import { type FieldPath, sectionFields } from '../fields';
import type { Calibration } from '../schema';
import { requiredMaps } from '../strategy';
import { valueAt } from '../values';
import { completeProgram } from './completeProgram';

/** What a computation still needs from the document. */
export interface Missing {
  readonly fields: readonly FieldPath[];
  readonly maps: readonly MapId[];
}

export type CompileResult =
  { readonly ok: true; readonly program: EcuProgram } | { readonly ok: false; readonly missing: Missing };

/** What a guard that is switched on needs. */
const GUARD_SECTIONS = GUARD_IDS.map((id) => `protection.${id}` as const);

/** The sections that fuel and spark are computed from. */
const NEEDED_SECTIONS = [
  'engine',
  'injectors',
  'startUp',
  'load',
  'idle',
  'overrun',
  'limits',
  'launch',
  'shift',
  'sensorLoss',
  'boost',
  'closedLoop',
  'learned',
  'knock',
  ...GUARD_SECTIONS,
] as const;

/** Fields that say nothing about fuel or spark, so the program does not wait for them. */
const NOT_NEEDED: readonly FieldPath[] = [
  'engine.firingOrder',
  'engine.compressionRatio',
  'engine.torquePeakSpeed',
  'engine.powerPeakSpeed',
  'engine.induction',
  'idle.valveFlow',
  'engine.firingAngles',
  'injectors.impedance',
];

const known = new WeakMap<Calibration, CompileResult>();

/**
 * The document as the engine computer uses it, or the list of what is missing. Remembered by document: one is never
 * changed in place, and every screen asks.
 */
export function compile(document: Calibration): CompileResult {
  const before = known.get(document);
  if (before !== undefined) return before;
  const result = compiled(document);
  known.set(document, result);
  return result;
}

function compiled(document: Calibration): CompileResult {
  const fields = NEEDED_SECTIONS.flatMap((section) =>
    sectionFields(section).filter(
      (path) => isRequired(document, path) && !NOT_NEEDED.includes(path) && valueAt(document, path) === null,
    ),
  );
  const maps = requiredMaps(document).filter((id) => document.maps[id] === null);
  if (fields.length > 0 || maps.length > 0) return { ok: false, missing: { fields, maps } };
  return { ok: true, program: completeProgram(document) };
}
