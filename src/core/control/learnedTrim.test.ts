import fc from 'fast-check';
import { AT, type ChannelValues, frameOf, LOOP_CODE } from '../channel';
import {
  foldLearned,
  forgetLearned,
  learnedLn,
  type LearnedState,
  learnedTrim,
  type LearnedTrims,
} from './learnedTrim';

const STEP_S = 0.02;
const SETTINGS: LearnedTrims = {
  on: true,
  x: Float64Array.of(1000, 2000, 3000),
  y: Float64Array.of(20, 40, 60),
  loadPlace: AT.manifoldPressure,
  rate: 0.05,
  limitLn: Math.log(1.1),
  coolantFromC: 70,
  steadyForS: 1,
};
/** A quarter across and four tenths up: weights 0.45, 0.15, 0.30, 0.10. */
const AT_A_POINT: ChannelValues = {
  speed: 1250,
  manifoldPressure: 28,
  coolant: 85,
  loopState: LOOP_CODE.active,
  lambdaTrim: 1.08,
  lambdaTrimTwo: 1.08,
};

/** A surface that learns through moments 20 ms apart. */
class Learning {
  readonly state: LearnedState;
  readonly out = learnedTrim.out(null);
  private timeS = 10;
  moved = 0;

  constructor(private settings: LearnedTrims = SETTINGS) {
    this.state = learnedTrim.atRest(settings);
  }

  switch(on: boolean): this {
    this.settings = { ...this.settings, on };
    return this;
  }

  for(seconds: number, change: ChannelValues | ((i: number) => ChannelValues) = {}): this {
    for (let i = 0; i < Math.round(seconds / STEP_S); i += 1) {
      this.timeS += STEP_S;
      const values = {
        ...AT_A_POINT,
        ...(typeof change === 'function' ? change(i) : change),
        time: this.timeS,
      };
      learnedTrim.step(this.settings, this.state, frameOf(values), this.out);
      this.moved += this.out.movedLn;
    }
    return this;
  }

  at(change: ChannelValues = {}): number {
    return learnedLn(this.settings, this.state, frameOf({ ...AT_A_POINT, ...change }));
  }

  forget(cells: readonly number[] | null): this {
    forgetLearned(this.settings, this.state, frameOf(AT_A_POINT), cells);
    return this;
  }

  fold(ln: number[], evidenceS: number[], mapMovedLn: number): this {
    foldLearned(this.settings, this.state, frameOf(AT_A_POINT), { ln, evidenceS }, mapMovedLn);
    return this;
  }
}

/** Steady for a second, and then one tenth in which it learns once. */
const once = () => new Learning().for(1.08);

describe('trim 1.08 at rate 0.05 with weights 0.45 0.30 0.15 0.10', () => {
  test('moves the four cells by 0.001732 0.001154 0.000577 0.000385', () => {
    const { ln } = once().state;
    expect(ln[0]).toBeCloseTo(0.001732, 6);
    expect(ln[3]).toBeCloseTo(0.001154, 6);
    expect(ln[1]).toBeCloseTo(0.000577, 6);
    expect(ln[4]).toBeCloseTo(0.000385, 6);
    expect([2, 5, 6, 7, 8].map((cell) => ln[cell])).toEqual([0, 0, 0, 0, 0]);
  });

  test('and the loop gives back 0.001251, which is what the surface moved there', () => {
    const learning = once();
    expect(learning.moved).toBeCloseTo(0.001251, 6);
    expect(learning.at()).toBeCloseTo(learning.moved, 12);
  });

  test('each cell keeps for how long it was learned', () => {
    const { evidenceS } = once().for(1).state;
    expect(evidenceS[0]).toBeCloseTo(11 * 0.045, 9);
    expect(evidenceS[8]).toBe(0);
  });
});

test('two trims are taken on average', () => {
  const { ln } = new Learning().for(1.08, { lambdaTrim: 1.08, lambdaTrimTwo: 1 / 1.08 }).state;
  expect(ln[0]).toBeCloseTo(0, 12);
});

test('ten times a second, however often it is stepped', () => {
  const learning = new Learning().for(1.08).for(2);
  expect(learning.moved).toBeCloseTo(21 * 0.0012506, 4);
});

describe('nothing is learned', () => {
  test.each<[string, ChannelValues, string]>([
    ['while the loop is not active', { loopState: LOOP_CODE.waiting }, 'waits'],
    ['while it is at its authority', { loopState: LOOP_CODE.atLimit }, 'waits'],
    ['with a cold engine', { coolant: 69 }, 'waits'],
  ])('%s', (_, change, why) => {
    const learning = new Learning().for(3, change);
    expect(learning.out.reason).toBe(why);
    expect(learning.state.ln.every((ln) => ln === 0)).toBe(true);
  });

  test('before speed and load have rested, and again after they have moved', () => {
    const learning = new Learning().for(0.98);
    expect(learning.moved).toBe(0);
    expect(learning.out.reason).toBe('unsteady');
    learning.for(0.2);
    expect(learning.moved).toBeGreaterThan(0);
    const before = learning.moved;
    learning.for(0.5, { speed: 1400 });
    expect(learning.moved).toBe(before);
    learning.for(0.9, { speed: 1400, manifoldPressure: 33 });
    expect(learning.moved).toBe(before);
    learning.for(0.9, { speed: 1390, manifoldPressure: 31 });
    expect(learning.moved).toBeGreaterThan(before);
  });

  test('while it is switched off', () => {
    const learning = new Learning({ ...SETTINGS, on: false }).for(3);
    expect(learning.out.reason).toBe('off');
    expect(learning.at()).toBe(0);
  });
});

