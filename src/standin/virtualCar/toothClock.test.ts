import fc from 'fast-check';
import { decoderAtRest, type DecoderState, decoderOf, NOMINAL_WHEEL } from '@/core/decoding';
import { type Teeth, type ToothTrack } from '../harness';
import { REST_DEG } from '../plant';
import {
  clockAtRest,
  copiedClock,
  passEdges,
  retoothed,
  sendEdges,
  type ToothClock,
  type Turned,
} from './toothClock';

const track = (edgesDeg: readonly number[], change: Partial<ToothTrack> = {}): ToothTrack => ({
  edgesDeg: Float64Array.from(edgesDeg),
  edgesTurns: Float64Array.from(edgesDeg, (deg) => deg / 360),
  delayS: 0,
  lostShare: 0,
  noiseShare: 0,
  slipsShare: 0,
  ...change,
});
const teethOf = (crank: ToothTrack, cam: ToothTrack = track([])): Teeth => ({ crank, cam });
const DECODER = decoderOf(NOMINAL_WHEEL, 4, true);

/** Steps of a millisecond at a speed that changes evenly, from rest on; the times at which edges came. */
function turned(teeth: Teeth, fromRpm: number, toRpm: number, steps: number) {
  const clock = clockAtRest(teeth, 1);
  const state = decoderAtRest();
  const times: number[] = [];
  let turns = 0;
  for (let i = 0; i < steps; i += 1) {
    const at = (k: number) => fromRpm + ((toRpm - fromRpm) * k) / steps;
    const step: Turned = {
      fromTurns: turns,
      toTurns: turns + ((at(i) + at(i + 1)) / 2 / 60) * 0.001,
      fromS: i * 0.001,
      passedS: 0.001,
      fromRpm: at(i),
      toRpm: at(i + 1),
    };
    turns = step.toTurns;
    const before = { edges: state.edgeS, cam: state.camEdges };
    sendEdges(teeth, clock, step, DECODER, state);
    if (state.edgeS !== before.edges) times.push(state.edgeS);
  }
  return { clock, state, times, turns };
}

describe('edges in time', () => {
  // 600 rev/min are 3600 °/s: from 200° the edges at 210, 300 and 570 come after 10, 100 and 370°.
  test('come when the crank is there', () => {
    const { times } = turned(teethOf(track([210, 300, 570])), 600, 600, 150);
    expect(times).toHaveLength(3);
    [10, 100, 370].forEach((deg, i) => expect(times[i]).toBeCloseTo(deg / 3600, 9));
  });

  test('go on over the cycle, and begin behind the place of rest', () => {
    const { times } = turned(teethOf(track([100, 150, 200])), 6000, 6000, 45);
    // 100 is 620° on, then 670 and 720, at 36,000 °/s; and the next cycle 720° later.
    [620, 670, 720, 1340].forEach((deg, i) => expect(times[i]).toBeCloseTo(deg / 36_000, 9));
    expect(REST_DEG).toBe(200);
  });

  // From a stand to 1200 rev/min in 0.1 s: ω = 72,000·t °/s, and an angle θ is reached at √(2θ/72,000).
  test('while speed changes, by the square root of the way', () => {
    const { times } = turned(teethOf(track([210, 300, 500])), 0, 1200, 100);
    [10, 100, 300].forEach((deg, i) => expect(times[i]).toBeCloseTo(Math.sqrt((2 * deg) / 72_000), 7));
  });

  // Half-way of a tenth of a second at 1000 rev/min: 0.05 s. To 1002 the first half takes longer: by √ of the middle of the squares.
  test('by an even way where speed changes by less than a thousandth, and by its root beyond', () => {
    const half = (toRpm: number) => {
      const toTurns = ((1000 + toRpm) / 2 / 60) * 0.1;
      const [teeth, state] = [teethOf(track([200 + 180 * toTurns])), decoderAtRest()];
      const step: Turned = { fromTurns: 0, toTurns, fromS: 0, passedS: 0.1, fromRpm: 1000, toRpm };
      sendEdges(teeth, clockAtRest(teeth, 1), step, DECODER, state);
      return state.edgeS;
    };
    expect(half(1000.5)).toBeCloseTo(0.05, 12);
    expect(half(999.5)).toBeCloseTo(0.05, 12);
    const middleRpm = Math.sqrt((1000 ** 2 + 1002 ** 2) / 2);
    expect(half(1002)).toBeCloseTo((0.1 * (middleRpm - 1000)) / 2, 12);
    expect(Math.abs(half(1002) - 0.05)).toBeGreaterThan(2e-5);
  });

  test('a sound wire asks chance for nothing', () => {
    const { clock } = turned(teethOf(track([210, 300, 570]), track([250])), 600, 600, 150);
    expect(clock.chance).toBe(clockAtRest(teethOf(track([])), 1).chance);
  });

  test('come later by the delay of their sensor', () => {
    const { times } = turned(teethOf(track([210], { delayS: 0.0004 })), 600, 600, 10);
    expect(times[0]).toBeCloseTo(10 / 3600 + 0.0004, 9);
  });

  test('of crank and cam come in the order in which they pass', () => {
    const { state } = turned(teethOf(track([210, 300]), track([250])), 600, 600, 20);
    expect(state.camEdges).toBe(1);
    expect(state.edges).toBe(1);
  });

  test('none where there is no wheel, however far it turns', () => {
    const { state, clock } = turned(teethOf(track([])), 3000, 3000, 100);
    expect(state.edges).toBe(0);
    expect(clock.crank.turns).toBe(Infinity);
  });
});

