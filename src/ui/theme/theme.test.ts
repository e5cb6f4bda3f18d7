import { apart, type Eyes, oklab } from '@tests/support/oklab';
import { rolesOf, type Roles, SIZES } from '.';
import { contrast, differenceColour, magnitudeColour, magnitudeScale, textOn } from './ramps';
import { DIFFERENCE, MAGNITUDE } from './palette';

const SCHEMES = ['dark', 'light'] as const;
const GROUNDS = ['ground', 'surface', 'raised'] as const;
const TEXTS: readonly (keyof Roles)[] = ['text', 'muted', 'accent', 'steel', 'error', 'warning', 'good'];

describe('colours', () => {
  const cases = SCHEMES.flatMap((scheme) =>
    TEXTS.flatMap((text) => GROUNDS.map((ground) => [scheme, text, ground] as const)),
  );

  test.each(cases)('%s: %s on %s has a contrast of at least 4.5', (scheme, text, ground) => {
    const roles = rolesOf(scheme);
    expect(contrast(roles[text], roles[ground])).toBeGreaterThanOrEqual(4.5);
  });

  test.each(SCHEMES)('%s: text on the accent has a contrast of at least 4.5', (scheme) => {
    const roles = rolesOf(scheme);
    expect(contrast(roles.onAccent, roles.accent)).toBeGreaterThanOrEqual(4.5);
  });

  test('numbers are readable on every colour of every ramp', () => {
    for (let share = 0; share <= 1; share += 0.01) {
      for (const ground of [
        magnitudeColour(share),
        ...SCHEMES.map((scheme) => differenceColour(2 * share - 1, scheme)),
      ]) {
        expect(contrast(textOn(ground), ground)).toBeGreaterThanOrEqual(3.9);
      }
    }
  });
});

describe('at the car', () => {
  const cases = SCHEMES.flatMap((scheme) =>
    TEXTS.flatMap((text) => GROUNDS.map((ground) => [scheme, text, ground] as const)),
  );

  // What full sun leaves of it is a third: 7 is the enhanced contrast of WCAG 2.2.
  test.each(cases)('%s: %s on %s has a contrast of at least 7', (scheme, text, ground) => {
    const roles = rolesOf(scheme, 'atTheCar');
    expect(contrast(roles[text], roles[ground])).toBeGreaterThanOrEqual(7);
  });

  test.each(SCHEMES)('%s: text on the accent has a contrast of at least 7, and lines are seen', (scheme) => {
    const { onAccent, accent, line, ground } = rolesOf(scheme, 'atTheCar');
    expect(contrast(onAccent, accent)).toBeGreaterThanOrEqual(7);
    expect(contrast(line, ground)).toBeGreaterThanOrEqual(7);
  });

  test('all that is touched and read is larger', () => {
    const { usual, atTheCar } = SIZES;
    expect(usual).toEqual({ target: 44, live: 44, text: 1 });
    expect(atTheCar.target).toBeGreaterThanOrEqual(60);
    expect(atTheCar.live).toBeGreaterThan(1.25 * usual.live);
    expect(atTheCar.text).toBeGreaterThanOrEqual(1.2);
  });
});

describe('to eyes that see fewer colours', () => {
  const EYES: readonly Eyes[] = ['usual', 'protan', 'deutan', 'tritan'];
  const cases = SCHEMES.flatMap((scheme) => EYES.map((eyes) => [scheme, eyes] as const));
  const sights = cases.flatMap(([scheme, eyes]) =>
    (['usual', 'atTheCar'] as const).map((sight) => [scheme, eyes, sight] as const),
  );

  // Three times what is just seen side by side; icon and word say it beside.
  test.each(sights)('%s, %s, %s: good, warning and error are apart', (scheme, eyes, sight) => {
    const { good, warning, error } = rolesOf(scheme, sight);
    for (const [one, other] of [
      [good, warning],
      [warning, error],
      [error, good],
    ] as const)
      expect(apart(one, other, eyes)).toBeGreaterThan(0.06);
  });

  test.each(cases)('%s, %s: less is never taken for more, at any step', (scheme, eyes) => {
    for (const step of [0.34, 0.67, 1])
      expect(apart(differenceColour(-step, scheme), differenceColour(step, scheme), eyes)).toBeGreaterThan(
        0.1,
      );
  });

  test.each(EYES)('%s: magnitude only ever gets lighter', (eyes) => {
    const lightness = MAGNITUDE.map((colour) => oklab(colour, eyes).lightness);
    lightness.forEach((value, i) => expect(value).toBeGreaterThan(lightness[i - 1] ?? 0));
  });

  test('the measure knows what such eyes confuse', () => {
    // Red and green of one lightness, and blue and green.
    expect(apart('#C8553D', '#7E8A2E', 'usual')).toBeGreaterThan(0.15);
    expect(apart('#C8553D', '#7E8A2E', 'deutan')).toBeLessThan(0.07);
  });
});

describe('ramps', () => {
  test('magnitude only ever gets lighter, so it reads in greyscale', () => {
    const lightness = MAGNITUDE.map((colour) => oklab(colour).lightness);
    lightness.forEach((value, i) => expect(value).toBeGreaterThan(lightness[i - 1] ?? 0));
  });

  test.each(SCHEMES)('%s: both sides of a difference leave the neutral alike', (scheme) => {
    const neutral = oklab(DIFFERENCE[scheme][3]).lightness;
    for (const step of [1, 2, 3]) {
      const below = oklab(differenceColour(-step / 3, scheme)).lightness - neutral;
      const above = oklab(differenceColour(step / 3, scheme)).lightness - neutral;
      expect(Math.sign(below)).toBe(Math.sign(above));
      expect(Math.abs(below - above)).toBeLessThan(0.09);
    }
  });

  test('zero is always the neutral; beyond the ends the ends hold', () => {
    expect(differenceColour(0, 'dark')).toBe('rgb(42, 36, 32)');
    expect(differenceColour(5, 'light')).toBe(differenceColour(1, 'light'));
    expect(magnitudeColour(NaN)).toBe(magnitudeColour(0));
  });

  test('one value everywhere is neutral, not hot; else lowest and highest are the ends of the ramp', () => {
    for (const scheme of ['dark', 'light'] as const) {
      expect(magnitudeScale(3, 3, scheme)(3)).toBe(differenceColour(0, scheme));
      expect(magnitudeScale(0, 8, scheme)(0)).toBe(magnitudeColour(0));
      expect(magnitudeScale(0, 8, scheme)(8)).toBe(magnitudeColour(1));
      expect(magnitudeScale(0, 8, scheme)(2)).toBe(magnitudeColour(0.25));
    }
  });
});
