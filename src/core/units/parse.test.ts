import fc from 'fast-check';
import { formatDifference, formatNumber, formatSignificant } from './format';
import { parseAmount, parseNumber, typedProblemMessage } from './parse';

describe('typed numbers', () => {
  test.each([
    ['84', 84],
    [' 84.0 ', 84],
    ['0,745', 0.745],
    ['12,5', 12.5],
    ['1 234,5', 1234.5],
    ['1.234,5', 1234.5],
    ['1,234.5', 1234.5],
    ['1,234,567', 1234567],
    ["2'460.5", 2460.5],
    ['−20', -20],
    ['1e3', 1000],
    ['.5', 0.5],
  ])('%s is %d', (text, value) => {
    expect(parseNumber(text)).toEqual({ ok: true, value });
  });

  test.each([
    ['', 'empty'],
    ['abc', 'not-a-number'],
    ['1,23,4', 'not-a-number'],
    ['1.2.3', 'not-a-number'],
    ['12 34', 'not-a-number'],
    ['1e999', 'not-a-number'],
    ['NaN', 'not-a-number'],
    ['2,460', 'ambiguous-separator'],
  ])('%s is refused as %s', (text, code) => {
    const result = parseNumber(text);
    expect(result.ok ? null : result.problem.code).toBe(code);
  });

  test('what is shown of a number can be typed again', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (value) => {
        const shown = formatSignificant(value, 12);
        expect(parseNumber(shown)).toEqual({ ok: true, value: Number(shown.replace('−', '-')) });
      }),
    );
  });
});

describe('typed amounts', () => {
  test('a number alone takes the unit in use', () => {
    expect(parseAmount('length', '84', 'mm')).toEqual({ ok: true, value: { amount: 84, unit: 'mm' } });
  });

  test.each([
    ['injectorFlow', '610 cc/min', 'cm3/min', 610],
    ['injectorFlow', '58 lb/hr', 'lb/h', 58],
    ['length', '3.3"', 'in', 3.3],
    ['duration', '970 µs', 'us', 970],
    ['temperature', '−4 °F', 'degF', -4],
    ['pressureAbsolute', '14 psi gauge', 'psiGauge', 14],
  ] as const)('%s "%s" carries its own unit', (quantity, text, unit, amount) => {
    expect(parseAmount(quantity, text, 'anything')).toEqual({ ok: true, value: { amount, unit } });
  });

  test('psi alone in an absolute field could be either, and is refused', () => {
    const result = parseAmount('pressureAbsolute', '14 psi', 'kPaAbs');
    expect(result).toMatchObject({ ok: false, problem: { code: 'ambiguous-unit' } });
    if (!result.ok) expect(typedProblemMessage(result.problem)).toContain('psi abs or psi gauge');
  });

  test('unless the field is in one of the two already', () => {
    expect(parseAmount('pressureAbsolute', '14 psi', 'psiGauge')).toEqual({
      ok: true,
      value: { amount: 14, unit: 'psiGauge' },
    });
  });

  test('every refusal has a sentence that says what to do', () => {
    const texts = ['', 'abc', '2,460', '12 furlong', '3 bar'];
    for (const text of texts) {
      const result = parseAmount('pressureAbsolute', text, 'kPaAbs');
      expect(result.ok).toBe(false);
      if (!result.ok) expect(typedProblemMessage(result.problem)).toMatch(/Type|Use/);
    }
  });
});

describe('shown numbers', () => {
  test.each([
    [1.2, 1, '%', '+1.2 points'],
    [-6, 1, '° BTDC', '−6.0 °'],
    [0.083, 3, '', '+0.083'],
    [-2, 0, 'kPa', '−2 kPa'],
    [0, 1, 'kPa', '0.0 kPa'],
  ])('a difference of %s, with %s decimals of “%s”, is “%s”', (value, decimals, unit, words) => {
    expect(formatDifference(value, decimals, unit)).toBe(words);
  });

  test.each([
    [-3.456, 1, '−3.5'],
    [-0.001, 2, '0.00'],
    [null, 1, '–'],
    [Infinity, 1, '–'],
    [94.66, 1, '94.7'],
  ])('%p with %d decimals is %s', (value, decimals, text) => {
    expect(formatNumber(value, decimals)).toBe(text);
  });
});

describe('what could stand there decides between two readings', () => {
  const between = (min: number, max: number) => (value: number) => value >= min && value <= max;

  test.each([
    ['7,200', between(500, 20000), 7200],
    ['1,998', between(0.1, 12), 1.998],
    ['2,460', between(0, 5000), 2460],
    ['-1,250', between(-2, 2), -1.25],
  ])('%s is %p', (text, possible, value) => {
    expect(parseNumber(text, possible)).toEqual({ ok: true, value });
  });

  test('a number that fits neither way is asked about', () => {
    expect(parseNumber('1,998', between(20, 100))).toMatchObject({
      ok: false,
      problem: { code: 'ambiguous-separator', candidates: ['1.998', '1998'] },
    });
  });

  test('limits never change a number that reads one way only', () => {
    for (const text of ['0,745', '1998', '1.998', '12,5']) {
      expect(parseNumber(text, () => false)).toEqual(parseNumber(text));
    }
  });

  test('with a unit: 1,998 L is 1.998 L, 1,998 cm3 is 1998', () => {
    const engine = (amount: { amount: number; unit: string }) => {
      const cm3 = amount.unit === 'L' ? 1000 * amount.amount : amount.amount;
      return cm3 >= 50 && cm3 <= 12000;
    };
    const litre = parseAmount('volume', '1,998 L', 'cm3', engine);
    expect(litre).toMatchObject({ ok: true, value: { amount: 1.998 } });
    expect(parseAmount('volume', '1,998 cm3', 'cm3', engine)).toMatchObject({
      ok: true,
      value: { amount: 1998, unit: 'cm3' },
    });
  });

  test('absolute or gauge is asked only where both make sense', () => {
    const kPa = ({ amount, unit }: { amount: number; unit: string }) =>
      100 * amount + (unit.includes('auge') ? 100 : 0);
    const within = (min: number, max: number) => (amount: { amount: number; unit: string }) =>
      kPa(amount) >= min && kPa(amount) <= max;
    expect(parseAmount('pressureAbsolute', '1,5 bar', 'kPaAbs', within(20, 400))).toMatchObject({
      ok: false,
      problem: { code: 'ambiguous-unit' },
    });
    const only = parseAmount('pressureAbsolute', '1,5 bar', 'kPaAbs', within(200, 400));
    expect(only).toMatchObject({ ok: true, value: { amount: 1.5 } });
    expect(only.ok && only.value.unit).toMatch(/auge/);
  });
});