describe('a bad wire', () => {
  const even = track(Array.from({ length: 72 }, (_, i) => 5 + i * 10));
  const count = (change: Partial<ToothTrack>, seed: number) => {
    const teeth = teethOf({ ...even, ...change }, track([250], change));
    const clock = clockAtRest(teeth, seed);
    let sent = 0;
    const state: DecoderState = decoderAtRest();
    const step: Turned = { fromTurns: 0, toTurns: 200, fromS: 0, passedS: 12, fromRpm: 1000, toRpm: 1000 };
    sendEdges(
      teeth,
      clock,
      step,
      decoderOf({ ...NOMINAL_WHEEL, kind: 'even', missing: 0, cam: null }, 4, false),
      state,
    );
    sent = state.turnedPlaces;
    return { sent, cam: state.camEdges, noise: state.counters.noiseEdges };
  };

  // 200 turns of 36 teeth are 7,200, and 100 cam pulses.
  test('loses the share that is said', () => {
    expect(count({}, 1)).toEqual({ sent: 7200, cam: 100, noise: 0 });
    const lost = count({ lostShare: 0.1 }, 1);
    expect(lost.sent / 7200).toBeGreaterThan(0.88);
    expect(lost.sent / 7200).toBeLessThan(0.92);
    expect(lost.cam).toBeLessThan(98);
    expect(lost.cam).toBeGreaterThan(80);
  });

  test('a wheel that slips brings teeth late where speed changes quickly, and none where it does not', () => {
    const latest = (fromRpm: number, toRpm: number, slipsShare: number) => {
      const teeth = teethOf(track(even.edgesDeg as unknown as number[], { slipsShare }));
      const clock = clockAtRest(teeth, 3);
      const passedS = (2 * 60) / (fromRpm + toRpm);
      const step: Turned = { fromTurns: 0, toTurns: 1, fromS: 0, passedS, fromRpm, toRpm };
      sendEdges(teeth, clock, step, DECODER, decoderAtRest());
      return clock.behind;
    };
    // By hand: 3,000 to 3,200 rev/min within 19.4 ms are 343 % of itself in a second.
    expect(latest(3000, 3200, 1)).toBeCloseTo(0.9, 12);
    expect(latest(3000, 3200, 0)).toBe(0);
    expect(latest(3000, 3010, 1)).toBe(0);
    // An engine that is cranked changes its speed with every charge.
    expect(latest(200, 240, 1)).toBe(0);
  });

  test('a wheel slips at the share of teeth that is said, and comes back by and by', () => {
    const behind = (seed: number, slipsShare: number, after: number) => {
      const teeth = teethOf(track([210, 220, 230], { slipsShare }));
      const clock = clockAtRest(teeth, seed);
      const state = decoderAtRest();
      const to = (deg: number) => (deg - 200 + 5) / 360;
      const fast = { fromTurns: 0, toTurns: to(210), fromS: 0, passedS: 0.001, fromRpm: 3000, toRpm: 3200 };
      sendEdges(teeth, clock, fast, DECODER, state);
      const toTurns = to(210 + 10 * after);
      const even = { fromTurns: to(210), toTurns, fromS: 0.001, passedS: 0.001, fromRpm: 3200, toRpm: 3200 };
      if (after > 0) sendEdges(teeth, clock, even, DECODER, state);
      return { clock, edgeS: state.edgeS };
    };
    const slipped = Array.from({ length: 400 }, (_, seed) => behind(seed, 0.25, 0).clock.behind);
    const count = slipped.filter((share) => share === 0.9).length;
    expect(count + slipped.filter((share) => share === 0).length).toBe(400);
    expect(Math.abs(count - 100)).toBeLessThan(35);
    const once = behind(1, 1, 0);
    expect(once.edgeS).toBeCloseTo(1.9 * once.clock.turnedS, 12);
    const [first, second] = [behind(1, 1, 1), behind(1, 1, 2)];
    expect(first.clock.behind).toBeCloseTo(0.9 * 0.85, 12);
    expect(second.clock.behind).toBeCloseTo(0.9 * 0.85 ** 2, 12);
    expect(first.edgeS - first.clock.turnedS).toBeCloseTo(
      first.clock.behind * (first.clock.turnedS - once.clock.turnedS),
      12,
    );
  });

  // The first tooth comes after 10° at 3600 °/s; before it noise, at a share of the wait that the second number of the chance says.
  test('noise comes between two teeth, as late as they do', () => {
    const teeth = teethOf(track([210], { noiseShare: 1, delayS: 0.0004 }));
    const clock = clockAtRest(teeth, 9);
    let chance = BigInt(clock.chance);
    const next = () => {
      chance = (chance * 1664525n + 1013904223n) % 2n ** 32n;
      return Number(chance) / 2 ** 32;
    };
    const [, place] = [next(), next()];
    const state = decoderAtRest();
    const step: Turned = { fromTurns: 0, toTurns: 0.1, fromS: 0, passedS: 0.01, fromRpm: 600, toRpm: 600 };
    sendEdges(teeth, clock, step, DECODER, state);
    const waitS = 10 / 3600;
    expect(state.edgeS).toBeCloseTo(waitS + 0.0004, 12);
    expect(state.periodS).toBeCloseTo(waitS * (1 - place), 12);
    expect(clock.chance).toBe(Number(chance));
    // And between that tooth and the one a cycle later.
    const later: Turned = { ...step, fromTurns: 0.1, toTurns: 2.1, fromS: 0.01, passedS: 0.2 };
    sendEdges(teeth, clock, later, DECODER, state);
    const [, between] = [next(), next()];
    expect(state.edgeS).toBeCloseTo(0.2 + waitS + 0.0004, 12);
    expect(state.beforeS + state.periodS).toBeCloseTo(0.2, 12);
    expect(state.periodS).toBeCloseTo(0.2 * (1 - between), 12);
  });

  test('adds noise between the teeth by the share that is said', () => {
    const { sent, noise } = count({ noiseShare: 0.1 }, 1);
    // Some come too soon behind a tooth and are known for noise, the others count as teeth or push one out.
    expect(sent + noise).toBeGreaterThan(7200 * 1.08);
    expect(sent + noise).toBeLessThan(7200 * 1.12);
    expect(noise).toBeGreaterThan(100);
  });

  test('by seed', () => {
    expect(count({ lostShare: 0.3 }, 5)).toEqual(count({ lostShare: 0.3 }, 5));
    expect(count({ lostShare: 0.3 }, 5)).not.toEqual(count({ lostShare: 0.3 }, 6));
  });
});

