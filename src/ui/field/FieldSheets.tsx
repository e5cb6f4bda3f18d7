import type { FieldHelp, Source, SourceKind } from '@/core/field';
import { HelpSheet } from './HelpSheet';
import { SourceSheet } from './SourceSheet';

/** Which sheet of a field is open. */
export type FieldSheet = 'help' | 'source' | null;

interface Props {
  label: string;
  help: FieldHelp;
  /** The value in every unit, where it has more than one. */
  conversions?: readonly string[];
  /** Null while there is no value to have one. */
  source: Source | null;
  open: FieldSheet;
  onClose: () => void;
  onSource: (kind: SourceKind, note: string) => void;
}

/** The sheets every field has: what it is, and where its value comes from. */
export function FieldSheets({ label, help, conversions, source, open, onClose, onSource }: Props) {
  return (
    <>
      <HelpSheet
        label={label}
        help={help}
        open={open === 'help'}
        onClose={onClose}
        {...(conversions === undefined ? {} : { conversions })}
      />
      {open === 'source' && source !== null ? (
        <SourceSheet label={label} source={source} onClose={onClose} onChange={onSource} />
      ) : null}
    </>
  );
}
