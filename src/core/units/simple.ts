import { type Quantity, scaledUnit } from './unit';

/** Crankshaft speed. Base rev/min. */
export const rotationalSpeed = {
  id: 'rotationalSpeed',
  units: [
    scaledUnit('rev/min', 'rev/min', 1, ['rpm', '1/min', 'min-1']),
    scaledUnit('rev/s', 'rev/s', 60, ['1/s', 'hz', 'rps']),
  ],
} as const satisfies Quantity;

/** Opening and dead times of injectors. Base ms. */
export const duration = {
  id: 'duration',
  units: [scaledUnit('ms', 'ms', 1), scaledUnit('us', 'µs', 0.001, ['µs', 'μs', 'us'])],
} as const satisfies Quantity;

/** Time the engine has run, or a decay lasts. Base s. */
export const seconds = {
  id: 'seconds',
  units: [scaledUnit('s', 's', 1), scaledUnit('min', 'min', 60)],
} as const satisfies Quantity;

/** Density of a liquid. Base g/cm³. */
export const density = {
  id: 'density',
  units: [
    scaledUnit('g/cm3', 'g/cm³', 1, ['g/cm³', 'kg/l', 'g/ml']),
    scaledUnit('kg/m3', 'kg/m³', 0.001, ['kg/m³']),
  ],
} as const satisfies Quantity;

/** Electrical potential. Base V. */
export const voltage = {
  id: 'voltage',
  units: [scaledUnit('V', 'V', 1), scaledUnit('mV', 'mV', 0.001)],
} as const satisfies Quantity;

/** A number of things. */
export const count = { id: 'count', units: [scaledUnit('1', '', 1)] } as const satisfies Quantity;

/** Mass of a car. Base kg; 1 lb = 0.45359237 kg exactly. */
export const mass = {
  id: 'mass',
  units: [scaledUnit('kg', 'kg', 1), scaledUnit('lb', 'lb', 0.45359237, ['lbs'])],
} as const satisfies Quantity;

/** An area that air meets. Base m²; 1 ft = 0.3048 m exactly. */
export const area = {
  id: 'area',
  units: [scaledUnit('m2', 'm²', 1, ['m²']), scaledUnit('ft2', 'ft²', 0.3048 ** 2, ['ft²', 'sqft'])],
} as const satisfies Quantity;

/** A ratio to one, written "9.2". */
export const ratio = { id: 'ratio', units: [scaledUnit(':1', ':1', 1, [':1'])] } as const satisfies Quantity;

/** An angle of the crank. Base degrees. */
export const angle = { id: 'angle', units: [scaledUnit('deg', '°', 1, ['°'])] } as const satisfies Quantity;

/** A share of a whole. Base %. */
export const percentage = { id: 'percentage', units: [scaledUnit('%', '%', 1)] } as const satisfies Quantity;

/** How often something repeats. Base Hz. */
export const frequency = {
  id: 'frequency',
  units: [scaledUnit('Hz', 'Hz', 1), scaledUnit('kHz', 'kHz', 1000)],
} as const satisfies Quantity;

/** Air-fuel ratio over the stoichiometric one. */
export const lambda = {
  id: 'lambda',
  units: [scaledUnit('lambda', 'λ', 1, ['λ'])],
} as const satisfies Quantity;

/** Speed over the ground. Base km/h; 1 mile = 1.609344 km exactly. */
export const vehicleSpeed = {
  id: 'vehicleSpeed',
  units: [scaledUnit('km/h', 'km/h', 1, ['kmh', 'kph']), scaledUnit('mph', 'mph', 1.609344, ['mi/h'])],
} as const satisfies Quantity;

/** Pulses over a distance. Base pulses per km. */
export const pulsesPerDistance = {
  id: 'pulsesPerDistance',
  units: [scaledUnit('1/km', 'pulses/km', 1), scaledUnit('1/mi', 'pulses/mile', 1 / 1.609344)],
} as const satisfies Quantity;

/** Air the engine or a valve passes. Base g/s. */
export const airFlow = {
  id: 'airFlow',
  units: [scaledUnit('g/s', 'g/s', 1), scaledUnit('kg/h', 'kg/h', 1 / 3.6)],
} as const satisfies Quantity;

/** How fast the throttle moves. Base % of its range per second. */
export const throttleRate = {
  id: 'throttleRate',
  units: [scaledUnit('%/s', '%/s', 1)],
} as const satisfies Quantity;
