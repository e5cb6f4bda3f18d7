import { USUAL_UNITS } from '@/core/units';
import { readUnits } from './shownUnits';

describe('the units that maps are shown in, as they are kept', () => {
  test('are read back as they were written', () => {
    const units = {
      ...USUAL_UNITS,
      mixture: 'afr',
      pressure: 'psiAbs',
      distance: 'imperial',
      decimals: -1,
    } as const;
    expect(readUnits(JSON.stringify(units))).toEqual(units);
  });

  test('kept before there were distances and decimals, keep what was chosen', () => {
    const before = { mixture: 'afr', pressure: 'psiAbs', temperature: 'degF' };
    expect(readUnits(JSON.stringify(before))).toEqual({ ...USUAL_UNITS, ...before });
  });

  test.each([
    null,
    '',
    '{',
    '{"mixture":"afr"}',
    '{"mixture":"stoich","pressure":"kPaAbs","temperature":"degC"}',
  ])('are the usual ones for %p', (stored) => {
    expect(readUnits(stored)).toEqual(USUAL_UNITS);
  });
});
