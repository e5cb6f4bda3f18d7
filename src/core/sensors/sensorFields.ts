import type { FieldHelp } from '../field';
import { choiceField, quantityField, tableField } from '../field/schema';
import type { QuantityId } from '../units';

/** Volts below or above which a sensor is taken for unplugged or shorted. */
const faultFieldsOf = (required: boolean, usual: { low: string; high: string }) => ({
  faultLow: quantityField({
    label: 'Fault below',
    quantity: 'voltage',
    unit: 'V',
    min: 0,
    max: 5,
    decimals: 2,
    required,
    help: {
      what: 'A voltage below this is taken for a short to ground or a break.',
      usual: usual.low,
      changes: 'When the replacement value is used instead.',
    },
  }),
  faultHigh: quantityField({
    label: 'Fault above',
    quantity: 'voltage',
    unit: 'V',
    min: 0,
    max: 5,
    decimals: 2,
    required,
    help: {
      what: 'A voltage above this is taken for a short to supply or, with a pull-up, a break.',
      usual: usual.high,
      changes: 'When the replacement value is used instead.',
    },
  }),
});

export const faultFields = faultFieldsOf(true, {
  low: '0.2 V, under everything the sensor gives when it is well.',
  high: '4.8 V, over everything the sensor gives when it is well.',
});

/** A lambda controller may use its whole range: then nothing of it can be a fault, and both stay empty. */
export const lambdaFaultFields = faultFieldsOf(false, {
  low: 'Just under what the controller gives. Empty where it begins at 0 V: then a break is not seen.',
  high: 'Just over what the controller gives. Empty where it ends at 5 V: then a short is not seen.',
});

/** How much a reading is smoothed. */
export const filterField = quantityField({
  label: 'Filter',
  quantity: 'duration',
  unit: 'ms',
  min: 0,
  max: 5000,
  decimals: 0,
  required: false,
  help: {
    what: 'Time constant over which the reading is smoothed.',
    usual: '5 to 20 ms for pressure, 100 ms and more for temperature.',
    changes: 'Noise against delay.',
  },
});

/** What stands in for a sensor that fails. */
export const onFaultField = choiceField({
  label: 'When it fails, use',
  required: true,
  options: [
    { id: 'value', label: 'The value below' },
    { id: 'last', label: 'The last good reading' },
  ],
  help: {
    what: 'What the engine computer goes on with when the voltage is in the fault band.',
    usual: 'A value that brings the car home: 80 °C for coolant, barometric pressure for the manifold.',
    changes: 'Whether a broken wire stops the engine, floods it, or is hardly felt.',
  },
});

/** The reading used instead of a failed sensor's. */
export function fallbackField(quantity: QuantityId, unit: string, min: number, max: number, usual: string) {
  return quantityField({
    label: 'Replacement value',
    quantity,
    unit,
    min,
    max,
    decimals: 1,
    required: true,
    help: {
      what: 'The reading that is used while the sensor is at fault.',
      usual,
      changes: 'Fuel and spark while the sensor is at fault.',
    },
  });
}

/** Whether a sensor that not every engine has is there. */
export const fittedField = choiceField({
  label: 'Fitted',
  required: false,
  options: [
    { id: 'yes', label: 'Fitted' },
    { id: 'no', label: 'Not fitted' },
  ],
  help: {
    what: 'Whether the engine has this sensor.',
    usual: 'Look at the engine.',
    changes: 'Whether it needs a pin and a calibration.',
  },
});

interface LinearInfo {
  readonly value: string;
  readonly quantity: QuantityId;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  /** Quantity of a change of the value: that of the slope. */
  readonly changeQuantity: QuantityId;
  readonly changeUnit: string;
  readonly help: FieldHelp;
}

/** The calibration of a sensor whose voltage is a line or a table: points, or slope and offset. */
export function linearFields({
  value,
  quantity,
  unit,
  min,
  max,
  changeQuantity,
  changeUnit,
  help,
}: LinearInfo) {
  return {
    form: choiceField({
      label: 'Calibration is given by',
      required: true,
      options: [
        { id: 'points', label: 'Points', hint: 'Two or more' },
        { id: 'slope', label: 'Slope and offset' },
      ],
      help: {
        what: 'How the data sheet writes the sensor’s line.',
        usual: 'Two points. A table where the line is bent.',
        changes: 'Which of the fields below count; the others keep what was typed.',
      },
    }),
    points: tableField({
      label: `${value} against voltage`,
      required: true,
      minRows: 2,
      maxRows: 16,
      columns: [
        { label: 'Voltage', quantity: 'voltage', unit: 'V', min: 0, max: 5 },
        { label: value, quantity, unit, min, max },
      ],
      help,
    }),
    slope: quantityField({
      label: 'Slope, for each volt',
      quantity: changeQuantity,
      unit: changeUnit,
      min: -(max - min),
      max: max - min,
      decimals: 3,
      required: true,
      help: { what: 'Change of the value for one volt more.', usual: help.usual, changes: help.changes },
    }),
    offset: quantityField({
      label: 'Value at 0 V',
      quantity,
      unit,
      min: -(max - min),
      max,
      decimals: 2,
      required: true,
      help: {
        what: 'What the line gives at 0 V; often below zero.',
        usual: help.usual,
        changes: help.changes,
      },
    }),
  };
}
