import { firingOrderMessage, firingOrderProblem } from '../engine';
import { isConfirmed, limitMessage, limitProblem, type QuantityValue, type Source } from '../field';
import { toBase } from '../units';
import { conversionContext } from './context';
import { fieldInfo, sectionFields, SECTION_SCHEMAS, type FieldPath, type SectionId } from './fields';
import type { Calibration } from './schema';

/** Something wrong with a document whose shape is right. */
export interface DocumentProblem {
  readonly path: FieldPath;
  readonly message: string;
}

/** State of a section of the build sheet. */
export type SectionState = 'empty' | 'incomplete' | 'unconfirmed' | 'confirmed' | 'conflict';

/** The value at a field's path, as stored. */
export function valueAt(document: Calibration, path: FieldPath): unknown {
  const [section, key] = path.split('.') as [SectionId, string];
  return (document[section] as Record<string, unknown>)[key];
}

/** True for fields the chosen geometry does not use; they keep what was typed, for the way back. */
export function isSetAside(document: Calibration, path: FieldPath): boolean {
  return document.engine.geometry === 'displacement'
    ? path === 'engine.bore'
    : path === 'engine.displacement';
}

/** True for a field the work cannot go on without in this document. */
export function isRequired(document: Calibration, path: FieldPath): boolean {
  if (isSetAside(document, path)) return false;
  if (document.engine.geometry === 'displacement' && path === 'engine.stroke') return false;
  return fieldInfo(path)?.required ?? false;
}

/** Every amount outside its field's limits: what a file is refused for. */
export function limitProblems(document: Calibration): DocumentProblem[] {
  const context = conversionContext(document);
  const problems: DocumentProblem[] = [];
  for (const section of Object.keys(SECTION_SCHEMAS) as SectionId[]) {
    for (const path of sectionFields(section)) {
      const info = fieldInfo(path);
      const value = valueAt(document, path);
      if (info?.kind !== 'quantity' || value === null) continue;
      const problem = limitProblem(info, value as QuantityValue, context);
      if (problem !== null) problems.push({ path, message: limitMessage(info, problem) });
    }
  }
  return problems;
}

/** Values that cannot all be true together. They may stand in a document, and are shown where they are. */
export function conflicts(document: Calibration): DocumentProblem[] {
  const { engine } = document;
  const found: DocumentProblem[] = [];
  if (engine.firingOrder !== null && engine.cylinders !== null) {
    const problem = firingOrderProblem(engine.firingOrder.value, toBase('count', engine.cylinders));
    if (problem !== null) found.push({ path: 'engine.firingOrder', message: firingOrderMessage(problem) });
  }
  const torque = speedOf(engine.torquePeakSpeed);
  const power = speedOf(engine.powerPeakSpeed);
  const max = speedOf(engine.maxSpeed);
  if (torque !== null && power !== null && torque > power) {
    found.push({
      path: 'engine.torquePeakSpeed',
      message: `Peak torque at ${torque} rev/min is above peak power at ${power}. Torque peaks at or below power: correct one.`,
    });
  }
  if (power !== null && max !== null && power > max) {
    found.push({
      path: 'engine.powerPeakSpeed',
      message: `Peak power at ${power} rev/min is above the maximum speed of ${max}. Correct one.`,
    });
  }
  const pressure = engine.maxManifoldPressure;
  const charged = engine.induction?.value === 'supercharger' || engine.induction?.value === 'turbocharger';
  if (pressure !== null && engine.altitude !== null && engine.induction !== null) {
    const context = conversionContext(document);
    const kpa = toBase('pressureAbsolute', pressure, context);
    if (!charged && kpa > context.barometricKpa * 1.06) {
      found.push({
        path: 'engine.maxManifoldPressure',
        message: `${kpa.toFixed(0)} kPa abs cannot be reached without a charger where the air has ${context.barometricKpa.toFixed(1)} kPa. Lower it, or correct induction or altitude.`,
      });
    }
  }
  return found;
}

function speedOf(value: QuantityValue | null): number | null {
  return value === null ? null : toBase('rotationalSpeed', value);
}

/** The fields of a section that are required and empty. */
export function missingFields(document: Calibration, section: SectionId): FieldPath[] {
  return sectionFields(section).filter(
    (path) => isRequired(document, path) && valueAt(document, path) === null,
  );
}

/** The fields of a section whose values nobody vouches for yet. */
export function unconfirmedFields(document: Calibration, section: SectionId): FieldPath[] {
  return sectionFields(section).filter((path) => {
    const value = valueAt(document, path) as { source: Source } | null;
    return value !== null && !isSetAside(document, path) && !isConfirmed(value.source);
  });
}

/** How far a section has come. */
export function sectionState(document: Calibration, section: SectionId): SectionState {
  const required = sectionFields(section).filter((path) => isRequired(document, path));
  const missing = missingFields(document, section);
  if (missing.length === required.length) return 'empty';
  if (conflicts(document).some((problem) => problem.path.startsWith(`${section}.`))) return 'conflict';
  if (missing.length > 0) return 'incomplete';
  return unconfirmedFields(document, section).length > 0 ? 'unconfirmed' : 'confirmed';
}
