import fc from 'fast-check';
import { CHANNEL_IDS, CHANNELS, shownChannel } from '../channel';
import { baseUnit, QUANTITIES, type QuantityId } from './quantities';
import {
  offeredUnit,
  type ShownBy,
  shownDecimals,
  shownScale,
  type ShownUnits,
  UNIT_SYSTEMS,
  USUAL_UNITS,
} from './shown';
import { wordsShown } from './shownWords';

const by = (units: Partial<ShownUnits> = {}): ShownBy => ({
  units: { ...USUAL_UNITS, ...units },
  stoichiometricRatio: 14.7,
});
const IMPERIAL = by(UNIT_SYSTEMS.imperial);

describe('numbers in the units chosen', () => {
  test.each([
    ['°C', -40, '°F', -40],
    ['°C', 90, '°F', 194],
    ['K', 10, '°F', 18],
    ['kPa abs', 101.325, 'psi abs', 14.6959],
    ['kPa gauge', 300, 'psi gauge', 43.5113],
    ['kPa', 100, 'psi', 14.5038],
    ['km/h', 160.9344, 'mph', 100],
    ['m', 1900, 'ft', 6233.596],
    ['kg', 1100, 'lb', 2425.085],
  ])('%s: %d is %s %d', (label, value, unit, shown) => {
    const scale = shownScale(label, IMPERIAL);
    expect(scale.unit).toBe(unit);
    expect(scale.shown(value)).toBeCloseTo(shown, 3);
    expect(scale.stored(scale.shown(value))).toBeCloseTo(value, 9);
  });

  test('lambda is a ratio by the fuel of the engine: 0.9 of 14.7 is 13.23', () => {
    const scale = shownScale('λ', by({ mixture: 'afr' }));
    expect(scale).toMatchObject({ unit: 'air : fuel', factor: 14.7, plain: false });
    expect(scale.shown(0.9)).toBeCloseTo(13.23, 9);
    expect(scale.stored(13.23)).toBeCloseTo(0.9, 9);
    expect(shownScale('λ', IMPERIAL).plain).toBe(true);
  });

  test('as usual nothing is converted, whatever the unit', () => {
    for (const id of Object.keys(QUANTITIES) as QuantityId[])
      expect(shownScale(baseUnit(id).label, by())).toMatchObject({ plain: true, factor: 1 });
  });

  test('no two quantities whose unit is chosen share a label: a label says which it is', () => {
    const chosen = (Object.keys(QUANTITIES) as QuantityId[]).filter(
      (id) => !shownScale(baseUnit(id).label, by({ ...UNIT_SYSTEMS.imperial, mixture: 'afr' })).plain,
    );
    const labels = chosen.map((id) => baseUnit(id).label);
    expect(labels.length).toBeGreaterThan(8);
    expect(new Set(labels).size).toBe(labels.length);
  });

  test('there and back, and the factor is the step of one, for any number in any unit', () => {
    const labels = ['°C', 'K', 'kPa abs', 'kPa gauge', 'kPa', 'km/h', 'm', 'kg', 'm²', 'λ'];
    fc.assert(
      fc.property(
        fc.constantFrom(...labels),
        fc.constantFrom<ShownUnits['pressure']>('kPaAbs', 'barAbs', 'psiAbs'),
        fc.double({ min: -1e4, max: 1e4, noNaN: true }),
        (label, pressure, value) => {
          const scale = shownScale(label, by({ ...UNIT_SYSTEMS.imperial, mixture: 'afr', pressure }));
          expect(scale.stored(scale.shown(value))).toBeCloseTo(value, 6);
          expect(scale.shown(value + 1) - scale.shown(value)).toBeCloseTo(scale.factor, 6);
          expect(scale.factor).toBeGreaterThan(0);
        },
      ),
    );
  });

  test('decimals say as much as before: a kPa is a tenth of a psi, a hundredth of a bar; one more or fewer by choice', () => {
    const decimals = (label: string, usual: number, units: Partial<ShownUnits>) =>
      shownDecimals(usual, shownScale(label, by(units)), by(units));
    expect(decimals('kPa abs', 0, { pressure: 'psiAbs' })).toBe(1);
    expect(decimals('kPa abs', 0, { pressure: 'barAbs' })).toBe(2);
    expect(decimals('λ', 2, { mixture: 'afr' })).toBe(1);
    expect(decimals('°C', 0, { temperature: 'degF' })).toBe(0);
    expect(decimals('°C', 0, { decimals: 1 })).toBe(1);
    expect(decimals('°C', 0, { decimals: -1 })).toBe(0);
    expect(decimals('ms', 3, { decimals: -1 })).toBe(2);
    expect(decimals('rev/min', 0, { decimals: 1 })).toBe(0);
    expect(decimals('', 0, { decimals: 1 })).toBe(0);
  });

  test('a field is offered the unit chosen, else its own', () => {
    expect(offeredUnit('pressureGauge', 'barGauge', USUAL_UNITS)).toBe('barGauge');
    expect(offeredUnit('pressureGauge', 'barGauge', IMPERIAL.units)).toBe('psiGauge');
    expect(offeredUnit('temperature', 'degC', IMPERIAL.units)).toBe('degF');
    expect(offeredUnit('duration', 'us', IMPERIAL.units)).toBe('us');
    expect(offeredUnit('mass', 'kg', IMPERIAL.units)).toBe('lb');
  });

  test('every channel is shown in a unit, and one that is a state by its number as it is', () => {
    for (const id of CHANNEL_IDS) {
      const shown = shownChannel(id, by({ ...UNIT_SYSTEMS.imperial, mixture: 'afr', decimals: 1 }));
      expect(shown.unit).not.toMatch(/kPa|°C|km\/h|λ|^K$/);
      if ('codes' in CHANNELS[id]) expect(shown).toMatchObject({ unit: '', plain: true, decimals: 0 });
    }
  });
});

