import { USUAL_UNITS } from '@/core/map';
import { readUnits } from './shownUnits';

describe('the units that maps are shown in, as they are kept', () => {
  test('are read back as they were written', () => {
    const units = { mixture: 'afr', pressure: 'psiAbs', temperature: 'degF' } as const;
    expect(readUnits(JSON.stringify(units))).toEqual(units);
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
