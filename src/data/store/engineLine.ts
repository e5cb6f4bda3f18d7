import { inSentence } from '@/core/units';
import { baseValue, type Calibration, fieldInfo, sweptVolumePerCylinderCm3 } from '@/core/calibration';

/** The engine in a few words: "6 cylinders, 2.46 L, supercharger"; empty while nothing is known. */
export function engineLine(document: Calibration): string {
  const cylinders = baseValue(document, 'engine.cylinders');
  const perCylinder = sweptVolumePerCylinderCm3(document);
  const induction = fieldInfo('engine.induction');
  const chosen = document.engine.induction?.value;
  const words: string[] = [];
  if (cylinders !== null) words.push(`${cylinders} ${cylinders === 1 ? 'cylinder' : 'cylinders'}`);
  if (cylinders !== null && perCylinder !== null)
    words.push(`${((cylinders * perCylinder) / 1000).toFixed(2)} L`);
  if (chosen !== undefined && induction?.kind === 'choice') {
    const label = induction.options.find((option) => option.id === chosen)?.label ?? chosen;
    words.push(inSentence(label));
  }
  return words.join(', ');
}
