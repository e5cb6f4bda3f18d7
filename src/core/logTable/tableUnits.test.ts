import { CHANNEL_IDS, CHANNELS } from '../channel';
import { tableUnit, tableUnitsOf, unitsWritten } from './tableUnits';

const CONTEXT = { barometricKpa: 81, ratedDensityGPerCm3: 0.745, stoichiometric: 14.7 };

test('what a channel is kept in comes first, and its numbers stay', () => {
  for (const id of CHANNEL_IDS) {
    const [first] = tableUnitsOf(id);
    expect([id, first?.toBase(12.5, CONTEXT)]).toEqual([id, 12.5]);
    expect(tableUnit(id, 'no such unit')).toEqual(
      first === undefined ? null : expect.objectContaining({ id: first.id }),
    );
  }
});

// By hand.
test.each([
  ['lambdaOne', 'afr', 13.23, 0.9],
  ['throttle', 'share', 0.42, 42],
  ['manifoldPressure', 'mbarAbs', 950, 95],
  ['manifoldPressure', 'mbarGauge', -200, 61],
  ['manifoldPressure', 'barGauge', 0.5, 131],
  ['lambdaTrim', 'percentMore', -3, 0.97],
  ['lambdaTrim', 'percentOf', 104, 1.04],
  ['coolant', 'degF', 212, 100],
] as const)('%s in %s: %d is %d', (channel, unit, amount, base) => {
  expect(tableUnit(channel, unit).toBase(amount, CONTEXT)).toBeCloseTo(base, 9);
});

test('factors may be written as shares, and nothing else may', () => {
  const hasShare = CHANNEL_IDS.filter((id) => tableUnitsOf(id).some((unit) => unit.id === 'percentMore'));
  expect([...hasShare].sort()).toEqual([
    'afterStart',
    'lambdaTrim',
    'lambdaTrimTwo',
    'learnedTrim',
    'warmUp',
  ]);
});

test.each([
  ['speed', 'U/min', ['rev/min']],
  ['speed', 'upm', ['rev/min']],
  ['coolant', '℃', ['degC']],
  ['coolant', 'deg_F', ['degF']],
  ['lambdaOne', 'LA', ['lambda']],
  ['lambdaOne', 'A/F', ['afr']],
  ['sparkAdvance', '° BTDC', ['deg']],
  ['throttle', 'pct', ['%']],
  ['throttle', '0..1', ['share']],
  ['vehicleSpeed', 'km/h', ['km/h']],
  ['battery', 'Volts', ['V']],
  ['injectorOpening', 'msec', ['ms']],
  ['manifoldPressure', 'kPa(a)', ['kPaAbs']],
  ['manifoldPressure', 'kPa (g)', ['kPaGauge']],
  ['manifoldPressure', 'psi(a)', ['psiAbs']],
  ['manifoldPressure', 'psi(g)', ['psiGauge']],
  ['manifoldPressure', 'hPa', ['mbarAbs', 'mbarGauge']],
  ['manifoldPressure', 'furlong', []],
  ['manifoldPressure', ' ', []],
] as const)('%s in “%s”', (channel, unit, ids) => {
  expect(unitsWritten(channel, unit).map(({ id }) => id)).toEqual(ids);
});

test('every label says a unit of its own of each channel', () => {
  for (const id of CHANNEL_IDS) {
    const labels = tableUnitsOf(id).map(({ label }) => label);
    expect([CHANNELS[id].label, new Set(labels).size]).toEqual([CHANNELS[id].label, labels.length]);
  }
});
