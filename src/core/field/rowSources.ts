import type { Source } from './source';
import { SOURCE_KINDS } from './source';

/** Where a table comes from as a whole, which is its least sure row; and each row, while they differ. */
export interface TableSources {
  source: Source;
  rowSources?: Source[] | undefined;
}

/** Source of each row of a table. */
export function rowSourcesOf({ source, rowSources }: TableSources, rows: number): Source[] {
  return rowSources ?? Array.from({ length: rows }, () => source);
}

/** The sources of a table from those of its rows. */
function tableSources(rowSources: readonly Source[]): TableSources {
  const sureness = (source: Source) => SOURCE_KINDS.indexOf(source.kind);
  const source = rowSources.reduce((weakest, each) => (sureness(each) > sureness(weakest) ? each : weakest));
  const alike = rowSources.every((each) => JSON.stringify(each) === JSON.stringify(source));
  return alike ? { source } : { source, rowSources: [...rowSources] };
}

/**
 * Sources of a table after rows were typed: a row whose numbers were there before keeps its own, every other comes from what
 * is typed from now.
 * @param rows the rows as they are now; one at least.
 */
export function sourcesAfterTyping<Row>(
  before: (TableSources & { readonly rows: readonly Row[] }) | null,
  rows: readonly Row[],
  typed: Source,
): TableSources {
  if (before === null) return { source: typed };
  const old = new Map(
    rowSourcesOf(before, before.rows.length).map((source, i) => [JSON.stringify(before.rows[i]), source]),
  );
  return tableSources(rows.map((row) => old.get(JSON.stringify(row)) ?? typed));
}
