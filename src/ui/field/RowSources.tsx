import type { Source, TableSources } from '@/core/field';
import { SOURCE_TEXT } from '@/core/field/schema';
import { Text } from '../text/Text';

/** Where each row of a table comes from, while they differ in kind; nothing while they are alike. */
export function RowSources({ table }: { table: TableSources | null }) {
  const sources = table?.rowSources;
  if (sources === undefined || new Set(sources.map(({ kind }) => kind)).size < 2) return null;
  return (
    <Text kind="small" colour="muted">
      {rowSourceWords(sources)}
    </Text>
  );
}

/** "Measured: row 2. Data sheet: rows 1, 3, 4." */
export function rowSourceWords(sources: readonly Source[]): string {
  const kinds = [...new Set(sources.map(({ kind }) => kind))];
  return kinds
    .map((kind) => {
      const rows = sources.flatMap((source, i) => (source.kind === kind ? [i + 1] : []));
      return `${SOURCE_TEXT[kind].label}: ${rows.length === 1 ? 'row' : 'rows'} ${rows.join(', ')}.`;
    })
    .join(' ');
}