test('edges that nobody hears pass as those that are heard, however the way is cut', () => {
  const teeth = teethOf(track([20, 90, 500, 700]), track([300]));
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.001, max: 3, noNaN: true }), { minLength: 1, maxLength: 12 }),
      (ways) => {
        const [heard, unheard]: ToothClock[] = [clockAtRest(teeth, 1), clockAtRest(teeth, 1)] as const;
        const state = decoderAtRest();
        let turns = 0;
        for (const way of ways) {
          const step: Turned = {
            fromTurns: turns,
            toTurns: turns + way,
            fromS: turns,
            passedS: way,
            fromRpm: 60,
            toRpm: 60,
          };
          turns += way;
          if (heard !== undefined) sendEdges(teeth, heard, step, DECODER, state);
          if (unheard !== undefined) passEdges(teeth, unheard, step);
        }
        expect([heard?.crank, heard?.cam]).toEqual([unheard?.crank, unheard?.cam]);
        expect(heard?.crank.turns).toBeGreaterThan(turns);
      },
    ),
  );
});

test('a copy shares nothing', () => {
  const clock = clockAtRest(teethOf(track([210]), track([250])), 3);
  const copy = copiedClock(clock);
  expect(copy).toEqual(clock);
  copy.crank.edge = 9;
  copy.cam.turns = 9;
  expect(clock).toEqual(clockAtRest(teethOf(track([210]), track([250])), 3));
});

describe('other teeth on a wheel that turns', () => {
  const wheels = fc
    .tuple(
      fc.uniqueArray(fc.integer({ min: 0, max: 719 }), { minLength: 1, maxLength: 40 }),
      fc.double({ min: 0, max: 30, noNaN: true }),
    )
    .map(([degs, turns]) => ({ teeth: teethOf(track(degs.sort((a, b) => a - b))), turns }));

  test('with the same teeth the clock goes on as it would have', () => {
    fc.assert(
      fc.property(wheels, ({ teeth, turns }) => {
        const clock = clockAtRest(teeth, 1);
        passEdges(teeth, clock, {
          fromTurns: 0,
          toTurns: turns,
          fromS: 0,
          passedS: 1,
          fromRpm: 60,
          toRpm: 60,
        });
        const { crank } = retoothed(clock, teeth, turns);
        expect(crank.edge).toBe(clock.crank.edge);
        expect(crank.turns).toBeCloseTo(clock.crank.turns, 9);
        expect(crank.cycleTurns).toBeCloseTo(clock.crank.cycleTurns, 9);
      }),
    );
  });

  test('with others none that has passed comes again, and none is left out', () => {
    fc.assert(
      fc.property(wheels, wheels, ({ teeth, turns }, other) => {
        const { crank, cam } = retoothed(clockAtRest(teeth, 1), other.teeth, turns);
        expect(cam.turns).toBe(Infinity);
        const restTurns = REST_DEG / 360;
        // By every edge of as many cycles as there may be.
        const ahead = Array.from({ length: 18 }, (_, k) =>
          [...other.teeth.crank.edgesTurns].map((at) => at + 2 * k - restTurns),
        )
          .flat()
          .filter((at) => at > turns);
        expect(crank.turns).toBeCloseTo(Math.min(...ahead), 9);
      }),
    );
  });
});
