import { ledger } from '@/core/checks';
import { from } from '@tests/support/checkCases/parts';
import { demo } from '@tests/support/ventisca';
import { ledgerGroups, LIFE_TITLE, shareWords } from './ledgerGroups';

const entries = ledger(
  demo('ventisca', ({ engine, coils }) => {
    from(engine.bore, 'starter');
    from(coils.resistance, 'starter');
  }),
);

test('what the engine lives on stands first, then the sections in the order of work', () => {
  const titles = ledgerGroups(entries, 'all').map(({ title }) => title);
  expect(titles[0]).toBe(LIFE_TITLE);
  expect(titles.slice(1, 4)).toEqual(['Engine', 'Cams', 'Trigger']);
  expect(titles.at(-1)).toBe('Beside the maps');
});

test('only what is asked for is shown, with the share of the whole section', () => {
  const starters = ledgerGroups(entries, 'starter');
  expect(starters.map(({ title, entries: shown }) => [title, shown.map(({ place }) => place)])).toEqual([
    [LIFE_TITLE, ['engine.bore']],
    ['Coils', ['coils.resistance']],
  ]);
  const [, coils] = starters;
  expect(coils?.all.length).toBeGreaterThan(3);
  for (const { entries: shown } of ledgerGroups(entries, 'guesses')) {
    expect(shown.every(({ isConfirmed }) => !isConfirmed)).toBe(true);
  }
  expect(
    ledgerGroups(entries, 'computed').every(({ entries: shown }) =>
      shown.every(({ source }) => source.kind === 'computed'),
    ),
  ).toBe(true);
});

test('shares are counted', () => {
  const of = (title: string) =>
    ledgerGroups(entries, 'all').find((group) => group.title === title)?.all ?? [];
  expect(shareWords([])).toBe('0 of 0');
  expect(shareWords(of('Coils'))).toBe(
    `${of('Coils').filter(({ isConfirmed }) => isConfirmed).length} of ${of('Coils').length}`,
  );
});
