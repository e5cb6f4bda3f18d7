import fc from 'fast-check';
import { type ChannelValues, frameOf, PHASE } from '../channel';
import { gridOf } from '../numeric';
import { film, type FilmSettings, filmTakes, followUpMg, injectedForFilm } from './film';

/** A fifth of the fuel stays for a quarter of a second; at 1200 rev/min a cycle lasts 0.1 s. */
const FILM: FilmSettings = {
  cylinders: 4,
  barometricKpa: 100,
  sharePercent: gridOf({ x: [-20, 80], y: [], values: [50, 20] }),
  timeS: gridOf({ x: [-20, 80], y: [], values: [0.7, 0.25] }),
  opensFromPercentPerS: 20,
};
const CYCLE_S = 0.1;
const LEAVES = 1 - Math.exp(-CYCLE_S / 0.25);

/** One cylinder fed cycle after cycle. */
class Fed {
  readonly state = film.atRest(FILM);
  readonly out = film.out(FILM);
  private timeS = 0;

  /** @returns what is injected so that so much arrives, mg. */
  cycle(wantedMg: number, values: ChannelValues = {}): number {
    this.timeS += CYCLE_S;
    const frame = frameOf({
      phase: PHASE.running,
      coolant: 80,
      speed: 1200,
      cylinder: 2,
      time: this.timeS,
      manifoldPressure: 40,
      ...values,
    });
    film.step(FILM, this.state, frame, this.out);
    const injected = wantedMg === 0 ? 0 : injectedForFilm(this.out, wantedMg);
    filmTakes(FILM, this.state, this.out, frame, injected);
    return injected;
  }
}

test('in balance what is injected is what is wanted, from the first charge on', () => {
  const fed = new Fed();
  for (let i = 0; i < 5; i += 1) expect(fed.cycle(10)).toBeCloseTo(10, 9);
});

// In balance 10·0.2/(1 − e^(−0.4)) = 6.066 mg lie there after an injection, and 2 leave in a cycle: for 20 there have to be (20 − 2)/0.8.
test('as twice as much is wanted more is injected, and as half is wanted less', () => {
  const fed = new Fed();
  fed.cycle(10);
  expect(fed.state.mg[1]).toBeCloseTo(6.0665, 3);
  expect(fed.cycle(20)).toBeCloseTo(22.5, 9);
  // 4.0665 are left, and 4.5 came: 8.5665 · 0.3297 = 2.824 leave.
  expect(fed.cycle(20)).toBeCloseTo((20 - 8.5665 * LEAVES) / 0.8, 3);
  expect(fed.cycle(5)).toBeLessThan(5);
});

test('it never asks for fuel to be taken back, and the wall dries meanwhile', () => {
  const fed = new Fed();
  fed.cycle(40);
  expect(fed.cycle(1)).toBe(0);
  const left = fed.state.mg[1] as number;
  fed.cycle(0);
  expect(fed.state.mg[1]).toBeCloseTo(left * (1 - LEAVES), 6);
});

test('while the engine is cranked nothing is followed, and the first charge that runs begins in balance', () => {
  const fed = new Fed();
  fed.cycle(10);
  expect(fed.cycle(50, { phase: PHASE.cranking })).toBe(50);
  expect(fed.out.reason).toBe('unknown');
  expect(fed.cycle(10)).toBe(10);
  expect(fed.cycle(10)).toBeCloseTo(10, 9);
});

test('without a film nothing is decided and nothing kept', () => {
  const [state, out] = [film.atRest(null), film.out(null)];
  film.step(null, state, frameOf({ phase: PHASE.running, cylinder: 1 }), out);
  filmTakes(null, state, out, frameOf({ phase: PHASE.running, cylinder: 1 }), 10);
  expect(out).toEqual({
    reason: 'off',
    evaporatedMg: NaN,
    wetShare: 0,
    leavesShare: 1,
    risesKpa: 0,
    risesPercent: 0,
  });
  expect(state.mg).toEqual([]);
  expect(injectedForFilm(out, 12)).toBe(12);
});

