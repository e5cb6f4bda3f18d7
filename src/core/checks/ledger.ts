import {
  type Calibration,
  fieldInfo,
  type FieldPath,
  isSetAside,
  SECTION_IDS,
  sectionFields,
  valueAt,
} from '../calibration';
import type { QuantityValue, Source } from '../field';
import { isConfirmed } from '../field/schema';
import { formatSignificant, unitOf } from '../units';
import { LIFE_FIELDS } from './entry/life';
import { withUnit } from './entry/units';
import { pageOf } from './places';
import { SHEET_LABELS, sheetOf } from './sheet';

/** One value of a calibration, with what it says and where it comes from. */
export interface LedgerEntry {
  readonly path: FieldPath;
  readonly label: string;
  readonly words: string;
  readonly source: Source;
  /** Somebody vouches for it. */
  readonly isConfirmed: boolean;
  /** The engine's life hangs on it. */
  readonly isLife: boolean;
  /** The page it is entered on: "build/injectors". */
  readonly page: string;
  /** The section it belongs to, by its name. */
  readonly section: string;
}

/** Every value that counts, those that the engine's life hangs on first, then in the order of work. */
export function ledger(document: Calibration): LedgerEntry[] {
  const life: readonly FieldPath[] = LIFE_FIELDS;
  const others = SECTION_IDS.flatMap(sectionFields).filter((path) => !life.includes(path));
  return [...life, ...others].flatMap((path) => {
    const value = valueAt(document, path) as { source?: Source } | null;
    const info = fieldInfo(path);
    if (value?.source === undefined || info === undefined || isSetAside(document, path)) return [];
    const page = pageOf(path);
    return [
      {
        path,
        label: info.label,
        words: valueWords(path, value),
        source: value.source,
        isConfirmed: isConfirmed(value.source),
        isLife: life.includes(path),
        page,
        section: page.startsWith('build/') ? SHEET_LABELS[sheetOf(path)] : 'Beside the maps',
      },
    ];
  });
}

/** A value of a field as it was entered, in words: "610 cm³/min", "1-5-3-6-2-4", "14 rows". */
export function valueWords(path: FieldPath, value: object): string {
  const info = fieldInfo(path);
  switch (info?.kind) {
    case 'quantity': {
      const { amount, unit } = value as QuantityValue;
      return withUnit(formatSignificant(amount, 6), unitOf(info.quantity, unit).label);
    }
    case 'choice': {
      const { value: id } = value as { value: string };
      return info.options.find((option) => option.id === id)?.label ?? id;
    }
    case 'order':
      return (value as { value: readonly number[] }).value.join('-');
    default: {
      const { length } = (value as { rows: readonly unknown[] }).rows;
      return length === 1 ? '1 row' : `${length} rows`;
    }
  }
}
