import { useState } from 'react';
import type { ChoiceFieldInfo, Source, SourceKind } from '@/core/field';
import { Chips } from '../button/Chips';
import { FieldFrame } from './FieldFrame';
import { FieldSheets, type FieldSheet } from './FieldSheets';

interface Props {
  info: ChoiceFieldInfo;
  value: { readonly value: string; readonly source: Source } | null;
  onCommit: (value: string, words: string) => void;
  onSource: (kind: SourceKind, note: string) => void;
  /** What is wrong: a conflict with another field. */
  conflict?: string | null;
  /** What is unwise about it. */
  caution?: string | null;
}

/** One of a few possibilities, with its source and help. */
export function ChoiceField({ info, value, onCommit, onSource, conflict, caution }: Props) {
  const [sheet, setSheet] = useState<FieldSheet>(null);
  const choose = (id: string) => {
    if (id === value?.value) return;
    onCommit(id, info.options.find((option) => option.id === id)?.label ?? id);
  };
  return (
    <>
      <FieldFrame
        label={info.label}
        source={value?.source ?? null}
        onSource={() => setSheet('source')}
        onHelp={() => setSheet('help')}
        error={conflict ?? null}
        caution={caution ?? null}
      >
        <Chips label={info.label} options={info.options} value={value?.value ?? null} onChange={choose} />
      </FieldFrame>
      <FieldSheets
        label={info.label}
        help={info.help}
        source={value?.source ?? null}
        open={sheet}
        onClose={() => setSheet(null)}
        onSource={onSource}
      />
    </>
  );
}