describe('sentences in the units chosen', () => {
  const said = (text: string, units: Partial<ShownUnits> = { ...UNIT_SYSTEMS.imperial, mixture: 'afr' }) =>
    wordsShown(text, by(units));

  test.each([
    ['Below −20 °C it floods.', 'Below −4 °F it floods.'],
    ['It starts from −20 to 80 °C, at 82 kPa.', 'It starts from −4 to 176 °F, at 11.9 psi.'],
    ['Tried at −20, 0 and 20 °C.', 'Tried at −4, 32 and 68 °F.'],
    ['Held within ± 3 °C of 90 °C', 'Held within ± 5 °F of 194 °F'],
    ['Cylinder 3, 82 kPa', 'Cylinder 3, 11.9 psi'],
    ['8 K colder', '14 °F colder'],
    ['in a stretch of 300 kPa gauge', 'in a stretch of 43.5 psi gauge'],
    ['at 1900 m and 80 km/h', 'at 6234 ft and 50 mph'],
    ['Lambda 0.92, lambda was 0.88 to 0.95.', 'Air-fuel ratio 13.5, air-fuel ratio was 12.9 to 14.0.'],
    ['0.97 λ', '14.3 air : fuel'],
  ])('%s', (text, shown) => {
    expect(said(text)).toBe(shown);
  });

  test.each([
    'Lambda 1 reads lean.',
    'lambda is 12.5 % off',
    'Sensor 2 K-type',
    '3 kPa/s',
    '12 kg/h of air',
    '20 mm and 15 ms',
    'A 36-tooth wheel at 6500 rev/min',
    'Step 4 of 12',
    '14.5 psi abs',
  ])('leaves what is no such measure: %s', (text) => {
    expect(said(text)).toBe(text);
  });

  test('only what was chosen is another', () => {
    const text = 'At 20 °C and 100 kPa lambda 0.90';
    expect(said(text, {})).toBe(text);
    expect(said(text, { temperature: 'degF' })).toBe('At 68 °F and 100 kPa lambda 0.90');
    expect(said(text, { pressure: 'barAbs' })).toBe('At 20 °C and 1.00 bar lambda 0.90');
    expect(said(text, { mixture: 'afr' })).toBe('At 20 °C and 100 kPa air-fuel ratio 13.2');
  });

  test('said in other units once, it is not said in others again', () => {
    for (const text of ['−20 to 80 °C', '300 kPa gauge', 'lambda 0.92', '8 K', '80 km/h'])
      expect(said(said(text))).toBe(said(text));
  });
});
