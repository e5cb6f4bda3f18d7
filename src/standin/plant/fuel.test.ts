import { builtMetal } from '@tests/support/metal';
import fc from 'fast-check';
import { evaporate, filmShare, filmTauS, leanLimit, richLimit, sprayed, vapourShare } from './evaporation';
import { fire, firedAtRest } from './fire';
import { manifoldKpa, plantAtRest } from './plantState';
import { acrossKpa, inject, railGaugeKpa, stepSupply } from './supply';

const { metal, place } = builtMetal();
const petrol = metal.fuel;
const alcohol = { ...petrol, coldExcess: 1.5 };
const SPARK = { sparks: true, deg: 12, burnFactor: 1 } as const;

describe('cold metal', () => {
  test.each([
    [filmShare(-20), 0.48],
    [filmShare(-10), 0.45],
    [filmShare(150), 0.2],
    [filmTauS(petrol, -20), 0.68],
    [vapourShare(petrol, 20, 210, 1), 0.45],
    [vapourShare(petrol, 120, 210, 1), 1],
    [richLimit(petrol, -20), 0.52],
    [leanLimit(-20), 1.14],
    [leanLimit(-60), 1.03],
  ])('%d is %d', (value, expected) => {
    expect(value).toBeCloseTo(expected, 9);
  });

  // 1 − 0.78 · 1/(1 + 950/4200) · (0.7 + 0.3 · 0.5) = 0.4593 at 1200 rev/min and half the pressure.
  test('vapour rises with speed and vacuum', () => {
    expect(vapourShare(petrol, -20, 1200, 0.5)).toBeCloseTo(0.4593, 4);
    expect(vapourShare(petrol, -20, 210, 1)).toBeCloseTo(0.22, 9);
  });

  test('alcohol evaporates less the colder it is, by the power of its cold excess, stays longer and burns richer', () => {
    expect(vapourShare(alcohol, -20, 210, 1)).toBeCloseTo(0.22 ** 1.5, 9);
    expect(vapourShare(alcohol, 80, 210, 1)).toBe(1);
    expect(filmTauS(alcohol, 0)).toBeCloseTo(filmTauS(petrol, 0) * Math.sqrt(1.5), 9);
    expect(richLimit(alcohol, 0)).toBeCloseTo(richLimit(petrol, 0) * 0.97, 9);
  });
});

