import { bareUnit, splitName, unitShare } from './names';

test.each([
  ['Oil [bar]', 'Oil', 'bar'],
  ['Oil (bar)', 'Oil', 'bar'],
  ['Oil{bar}', 'Oil', 'bar'],
  ['Oil ( bar ) ', 'Oil', 'bar'],
  ['Oil []', 'Oil', ''],
  ['Oil, bar', 'Oil', 'bar'],
  ['Oil press, kPa', 'Oil press', 'kPa'],
  ['Oil', 'Oil', ''],
  ['Damper, left', 'Damper, left', ''],
  ['Left, front, mm/s²', 'Left, front, mm/s²', ''],
  ['Lambda (B) [λ]', 'Lambda (B)', 'λ'],
  ['(bar)', '(bar)', ''],
  ['Angle, °BTDC', 'Angle', '°BTDC'],
])('“%s” is “%s” in “%s”', (text, name, unit) => {
  expect(splitName(text)).toEqual({ name, unit });
});

test('a row is of units where half of what it says is', () => {
  expect(unitShare(['s', 'rpm', 'kPa'])).toBe(1);
  expect(unitShare(['s', '', 'front', 'rpm'])).toBeCloseTo(2 / 3, 9);
  expect(unitShare(['s', 'front'])).toBe(0.5);
  expect(unitShare(['s', 'front', 'rear'])).toBe(0);
  expect(unitShare(['Time', 'Engine', 'Wheel'])).toBe(0);
  // Words are no units, whatever stands beside them.
  expect(unitShare(['s', 'rpm', 'kPa', 'a whole sentence of it'])).toBe(0);
  expect(unitShare(['', ''])).toBe(0);
});

test.each([
  '%',
  '°C',
  '[bar]',
  '(raw)',
  '{x}',
  '/s',
  '1/min',
  '.',
  '*',
  '²',
  '³',
  'µs',
  'λ',
  '-',
  'KPA',
  ' rpm ',
  'deg_C',
])('“%s” is a unit', (cell) => expect(unitShare([cell])).toBe(1));
test.each(['front', 'x%', '[bar', 'bar]', 'Ventisca', 'speed'])('“%s” is none', (cell) =>
  expect(unitShare([cell])).toBe(0),
);

test('brackets about a unit are taken off', () => {
  expect(['[bar]', '( kPa )', '{V}', ' rpm ', 'a [b]', '[bar'].map(bareUnit)).toEqual([
    'bar',
    'kPa',
    'V',
    'rpm',
    'a [b]',
    '[bar',
  ]);
});
