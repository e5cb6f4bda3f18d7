import type { TableSources } from './rowSources';
import { type QuantityId, type UnitId, unitsOf } from '../units';
import { type Source, sourceSchema } from './source';
import { z } from './zod';

/** What is drawn in the help of a field, where a picture says more than words. */
export type HelpPictureId = 'wheel' | 'regulator' | 'deadTime';

/** What a field says about itself when asked. */
export interface FieldHelp {
  /** What it is. */
  readonly what: string;
  /** What is usual. */
  readonly usual: string;
  /** What it changes. */
  readonly changes: string;
  readonly picture?: HelpPictureId;
}

interface FieldBase {
  readonly label: string;
  /** False when the work goes on without it. */
  readonly required: boolean;
  /** Title of the card that it begins on its section’s screen; left out, it stands in the card of the field before it. */
  readonly card?: string;
  /** Where it stands on another sheet than the rest of its section, the id of that. */
  readonly sheet?: string;
  readonly help: FieldHelp;
}

/** A physical number. Limits are in the quantity's base unit. */
export interface QuantityFieldInfo<Q extends QuantityId = QuantityId> extends FieldBase {
  readonly kind: 'quantity';
  readonly quantity: Q;
  /** The unit offered before anything is typed. */
  readonly unit: UnitId<Q>;
  readonly min: number;
  readonly max: number;
  /** Decimals when the base value is shown. */
  readonly decimals: number;
  /** Only whole numbers make sense. */
  readonly whole?: boolean;
}

/** One of a few named possibilities. */
export interface ChoiceFieldInfo extends FieldBase {
  readonly kind: 'choice';
  readonly options: readonly { readonly id: string; readonly label: string; readonly hint?: string }[];
}

/** A list of cylinder numbers in the order they fire. */
export interface OrderFieldInfo extends FieldBase {
  readonly kind: 'order';
}

/** A table of dead time against voltage. */
export interface DeadTimeFieldInfo extends FieldBase {
  readonly kind: 'deadTime';
}

export type FieldInfo =
  QuantityFieldInfo | ChoiceFieldInfo | OrderFieldInfo | DeadTimeFieldInfo | TableFieldInfo;

/** A column of a table. Limits are in the quantity's base unit. */
export interface TableColumn {
  readonly label: string;
  readonly quantity: QuantityId;
  /** The unit offered before anything is typed. */
  readonly unit: string;
  readonly min: number;
  readonly max: number;
}

/** Rows of numbers, such as resistance against temperature. The first column increases strictly. */
export interface TableFieldInfo extends FieldBase {
  readonly kind: 'table';
  readonly columns: readonly TableColumn[];
  readonly minRows: number;
  readonly maxRows: number;
}

/** The one place that joins a field's schema with its label, unit, limits and help. */
export const fieldRegistry = z.registry<FieldInfo>();

/** A quantity as it was typed, with its source. The base-unit value is derived from it, never stored. */
export interface QuantityValue {
  amount: number;
  unit: string;
  source: Source;
}

/**
 * Schema of a quantity field; `null` while nothing is entered, so a file that does not know the field yet is read as such. Limits depend on other fields (gauge pressure on the
 * altitude, say) and are checked on the whole document, see `limits.ts`.
 */
export function quantityField<Q extends QuantityId>(info: Omit<QuantityFieldInfo<Q>, 'kind'>) {
  const ids = unitsOf(info.quantity).map((unit) => unit.id);
  const [first, ...others] = ids;
  if (first === undefined) throw new RangeError(`${info.quantity} has no units`);
  const schema = z
    .object({ amount: z.number(), unit: z.enum([first, ...others]), source: sourceSchema })
    .nullable()
    .default(null);
  return schema.register(fieldRegistry, { kind: 'quantity', ...info } as QuantityFieldInfo);
}

/** Schema of a field that is one of the options; `null` while nothing is chosen. */
export function choiceField<const Id extends string>(
  info: Omit<ChoiceFieldInfo, 'kind' | 'options'> & {
    readonly options: readonly [ChoiceOption<Id>, ...ChoiceOption<Id>[]];
  },
) {
  const [first, ...others] = info.options;
  const schema = z
    .object({ value: z.enum([first.id, ...others.map((option) => option.id)]), source: sourceSchema })
    .nullable()
    .default(null);
  return schema.register(fieldRegistry, { kind: 'choice', ...info });
}

interface ChoiceOption<Id extends string> {
  readonly id: Id;
  readonly label: string;
  readonly hint?: string;
}

/** A table as it was typed: one unit a column, rows of one amount a column. */
export interface TableValue extends TableSources {
  units: string[];
  rows: number[][];
}

/**
 * Schema of a table field; `null` while nothing is entered. Limits and order depend on units and are checked on the
 * whole document, see `table.ts`.
 */
export function tableField(info: Omit<TableFieldInfo, 'kind'>) {
  const width = info.columns.length;
  const unit = z.string().max(20);
  const schema = z
    .object({
      units: z
        .array(unit)
        .length(width)
        .refine(
          (units) =>
            units.every((id, i) => {
              const quantity = info.columns[i]?.quantity;
              return quantity !== undefined && unitsOf(quantity).some((known) => known.id === id);
            }),
          { message: `Units must be those of ${info.columns.map((column) => column.label).join(', ')}` },
        ),
      rows: z.array(z.array(z.number()).length(width)).min(info.minRows).max(info.maxRows),
      ...tableSourcesShape,
    })
    .refine(eachRowHasSource, EACH_ROW_HAS_SOURCE)
    .nullable()
    .default(null);
  return schema.register(fieldRegistry, { kind: 'table', ...info });
}

/** How a table keeps its sources. */
export const tableSourcesShape = {
  source: sourceSchema,
  /** One a row, while rows come from different sources. */
  rowSources: z.array(sourceSchema).optional(),
} as const;

/** True when a table’s rows have a source each, or none. */
export function eachRowHasSource({
  rows,
  rowSources,
}: {
  rows: readonly unknown[];
  rowSources?: readonly unknown[] | undefined;
}): boolean {
  return rowSources === undefined || rowSources.length === rows.length;
}

/** What is wrong otherwise. */
export const EACH_ROW_HAS_SOURCE = {
  message: 'Sources of rows must be as many as the rows',
  path: ['rowSources'],
};

/** Schema of a firing order; `null` while nothing is entered. */
export function orderField(info: Omit<OrderFieldInfo, 'kind'>) {
  const schema = z
    .object({ value: z.array(z.number().int().min(1).max(16)).min(1).max(16), source: sourceSchema })
    .nullable()
    .default(null);
  return schema.register(fieldRegistry, { kind: 'order', ...info });
}