test('the first cylinder has one like the others, forgotten while it is cranked', () => {
  const fed = new Fed();
  fed.cycle(10, { cylinder: 1 });
  expect(fed.state.mg[0]).toBeCloseTo(6.0665, 3);
  fed.cycle(10, { cylinder: 1, phase: PHASE.cranking });
  expect(fed.state.mg[0]).toBeNull();
});

test('each cylinder has a film of its own; one that is not known has none', () => {
  const fed = new Fed();
  fed.cycle(10);
  expect(fed.state.mg.map((lies) => lies === null)).toEqual([true, false, true, true]);
  expect(fed.cycle(10, { cylinder: NaN })).toBe(10);
  expect(fed.cycle(10, { cylinder: 5 })).toBe(10);
  expect(fed.state.mg).toHaveLength(4);
});

test('a cylinder that was fed before the load rose gets what it lacks, once', () => {
  const fed = new Fed();
  fed.cycle(10);
  fed.cycle(10);
  const before = fed.state.mg[1] as number;
  expect(followUpMg(fed.state, fed.out, 2, 10.2, 100)).toBe(0);
  expect(followUpMg(fed.state, fed.out, 2, 14, 100)).toBeCloseTo(5, 6);
  expect(fed.state.mg[1]).toBeCloseTo(before + 1, 6);
  expect(followUpMg(fed.state, fed.out, 2, 14, 100)).toBe(0);
  expect(followUpMg(fed.state, fed.out, 2, 8, 100)).toBe(0);
  expect(followUpMg(fed.state, fed.out, 3, 14, 100)).toBe(0);
});

// 10 arrive; of 4 more a fifth would stay: 5 to inject. The injector gives 2: 1.6 arrive, 0.4 stay, and 3 are left to give.
test('what an injector cannot give stays missing, and is given next', () => {
  const fed = new Fed();
  fed.cycle(10);
  fed.cycle(10);
  const before = fed.state.mg[1] as number;
  expect(followUpMg(fed.state, fed.out, 2, 14, 2)).toBe(2);
  expect(fed.state.arrivesMg[1]).toBeCloseTo(11.6, 6);
  expect(fed.state.mg[1]).toBeCloseTo(before + 0.4, 6);
  expect(followUpMg(fed.state, fed.out, 2, 14, 100)).toBeCloseTo(3, 6);
});

test('while the throttle opens the load is taken to rise on by half as much, no further than the air outside', () => {
  const fed = new Fed();
  const rises = (manifoldPressure: number, throttle: number, throttleRate = 100) => {
    fed.cycle(10, { manifoldPressure, throttle, throttleRate });
    return [fed.out.risesKpa, fed.out.risesPercent];
  };
  expect(rises(40, 5)).toEqual([0, 0]);
  expect(rises(46, 8)).toEqual([3, 1.5]);
  expect(rises(96, 20)).toEqual([4, 6]);
  expect(rises(90, 15)).toEqual([0, 0]);
  expect(rises(95, 20, 20)).toEqual([0, 0]);
});

test('for any film and any drive what arrives is what is wanted, wherever that needs no fuel to be taken back', () => {
  const drive = fc.array(fc.double({ min: 1, max: 60, noNaN: true }), { minLength: 3, maxLength: 40 });
  fc.assert(
    fc.property(drive, fc.constantFrom(-20, 10, 80), (wanted, coolant) => {
      const fed = new Fed();
      let lies = NaN;
      wanted.forEach((wantedMg, i) => {
        const injected = fed.cycle(wantedMg, { coolant });
        const { wetShare, leavesShare } = fed.out;
        expect(injected).toBeGreaterThanOrEqual(0);
        if (i > 0) {
          const arrives = lies * leavesShare + (1 - wetShare) * injected;
          if (injected > 0) expect(arrives).toBeCloseTo(wantedMg, 6);
          else expect(arrives).toBeGreaterThanOrEqual(wantedMg - 1e-9);
          lies += wetShare * injected - lies * leavesShare;
        } else lies = (wetShare * injected) / leavesShare;
      });
    }),
  );
});
