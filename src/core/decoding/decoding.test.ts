import { spin, type SpeedAt } from '@tests/support/spin';
import fc from 'fast-check';
import { triggerPermits, triggerProblems, type TriggerWheel } from '../trigger';
import { type Decoder, decoderOf, NOMINAL_WHEEL, SYNC } from './decoder';
import { believedDeg, copiedDecoder, decodedRpm, decoderAtRest, isSynced } from './decoderState';
import { camEdge, crankEdge, restWhereStopped } from './edges';

const wheel = (change: Partial<TriggerWheel> = {}): TriggerWheel => ({
  kind: 'missing',
  teeth: 60,
  missing: 2,
  tdcOffsetDeg: 84,
  cam: { teeth: 1, beforeTdcDeg: 153, windowDeg: 40 },
  ...change,
});
const cam = (change: Partial<NonNullable<TriggerWheel['cam']>>) => ({
  teeth: 1,
  beforeTdcDeg: 153,
  windowDeg: 40,
  ...change,
});
const six = (of: TriggerWheel, needsCycle = true): Decoder => decoderOf(of, 6, needsCycle);
const steady =
  (rpm: number): SpeedAt =>
  () =>
    rpm;
/** A starter over the compressions of so many cylinders. */
const cranking =
  (rpm: number, swing: number, cylinders = 6, phaseDeg = 0): SpeedAt =>
  (deg) =>
    rpm * (1 + swing * Math.sin((((deg + phaseDeg) * cylinders) / 2) * (Math.PI / 180)));
/** The difference of two angles of a cycle, −360…360. */
const apart = (a: number, b: number, roundDeg = 720) => {
  const off = (((a - b) % roundDeg) + roundDeg) % roundDeg;
  return off > roundDeg / 2 ? off - roundDeg : off;
};

describe('prepared', () => {
  // 60 − 2: 58 teeth of 6°, a gap of 3 places; told between √6 and √12. The cam 153° before: at 567.
  test('a wheel with a gap', () => {
    const decoder = six(wheel());
    expect(decoder).toMatchObject({
      kind: 'gap',
      present: 58,
      pitchDeg: 6,
      gapPlaces: 3,
      segmentDeg: 120,
      segmentPlaces: 20,
      needs: SYNC.cycle,
    });
    expect(decoder.gapRatio.least).toBeCloseTo(Math.sqrt(6), 12);
    expect(decoder.gapRatio.most).toBeCloseTo(Math.sqrt(12), 12);
    expect(decoder.gapRatio.doubtful).toBe(1.45);
    expect(six(wheel({ missing: 1 })).gapRatio.doubtful).toBe(Infinity);
    expect(decoder.cam).toEqual({
      placesDeg: [567],
      halfWindowDeg: 20,
      crankTeeth: { mean: 116, fewest: 116, most: 116 },
      tellsTurns: true,
    });
    expect(six(wheel(), false).needs).toBe(SYNC.position);
  });

  // 36 − 2, three cam teeth 240° = 24 places apart: 24 teeth where no gap is between, 22 where one is; 68 in a cycle.
  test('crank teeth between cam pulses differ where the gap is in some waits only', () => {
    const of = wheel({ teeth: 36, missing: 2, cam: cam({ teeth: 3 }) });
    expect(six(of).cam?.crankTeeth).toEqual({ mean: 68 / 3, fewest: 22, most: 24 });
  });

  test('even wheels: marked by the cam, a tooth a firing, or of no use', () => {
    const even = (teeth: number, camTeeth: number | null) =>
      six(
        wheel({ kind: 'even', teeth, missing: 0, cam: camTeeth === null ? null : cam({ teeth: camTeeth }) }),
      );
    expect(even(12, 1)).toMatchObject({ kind: 'camMark', present: 24, gapPlaces: 1 });
    expect(even(3, null).kind).toBe('alike');
    expect(even(12, null).kind).toBe('unable');
    expect(even(12, 2).kind).toBe('unable');
  });
});