test('no cell goes beyond its limit, and only what moved is given back', () => {
  const learning = new Learning().for(300);
  expect(Math.max(...learning.state.ln)).toBeCloseTo(SETTINGS.limitLn, 12);
  expect(learning.at()).toBeCloseTo(learning.moved, 9);
  const lean = new Learning().for(300, { lambdaTrim: 0.9, lambdaTrimTwo: 0.9 });
  expect(Math.min(...lean.state.ln)).toBeCloseTo(-SETTINGS.limitLn, 12);
});

describe('fuel does not jump', () => {
  const learned = () => new Learning().for(30);

  test('as it is switched off or on: what it would jump by fades', () => {
    const learning = learned();
    const before = learning.at();
    expect(before).toBeGreaterThan(0.05);
    learning.switch(false).for(STEP_S);
    expect(Math.abs(learning.at() - before)).toBeLessThan(0.005);
    learning.for(60);
    expect(learning.at()).toBeCloseTo(0, 4);
    learning.switch(true).for(STEP_S, { loopState: 0 });
    expect(learning.at()).toBeCloseTo(0, 4);
    learning.for(60, { loopState: 0 });
    expect(learning.at()).toBeCloseTo(before, 3);
  });

  test('as all or some of it is forgotten', () => {
    const some = learned();
    const before = some.at();
    some.forget([0, 4]);
    expect(some.at()).toBeCloseTo(before, 12);
    expect(some.state.ln[0]).toBe(0);
    expect(some.state.ln[1]).toBeGreaterThan(0);
    expect(some.state.evidenceS[0]).toBe(0);
    const all = learned().forget(null);
    expect(all.at()).toBeCloseTo(before, 12);
    expect(all.state.ln.every((ln) => ln === 0)).toBe(true);
    expect(all.for(60, { loopState: 0 }).at()).toBeCloseTo(0, 4);
  });

  test('nor as it is folded into the map: what stays learned acts, and what the map moved by no more', () => {
    const learning = learned();
    const before = learning.at();
    const [ln, evidenceS] = [learning.state.ln.map((is) => is / 4), learning.state.ln.map(() => 3)];
    learning.fold(ln, evidenceS, 0.75 * before);
    expect(learning.at()).toBeCloseTo(before / 4, 12);
    expect(learning.state.handoverLn).toBeCloseTo(0, 12);
    expect(learning.state.ln).toEqual(ln);
    expect(learning.state.evidenceS).toEqual(evidenceS);
  });

  test('what the map moved by more or less than was learned here is handed over, and fades', () => {
    const learning = learned();
    const before = learning.at();
    learning.fold(
      learning.state.ln.map(() => 0),
      learning.state.ln.map(() => -1),
      before - 0.02,
    );
    expect(learning.at()).toBeCloseTo(0.02, 12);
    expect(learning.state.evidenceS.every((seconds) => seconds === 0)).toBe(true);
    expect(learning.for(60, { loopState: 0 }).at()).toBeCloseTo(0, 4);
  });

  test('no cell stays beyond its limit, and where the map says nothing nothing is handed over', () => {
    const learning = learned();
    const all = (ln: number) => learning.state.ln.map(() => ln);
    learning.fold(all(9), all(1), NaN);
    expect(Math.max(...learning.state.ln)).toBe(SETTINGS.limitLn);
    expect(learning.state.handoverLn).toBe(0);
    learning.fold(all(-9), all(1), NaN);
    expect(Math.min(...learning.state.ln)).toBe(-SETTINGS.limitLn);
  });

  test('another number of cells is refused, and nothing changes', () => {
    const learning = learned();
    const state = learnedTrim.copied(learning.state);
    expect(() => learning.fold([0], [0], 0)).toThrow(/have \d+ cells/);
    expect(() => learning.fold([...state.ln], [0], 0)).toThrow(RangeError);
    expect(learning.state).toEqual(state);
  });

  test('never by more than half a percent from step to step, whatever is done', () => {
    const acts = fc.constantFrom('on', 'off', 'forget', 'some', 'go', 'go', 'go');
    fc.assert(
      fc.property(fc.array(acts, { minLength: 5, maxLength: 30 }), (list) => {
        const learning = learned();
        for (const act of list) {
          const before = learning.at();
          if (act === 'on' || act === 'off') learning.switch(act === 'on');
          else if (act === 'forget') learning.forget(null);
          else if (act === 'some') learning.forget([0, 1]);
          learning.for(STEP_S);
          expect(Math.abs(learning.at() - before)).toBeLessThan(0.005);
          learning.for(0.5);
        }
      }),
      { numRuns: 40 },
    );
  });
});

test('cells that are not there are nobody’s', () => {
  const learning = new Learning().for(2);
  const before = [...learning.state.ln];
  learning.forget([-1, 99]);
  expect(learning.state.ln).toEqual(before);
});

test('without settings it adds nothing', () => {
  const out = learnedTrim.out(null);
  learnedTrim.step(null, learnedTrim.atRest(null), frameOf(AT_A_POINT), out);
  expect(out).toEqual({ reason: 'off', movedLn: 0 });
  expect(learnedLn(null, learnedTrim.atRest(null), frameOf(AT_A_POINT))).toBe(0);
});

test('a clock that began anew goes on', () => {
  const learning = new Learning().for(2);
  const before = learning.moved;
  const state = learning.state;
  for (let i = 1; i < 100; i += 1) {
    learnedTrim.step(SETTINGS, state, frameOf({ ...AT_A_POINT, time: i * STEP_S }), learning.out);
    learning.moved += learning.out.movedLn;
  }
  expect(learning.moved).toBeGreaterThan(before);
});
