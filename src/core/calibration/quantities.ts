import { boreForVolumeMm, cylinderVolumeCm3 } from '../engine';
import type { QuantityFieldInfo, QuantityValue } from '../field';
import { toBase } from '../units';
import { conversionContext } from './context';
import { fieldInfo, type FieldPath } from './fields';
import type { Calibration } from './schema';
import { valueAt } from './values';

/** Base-unit value of a quantity field, or null while it is empty. */
export function baseValue(document: Calibration, path: FieldPath): number | null {
  const info = fieldInfo(path);
  if (info?.kind !== 'quantity') throw new RangeError(`${path} is not a quantity`);
  const value = valueAt(document, path) as QuantityValue | null;
  return value === null
    ? null
    : toBase((info as QuantityFieldInfo).quantity, value, conversionContext(document));
}

/** Swept volume of one cylinder, cm³, from whichever geometry is in use; null while it is incomplete. */
export function sweptVolumePerCylinderCm3(document: Calibration): number | null {
  const cylinders = baseValue(document, 'engine.cylinders');
  if (document.engine.geometry === 'displacement') {
    const displacement = baseValue(document, 'engine.displacement');
    return displacement === null || cylinders === null ? null : displacement / cylinders;
  }
  const bore = baseValue(document, 'engine.bore');
  const stroke = baseValue(document, 'engine.stroke');
  return bore === null || stroke === null ? null : cylinderVolumeCm3(bore, stroke);
}

/** Bore, mm: as typed, or what the displacement comes to over the stroke; null while that is incomplete. */
export function boreMmOf(document: Calibration): number | null {
  if (document.engine.geometry === 'boreAndStroke') return baseValue(document, 'engine.bore');
  const cylinderCm3 = sweptVolumePerCylinderCm3(document);
  const strokeMm = baseValue(document, 'engine.stroke');
  return cylinderCm3 === null || strokeMm === null ? null : boreForVolumeMm(cylinderCm3, strokeMm);
}