describe('a position is found', () => {
  // From 200° on: the first gap ends at 276 (turn 2 begins at 360 − 84), is told at 282, and the next a turn later, at 642.
  test('when a whole turn had its teeth, one tooth behind the second gap', () => {
    const foundAt: number[] = [];
    spin(
      wheel(),
      six(wheel(), false),
      steady(200),
      {},
      {
        seen: ({ state, deg }) => {
          if (state.sync >= SYNC.position && foundAt.length === 0) foundAt.push(deg);
        },
      },
    );
    expect(foundAt[0]).toBeCloseTo(642, 6);
  });

  // From 200° on the cam pulse at 567 comes between the two gaps and is remembered; from 600° on, the gap is told at 642 and a turn
  // later, at 1002, before the next pulse at 567 + 720.
  test.each([
    [200, 642],
    [600, 1287],
  ])(
    'and the turn, from %d° on, at once where a pulse came since the first gap, else at the next',
    (fromDeg, expected) => {
      const foundAt: number[] = [];
      const end = spin(
        wheel(),
        six(wheel()),
        steady(200),
        { fromDeg, turns: 8 },
        {
          seen: ({ state, deg }) => {
            if (isSynced(six(wheel()), state) && foundAt.length === 0) foundAt.push(deg);
          },
        },
      );
      expect(foundAt[0]).toBeCloseTo(expected, 6);
      expect(believedDeg(six(wheel()), end.state, end.timeS)).toBeCloseTo(end.deg % 720, 6);
      expect(end.state.speedRpm).toBeCloseTo(200, 6);
      expect(end.state.counters).toEqual({
        camPulsesMissing: 0,
        crankTeethMissing: 0,
        syncLosses: 0,
        noiseEdges: 0,
        camOutsideWindow: 0,
      });
    },
  );

  test.each<[string, TriggerWheel, number]>([
    ['36 − 1', wheel({ teeth: 36, missing: 1 }), SYNC.cycle],
    ['12 − 1', wheel({ teeth: 12, missing: 1 }), SYNC.cycle],
    ['24 − 2', wheel({ teeth: 24, missing: 2 }), SYNC.cycle],
    ['36 − 2 and three cam teeth', wheel({ teeth: 36, missing: 2, cam: cam({ teeth: 3 }) }), SYNC.cycle],
    ['60 − 2 and two cam teeth', wheel({ cam: cam({ teeth: 2 }) }), SYNC.position],
    ['60 − 2 alone', wheel({ cam: null }), SYNC.position],
    [
      'even twelve and a cam tooth',
      wheel({ kind: 'even', teeth: 12, missing: 0, tdcOffsetDeg: 150 }),
      SYNC.cycle,
    ],
  ])('%s: cranked at 120 rev/min with a quarter of swing, from anywhere', (_, of, expected) => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 720, noNaN: true }),
        fc.double({ min: 0, max: 240, noNaN: true }),
        (fromDeg, phase) => {
          const decoder = six(of);
          const end = spin(of, decoder, cranking(120, 0.25, 6, phase), { fromDeg, turns: 8 });
          expect(end.state.sync).toBe(expected);
          const { syncLosses, crankTeethMissing, noiseEdges, camOutsideWindow } = end.state.counters;
          expect([syncLosses, crankTeethMissing, noiseEdges, camOutsideWindow]).toEqual([0, 0, 0, 0]);
          const round = expected === SYNC.cycle ? 720 : 360;
          // Between two teeth speed is taken as it was: the swing is what may be left over.
          const off = apart(believedDeg(decoder, end.state, end.timeS), end.deg, round);
          expect(Math.abs(off)).toBeLessThan((decoder.confirmed === null ? 0.3 : 0.6) * decoder.pitchDeg);
        },
      ),
      { numRuns: 40 },
    );
  });

  test('and held at 8,000 rev/min, pulling up to it by 6,000 rev/min a second', () => {
    for (const of of [wheel(), wheel({ teeth: 36, missing: 1 }), wheel({ teeth: 12, missing: 1 })]) {
      const decoder = six(of);
      let furthestDeg = 0;
      const end = spin(
        of,
        decoder,
        (_, timeS) => 2000 + 6000 * (timeS - 0.5),
        { turns: 83 },
        {
          seen: ({ state, timeS, deg }) => {
            if (state.sync !== SYNC.cycle) return;
            const offDeg = Math.abs(apart(believedDeg(decoder, state, timeS), deg));
            furthestDeg = Math.max(furthestDeg, offDeg);
          },
        },
      );
      // 36,000 °/s² over a tooth of 30° at 2,000 rev/min, 2.5 ms: 0.11°; finer teeth and more speed leave less.
      expect(furthestDeg).toBeLessThan(0.11);
      expect(end.timeS - 0.5).toBeGreaterThan(0.99);
      expect(end.state.sync).toBe(SYNC.cycle);
      expect(end.state.counters.syncLosses).toBe(0);
      expect(end.state.speedRpm).toBeGreaterThan(7850);
    }
  });

  test('an even wheel with a tooth a firing and a distributor', () => {
    const of = wheel({ kind: 'even', teeth: 3, missing: 0, cam: null, tdcOffsetDeg: 70 });
    const decoder = six(of, false);
    const end = spin(of, decoder, steady(900), { turns: 5 });
    expect(isSynced(decoder, end.state)).toBe(true);
    expect(apart(believedDeg(decoder, end.state, end.timeS), end.deg, 120)).toBeCloseTo(0, 6);
    expect(end.state.speedRpm).toBeCloseTo(900, 6);
  });
});

