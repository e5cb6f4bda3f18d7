import { type Calibration, choiceAt } from '@/core/calibration';
import { GENERIC_THERMISTORS } from '@/core/sensors';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Chips } from '@/ui/button/Chips';

/** Takes a generic curve over into the fields, as an estimate that waits to be confirmed. */
export function ThermistorPresets({ sensor }: { sensor: 'coolant' | 'air' }) {
  const document = useDocument();
  if (choiceAt(document, `sensors.${sensor}.form`) !== 'library') return null;
  const { nominal, beta } = document.sensors[sensor];
  const inOhm = nominal === null ? null : nominal.amount * (nominal.unit === 'kohm' ? 1000 : 1);
  const taken =
    GENERIC_THERMISTORS.find((entry) => entry.ohm === inOhm && entry.beta === beta?.amount)?.id ?? null;
  const take = (id: (typeof GENERIC_THERMISTORS)[number]['id']) => {
    const entry = GENERIC_THERMISTORS.find((candidate) => candidate.id === id);
    if (entry === undefined) return;
    const source = { kind: 'estimated', date: today(), note: 'Generic curve' } as const;
    edit(`Generic curve ${entry.label}`, (draft) => {
      const target = (draft as Calibration).sensors[sensor];
      target.nominal = { amount: entry.ohm, unit: 'ohm', source };
      target.beta = { amount: entry.beta, unit: '1', source };
    });
  };
  return <Chips label="Generic curves" options={GENERIC_THERMISTORS} value={taken} onChange={take} />;
}
