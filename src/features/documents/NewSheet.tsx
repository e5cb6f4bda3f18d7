import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { type Calibration, emptyCalibration } from '@/core/calibration';
import { calibrationFromSheet, ENGINE_SHEETS } from '@/core/starters';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { RadioRow } from '@/ui/button/RadioRow';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { nameFormSchema, type NameForm } from './nameForm';
import { NameBox } from './NameSheet';
import { freeName } from './names';

interface Props {
  names: readonly string[];
  onClose: () => void;
  onMake: (document: Calibration) => void;
}

/** A new calibration: its name, and what it starts from. */
export function NewSheet({ names, onClose, onMake }: Props) {
  const [starter, setStarter] = useState<string | null>(null);
  const form = useForm<NameForm>({
    resolver: zodResolver(nameFormSchema),
    defaultValues: { name: freeName('New engine', names) },
  });
  const make = form.handleSubmit(({ name }) => {
    const sheet = ENGINE_SHEETS.find((candidate) => candidate.id === starter);
    onMake(
      sheet === undefined
        ? emptyCalibration(name, today())
        : calibrationFromSheet(sheet, 'starter', name, today()),
    );
    onClose();
  });
  const options = [
    { id: null, label: 'Nothing', hint: 'Every field empty: enter your own engine' },
    ...ENGINE_SHEETS.map((sheet) => ({ id: sheet.id, label: sheet.starterLabel, hint: sheet.summary })),
  ];
  return (
    <Sheet
      title="New calibration"
      open
      onClose={onClose}
      actions={<Button label="Make it" kind="primary" onPress={() => void make()} />}
    >
      <NameBox form={form} onSubmit={() => void make()} />
      <Text kind="strong">Start from</Text>
      <View role="radiogroup" aria-label="Start from">
        {options.map((option) => (
          <RadioRow
            key={option.label}
            label={option.label}
            hint={option.hint}
            chosen={option.id === starter}
            onChoose={() => setStarter(option.id)}
          />
        ))}
      </View>
      <Text kind="small" colour="muted">
        A starter’s numbers belong to another engine. Each is marked “Starter” until you enter your own.
      </Text>
    </Sheet>
  );
}
