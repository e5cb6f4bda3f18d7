import { useState } from 'react';
import { View } from 'react-native';
import { formatDistanceToNow } from 'date-fns/formatDistanceToNow';
import type { Snapshot } from '@/data/store/record';
import { Button } from '@/ui/button/Button';
import { RadioRow } from '@/ui/button/RadioRow';
import { Sheet } from '@/ui/sheet/Sheet';

interface Props {
  /** What the calibration was before. */
  states: readonly Snapshot[];
  /** The state that is compared; null for the calibration as it is now. */
  chosen: Snapshot | null;
  onChoose: (state: Snapshot | null) => void;
}

const NOW = 'As it is now';

/** What the other is compared with: the calibration as it is, or one of its snapshots. */
export function FirstSide({ states, chosen, onChoose }: Props) {
  const [open, setOpen] = useState(false);
  if (states.length === 0) return null;
  const choose = (state: Snapshot | null) => {
    onChoose(state);
    setOpen(false);
  };
  return (
    <View style={{ flexDirection: 'row' }}>
      <Button
        label={`From: ${chosen === null ? 'as it is now' : `“${chosen.name}”`}`}
        accessibilityLabel="Compare from another state"
        icon="chevron-down"
        onPress={() => setOpen(true)}
      />
      <Sheet title="Compare from" open={open} onClose={() => setOpen(false)}>
        <View role="radiogroup" aria-label="Compare from">
          <RadioRow label={NOW} chosen={chosen === null} onChoose={() => choose(null)} />
          {states.map((state) => (
            <RadioRow
              key={state.id}
              label={state.name}
              hint={formatDistanceToNow(new Date(state.takenAt), { addSuffix: true })}
              chosen={chosen?.id === state.id}
              onChoose={() => choose(state)}
            />
          ))}
        </View>
      </Sheet>
    </View>
  );
}
