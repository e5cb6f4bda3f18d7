import { useState } from 'react';
import { View } from 'react-native';
import { CORRECTION_CHANNELS, type CorrectionChannel } from '@/core/channel';
import type { Correction, CorrectionOperation, CorrectionTarget } from '@/core/correction';
import { CORRECTION_OPERATIONS, CORRECTION_TARGETS, neutralMap, TARGET_TEXT } from '@/core/correction/schema';
import { pressureShortfall } from '@/core/generators';
import { AXES } from '@/core/map';
import { edit, useDocument } from '@/data/session/session';
import { typedSource } from '@/data/session/useField';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { TextBox } from '@/ui/field';
import { Message } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';

const OPERATIONS: Readonly<Record<CorrectionOperation, string>> = {
  multiply: 'Multiply',
  add: 'Add',
  replace: 'Replace',
};
/** What the starter is called: there is one of it. */
const SHORTFALL = 'Fuel pressure shortfall';
const channels = CORRECTION_CHANNELS.map((id) => ({ id, label: AXES[id].label }));

/** Name, target, operation and channels of a new correction. Its map begins so that it changes nothing. */
export function NewCorrectionSheet({ onClose }: { onClose: () => void }) {
  const document = useDocument();
  const { corrections } = document;
  const shortfall = pressureShortfall(document, typedSource());
  const [name, setName] = useState('');
  const [on, setOn] = useState<CorrectionTarget>('fuel');
  const [operation, setOperation] = useState<CorrectionOperation>('multiply');
  const [x, setX] = useState<CorrectionChannel>('air');
  const [y, setY] = useState<CorrectionChannel | 'none'>('none');
  const problem =
    nameProblem(name, corrections) ?? (x === y ? 'Both axes are the same channel. Choose another.' : null);
  const add = () => {
    const shape = { on, operation, x, y: y === 'none' ? null : y };
    edit(`Add the correction ${name.trim()}`, (draft) => {
      draft.corrections.push({
        id: freeId(name, corrections),
        name: name.trim(),
        enabled: operation !== 'replace',
        ...shape,
        activation: null,
        map: neutralMap(shape, typedSource()),
      });
    });
    onClose();
  };
  const addShortfall = () => {
    if (!shortfall.ok) return;
    const { name: called } = shortfall.correction;
    edit(`Add the correction ${called}`, (draft) => {
      draft.corrections.push({ id: freeId(called, corrections), ...shortfall.correction });
    });
    onClose();
  };
  return (
    <Sheet
      title="A correction of your own"
      open
      onClose={onClose}
      actions={<Button label="Add it" kind="primary" icon="plus" disabled={problem !== null} onPress={add} />}
    >
      <Button
        label="Begin with one for a fuel pressure that falls short"
        icon="auto-fix"
        disabled={!shortfall.ok || nameProblem(SHORTFALL, corrections) !== null}
        onPress={addShortfall}
      />
      {shortfall.ok ? null : (
        <Text kind="small" colour="muted">
          {shortfall.why}
        </Text>
      )}
      <TextBox
        label="Name of the correction"
        placeholder="Fuel warm in the rail"
        value={name}
        maxLength={40}
        onChangeText={setName}
      />
      <Text kind="strong">It acts on</Text>
      <Chips
        label="It acts on"
        options={CORRECTION_TARGETS.map((id) => ({ id, label: TARGET_TEXT[id] }))}
        value={on}
        onChange={setOn}
      />
      <Text kind="strong">And will</Text>
      <Chips
        label="Operation"
        options={CORRECTION_OPERATIONS.map((id) => ({ id, label: OPERATIONS[id] }))}
        value={operation}
        onChange={setOperation}
      />
      <Text kind="strong">Across</Text>
      <Chips label="Across" options={channels} value={x} onChange={setX} />
      <Text kind="strong">Up</Text>
      <Chips
        label="Up"
        options={[{ id: 'none', label: 'Nothing: a curve' }, ...channels]}
        value={y}
        onChange={setY}
      />
      {operation === 'replace' ? (
        <Text kind="small" colour="muted">
          One that replaces begins switched off, so that nothing changes before its cells are yours.
        </Text>
      ) : null}
      <View>{problem === null || name === '' ? null : <Message tone="error">{problem}</Message>}</View>
    </Sheet>
  );
}

function nameProblem(name: string, corrections: readonly Correction[]): string | null {
  const wanted = name.trim().toLowerCase();
  if (wanted === '') return 'Give it a name.';
  return corrections.some((other) => other.name.toLowerCase() === wanted)
    ? `There is a correction called “${name.trim()}” already. Choose another name.`
    : null;
}

/** An id made of the name, unlike those there are. */
function freeId(name: string, corrections: readonly Correction[]): string {
  const base =
    name
      .trim()
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 20) || 'own';
  const taken = (id: string) => corrections.some((other) => other.id === id);
  for (let n = 1; ; n += 1) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!taken(id)) return id;
  }
}