describe('a coarse wheel, whose gap a turn must confirm', () => {
  // 12 − 1 of an even six swings alike every 120° = 4 places; 11 teeth, so the stretches compared are the places 2…4 and 6…8.
  const coarse = (change: Partial<TriggerWheel> = {}) =>
    wheel({ teeth: 12, missing: 1, cam: null, ...change });

  test('is one whose gap and neighbours lie more than a seventh of a swing apart', () => {
    // Their middles: 12 − 1 45° of 120°, of 720° for a single; 36 − 1 15°, 36 − 2 20°, 60 − 2 12°: a seventh is 17.1°.
    expect(six(coarse()).confirmed).toEqual({ swingPlaces: 4, least: Math.SQRT1_2, most: Math.sqrt(1.5) });
    expect(six(coarse()).gapRatio).toEqual({ least: 1.4, most: 3, doubtful: Infinity });
    expect(six(wheel({ teeth: 36, missing: 2 })).confirmed?.swingPlaces).toBe(12);
    expect(six(wheel({ teeth: 36, missing: 1 })).confirmed).toBeNull();
    expect(six(wheel()).confirmed).toBeNull();
    expect(decoderOf(coarse(), 1, false).confirmed).toBeNull();
    // 12 cylinders: a swing is two places, as long as the gap; 16: shorter, with nothing to compare.
    expect(decoderOf(coarse(), 12, false).confirmed?.swingPlaces).toBe(2);
    expect(decoderOf(coarse(), 16, false).confirmed).toBeNull();
    // An odd six that comes alike every 240°, and one that does only every 360°: a turn away lies the gap itself.
    expect(decoderOf(coarse({ teeth: 8 }), 6, false, 240).confirmed?.swingPlaces).toBeCloseTo(16 / 3, 12);
    expect(decoderOf(coarse({ teeth: 8 }), 6, false, 360).confirmed).toBeNull();
  });

  /** Edges a decoder is given at these waits, s. */
  const given = (waits: readonly number[]) => {
    const decoder = six(coarse(), false);
    const state = decoderAtRest();
    let timeS = 1;
    crankEdge(decoder, state, timeS);
    for (const waitS of waits) crankEdge(decoder, state, (timeS += waitS));
    return state;
  };
  const turn = (plain: readonly number[], gap: number) => [0.01, 0.01, 0.01, gap, ...plain, gap, 0.01];
  const TEN = Array.from({ length: 10 }, () => 0.01);

  test('a gap of two plain teeth is one; one and a third or two and a half are not', () => {
    expect(given(turn(TEN, 0.02)).sync).toBe(SYNC.position);
    // √(1 · 2) = 1.41 and √(2 · 3) = 2.45 plain teeth are the limits; the neighbours alone would let pass 1.4 to 3.
    expect(given(turn(TEN, 0.0142)).sync).toBe(SYNC.position);
    expect(given(turn(TEN, 0.0141)).sync).toBe(SYNC.none);
    expect(given(turn(TEN, 0.0244)).sync).toBe(SYNC.position);
    expect(given(turn(TEN, 0.0246)).sync).toBe(SYNC.none);
    expect(given(turn(TEN, 0.0141)).tooth).toBe(1);
  });

  test('what is compared is the gap in front with the third and fourth wait, the one behind with the seventh and eighth', () => {
    const but = (places: readonly number[], waitS: number) =>
      TEN.map((usual, i) => (places.includes(i) ? waitS : usual));
    // Twice 0.0168 and 0.0168 against gaps of 0.02: √(1 · 20/33.6) = 0.77 and √(20/33.6 · 20/33.6) = 0.595 < 0.707.
    expect(given(turn(but([2, 3], 0.0168), 0.02)).sync).toBe(SYNC.position);
    expect(given(turn(but([2, 3, 6, 7], 0.0168), 0.02)).sync).toBe(SYNC.none);
    expect(given(turn(but([0, 1, 4, 5], 0.0168), 0.02)).sync).toBe(SYNC.position);
    expect(given(turn(but([4, 5, 8, 9], 0.0168), 0.02)).sync).toBe(SYNC.position);
  });

  test('speed that grows over the turn is the one gap’s gain and the other’s loss', () => {
    const end = spin(coarse(), six(coarse(), false), (_, timeS) => 120 + 500 * (timeS - 0.5), { turns: 5 });
    expect(end.state.sync).toBe(SYNC.position);
    expect(end.state.sinceGapS).toEqual([]);
  });

  test('where a firing is no whole number of teeth, times between two teeth count', () => {
    // A five: 144° are 4.8 places.
    const decoder = decoderOf(coarse(), 5, false);
    expect(decoder.confirmed?.swingPlaces).toBeCloseTo(4.8, 12);
    for (let phase = 0; phase < 144; phase += 6) {
      const end = spin(coarse(), decoder, cranking(120, 0.25, 5, phase), { turns: 6 });
      expect([phase, end.state.sync, end.state.counters.syncLosses]).toEqual([phase, SYNC.position, 0]);
    }
  });

  test('with the same number of teeth, one more or none of them missing, it is never believed', () => {
    for (const [teeth, missing] of [
      [11, 0],
      [13, 2],
      [14, 3],
    ] as const) {
      const other = coarse({ teeth, missing, kind: missing === 0 ? 'even' : 'missing' });
      for (const cylinders of [3, 4, 5, 6, 8]) {
        for (let phase = 0; phase < 240; phase += 6) {
          const decoder = decoderOf(coarse(), cylinders, false);
          const end = spin(other, decoder, cranking(120, 0.25, cylinders, phase), { turns: 6 });
          expect([teeth, missing, cylinders, phase, end.state.reached]).toEqual([
            teeth,
            missing,
            cylinders,
            phase,
            SYNC.none,
          ]);
        }
      }
    }
  });

  test('nothing is kept beyond a turn, and a copy shares nothing', () => {
    const end = spin(coarse({ kind: 'even', missing: 0 }), six(coarse()), cranking(120, 0.25), { turns: 30 });
    expect(end.state.sinceGapS.length).toBeLessThanOrEqual(13);
    const begun = given([0.01, 0.01, 0.01, 0.02, 0.01, 0.01]);
    expect(begun.sinceGapS).toHaveLength(3);
    expect(begun.gapS).toBeCloseTo(0.02, 12);
    const copy = copiedDecoder(begun);
    copy.sinceGapS.push(9);
    expect(begun.sinceGapS).toHaveLength(3);
  });

  test('a gap where none is due begins the next turn', () => {
    const decoder = six(coarse());
    const before = spin(coarse(), decoder, steady(200), { turns: 5 });
    expect(before.state.sync).toBe(SYNC.position);
    const lost = spin(
      coarse(),
      decoder,
      steady(200),
      { state: before.state, fromDeg: before.deg, fromS: before.timeS, turns: 4 },
      { lost: (edge) => edge === 4 },
    );
    expect(lost.state.sync).toBe(SYNC.position);
    expect(lost.state.counters).toMatchObject({ syncLosses: 1 });
  });
});

