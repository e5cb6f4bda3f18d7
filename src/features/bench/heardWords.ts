import { type Calibration, pinFunctions } from '@/core/calibration';
import { inSentence } from '@/core/units';

/** The parts that are heard, by their names: "Injector 2, fan". Empty for none. */
export function heardWords(document: Calibration, heard: readonly string[]): string {
  const names = new Map(pinFunctions(document).map(({ id, label }) => [id, label]));
  return heard.map((id, i) => (i === 0 ? (names.get(id) ?? id) : inSentence(names.get(id) ?? id))).join(', ');
}
