import { type Calibration, choiceAt } from '@/core/calibration';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Chips } from '@/ui/button/Chips';

/** Generic thermistors, by nominal resistance at 25 °C and B value. */
const LIBRARY = [
  { id: '2057', label: '2.06 kΩ, B 3500', ohm: 2057, beta: 3500 },
  { id: '2200', label: '2.2 kΩ, B 3480', ohm: 2200, beta: 3480 },
  { id: '5000', label: '5 kΩ, B 3950', ohm: 5000, beta: 3950 },
  { id: '10000', label: '10 kΩ, B 3950', ohm: 10000, beta: 3950 },
] as const;

/** Takes a generic curve over into the fields, as an estimate that waits to be confirmed. */
export function ThermistorPresets({ sensor }: { sensor: 'coolant' | 'air' }) {
  const document = useDocument();
  if (choiceAt(document, `sensors.${sensor}.form`) !== 'library') return null;
  const { nominal, beta } = document.sensors[sensor];
  const inOhm = nominal === null ? null : nominal.amount * (nominal.unit === 'kohm' ? 1000 : 1);
  const taken = LIBRARY.find((entry) => entry.ohm === inOhm && entry.beta === beta?.amount)?.id ?? null;
  const take = (id: (typeof LIBRARY)[number]['id']) => {
    const entry = LIBRARY.find((candidate) => candidate.id === id);
    if (entry === undefined) return;
    const source = { kind: 'estimated', date: today(), note: 'Generic curve' } as const;
    edit(`Generic curve ${entry.label}`, (draft) => {
      const target = (draft as Calibration).sensors[sensor];
      target.nominal = { amount: entry.ohm, unit: 'ohm', source };
      target.beta = { amount: entry.beta, unit: '1', source };
    });
  };
  return <Chips label="Generic curves" options={LIBRARY} value={taken} onChange={take} />;
}
