import type { CalibrationEntry } from '@/data/store/record';

/** So many stored changes since the last file are worth another one. */
const MANY = 50;

/** That a calibration changed a lot since it last left as a file; null where it did not. */
export function exportWords({
  revision,
  exported,
}: Pick<CalibrationEntry, 'revision' | 'exported'>): string | null {
  const changes = revision - (exported?.revision ?? 0);
  if (changes < MANY) return null;
  return exported === undefined
    ? `${changes} changes, and no file of it yet: export one`
    : `${changes} changes since its file of ${exported.at.slice(0, 10)}: export it again`;
}