describe('a cylinder’s fuel', () => {
  test('evaporates alike in one look or in many', () => {
    const [one, many] = [plantAtRest(metal, place, 0, 12), plantAtRest(metal, place, 0, 12)];
    for (const state of [one, many]) sprayed(metal, state, 3, 40);
    one.timeS = 0.7;
    evaporate(petrol, one, 3);
    for (let i = 1; i <= 70; i += 1) {
      many.timeS = i / 100;
      evaporate(petrol, many, 3);
    }
    expect(many.filmMg[2]).toBeCloseTo(one.filmMg[2] ?? 0, 9);
    // 40 · 0.42 of it on the wall, and e^(−0.7/0.54) of that left.
    expect(one.filmMg[2]).toBeCloseTo(40 * 0.42 * Math.exp(-0.7 / 0.54), 9);
    expect((one.filmMg[2] ?? 0) + (one.waitingMg[2] ?? 0)).toBeCloseTo(40, 9);
  });

  test('is its own: spraying one wets no other', () => {
    const state = plantAtRest(metal, place, 0, 12);
    sprayed(metal, state, 2, 30);
    expect([...state.filmMg].filter((mg) => mg > 0)).toHaveLength(1);
    expect([...state.waitingMg].filter((mg) => mg > 0)).toHaveLength(1);
  });

  test('is conserved: what was injected lies on the wall, waits, burned or was lost, whatever happens', () => {
    const charge = fc.record({
      cylinder: fc.integer({ min: 1, max: 6 }),
      openingMs: fc.double({ min: 0, max: 30, noNaN: true }),
      lostShare: fc.double({ min: 0, max: 0.3, noNaN: true }),
      airMg: fc.double({ min: 20, max: 500, noNaN: true }),
      waitS: fc.double({ min: 0, max: 0.5, noNaN: true }),
      sparks: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.array(charge, { maxLength: 60 }),
        fc.integer({ min: -40, max: 100 }),
        (charges, coolantC) => {
          const state = plantAtRest(metal, place, coolantC, 12);
          Object.assign(state, { railShare: 1, speedRpm: 900 });
          const out = firedAtRest();
          for (const { cylinder, openingMs, lostShare, airMg, waitS, sparks } of charges) {
            state.timeS += waitS;
            state.drawnMg[0] = airMg;
            fire(metal, state, place, cylinder, { ...SPARK, sparks }, 120, out);
            inject(metal, state, place, cylinder, { openingMs, squirts: 1, secondOpeningMs: 0, lostShare });
          }
          const left = [...state.filmMg, ...state.waitingMg].reduce((sum, mg) => sum + mg, 0);
          const { injectedMg, burnedMg, lostMg } = state.totals;
          expect(left + burnedMg + lostMg).toBeCloseTo(injectedMg, 6);
        },
      ),
    );
  });

  test('an opening longer than the cycle gives what the cycle has time for', () => {
    const state = plantAtRest(metal, place, 20, 13);
    Object.assign(state, { railShare: 1, speedRpm: 6000 });
    const opening = { squirts: 1, secondOpeningMs: 0, lostShare: 0 };
    const most = inject(metal, state, place, 1, { ...opening, openingMs: 20 });
    expect(inject(metal, state, place, 1, { ...opening, openingMs: 200 })).toBeCloseTo(most, 9);
    expect(inject(metal, state, place, 1, { ...opening, openingMs: 10 })).toBeLessThan(most);
  });
});

describe('what becomes of a charge', () => {
  function outcomeAt(coolantC: number, lambda: number, part: { wet?: number; sparks?: boolean } = {}) {
    const state = plantAtRest(metal, place, coolantC, 12);
    state.speedRpm = 210;
    const airMg = 300;
    state.drawnMg[0] = airMg;
    const share = vapourShare(petrol, coolantC, 210, manifoldKpa(metal, state) / place.barometricKpa);
    state.waitingMg[0] = lambda === Infinity ? 0 : airMg / petrol.stoichiometricRatio / lambda / share;
    state.plugWetness[0] = part.wet ?? 0;
    const out = firedAtRest();
    fire(metal, state, place, 1, { ...SPARK, sparks: part.sparks ?? true }, 120, out);
    return { ...out, wetness: state.plugWetness[0] ?? 0, torqueNm: state.gasTorqueNm };
  }

  test.each([
    [0.5, {}, 'tooRich'],
    [0.8, {}, 'burned'],
    [1.1, {}, 'burned'],
    [1.2, {}, 'tooLean'],
    [0.9, { wet: 1.2 }, 'wetPlug'],
    [0.9, { sparks: false }, 'noSpark'],
    [Infinity, {}, 'noFuel'],
  ] as const)('at −20 °C a vapour lambda of %d, %j: %s', (lambda, part, outcome) => {
    const found = outcomeAt(-20, lambda, part);
    expect(found.outcome).toBe(outcome);
    if (lambda !== Infinity) expect(found.vapourLambda).toBeCloseTo(lambda, 9);
    expect(found.torqueNm > 0).toBe(outcome === 'burned');
  });

  // At 20 °C and cranking speed 0.45 of it is vapour: the rest is liquid, 0.55 · 0.5.
  test('too rich a charge wets the plug with its liquid, a burned one dries it', () => {
    expect(outcomeAt(20, 0.3).wetness).toBeCloseTo(0.275, 6);
    expect(outcomeAt(20, 1, { wet: 0.5 }).wetness).toBe(0);
  });

  test('an outcome comes in one band of lambda each, from rich to lean, at any temperature', () => {
    for (const coolantC of [-30, -20, 0, 20, 60, 90]) {
      const bands: string[] = [];
      for (let lambda = 0.1; lambda < 3; lambda += 0.01) {
        const { outcome } = outcomeAt(coolantC, lambda);
        const kind = outcome === 'wetPlug' ? 'tooRich' : outcome;
        if (bands[bands.length - 1] !== kind) bands.push(kind);
      }
      expect(bands).toEqual(['tooRich', 'burned', 'tooLean']);
    }
  });
});

