import { useState } from 'react';
import { useShownUnits } from '@/data/shownUnits';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';

const MIXTURE = [
  { id: 'lambda', label: 'Lambda' },
  { id: 'afr', label: 'Air-fuel ratio', hint: 'Of this engine’s fuel' },
] as const;
const PRESSURE = [
  { id: 'kPaAbs', label: 'kPa abs' },
  { id: 'barAbs', label: 'bar abs' },
  { id: 'psiAbs', label: 'psi abs' },
] as const;
const TEMPERATURE = [
  { id: 'degC', label: '°C' },
  { id: 'degF', label: '°F' },
] as const;

/** The units maps are shown and typed in. What is stored stays as it is. */
export function UnitsSheet() {
  const [open, setOpen] = useState(false);
  const [units, setUnits] = useShownUnits();
  return (
    <>
      <Button label="Units" icon="tune-vertical" onPress={() => setOpen(true)} />
      <Sheet title="Units of maps" open={open} onClose={() => setOpen(false)}>
        <Text kind="small" colour="muted">
          Maps are shown, typed, copied and pasted in these. What is stored does not change.
        </Text>
        <Text kind="strong">Mixture</Text>
        <Chips
          label="Mixture"
          options={MIXTURE}
          value={units.mixture}
          onChange={(mixture) => setUnits({ ...units, mixture })}
        />
        <Text kind="strong">Manifold pressure</Text>
        <Chips
          label="Manifold pressure"
          options={PRESSURE}
          value={units.pressure}
          onChange={(pressure) => setUnits({ ...units, pressure })}
        />
        <Text kind="strong">Temperature</Text>
        <Chips
          label="Temperature"
          options={TEMPERATURE}
          value={units.temperature}
          onChange={(temperature) => setUnits({ ...units, temperature })}
        />
      </Sheet>
    </>
  );
}
