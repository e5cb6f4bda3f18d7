import { CAR_FIELDS } from './carSchema';
import { choiceField, orderField, quantityField, tableField, z } from '../field/schema';
import { FUEL_OPTIONS } from '../fuels';

/** How the engine's size is given. */
const GEOMETRIES = ['boreAndStroke', 'displacement'] as const;

/** The engine as built: what the metal is, and what it is meant to do. */
export const engineSchema = z.object({
  geometry: z.enum(GEOMETRIES),
  bore: quantityField({
    card: 'Size',
    label: 'Bore',
    quantity: 'length',
    unit: 'mm',
    min: 30,
    max: 160,
    decimals: 2,
    required: true,
    help: {
      what: 'Cylinder diameter as machined.',
      usual: '65 to 105 mm in car engines. After a rebore, measure it; the old figure is wrong.',
      changes: 'Swept volume, so all fuel; later the knock frequency.',
    },
  }),
  displacement: quantityField({
    label: 'Displacement',
    quantity: 'volume',
    unit: 'cm3',
    min: 50,
    max: 20000,
    decimals: 1,
    required: true,
    help: {
      what: 'Swept volume of all cylinders together.',
      usual: '1000 to 6000 cm³. A rounded badge figure (2.5 L) costs up to 2 % of fuel.',
      changes: 'Air per cycle, so all fuel.',
    },
  }),
  stroke: quantityField({
    label: 'Stroke',
    quantity: 'length',
    unit: 'mm',
    min: 25,
    max: 160,
    decimals: 2,
    required: true,
    help: {
      what: 'Piston travel: twice the crank throw.',
      usual: '60 to 100 mm in car engines.',
      changes: 'Swept volume, so all fuel, and mean piston speed.',
    },
  }),
  cylinders: quantityField({
    label: 'Cylinders',
    quantity: 'count',
    unit: '1',
    min: 1,
    max: 12,
    decimals: 0,
    whole: true,
    required: true,
    help: {
      what: 'How many cylinders the engine has.',
      usual: '4, 6 or 8 in car engines.',
      changes: 'Volume per cylinder, firing interval and the number of injectors.',
    },
  }),
  compressionRatio: quantityField({
    label: 'Compression ratio',
    quantity: 'ratio',
    unit: ':1',
    min: 5,
    max: 18,
    decimals: 1,
    required: true,
    help: {
      what: 'Volume at bottom dead centre over volume at top dead centre, static.',
      usual: '8 to 9.5 with boost on petrol, 11 to 13.5 without boost.',
      changes: 'How VE falls at low manifold pressure, and how much spark is safe.',
    },
  }),
  layout: choiceField({
    card: 'Cylinders and firing',
    label: 'Layout',
    required: false,
    options: [
      { id: 'inline', label: 'In line' },
      { id: 'vee', label: 'Vee' },
      { id: 'flat', label: 'Flat' },
    ],
    help: {
      what: 'How the cylinders stand.',
      usual: 'In line up to five, vee or flat from six.',
      changes: 'Which common firing orders are offered, and whether there are two banks.',
    },
  }),
  firingOrder: orderField({
    label: 'Firing order',
    required: true,
    help: {
      what: 'Cylinder numbers in the order they fire, counted the way you number them on this engine.',
      usual: '1-3-4-2 in most fours; for a V6 take it from the engine’s own manual.',
      changes: 'Which injector and coil act at which event.',
    },
  }),
  bankTwo: orderField({
    label: 'Cylinders on bank 2',
    required: false,
    help: {
      what: 'The numbers of the cylinders on the second bank; all others are on the first.',
      usual: 'One side of a vee: 4, 5 and 6 of a six, or the even numbers, as the maker counts.',
      changes: 'Which lambda sensor sees which cylinder, and the marks in the firing strip.',
    },
  }),
  spacing: choiceField({
    label: 'Firing intervals',
    required: false,
    options: [
      { id: 'even', label: 'Even' },
      { id: 'odd', label: 'Odd', hint: 'Angles below' },
    ],
    help: {
      what: 'Whether the firings are evenly spread over two turns.',
      usual: 'Even. Some vee engines with shared crank pins fire oddly.',
      changes: 'Where each cylinder’s TDC is: spark and injection of every cylinder but the first.',
    },
  }),
  firingAngles: tableField({
    label: 'Firing angles',
    required: true,
    minRows: 2,
    maxRows: 12,
    columns: [{ label: 'Angle', quantity: 'angle', unit: 'deg', min: 0, max: 719 }],
    help: {
      what: 'Crank angle of each firing after the first, in firing order. The first is 0.',
      usual: '0, 90, 240, 330, 480, 570 for a 90° vee six with three crank pins.',
      changes: 'Where each cylinder’s TDC is.',
    },
  }),
  induction: choiceField({
    card: 'Air and fuel',
    label: 'Induction',
    required: true,
    options: [
      { id: 'natural', label: 'Natural', hint: 'One throttle, no charger' },
      {
        id: 'individualThrottles',
        label: 'Individual throttles',
        hint: 'One throttle a cylinder, no charger',
      },
      { id: 'supercharger', label: 'Supercharger', hint: 'Belt-driven' },
      { id: 'turbocharger', label: 'Turbocharger', hint: 'Exhaust-driven' },
    ],
    help: {
      what: 'How air gets in: by itself, or pushed by a belt-driven or exhaust-driven charger.',
      usual: 'As built: look at what feeds the manifold.',
      changes: 'The shape of the VE, lambda and spark proposals, and the exhaust back-pressure they assume.',
    },
  }),
  fuel: choiceField({
    label: 'Fuel',
    required: true,
    options: FUEL_OPTIONS,
    help: {
      what: 'The fuel in the tank.',
      usual: 'Pump petrol, unless the rules of the series say otherwise.',
      changes: 'Stoichiometric ratio and density, so every injector opening; lambda targets and spark.',
    },
  }),
  altitude: quantityField({
    label: 'Altitude',
    quantity: 'altitude',
    unit: 'm',
    min: -400,
    max: 4500,
    decimals: 0,
    required: true,
    help: {
      what: 'Height of the place where it will run.',
      usual: '0 to 800 m; mountain events reach 2500 m.',
      changes:
        'Barometric pressure: injector pressure with a fixed regulator, gauge readings, highest pressure without boost.',
    },
  }),
  torquePeakSpeed: quantityField({
    card: 'Goals',
    label: 'Speed of peak torque',
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    min: 1000,
    max: 16000,
    decimals: 0,
    required: true,
    help: {
      what: 'Speed at which it is meant to breathe best.',
      usual: '55 to 70 % of maximum speed; higher with long cams.',
      changes: 'Where the proposed VE map has its peak.',
    },
  }),
  powerPeakSpeed: quantityField({
    label: 'Speed of peak power',
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    min: 1500,
    max: 18000,
    decimals: 0,
    required: true,
    help: {
      what: 'Speed at which power is meant to peak.',
      usual: '85 to 95 % of maximum speed.',
      changes: 'How VE falls above peak torque, and where injector duty is judged.',
    },
  }),
  maxSpeed: quantityField({
    label: 'Maximum speed',
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    min: 2000,
    max: 20000,
    decimals: 0,
    required: true,
    help: {
      what: 'Highest speed the bottom end and valve gear are built for.',
      usual: 'Mean piston speed of 20 to 25 m/s in a race engine.',
      changes: 'The end of every speed axis, and the time there is for injection.',
    },
  }),
  maxManifoldPressure: quantityField({
    label: 'Maximum manifold pressure',
    quantity: 'pressureAbsolute',
    unit: 'kPaAbs',
    min: 60,
    max: 450,
    decimals: 0,
    required: true,
    help: {
      what: 'Highest pressure intended in the manifold. Absolute counts from vacuum, gauge from the air outside.',
      usual: 'Barometric pressure without boost; 140 to 250 kPa abs with it.',
      changes: 'The end of every pressure axis. Leave room for the boost you intend and not more.',
    },
  }),
  ...CAR_FIELDS,
});

/** The engine section of the calibration document. */
export type Engine = z.infer<typeof engineSchema>;

/** Id of the induction kinds. */
export type Induction = NonNullable<Engine['induction']>['value'];

/** Id of the ways cylinders stand. */
export type Layout = NonNullable<Engine['layout']>['value'];
