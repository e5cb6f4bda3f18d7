import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { type Calibration, emptyCalibration } from '@/core/calibration';
import { calibrationFromSheet, cylindersOf, STARTER_SHEETS } from '@/core/starters';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { RadioRow } from '@/ui/button/RadioRow';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { nameFormSchema, type NameForm } from './nameForm';
import { NameBox } from './NameSheet';
import { freeName } from '@/data/store/names';

interface Props {
  names: readonly string[];
  onClose: () => void;
  onMake: (make: () => Calibration) => void;
}

/** How many cylinders there are beginnings for, and none. */
const COUNTS = [
  { id: 'nothing', label: 'Nothing' },
  ...[...new Set(STARTER_SHEETS.map(cylindersOf))].map((count) => ({
    id: String(count),
    label: `${count} cylinders`,
  })),
];

/** A new calibration: its name, and what it starts from, asked for by cylinders and how they breathe. */
export function NewSheet({ names, onClose, onMake }: Props) {
  const [count, setCount] = useState('nothing');
  const [starter, setStarter] = useState<string | null>(null);
  const offered = STARTER_SHEETS.filter((sheet) => String(cylindersOf(sheet)) === count);
  const form = useForm<NameForm>({
    resolver: zodResolver(nameFormSchema),
    defaultValues: { name: freeName('New engine', names) },
  });
  const make = form.handleSubmit(({ name }) => {
    const sheet = offered.find((candidate) => candidate.id === starter) ?? offered[0];
    onMake(() =>
      sheet === undefined
        ? emptyCalibration(name, today())
        : calibrationFromSheet(sheet, 'starter', name, today()),
    );
    onClose();
  });
  return (
    <Sheet
      title="New calibration"
      open
      onClose={onClose}
      actions={<Button label="Make it" kind="primary" onPress={() => void make()} />}
    >
      <NameBox form={form} onSubmit={() => void make()} />
      <Text kind="strong">Start from</Text>
      <Chips label="Start from" options={COUNTS} value={count} onChange={setCount} />
      {offered.length === 0 ? (
        <Text kind="small" colour="muted">
          Every field is empty: enter your own engine.
        </Text>
      ) : (
        <>
          <View role="radiogroup" aria-label="Its kind">
            {offered.map((sheet, i) => (
              <RadioRow
                key={sheet.id}
                label={sheet.starterLabel}
                hint={sheet.summary}
                chosen={offered.some(({ id }) => id === starter) ? sheet.id === starter : i === 0}
                onChoose={() => setStarter(sheet.id)}
              />
            ))}
          </View>
          <Text kind="small" colour="muted">
            A starter’s numbers belong to another engine. Each is marked “Starter” until you enter your own.
          </Text>
        </>
      )}
    </Sheet>
  );
}