describe('a wrong wheel is never believed', () => {
  const some = fc.record({
    teeth: fc.integer({ min: 8, max: 62 }),
    missing: fc.integer({ min: 0, max: 3 }),
  });
  test('whatever the teeth, however it is cranked', () => {
    fc.assert(
      fc.property(
        some,
        some,
        fc.double({ min: 0, max: 720, noNaN: true }),
        fc.double({ min: 0, max: 0.25, noNaN: true }),
        (real, typed, fromDeg, swing) => {
          fc.pre(
            typed.missing > 0 && typed.teeth > 3 * typed.missing + 2 && real.teeth > 3 * real.missing + 2,
          );
          fc.pre(real.teeth !== typed.teeth || real.missing !== typed.missing);
          const described = wheel({ ...typed, cam: null });
          const other = wheel({ ...real, kind: real.missing === 0 ? 'even' : 'missing', cam: null });
          const end = spin(other, six(described, false), cranking(150, swing), { fromDeg, turns: 7 });
          expect(end.state.reached).toBe(SYNC.none);
        },
      ),
      { numRuns: 150 },
    );
  });

  test('it shows as teeth that are missing between cam pulses, or as too many', () => {
    const fewer = spin(wheel({ teeth: 36, missing: 1 }), six(wheel()), steady(200), { turns: 9 });
    expect(fewer.state.counters.crankTeethMissing).toBeGreaterThan(2);
    const more = spin(wheel(), six(wheel({ teeth: 58, missing: 2 })), steady(200), { turns: 9 });
    expect(more.state.counters.noiseEdges).toBeGreaterThan(2);
    expect([fewer.state.sync, more.state.sync]).toEqual([SYNC.none, SYNC.none]);
  });

  test('a tooth broken off a wheel: no position, and it is counted', () => {
    const decoder = six(wheel());
    const end = spin(wheel(), decoder, steady(200), { turns: 9 }, { lost: (edge) => edge % 58 === 20 });
    expect(end.state.sync).toBe(SYNC.none);
    expect(end.state.counters.crankTeethMissing).toBeGreaterThan(2);
  });
});

