import { choiceField, z } from '../field/schema';

/** Blending of second maps by what the fuel is made of. */
export const blendSchema = z.object({
  use: choiceField({
    label: 'Second maps for another fuel',
    required: false,
    options: [
      { id: 'no', label: 'One fuel' },
      { id: 'yes', label: 'Blend by ethanol', hint: 'Needs a composition sensor' },
    ],
    help: {
      what: 'Whether a second set of maps is blended in by the ethanol the sensor reads.',
      usual: 'One fuel. Blend where the tank may hold anything between petrol and ethanol.',
      changes:
        'Filling, target, spark and start-up maps get a second one each, and a curve that says how much it counts.',
    },
  }),
});
