import { choiceField, quantityField, z } from '../field/schema';
import { cutByField, speedField, onOffField } from './limitFields';

/** How the engine’s speed is held back. */
export const limitsSchema = z.object({
  use: onOffField('Speed limit', {
    what: 'Cuts charges so that the engine turns no faster than its parts allow.',
    usual: 'On, always.',
    changes: 'Whether a missed gear costs an engine.',
  }),
  soft: speedField('Held back from', { min: 500, max: 20_000 }, true, {
    what: 'Speed from which it is held back: more and more charges are cut, or the spark is pulled.',
    usual: '200 to 400 rev/min below the hard limit.',
    changes: 'How gently the limit is met.',
  }),
  hard: speedField('All charges cut from', { min: 600, max: 20_000 }, true, {
    what: 'Speed from which every charge is cut.',
    usual: 'The speed that valve springs, rods and charger bear, with a little to spare.',
    changes: 'The highest speed there is; only wheels that drive the engine go beyond.',
  }),
  hysteresis: speedField('Lets go below, by', { min: 0, max: 1000 }, true, {
    what: 'How far speed must fall before it is held back less than on the way up.',
    usual: '20 to 60 rev/min.',
    changes: 'Whether it hunts at the limit: too little buzzes, too much bucks.',
  }),
  by: cutByField('Fuel on engines with a catalyst or a charger; spark where quickness is all.'),
  softly: choiceField({
    label: 'Between the two speeds',
    required: true,
    options: [
      { id: 'cuts', label: 'A rising share is cut', hint: 'Fairly, cylinder after cylinder' },
      { id: 'retard', label: 'The spark is pulled', hint: 'Smooth; the exhaust gets hot' },
    ],
    help: {
      what: 'How the torque is taken away from the soft speed to the hard one.',
      usual: 'Cuts for racing, pulled spark for a smooth road car.',
      changes: 'Feel at the limit, and heat in the exhaust.',
    },
  }),
  retard: quantityField({
    label: 'Spark pulled by up to',
    quantity: 'angle',
    unit: 'deg',
    min: 1,
    max: 40,
    decimals: 0,
    required: true,
    help: {
      what: 'How much less advance there is just below the hard limit.',
      usual: '10 to 20° on most engines.',
      changes: 'How much torque goes before anything is cut.',
    },
  }),
  heldRetard: quantityField({
    label: 'Spark pulled while its switch is held',
    quantity: 'angle',
    unit: 'deg',
    min: 1,
    max: 40,
    decimals: 0,
    required: false,
    help: {
      what: 'Less advance for as long as the retard switch is held.',
      usual: '5 to 15°, for a loose surface. Empty for none.',
      changes: 'Torque in the driver’s hand.',
    },
  }),
});

/** The speed limits of the calibration document. */
export type LimitsSection = z.infer<typeof limitsSchema>;
