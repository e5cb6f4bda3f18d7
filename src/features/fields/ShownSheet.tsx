import { type ShownUnits, UNIT_SYSTEMS } from '@/core/units';
import { useAfterPaint } from '@/data/session/documentParts';
import { useLightPreference } from '@/data/light';
import { useShownUnits } from '@/data/shownUnits';
import { useSightPreference } from '@/data/sight';
import { Chips } from '@/ui/button/Chips';
import { Sheet } from '@/ui/sheet/Sheet';
import { Heading, Text } from '@/ui/text/Text';

const SIGHT = [
  { id: 'usual', label: 'As usual' },
  { id: 'atTheCar', label: 'At the car' },
] as const;
const LIGHT = [
  { id: 'system', label: 'As the device' },
  { id: 'dark', label: 'Dark' },
  { id: 'light', label: 'Light' },
] as const;
const SYSTEMS = [
  { id: 'metric', label: 'Metric' },
  { id: 'imperial', label: 'Imperial' },
] as const;
const MIXTURE = [
  { id: 'lambda', label: 'Lambda' },
  { id: 'afr', label: 'Air-fuel ratio', hint: 'Of this engine’s fuel' },
] as const;
const PRESSURE = [
  { id: 'kPaAbs', label: 'kPa' },
  { id: 'barAbs', label: 'bar' },
  { id: 'psiAbs', label: 'psi' },
] as const;
const TEMPERATURE = [
  { id: 'degC', label: '°C' },
  { id: 'degF', label: '°F' },
] as const;
const DISTANCE = [
  { id: 'metric', label: 'km/h, m, kg' },
  { id: 'imperial', label: 'mph, ft, lb' },
] as const;
const DECIMALS = [
  { id: '-1', label: 'One fewer' },
  { id: '0', label: 'Usual' },
  { id: '1', label: 'One more' },
] as const;

/** How everything is shown on this device: light, size, units and decimals. What is stored does not change with it. */
export function ShownSheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [sight, setSight] = useSightPreference();
  const [light, setLight] = useLightPreference();
  return (
    <Sheet title="How it is shown" open={open} onClose={onClose}>
      <Chips label="Sight" options={SIGHT} value={sight} onChange={setSight} />
      <Text kind="small" colour="muted">
        At the car: black and white first, larger numbers, larger targets. For sun, gloves and cold.
      </Text>
      <Text kind="strong">Light</Text>
      <Chips label="Light" options={LIGHT} value={light} onChange={setLight} />
      <UnitChoices />
    </Sheet>
  );
}

/** The units: below what a sheet opens with, so the touch that opens it does not wait for them. */
function UnitChoices() {
  const [units, setUnits] = useShownUnits();
  const isPainted = useAfterPaint();
  if (!isPainted) return null;
  return (
    <>
      <Heading level={3}>Units</Heading>
      <Text kind="small" colour="muted">
        Maps, readings and sentences are in these, here and on paper; what is typed next too. What was typed
        before stays as it was typed, and what is stored does not change.
      </Text>
      <Chips
        label="Units"
        options={SYSTEMS}
        value={systemOf(units)}
        onChange={(system) => setUnits({ ...units, ...UNIT_SYSTEMS[system] })}
      />
      <Text kind="strong">Mixture</Text>
      <Chips
        label="Mixture"
        options={MIXTURE}
        value={units.mixture}
        onChange={(mixture) => setUnits({ ...units, mixture })}
      />
      <Text kind="strong">Pressure</Text>
      <Chips
        label="Pressure"
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
      <Text kind="strong">Speed, height and weight</Text>
      <Chips
        label="Speed, height and weight"
        options={DISTANCE}
        value={units.distance}
        onChange={(distance) => setUnits({ ...units, distance })}
      />
      <Text kind="strong">Decimals of readings</Text>
      <Chips
        label="Decimals of readings"
        options={DECIMALS}
        value={`${units.decimals}`}
        onChange={(decimals) => setUnits({ ...units, decimals: DECIMALS_OF[decimals] })}
      />
    </>
  );
}

const DECIMALS_OF = { '-1': -1, '0': 0, '1': 1 } as const;

/** The system that all of it belongs to; null for a choice of both. */
function systemOf(units: ShownUnits): keyof typeof UNIT_SYSTEMS | null {
  const found = SYSTEMS.find(({ id }) =>
    Object.entries(UNIT_SYSTEMS[id]).every(([what, unit]) => units[what as keyof ShownUnits] === unit),
  );
  return found?.id ?? null;
}
