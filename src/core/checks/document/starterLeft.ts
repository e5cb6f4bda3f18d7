import { type Calibration, fieldInfo, valueAt } from '../../calibration';
import type { Source } from '../../field';
import { check } from '../entry/check';
import { LIFE_FIELDS } from '../entry/life';

export const documentStarterLeft = check({
  id: 'document.starterLeft',
  title: 'A starter’s value left',
  severity: 'advises',
  reads: ['engine', 'trigger', 'sensors', 'injectors'],
  why: 'Constants of another engine are a classic reason for one that does not start, or does not last.',
  find: (document) =>
    LIFE_FIELDS.filter((path) => isStarters(document, path)).map((path) => ({
      place: path,
      data: { label: fieldInfo(path)?.label ?? path },
    })),
  say: ({ label }) => `${label} came with the starter. Measure it, or look it up for this engine.`,
});

function isStarters(document: Calibration, path: (typeof LIFE_FIELDS)[number]): boolean {
  const value = valueAt(document, path) as { source?: Source } | null;
  return value?.source?.kind === 'starter';
}