describe('what happens while it runs', () => {
  const decoder = six(wheel());
  const running = () => spin(wheel(), decoder, steady(2000), { turns: 8 });
  const onFrom = (
    before: ReturnType<typeof running>,
    turns: number,
    disturbed: Parameters<typeof spin>[4] = {},
  ) =>
    spin(
      wheel(),
      decoder,
      steady(2000),
      { state: before.state, fromDeg: before.deg, fromS: before.timeS, turns },
      disturbed,
    );

  test('a tooth that does not come once costs the position for two turns, and is counted once', () => {
    const before = running();
    const lost = onFrom(before, 1.2, { lost: (edge) => edge === 10 });
    expect(lost.state.sync).toBe(SYNC.none);
    const after = onFrom(lost, 4.8);
    expect(after.state.sync).toBe(SYNC.cycle);
    expect(after.state.counters).toMatchObject({
      crankTeethMissing: 1,
      syncLosses: 1,
      noiseEdges: 0,
      camPulsesMissing: 0,
    });
  });

  test('whichever tooth it is, the same turn of the cycle is found again', () => {
    const before = running();
    for (let missing = 0; missing < 116; missing += 1) {
      const after = onFrom({ ...before, state: copiedDecoder(before.state) }, 7, {
        lost: (edge) => edge === missing,
      });
      expect([missing, after.state.sync, after.state.counters.syncLosses]).toEqual([missing, SYNC.cycle, 1]);
      const off = apart(believedDeg(decoder, after.state, after.timeS), after.deg);
      expect(Math.abs(off)).toBeLessThan(1e-6);
      const { camOutsideWindow, camPulsesMissing, noiseEdges } = after.state.counters;
      expect([camOutsideWindow, camPulsesMissing, noiseEdges]).toEqual([0, 0, 0]);
    }
  });

  test('noise just behind a tooth is counted and does no harm; half-way to the next it costs the position', () => {
    const before = running();
    const soon = onFrom({ ...before, state: copiedDecoder(before.state) }, 2, {
      noiseAfter: (edge) => (edge % 10 === 0 ? 0.3 : 0),
    });
    expect(soon.state.sync).toBe(SYNC.cycle);
    expect(soon.state.counters).toMatchObject({ noiseEdges: 12, syncLosses: 0 });
    const late = onFrom(before, 4, { noiseAfter: (edge) => (edge === 10 ? 0.7 : 0) });
    expect(late.state.counters.syncLosses).toBe(1);
    expect(late.state.counters.noiseEdges).toBeGreaterThan(0);
  });

  test('cam pulses that stop are counted one by one, and the engine goes on', () => {
    const after = onFrom(running(), 20, { camLost: () => true });
    expect(after.state.sync).toBe(SYNC.cycle);
    expect(after.state.counters.camPulsesMissing).toBeGreaterThanOrEqual(9);
    expect(after.state.counters).toMatchObject({ crankTeethMissing: 0, syncLosses: 0 });
    expect(apart(believedDeg(decoder, after.state, after.timeS), after.deg)).toBeCloseTo(0, 6);
  });

  test('one missing cam pulse is one', () => {
    const after = onFrom(running(), 8, { camLost: (edge) => edge === 1 });
    expect(after.state.counters).toMatchObject({ camPulsesMissing: 1, crankTeethMissing: 0, noiseEdges: 0 });
  });

  test('speed falls with the tooth that is due, and is forgotten after a second at rest; counters stay', () => {
    const end = running();
    // At 2,000 rev/min a tooth of 6° takes 0.5 ms; 5 ms later no tooth has come: 6 / (6 · 0.005) = 200 at the most.
    expect(decodedRpm(decoder, end.state, end.state.edgeS)).toBeCloseTo(2000, 6);
    expect(decodedRpm(decoder, { ...end.state, tooth: 5 }, end.state.edgeS + 0.005)).toBeCloseTo(200, 6);
    end.state.counters.noiseEdges = 3;
    restWhereStopped(end.state, end.state.edgeS + 0.99);
    expect(end.state.sync).toBe(SYNC.cycle);
    restWhereStopped(end.state, end.state.edgeS + 1.01);
    expect(end.state).toMatchObject({ sync: SYNC.none, speedRpm: 0, edges: 0, tooth: -1 });
    expect(end.state.counters.noiseEdges).toBe(3);
  });

  test('after a stop it is found again like the first time', () => {
    const end = running();
    const again = spin(wheel(), decoder, steady(200), { state: end.state, fromS: end.timeS + 5, turns: 8 });
    expect(again.state.sync).toBe(SYNC.cycle);
    expect(again.state.counters).toMatchObject({ syncLosses: 0, crankTeethMissing: 0, noiseEdges: 0 });
  });
});

