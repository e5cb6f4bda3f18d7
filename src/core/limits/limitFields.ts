import { choiceField, quantityField } from '../field/schema';

/** What is withheld from a charge that is cut. */
export const CUT_BY = [
  { id: 'fuel', label: 'Fuel', hint: 'Clean; the mixture stays as it is' },
  { id: 'spark', label: 'Spark', hint: 'Quickest; raw fuel burns in the exhaust' },
  { id: 'both', label: 'Both', hint: 'Quick, and no raw fuel' },
] as const;

/** Whether something is used at all. */
export const onOffField = (label: string, help: { what: string; usual: string; changes: string }) =>
  choiceField({
    label,
    required: false,
    options: [
      { id: 'no', label: 'Off' },
      { id: 'yes', label: 'On' },
    ],
    help,
  });

/** How charges are cut. */
export const cutByField = (usual: string) =>
  choiceField({
    label: 'Cuts',
    required: true,
    options: CUT_BY,
    help: {
      what: 'What a charge that is cut goes without.',
      usual,
      changes: 'How quickly the torque goes, and what the exhaust has to bear.',
    },
  });

/** A speed of the engine. */
export const speedField = (
  label: string,
  range: { readonly min: number; readonly max: number },
  required: boolean,
  help: { what: string; usual: string; changes: string },
) =>
  quantityField({
    label,
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    ...range,
    decimals: 0,
    required,
    help,
  });

/** A time. */
export const secondsField = (
  label: string,
  range: { readonly min: number; readonly max: number },
  required: boolean,
  help: { what: string; usual: string; changes: string },
) => quantityField({ label, quantity: 'seconds', unit: 's', ...range, decimals: 1, required, help });