describe('fuel pressure', () => {
  const steps = (state: ReturnType<typeof plantAtRest>, count: number, pumpOn: boolean) => {
    for (let i = 0; i < count; i += 1) stepSupply(metal, state, place, pumpOn, 0.01);
  };

  test('comes up within a third of a second and leaks away over twenty', () => {
    const state = plantAtRest(metal, place, 20, 13);
    steps(state, 1, true);
    expect(state.railShare).toBeCloseTo(1 / 35, 9);
    steps(state, 100, true);
    expect(state.railShare).toBeGreaterThan(0.9);
    state.railShare = 0.8;
    steps(state, 10, false);
    expect(state.railShare).toBeCloseTo(0.8 * (1 - 0.01 / 20) ** 10, 9);
  });

  test('falls when more is taken than the pump gives, and less voltage gives less', () => {
    const taking = (gPerS: number, volts: number) => {
      const state = plantAtRest(metal, place, 20, volts);
      state.railShare = 1;
      for (let i = 0; i < 300; i += 1) {
        state.takenMg = gPerS * 10;
        stepSupply(metal, state, place, true, 0.01);
      }
      return state.railShare;
    };
    expect(taking(30, 13.5)).toBeCloseTo(1, 6);
    expect(taking(30, 8)).toBeLessThan(0.2);
    expect(taking(60, 13.5)).toBeLessThan(0.2);
  });

  // Six cylinders hold 36 g: 360 mg used are one part in a hundred of the way to the tank, 10 + 6 °C.
  test('comes with fuel that the engine warms and use sweeps out', () => {
    const state = plantAtRest(metal, place, 90, 13);
    expect(state.railC).toBeCloseTo(62, 9);
    state.takenMg = 360;
    stepSupply(metal, state, place, true, 0.01);
    expect(state.railC).toBeCloseTo(62 - 0.01 * 46, 6);
    const stood = plantAtRest(metal, place, 90, 13);
    stood.railC = 20;
    for (let i = 0; i < 300 * 100; i += 1) stepSupply(metal, stood, place, false, 0.01);
    expect(stood.railC).toBeCloseTo(62 - 42 * Math.exp(-1), 1);
    const hot = plantAtRest(metal, { ...place, airC: 60 }, 90, 13);
    hot.takenMg = 1e9;
    stepSupply(metal, hot, { ...place, airC: 60 }, true, 0.01);
    expect(hot.railC).toBeCloseTo(45, 1);
  });

  // Manifold-referenced, 350 kPa: across it stays 350; on the gauge it falls with the manifold, 80 − 40 = 40 kPa less.
  test('a manifold-referenced regulator holds the pressure across, a fixed one the gauge', () => {
    const state = plantAtRest(metal, place, 20, 13);
    state.railShare = 1;
    state.manifoldMg[0] = (state.manifoldMg[0] ?? 0) / 2;
    const manifold = manifoldKpa(metal, state);
    expect(acrossKpa(metal, state, place)).toBeCloseTo(350, 9);
    expect(railGaugeKpa(metal, state, place)).toBeCloseTo(350 + manifold - place.barometricKpa, 9);
    const fixed = { ...metal, injector: { ...metal.injector, regulator: 'fixed' as const } };
    expect(railGaugeKpa(fixed, state, place)).toBeCloseTo(350, 9);
  });
});