describe('a cam pulse', () => {
  const decoder = six(wheel());
  const with_ = (beforeTdcDeg: number) =>
    spin(wheel({ cam: cam({ beforeTdcDeg }) }), decoder, steady(300), { turns: 10 });

  test('is believed up to the edge of its window, and counted outside', () => {
    for (const beforeTdcDeg of [134, 172]) expect(with_(beforeTdcDeg).state.sync).toBe(SYNC.cycle);
    for (const beforeTdcDeg of [132, 174, 250, 60]) {
      const { state } = with_(beforeTdcDeg);
      expect(state.sync).toBe(SYNC.position);
      expect(state.counters.camOutsideWindow).toBeGreaterThan(2);
    }
  });

  test('a whole turn off is taken for the other turn', () => {
    const end = with_(153 + 360);
    expect(end.state.sync).toBe(SYNC.cycle);
    expect(Math.abs(apart(believedDeg(decoder, end.state, end.timeS), end.deg))).toBeCloseTo(360, 4);
  });

  test('one too many, in its window, is a count of teeth that does not come out', () => {
    const end = spin(wheel(), decoder, steady(1000), { turns: 8.2 });
    const state = copiedDecoder(end.state);
    // 8.2 turns from 200° end at 3152 = 272 of the cycle; a pulse in the window, a turn early for the next.
    spin(
      wheel(),
      decoder,
      steady(1000),
      { state, fromDeg: end.deg, fromS: end.timeS, turns: 1.6 },
      {
        seen: ({ timeS, deg }) => {
          if (Math.abs((deg % 720) - 558) < 1) camEdge(decoder, state, timeS);
        },
      },
    );
    expect(state.counters.crankTeethMissing).toBeGreaterThan(0);
  });
});

