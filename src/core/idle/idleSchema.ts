import { choiceField, quantityField, z } from '../field/schema';

/** How the engine gets its air with the throttle closed. */
export const idleSchema = z.object({
  air: choiceField({
    label: 'Idle air comes by',
    required: false,
    options: [
      { id: 'valve', label: 'Idle valve', hint: 'Driven by the engine computer' },
      { id: 'thermostatic', label: 'Thermostatic valve', hint: 'Opens by itself when cold' },
      { id: 'screw', label: 'Screw only', hint: 'The same air at any temperature' },
    ],
    help: {
      what: 'What lets air past the closed throttle.',
      usual:
        'An idle valve. Individual throttles often have a screw only, and are held open by foot when cold.',
      changes: 'Whether the idle air curve is used, and how a cold engine idles.',
    },
  }),
  valveFlow: quantityField({
    label: 'Air the valve passes fully open',
    quantity: 'airFlow',
    unit: 'kg/h',
    min: 0.3,
    max: 100,
    decimals: 2,
    required: true,
    help: {
      what: 'Air through the idle valve, fully open, with the engine idling.',
      usual: '20 to 60 kg/h.',
      changes: 'The proposed idle air, in inverse proportion.',
    },
  }),
  hotSpeed: quantityField({
    label: 'Idle speed wanted, hot',
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    min: 500,
    max: 2500,
    decimals: 0,
    required: false,
    help: {
      what: 'Idle speed at working temperature.',
      usual: '800 to 1000 rev/min with mild cams, 1100 to 1500 with large ones.',
      changes: 'The proposed idle target speed and idle air.',
    },
  }),
  throttleWorth: quantityField({
    label: 'Valve fully open is worth, in throttle',
    quantity: 'percentage',
    unit: '%',
    min: 0,
    max: 40,
    decimals: 1,
    required: true,
    help: {
      what: 'Throttle opening that passes as much air as the idle valve fully open.',
      usual: 'About 8 to 20 %: a butterfly uncovers little at first.',
      changes: 'The load where it is measured by throttle: idle air counts like a throttle a little open.',
    },
  }),
});

/** The idle section of the calibration document. */
export type Idle = z.infer<typeof idleSchema>;
