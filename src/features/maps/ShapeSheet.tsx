import { useState } from 'react';
import { View } from 'react-native';
import { partFileName, saveTextFile } from '@/data/files/download';
import { blockToCsv } from '@/data/files/mapFiles';
import { pickPart } from '@/data/files/pick';
import { useDocumentPart } from '@/data/session/documentParts';
import { Button } from '@/ui/button/Button';
import { TextBox } from '@/ui/field';
import { Message } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import type { MapEditing, ShapeKind } from './useMapEditing';
import { readFile } from '@/workers/readFileClient';

const CSV_TYPES = ['text/csv', 'text/tab-separated-values', '.csv', '.tsv'] as const;

const SHAPES: readonly { readonly id: ShapeKind; readonly label: string }[] = [
  { id: 'corners', label: 'Fill from the corners' },
  { id: 'edges', label: 'Fill from the edges' },
  { id: 'smooth', label: 'Smooth' },
];

/** What is done to the shape of the selection, and its way to and from a spreadsheet, for a finger. */
export function ShapeSheet({ name, editing }: { name: string; editing: MapEditing }) {
  const calibration = useDocumentPart(({ name }) => name);
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const close = () => {
    setOpen(false);
    setSaid(null);
    setRefused(null);
  };
  /** Closes when the block was taken; else says why not, and what was pasted stays. */
  const paste = (block: string): boolean => {
    const refusal = editing.paste(block);
    setRefused(refusal);
    if (refusal === null) close();
    return refusal === null;
  };
  const copy = async (withAxes: boolean) => {
    try {
      await navigator.clipboard.writeText(editing.copied(withAxes));
      setSaid('Copied.');
    } catch {
      setSaid('The browser did not allow it. Use Ctrl+C on the grid, or allow the clipboard.');
    }
  };
  const save = () => {
    const fileName = `${partFileName(calibration, name.toLowerCase().replace(/\W+/g, '-'))}.csv`;
    saveTextFile(fileName, blockToCsv(editing.copied(true)), 'text/csv');
  };
  const openFile = async () => {
    const picked = await pickPart((text) => readFile('mapBlock', text), CSV_TYPES);
    if (picked === null) return;
    if (!picked.ok) return setSaid(picked.message);
    paste(picked.part);
  };
  return (
    <>
      <Button label="Shape and copy" icon="content-copy" onPress={() => setOpen(true)} />
      <Sheet title="Shape and copy" open={open} onClose={close}>
        <Text kind="small" colour="muted">
          What is done to the selected cells. Undo takes it back.
        </Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          {SHAPES.map(({ id, label }) => (
            <Button
              key={id}
              label={label}
              onPress={() => {
                editing.shape(id);
                close();
              }}
            />
          ))}
        </View>
        <Text kind="strong">Spreadsheet</Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button label="Copy" icon="content-copy" onPress={() => void copy(false)} />
          <Button label="Copy with breakpoints" onPress={() => void copy(true)} />
          <Button label="Save as CSV" icon="table-arrow-down" onPress={save} />
          <Button label="Open a CSV" icon="file-import-outline" onPress={() => void openFile()} />
        </View>
        {said === null ? null : <Message tone="plain">{said}</Message>}
        {refused === null ? null : <Message tone="error">{refused}</Message>}
        <TextBox
          label="Block from a spreadsheet"
          placeholder="Paste a block of cells here"
          value={text}
          lines={5}
          maxLength={60000}
          onChangeText={setText}
        />
        <View style={{ flexDirection: 'row' }}>
          <Button
            label="Paste it"
            icon="content-paste"
            disabled={text.trim() === ''}
            onPress={() => {
              if (paste(text)) setText('');
            }}
          />
        </View>
      </Sheet>
    </>
  );
}
