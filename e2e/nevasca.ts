/** An answer to a field, in the order the form asks; a choice by the name of its option. */
export type Answers = readonly (readonly [field: string, answer: string, kind: 'box' | 'choice'])[];

/** What a builder knows of an engine of their own before its first start. */
export const ENGINE: Answers = [
  ['Bore', '84', 'box'],
  ['Stroke', '74', 'box'],
  ['Cylinders', '6', 'box'],
  ['Compression ratio', '9.2', 'box'],
  ['Layout', 'Vee', 'choice'],
  ['Firing order', '1-4-2-5-3-6', 'box'],
  ['Induction', 'Supercharger', 'choice'],
  ['Fuel', 'Petrol, light oxygenate', 'choice'],
  ['Altitude', '1900', 'box'],
  ['Speed of peak torque', '4600', 'box'],
  ['Speed of peak power', '6800', 'box'],
  ['Maximum speed', '7400', 'box'],
  ['Maximum manifold pressure', '165 kPa abs', 'box'],
  ['Idle air comes by', 'Screw only', 'choice'],
  ['Idle speed wanted, hot', '1000', 'box'],
];
export const INJECTORS: Answers = [
  ['Rated flow', '610', 'box'],
  ['Rated pressure', '300', 'box'],
  ['Fuel density of the rating', '0.745', 'box'],
  ['Real rail pressure', '350', 'box'],
  ['Regulator', 'Follows the manifold', 'choice'],
];
export const DEAD_TIME: readonly (readonly [string, string])[] = [
  ['Row 1, voltage, V', '8'],
  ['Row 1, dead time, ms', '2.51'],
  ['Row 2, voltage, V', '14'],
  ['Row 2, dead time, ms', '0.97'],
];
