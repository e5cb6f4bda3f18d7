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
import { outputWords } from '../outputs';
import { loomMoves } from '../pins/schema';
import { formatSignificant, unitOf } from '../units';
import { LIFE_FIELDS } from './entry/life';
import { withUnit } from './entry/units';
import { pageOf } from './places';
import { SHEET_LABELS, sheetOf } from './sheet';

/** What the values are called that are entered beside the maps. */
const BESIDE_MAPS = 'Beside the maps';

/** One value of a calibration, with what it says and where it comes from. */
export interface LedgerEntry {
  /** A field, an output, or all pins together: the loom is confirmed as a whole, on its page. */
  readonly place: FieldPath | `outputs.${string}` | 'pins.ecu';
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
  const isBesideMaps = ({ section }: LedgerEntry) => section === BESIDE_MAPS;
  const entries = others.flatMap((path) => fieldEntry(document, path, false));
  return [
    ...life.flatMap((path) => fieldEntry(document, path, true)),
    ...loomEntry(document),
    ...entries.filter((entry) => !isBesideMaps(entry)),
    ...document.outputs.map((output): LedgerEntry => ({
      place: `outputs.${output.id}`,
      label: output.name,
      words: outputWords(output),
      source: output.source,
      isConfirmed: isConfirmed(output.source),
      isLife: false,
      page: 'build/outputs',
      section: SHEET_LABELS.outputs,
    })),
    ...entries.filter(isBesideMaps),
  ];
}

function fieldEntry(document: Calibration, path: FieldPath, isLife: boolean): LedgerEntry[] {
  const value = valueAt(document, path) as { source?: Source } | null;
  const info = fieldInfo(path);
  if (value?.source === undefined || info === undefined || isSetAside(document, path)) return [];
  const page = pageOf(path);
  return [
    {
      place: path,
      label: info.label,
      words: valueWords(path, value),
      source: value.source,
      isConfirmed: isConfirmed(value.source),
      isLife,
      page,
      section: page.startsWith('build/') ? SHEET_LABELS[sheetOf(path)] : BESIDE_MAPS,
    },
  ];
}

/** The pins: vouched for once the loom is confirmed as they stand. */
function loomEntry({ pins }: Calibration): LedgerEntry[] {
  const [first] = pins.assignments;
  if (pins.ecu === null || first === undefined) return [];
  const confirmedOn = loomMoves(pins).length === 0 ? (pins.confirmed?.date ?? null) : null;
  return [
    {
      place: 'pins.ecu',
      label: 'Wires on their pins',
      words: `${pins.assignments.length} wires`,
      source:
        confirmedOn === null
          ? {
              kind: first.source.kind === 'starter' ? 'starter' : 'estimated',
              date: first.source.date,
              note: 'The loom has not been confirmed',
            }
          : { kind: 'measured', date: confirmedOn, note: 'The loom as it is' },
      isConfirmed: confirmedOn !== null,
      isLife: true,
      page: 'build/pins',
      section: SHEET_LABELS.pins,
    },
  ];
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