test('an engine computer without a described cam lets pulses pass', () => {
  const decoder = six(wheel({ cam: null }), false);
  const state = decoderAtRest();
  camEdge(decoder, state, 1);
  expect(state).toEqual({ ...decoderAtRest(), camEdges: 1 });
});

test('an edge is an edge: the same ones give the same memory, and a copy shares nothing', () => {
  const decoder = six(wheel());
  const end = spin(wheel(), decoder, steady(700), {});
  const copy = copiedDecoder(end.state);
  crankEdge(decoder, copy, end.timeS + 0.01);
  expect(copy).not.toEqual(end.state);
  copy.counters.noiseEdges += 7;
  expect(end.state.counters.noiseEdges).toBe(0);
});

describe('speed and turns', () => {
  test('speed is known from the second edge on, across a gap that nobody knows of yet', () => {
    const decoder = six(wheel());
    const speeds: number[] = [];
    spin(wheel(), decoder, steady(200), { turns: 1.1 }, { seen: ({ state }) => speeds.push(state.speedRpm) });
    expect(speeds[0]).toBe(0);
    // The wait over the gap alone would say a third; the shorter of two waits says it as it is, but for the very second edge.
    for (const speed of speeds.slice(1)) expect(speed).toBeCloseTo(200, 4);
  });

  // From 200° the next tooth is at 204; the gap’s two places are counted when it is told.
  test('turns are counted in tooth places, gaps with them', () => {
    const decoder = six(wheel());
    const end = spin(wheel(), decoder, steady(900), { turns: 7 });
    const firstEdgeDeg = 204;
    const lastEdgeDeg = firstEdgeDeg + 6 * Math.floor((end.deg - firstEdgeDeg) / 6);
    expect(end.state.turnedPlaces).toBe((lastEdgeDeg - firstEdgeDeg) / 6 + 1);
  });

  // A swing that repeats with every firing is even over stretches of one firing, and over no others.
  test('speed is measured from firing to firing, so that compressions do not shake it', () => {
    const decoder = six(wheel());
    const speeds: number[] = [];
    spin(
      wheel(),
      decoder,
      cranking(200, 0.25),
      { turns: 9 },
      {
        seen: ({ state }) => {
          if (state.sync === SYNC.cycle) speeds.push(state.speedRpm);
        },
      },
    );
    const settled = speeds.slice(60);
    expect(settled.length).toBeGreaterThan(100);
    expect(Math.max(...settled) - Math.min(...settled)).toBeLessThan(0.2);
    const other = decoderOf(wheel(), 4, true);
    const shaken: number[] = [];
    spin(
      wheel(),
      other,
      cranking(200, 0.25),
      { turns: 9 },
      {
        seen: ({ state }) => {
          if (state.sync === SYNC.cycle) shaken.push(state.speedRpm);
        },
      },
    );
    expect(Math.max(...shaken.slice(60)) - Math.min(...shaken.slice(60))).toBeGreaterThan(3);
  });
});

describe('a wheel without a cam', () => {
  const of = wheel({ cam: null });
  const decoder = six(of, false);
  const on = (disturbed: Parameters<typeof spin>[4], turns = 5) => {
    const before = spin(of, decoder, steady(2000), { turns: 6 });
    return spin(
      of,
      decoder,
      steady(2000),
      { state: before.state, fromDeg: before.deg, fromS: before.timeS, turns },
      disturbed,
    );
  };

  test('counts a tooth that is missing by the gap that comes too soon', () => {
    const { state } = on({ lost: (edge) => edge === 20 });
    expect(state.counters).toMatchObject({
      syncLosses: 1,
      crankTeethMissing: 1,
      noiseEdges: 0,
      camPulsesMissing: 0,
    });
    expect(state.sync).toBe(SYNC.position);
  });

  test('counts an edge too many by the gap that does not come', () => {
    const { state } = on({ noiseAfter: (edge) => (edge === 20 ? 0.6 : 0) });
    expect(state.counters).toMatchObject({ syncLosses: 1, crankTeethMissing: 0 });
    expect(state.counters.noiseEdges).toBe(1);
    expect(state.sync).toBe(SYNC.position);
  });
});

