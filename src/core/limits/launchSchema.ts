import { quantityField, z } from '../field/schema';
import { cutByField, secondsField, speedField, onOffField } from './limitFields';

/** A limit of its own for standing starts. */
export const launchSchema = z.object({
  use: onOffField('Launch limit', {
    what: 'A lower limit while a switch is held and the car is slow.',
    usual: 'Off until the clutch and the surface are known.',
    changes: 'The speed at which the clutch is let go.',
  }),
  hard: speedField('Holds the engine at', { min: 1000, max: 15_000 }, true, {
    what: 'Speed from which every charge is cut during a launch.',
    usual: 'A little above peak torque on tarmac, well below it on ice.',
    changes: 'Wheel spin off the line.',
  }),
  below: quantityField({
    label: 'While the car is slower than',
    quantity: 'vehicleSpeed',
    unit: 'km/h',
    min: 1,
    max: 120,
    decimals: 0,
    required: true,
    help: {
      what: 'Vehicle speed at which the launch is over.',
      usual: '5 to 20 km/h.',
      changes: 'How long the limit helps off the line.',
    },
  }),
  by: cutByField('Spark: it holds the speed steadiest.'),
  spark: quantityField({
    label: 'Spark meanwhile',
    quantity: 'angle',
    unit: 'deg',
    min: -20,
    max: 40,
    decimals: 0,
    required: false,
    help: {
      what: 'Advance during a launch, ° BTDC, in place of the map’s.',
      usual: '0 to 15° with a turbocharger, which it keeps turning. Empty for the map’s own.',
      changes: 'Torque at the line, boost at the line, heat in the exhaust.',
    },
  }),
  afterHard: speedField('Limit after it', { min: 1000, max: 20_000 }, false, {
    what: 'A limit for some time after the launch was left.',
    usual: 'A little below the normal one. Empty for none.',
    changes: 'Wheel spin in the first gear.',
  }),
  afterFor: secondsField('For so long', { min: 0.1, max: 20 }, false, {
    what: 'How long that limit holds.',
    usual: '1 to 3 s, until the tyres grip.',
    changes: 'When full speed is there again.',
  }),
});

/** The launch section of the calibration document. */
export type LaunchSection = z.infer<typeof launchSchema>;
