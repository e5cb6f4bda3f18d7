import * as z from 'zod';
import { choiceField, quantityField } from '../field/schema';

/** When the injectors are shut because the car drives the engine. */
export const overrunSchema = z.object({
  use: choiceField({
    label: 'Overrun cut',
    required: false,
    options: [
      { id: 'no', label: 'Off' },
      { id: 'yes', label: 'On' },
    ],
    help: {
      what: 'Shuts the injectors while the car drives the engine with the throttle closed.',
      usual: 'Off until idle and light load are tuned, then on.',
      changes: 'Fuel on overrun. Set wrongly it reaches idle or a light throttle and spoils both.',
    },
  }),
  speedAbove: quantityField({
    label: 'Cuts above',
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    min: 500,
    max: 8000,
    decimals: 0,
    required: true,
    help: {
      what: 'Speed above which fuel may be cut.',
      usual: '1600 to 2500 rev/min: well above a cold idle.',
      changes: 'How late into a slowing-down fuel stays cut.',
    },
  }),
  speedHysteresis: quantityField({
    label: 'Fuel returns below, by',
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    min: 20,
    max: 2000,
    decimals: 0,
    required: true,
    help: {
      what: 'How far speed must fall below that before fuel returns.',
      usual: '200 to 400 rev/min.',
      changes: 'Whether it surges at the threshold.',
    },
  }),
  throttleBelow: quantityField({
    label: 'With throttle below',
    quantity: 'percentage',
    unit: '%',
    min: 0,
    max: 30,
    decimals: 1,
    required: true,
    help: {
      what: 'Throttle below which the pedal counts as released.',
      usual: '1 to 3 %: just above the closed stop.',
      changes: 'Whether a light throttle is cut.',
    },
  }),
  throttleHysteresis: quantityField({
    label: 'Throttle hysteresis',
    quantity: 'percentage',
    unit: '%',
    min: 0.1,
    max: 10,
    decimals: 1,
    required: true,
    help: {
      what: 'How far the throttle must open beyond that before fuel returns.',
      usual: '0.5 to 1 %.',
      changes: 'Whether a trembling foot makes it chatter.',
    },
  }),
  pressureBelow: quantityField({
    label: 'With manifold pressure below',
    quantity: 'pressureAbsolute',
    unit: 'kPaAbs',
    min: 10,
    max: 110,
    decimals: 0,
    required: true,
    help: {
      what: 'Manifold pressure below which the engine is being driven.',
      usual: 'A few kPa below the lowest pressure it idles at.',
      changes: 'Too high a number reaches idle: the engine dies when it should settle.',
    },
  }),
  pressureHysteresis: quantityField({
    label: 'Pressure hysteresis',
    quantity: 'pressureDifference',
    unit: 'kPa',
    min: 0.5,
    max: 30,
    decimals: 1,
    required: true,
    help: {
      what: 'How far pressure must rise above that before fuel returns.',
      usual: '2 to 5 kPa.',
      changes: 'Whether it chatters between gears.',
    },
  }),
  coolantAbove: quantityField({
    label: 'With coolant above',
    quantity: 'temperature',
    unit: 'degC',
    min: -40,
    max: 120,
    decimals: 0,
    required: true,
    help: {
      what: 'Coolant temperature above which fuel may be cut.',
      usual: '50 to 70 °C: not while warm-up enrichment acts.',
      changes: 'Whether a cold engine is cut, and stalls.',
    },
  }),
  coolantHysteresis: quantityField({
    label: 'Coolant hysteresis',
    quantity: 'temperatureDifference',
    unit: 'K',
    min: 0.5,
    max: 20,
    decimals: 0,
    required: true,
    help: {
      what: 'How far coolant must fall below that before it is no longer cut.',
      usual: 'A few degrees: 3 to 5 °C.',
      changes: 'Nothing in normal driving; it keeps the condition steady.',
    },
  }),
  delayIn: quantityField({
    label: 'Waits before cutting',
    quantity: 'seconds',
    unit: 's',
    min: 0,
    max: 10,
    decimals: 1,
    required: true,
    help: {
      what: 'How long all conditions must hold before fuel is cut.',
      usual: '0.3 to 1 s: longer than a gear change.',
      changes: 'Whether every gear change cuts.',
    },
  }),
  delayOut: quantityField({
    label: 'Stays cut at least',
    quantity: 'seconds',
    unit: 's',
    min: 0,
    max: 5,
    decimals: 1,
    required: true,
    help: {
      what: 'Least time fuel stays cut once it was.',
      usual: '0 to 0.2 s.',
      changes: 'How quickly power returns.',
    },
  }),
});

/** The overrun section of the calibration document. */
export type Overrun = z.infer<typeof overrunSchema>;
