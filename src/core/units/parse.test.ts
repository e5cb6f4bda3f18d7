import fc from 'fast-check';
import { formatNumber, formatSignificant } from './format';
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
    [-3.456, 1, '−3.5'],
    [-0.001, 2, '0.00'],
    [null, 1, '–'],
    [Infinity, 1, '–'],
    [94.66, 1, '94.7'],
  ])('%p with %d decimals is %s', (value, decimals, text) => {
    expect(formatNumber(value, decimals)).toBe(text);
  });
});
