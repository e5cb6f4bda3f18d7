import { useState } from 'react';
import type { ChoiceFieldInfo, Source, SourceKind } from '@/core/field';
import { Chips } from '../button/Chips';
import { FieldFrame } from './FieldFrame';
import { HelpSheet } from './HelpSheet';
import { SourceSheet } from './SourceSheet';

interface Props {
  info: ChoiceFieldInfo;
  value: { readonly value: string; readonly source: Source } | null;
  onCommit: (value: string, words: string) => void;
  onSource: (kind: SourceKind, note: string) => void;
}

/** One of a few possibilities, with its source and help. */
export function ChoiceField({ info, value, onCommit, onSource }: Props) {
  const [sheet, setSheet] = useState<'help' | 'source' | null>(null);
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
      >
        <Chips label={info.label} options={info.options} value={value?.value ?? null} onChange={choose} />
      </FieldFrame>
      <HelpSheet label={info.label} help={info.help} open={sheet === 'help'} onClose={() => setSheet(null)} />
      {sheet === 'source' && value !== null ? (
        <SourceSheet
          label={info.label}
          source={value.source}
          onClose={() => setSheet(null)}
          onChange={onSource}
        />
      ) : null}
    </>
  );
}