describe('a wheel marked by its cam', () => {
  // Twelve teeth 30° apart; the pulse 153° before TDC comes just before the first of a cycle, 150° before.
  const of = wheel({ kind: 'even', teeth: 12, missing: 0, tdcOffsetDeg: 150 });
  const decoder = six(of);
  const on = (disturbed: Parameters<typeof spin>[4], turns = 6) => {
    const before = spin(of, decoder, steady(1000), { turns: 8 });
    const state = copiedDecoder(before.state);
    return spin(
      of,
      decoder,
      steady(1000),
      { state, fromDeg: before.deg, fromS: before.timeS, turns },
      disturbed,
    );
  };

  test('is known once a whole cycle had its teeth, not before', () => {
    const pulses: number[] = [];
    spin(
      of,
      decoder,
      steady(1000),
      { turns: 5 },
      {
        seen: ({ state }) => {
          if (state.sync === SYNC.cycle && pulses.length === 0) pulses.push(state.camEdges);
        },
      },
    );
    expect(pulses).toEqual([2]);
    expect(decoder.present).toBe(24);
  });

  test('a tooth that does not come costs the place until two pulses fit again', () => {
    const { state } = on({ lost: (edge) => edge === 5 });
    expect(state.counters).toMatchObject({ syncLosses: 1, crankTeethMissing: 1 });
    expect(state.sync).toBe(SYNC.cycle);
  });

  test('pulses that stop are counted, and the place is kept', () => {
    const end = on({ camLost: () => true });
    expect(end.state.counters.syncLosses).toBe(0);
    expect(end.state.counters.camPulsesMissing).toBeGreaterThan(0);
    expect(apart(believedDeg(decoder, end.state, end.timeS), end.deg)).toBeCloseTo(0, 4);
  });
});

describe('teeth that are all alike', () => {
  test('come regularly from the third on', () => {
    const of = wheel({ kind: 'even', teeth: 3, missing: 0, cam: null, tdcOffsetDeg: 70 });
    const decoder = six(of, false);
    const state = decoderAtRest();
    const synced = [1, 1.1, 1.2, 1.3].map((timeS) => {
      crankEdge(decoder, state, timeS);
      return isSynced(decoder, state);
    });
    expect(synced).toEqual([false, false, true, true]);
  });
});

describe('a stop', () => {
  test('in the middle of a turn is told by the next edge, which begins anew', () => {
    const decoder = six(wheel());
    const end = spin(wheel(), decoder, steady(700), { turns: 8.2 });
    expect(end.state.tooth).toBeGreaterThan(2);
    crankEdge(decoder, end.state, end.state.edgeS + 1.5);
    expect(end.state).toMatchObject({
      sync: SYNC.none,
      edges: 1,
      tooth: -1,
      periodS: 0,
      reached: SYNC.cycle,
    });
    expect(end.state.counters.syncLosses).toBe(0);
  });
});

describe('what stands in for a trigger', () => {
  test('is a usual one without a fault', () => {
    expect(triggerProblems(NOMINAL_WHEEL)).toEqual([]);
    expect(triggerPermits(NOMINAL_WHEEL)).toMatchObject({ position: true, phase: true });
    const end = spin(NOMINAL_WHEEL, six(NOMINAL_WHEEL), steady(250), { turns: 5 });
    expect(end.state.sync).toBe(SYNC.cycle);
  });

  test('cam teeth stand evenly round the cycle', () => {
    expect(
      six(wheel({ teeth: 36, missing: 2, cam: cam({ teeth: 3, beforeTdcDeg: 100 }) })).cam?.placesDeg,
    ).toEqual([620, 140, 380]);
  });
});
