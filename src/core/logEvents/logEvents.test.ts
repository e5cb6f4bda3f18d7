import fc from 'fast-check';
import { Chance } from '@tests/independent/chance';
import { madeBy } from '@tests/independent/logMaker';
import { EVENTS, eventful } from '@tests/independent/plantedEvents';
import { between, drawnLog } from '@tests/support/drawnLog';
import { INDEPENDENT_KINDS } from '@tests/support/judgedEvents';
import { asLog } from '@tests/support/independentLog';
import { CHANNEL_IDS, type ChannelId, GUARD_CODE, LIMIT_CODE, LOOP_CODE, LOST_BIT, PHASE } from '../channel';
import type { Log } from '../log';
import { bandsOf } from './bands';
import { EVENT_KIND_IDS, EVENT_KINDS, type EventKindId, eventsOf } from './index';
import { Scan } from './scan';

const OUTSIDE = { barometricKpa: 80 };
/** A warm engine that cruises. */
const CRUISE = {
  phase: PHASE.running,
  speed: 3000,
  throttle: (atS: number) => (atS < 2 ? 0 : 20),
  manifoldPressure: 60,
  lambdaOne: 1,
  lambdaTarget: 1,
  battery: 13.8,
  coolant: 85,
} as const;

/** Kinds that are found, each with from when to when, s. */
const found = (log: Log, kind?: EventKindId) =>
  eventsOf(log, OUTSIDE)
    .events.filter((event) => kind === undefined || event.kind === kind)
    .map(({ kind: id, fromS, toS }) => [id, Number(fromS.toFixed(2)), Number(toS.toFixed(2))]);
const texts = (log: Log) => eventsOf(log, OUTSIDE).events.map(({ text }) => text);

/** An engine that is turned, catches, idles and is switched off. */
const START = {
  phase: (atS: number) =>
    atS < 2 ? PHASE.off : atS < 3.2 ? PHASE.cranking : atS < 25 ? PHASE.running : PHASE.off,
  speed: (atS: number) => (atS < 2 ? 0 : atS < 3.2 ? 200 : atS < 25 ? 1000 + 300 * Math.exp(3.2 - atS) : 0),
  sinceKeyOn: (atS: number) => (atS < 25 ? atS : 0),
  battery: (atS: number) => (atS > 2 && atS < 3.2 ? 10.4 : 12.6),
  coolant: 20,
};

describe('how it came to life and died', () => {
  test('a start, and the catch behind it', () => {
    expect(found(drawnLog(START))).toEqual([
      ['start', 2, 3.18],
      ['caught', 3.2, 6.2],
    ]);
    expect(texts(drawnLog(START))).toEqual([
      'Turned by the starter for 1.2 s at 200 rev/min, coolant 20 °C, battery down to 10.4 V.',
      'Caught after 1.2 s of the starter, and rose to 1300 rev/min.',
    ]);
  });

  test('by speed alone as well', () => {
    const { phase: _, ...others } = START;
    expect(found(drawnLog(others)).map(([kind]) => kind)).toEqual(['start', 'caught']);
  });

  test('a start without a catch says so', () => {
    const failed = {
      ...START,
      phase: between(2, 3.2, PHASE.cranking, PHASE.off),
      speed: between(2, 3.2, 200, 0),
    };
    expect(texts(drawnLog(failed))).toEqual([expect.stringMatching(/and it did not catch\.$/)]);
  });

  test('switched off is not died; with the key on it is', () => {
    expect(found(drawnLog(START), 'stall')).toEqual([]);
    const died = { ...START, sinceKeyOn: (atS: number) => atS };
    expect(found(drawnLog(died), 'stall')).toEqual([['stall', 22.98, 25.48]]);
  });

  const died = (more: Parameters<typeof drawnLog>[0]) =>
    eventsOf(
      drawnLog({
        ...START,
        sinceKeyOn: (atS) => atS,
        // It takes its time to come to rest.
        speed: (atS) =>
          atS < 2 ? 0 : atS < 3.2 ? 200 : atS < 24 ? 1000 : Math.max(0, 1000 - 500 * (atS - 24)),
        ...more,
      }),
      OUTSIDE,
    ).events.find(({ kind }) => kind === 'stall')?.text;
  test.each<[string, Parameters<typeof drawnLog>[0], RegExp]>([
    ['resets', { resets: between(24.5, 99, 1, 0) }, /lost its supply and began anew/],
    [
      'sync',
      { syncLosses: between(24.5, 99, 3, 1), crankTeethMissing: between(24.4, 99, 9, 4) },
      /sync was lost, with 5 crank teeth missing/,
    ],
    [
      'crank',
      { speed: (atS) => (atS < 2 ? 0 : atS < 3.2 ? 200 : atS < 25 ? 1000 : 0) },
      /gone at once, from 1000 rev\/min/,
    ],
    ['battery', { battery: between(23, 25, 8.1, 12.6) }, /only 8\.1 V left/],
    ['pressure', { fuelPressure: between(23.5, 99, 90, 300) }, /fell to 90 kPa of 300/],
    ['cut', { overrunCut: between(22, 24.6, 1, 0) }, /out of an overrun cut too slow/],
    ['lean', { lambdaOne: between(23, 99, 1.4, 1), lambdaTarget: 1 }, /ran 40 % lean/],
    ['rich', { lambdaOne: between(23, 99, 0.7, 1), lambdaTarget: 1 }, /ran 30 % rich/],
    ['nothing', {}, /nothing that was read says why/],
  ])('why it died: %s', (_, more, words) => expect(died(more)).toMatch(words));
});

describe('what held it back', () => {
  test('which limit, for how long, and what it cut', () => {
    const log = drawnLog({
      ...CRUISE,
      speed: 7200,
      limiting: between(10, 11, LIMIT_CODE.speed, 0),
      cutShare: between(10, 11, 60, 0),
    });
    expect(texts(log)).toEqual([
      'Held back by engine speed for 1.0 s, 7200 rev/min at the most, up to 60 % of the charges cut.',
    ]);
    expect(found(drawnLog({ ...CRUISE, cutShare: between(10, 11, 60, 0) }))).toEqual([
      ['limiter', 10, 10.98],
    ]);
  });

  test('a pause of a moment is part of it, and what protection does is said once', () => {
    const chatter = (atS: number) => (atS >= 10 && atS < 12 && atS % 0.3 < 0.1 ? LIMIT_CODE.speed : 0);
    expect(found(drawnLog({ ...CRUISE, limiting: chatter }), 'limiter')).toHaveLength(1);
    const protects = {
      ...CRUISE,
      limiting: between(10, 12, LIMIT_CODE.protection, 0),
      protection: between(10, 12, GUARD_CODE.oilPressure, 0),
    };
    expect(texts(drawnLog(protects))).toEqual(['Protection acted because of oil pressure, for 2.0 s.']);
  });

  test('an overrun cut with the pedal down, not one with it up or for the moment fuel takes to return', () => {
    const cut = (fromS: number, toS: number, pedal: number) =>
      found(
        drawnLog({
          ...CRUISE,
          overrunCut: between(fromS, toS, 1, 0),
          throttle: (atS) => (atS < 2 ? 0 : pedal),
        }),
        'cutAtPartThrottle',
      );
    expect(cut(10, 11, 15)).toEqual([['cutAtPartThrottle', 10, 10.98]]);
    expect(cut(10, 11, 2)).toEqual([]);
    expect(cut(10, 10.2, 15)).toEqual([]);
  });
});

describe('the trigger', () => {
  test('a loss of sync says what was counted beside it; while catching it is normal', () => {
    const counts = { syncLosses: between(10, 99, 2, 1), crankTeethMissing: between(10, 99, 7, 3) };
    expect(texts(drawnLog({ ...CRUISE, ...counts }))).toEqual([
      'Sync was lost at 3000 rev/min: fuel and spark stood still until it was found again; counted beside it: 4 crank teeth missing.',
      '4 crank teeth missing in 0.0 s, from 3000 rev/min on.',
    ]);
    const catching = drawnLog({ ...START, syncLosses: between(2.5, 99, 1, 0) });
    expect(texts(catching)[1]).toMatch(/^Sync was lost while the engine was turned by the starter: normal/);
  });

  test('cam pulses that stay away are one event with its count; two are none', () => {
    const missing = (every: number, to: number) => (atS: number) =>
      Math.floor(Math.max(0, Math.min(to, atS) - 10) / every);
    expect(texts(drawnLog({ ...CRUISE, camPulsesMissing: missing(0.04, 12) }))).toEqual([
      '50 cam pulses missing in 2.0 s, from 3000 rev/min on.',
    ]);
    expect(found(drawnLog({ ...CRUISE, camPulsesMissing: missing(0.04, 10.1) }))).toEqual([]);
  });
});

describe('the mixture', () => {
  const PULL = {
    ...CRUISE,
    throttle: (atS: number) => (atS < 2 ? 0 : atS < 5 ? 20 : 90),
    lambdaTarget: 0.8,
    manifoldPressure: 140,
  };
  /** Rich from the fifth second on, leaping to a reading at the eighth. */
  const leaping =
    (rich: number, to: number, forS: number, leapS = 0.1) =>
    (atS: number) =>
      atS < 5
        ? 1
        : atS < 8
          ? rich
          : atS < 8 + leapS
            ? rich + ((to - rich) * (atS - 8)) / leapS
            : atS < 8 + forS
              ? to
              : rich;

  test('a reading that leaps from rich to lean with the foot down is a rich misfire, and no lean running', () => {
    const log = drawnLog({ ...PULL, lambdaOne: leaping(0.7, 1.25, 2) });
    expect(found(log).map(([kind]) => kind)).toEqual(['richMisfire']);
    expect(texts(log)[0]).toMatch(
      /from 3000 rev\/min and 140 kPa on: lambda leapt from 0\.7\d to 1\.25 with the foot down.*take fuel away/,
    );
  });

  test.each<[string, Parameters<typeof drawnLog>[0]]>([
    ['from its target to lean', { lambdaOne: leaping(0.8, 1.25, 2) }],
    ['to lean in its time', { lambdaOne: leaping(0.7, 1.25, 4, 2) }],
    ['for a moment', { lambdaOne: leaping(0.7, 1.25, 0.2) }],
    ['while charges are cut', { lambdaOne: leaping(0.7, 1.25, 2), cutShare: between(7.5, 11, 50, 0) }],
    ['with the foot off', { lambdaOne: leaping(0.7, 1.25, 2), throttle: (atS) => (atS < 2 ? 0 : 30) }],
  ])('%s it is none', (_, more) => expect(found(drawnLog({ ...PULL, ...more }), 'richMisfire')).toEqual([]));

  test('two misfires in one pull are two where a second is between them, and one where less is', () => {
    const twice = (gapS: number) =>
      found(
        drawnLog({
          ...PULL,
          lambdaOne: (atS) =>
            atS < 5 ? 1 : (atS >= 8 && atS < 9) || (atS >= 9 + gapS && atS < 10 + gapS) ? 1.2 : 0.7,
        }),
      );
    expect(twice(0.6)).toEqual([['richMisfire', 7.98, 10.58]]);
    expect(twice(2)).toEqual([
      ['richMisfire', 7.98, 8.98],
      ['richMisfire', 10.98, 11.98],
    ]);
  });

  test('what is as rich as its target asks is rich enough where that is very rich', () => {
    const to = (rich: number, lambdaTarget: number) =>
      found(drawnLog({ ...PULL, lambdaTarget, lambdaOne: leaping(rich, 1.25, 2) }), 'richMisfire');
    // Five parts in a hundred under the target, or under 0.72 whatever the target.
    expect(to(0.75, 0.8)).toHaveLength(1);
    expect(to(0.77, 0.8)).toEqual([]);
    expect(to(0.71, 0.72)).toHaveLength(1);
    expect(to(0.73, 0.72)).toEqual([]);
  });

  test('a misfire up to the end of a pull ends with it', () => {
    const lifts = { throttle: (atS: number) => (atS < 2 || atS >= 9 ? 0 : atS < 5 ? 20 : 90) };
    expect(found(drawnLog({ ...PULL, ...lifts, lambdaOne: leaping(0.7, 1.2, 4) }), 'richMisfire')).toEqual([
      ['richMisfire', 8, 8.98],
    ]);
  });

  test('lean before and behind a misfire is lean, and within it is not', () => {
    const log = drawnLog({
      ...PULL,
      lambdaOne: (atS) =>
        atS < 13 ? 0.8 : atS < 15 ? 1.1 : atS < 18 ? 0.7 : atS < 20 ? 1.25 : atS < 24 ? 0.8 : 1.1,
    });
    expect(found(log)).toEqual([
      ['lean', 13, 14.98],
      ['richMisfire', 17.98, 19.98],
      ['lean', 24, 29.98],
    ]);
    expect(texts(log)[0]).toMatch(/^38 % leaner than asked for 2\.0 s/);
  });

  test('with the throttle shut, or just behind a cut or a start, what is read says nothing of the mixture', () => {
    const lean = { ...CRUISE, lambdaOne: 1.25 };
    const shut = (from: number, to: number) => (atS: number) =>
      atS < 2 || (atS >= from && atS < to) ? 0 : 20;
    // From ten seconds behind the start on, and a second and a half behind a throttle that was shut or a cut.
    const first = found(drawnLog(lean))[0]?.[1];
    expect(first).toBeGreaterThanOrEqual(10);
    expect(first).toBeLessThan(12.1);
    expect(found(drawnLog({ ...lean, throttle: shut(15, 17) }))).toEqual([
      ['lean', first, 14.98],
      ['lean', 18.48, 29.98],
    ]);
    expect(found(drawnLog({ ...lean, overrunCut: between(15, 17, 1, 0) }), 'lean')).toEqual([
      ['lean', first, 14.98],
      ['lean', 18.48, 29.98],
    ]);
  });

  test('a throttle that moves by less than six points in all stands still, and one that steps has to rest', () => {
    const lean = { ...CRUISE, lambdaOne: between(14, 30, 1.25, 1) };
    const steps = (by: number) => (atS: number) => (atS < 2 ? 0 : atS < 18 ? 20 : 20 + by);
    expect(found(drawnLog({ ...lean, throttle: steps(2.9) }))).toEqual([['lean', 14, 29.98]]);
    const [, second] = found(drawnLog({ ...lean, throttle: steps(3.1) }));
    expect(second?.[1]).toBeCloseTo(18.7, 1);
  });

  test('lean at a steady throttle, from when it has stood still', () => {
    const lean = { ...CRUISE, lambdaOne: between(15, 20, 1.25, 1) };
    expect(found(drawnLog(lean))).toEqual([['lean', 15, 19.98]]);
    expect(texts(drawnLog(lean))[0]).toMatch(
      /^25 % leaner than asked for 5\.0 s at a steady 20 % of throttle, about 3000 rev\/min\.$/,
    );
    expect(found(drawnLog({ ...lean, lambdaOne: between(15, 20, 1.12, 1) }))).toEqual([]);
    expect(found(drawnLog({ ...lean, lambdaOne: between(15, 20, 2, 1) }))).toEqual([]);
    expect(
      found(drawnLog({ ...lean, throttle: (atS) => (atS < 2 ? 0 : 20 + 8 * Math.sin(6 * atS)) })),
    ).toEqual([]);
    expect(found(drawnLog({ ...lean, overrunCut: between(14, 19, 1, 0) }), 'lean')).toEqual([]);
  });

  test('a surge beside it is named', () => {
    const surging = {
      ...CRUISE,
      lambdaOne: between(15, 20, 1.3, 1),
      speed: (atS: number) => 3000 + (atS >= 15 && atS < 20 ? 60 * Math.sin(2 * Math.PI * 1.2 * atS) : 0),
    };
    expect(texts(drawnLog(surging))[0]).toMatch(/surged by 1[12]\d rev\/min, 1\.2 times a second\.$/);
  });

  test('a loop at its limit, by its state or by a trim that stands', () => {
    const trim = { lambdaTrim: between(12, 16, 1.12, 1) };
    const log = drawnLog({
      ...CRUISE,
      ...trim,
      loopState: between(12, 16, LOOP_CODE.atLimit, LOOP_CODE.active),
    });
    expect(found(log)).toEqual([['loopAtLimit', 12, 15.98]]);
    expect(texts(log)[0]).toMatch(/for 4\.0 s: it adds 12 % and may do no more/);
    expect(found(drawnLog({ ...CRUISE, ...trim }))).toEqual([['loopAtLimit', 12.02, 15.98]]);
    expect(found(drawnLog({ ...CRUISE, lambdaTrim: (atS) => 1.1 + 0.01 * Math.sin(9 * atS) }))).toEqual([]);
  });
});

describe('strain and supplies', () => {
  test('boost over its goal, not for a moment and not below the air outside', () => {
    const boost = (kpa: number, forS: number, goal = 120) =>
      found(
        drawnLog({
          ...CRUISE,
          throttle: (atS) => (atS < 2 ? 0 : 100),
          boostTarget: goal,
          manifoldPressure: between(10, 10 + forS, kpa, 110),
        }),
        'boostOver',
      );
    expect(boost(140, 2)).toEqual([['boostOver', 10, 11.98]]);
    expect(boost(125, 2)).toEqual([]);
    expect(boost(140, 0.2)).toEqual([]);
    expect(boost(79, 2, 60)).toEqual([]);
  });

  test('knocks near each other are one event', () => {
    const count = (atS: number) => (atS < 10 ? 0 : atS < 10.5 ? 1 : atS < 20 ? 3 : 4);
    const log = drawnLog({
      ...CRUISE,
      knockCount: count,
      knockRetard: between(10, 12, 2.5, 0),
      sparkAdvance: 30,
    });
    expect(texts(log)).toEqual([
      'Knock was heard 3 times, at 3000 rev/min and 60 kPa, 30.0° of advance, spark was pulled by 2.5°.',
      'Knock was heard once, at 3000 rev/min and 60 kPa, 30.0° of advance.',
    ]);
    expect(found(drawnLog({ ...CRUISE, knockRetard: between(10, 12, 2.5, 0) }))).toHaveLength(1);
  });

  test('a battery that sags, running and turned', () => {
    expect(found(drawnLog({ ...CRUISE, battery: between(10, 12, 11.2, 13.8) }))).toEqual([
      ['batterySag', 10, 11.98],
    ]);
    expect(found(drawnLog({ ...CRUISE, battery: between(10, 10.3, 11.2, 13.8) }))).toEqual([]);
    expect(found(drawnLog({ ...START, battery: between(2.2, 3, 7.6, 12.6) }), 'batterySag')).toHaveLength(1);
  });

  test.each([0, 1])(
    'fuel pressure that falls under demand, with a regulator that follows the manifold by %d',
    (follows) => {
      const pulls = (atS: number) => atS % 6 > 3;
      const kpa = (atS: number) => (pulls(atS) ? 140 : 40 + 20 * Math.sin(5 * atS));
      const held = (atS: number) => 300 + follows * kpa(atS);
      const driven = {
        ...CRUISE,
        speed: (atS: number) => (pulls(atS) ? 5000 : 2500),
        throttle: (atS: number) => (atS < 1 ? 0 : pulls(atS) ? 100 : 15),
        manifoldPressure: kpa,
      };
      expect(found(drawnLog({ ...driven, fuelPressure: held }))).toEqual([]);
      const falls = (atS: number) => held(atS) - (atS > 15 && atS < 18 ? 60 : 0);
      const log = drawnLog({ ...driven, fuelPressure: falls });
      expect(found(log)).toEqual([['pressureFalls', 15.02, 17.98]]);
      expect(texts(log)[0]).toContain(`to ${240 + follows * 140} kPa where ${300 + follows * 140} are held`);
    },
  );

  test('a reset', () => {
    expect(found(drawnLog({ ...CRUISE, resets: between(10, 99, 1, 0) }))).toEqual([['reset', 9.98, 10]]);
  });
});

describe('sensors', () => {
  test('each by its bit, with when it came and went', () => {
    const log = drawnLog({
      ...CRUISE,
      sensorsLost: (atS) => (atS > 5 ? LOST_BIT.coolant : 0) + (atS < 8 ? LOST_BIT.air : 0),
    });
    expect(texts(log)).toEqual([
      'Sensor intake air was in fault from the beginning, for 8.0 s: the engine computer went by what stands in for it.',
      'Sensor coolant came into fault, to the end: the engine computer went by what stands in for it.',
    ]);
  });

  test('without that word by what no engine does', () => {
    expect(found(drawnLog({ ...CRUISE, coolant: between(10, 14, -40, 85) }))).toEqual([
      ['sensorFault', 9.98, 13.98],
    ]);
    expect(found(drawnLog({ ...CRUISE, coolant: between(10, 10.2, -40, 85) }))).toEqual([]);
    expect(found(drawnLog({ ...CRUISE, coolant: (atS) => 60 + atS }))).toEqual([]);
  });
});

describe('of any log', () => {
  test('a kind is looked for where its channels say something, and else said not to be', () => {
    const bare = { timeS: Float64Array.of(0, 1), columns: { speed: Float32Array.of(900, 900) } };
    const { notLooked } = eventsOf(bare, OUTSIDE);
    expect(notLooked).toContain('knock');
    expect(notLooked).not.toContain('start');
    const silent = drawnLog({ ...CRUISE, knockCount: NaN });
    expect(eventsOf(silent, OUTSIDE).notLooked).toContain('knock');
    expect(eventsOf({ timeS: new Float64Array(), columns: {} }, OUTSIDE).notLooked).toEqual(EVENT_KIND_IDS);
  });

  test('every kind has what is needed among what shows it, and shows channels there are', () => {
    for (const id of EVENT_KIND_IDS) {
      const { needs, traces, label } = EVENT_KINDS[id];
      expect(label).toMatch(/^[A-Z]/);
      expect(traces.length).toBeGreaterThanOrEqual(3);
      for (const channel of traces) expect(CHANNEL_IDS).toContain(channel);
      const all: readonly ChannelId[] = needs.flatMap((need) => need);
      expect([id, all.some((channel) => (traces as readonly ChannelId[]).includes(channel))]).toEqual([
        id,
        true,
      ]);
    }
  });

  test('whatever is in it, events lie in it and in their order', () => {
    const column = fc.array(
      fc.oneof(
        fc.double({ min: -1e4, max: 1e4, noNaN: true }),
        fc.constant(NaN),
        fc.integer({ min: 0, max: 12 }),
      ),
      { minLength: 60, maxLength: 60 },
    );
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom(...CHANNEL_IDS), column, { maxKeys: 30 }),
        fc.array(fc.double({ min: 0, max: 2, noNaN: true }), { minLength: 60, maxLength: 60 }),
        (drawn, steps) => {
          let at = 0;
          const timeS = Float64Array.from(steps, (step) => (at += step));
          const columns = Object.fromEntries(
            Object.entries(drawn).map(([id, values]) => [id, Float32Array.from(values)]),
          );
          const { events } = eventsOf({ timeS, columns }, OUTSIDE);
          events.forEach(({ fromS, toS, text }, i) => {
            expect(fromS).toBeGreaterThanOrEqual(timeS[0] as number);
            expect(toS).toBeLessThanOrEqual(timeS[59] as number);
            expect(fromS).toBeLessThanOrEqual(toS);
            expect(fromS).toBeGreaterThanOrEqual(events[i - 1]?.fromS ?? 0);
            expect(text).toMatch(/^[A-Z0-9].*\.$/s);
          });
          for (const band of bandsOf({ timeS, columns })) expect(band.toS).toBeGreaterThanOrEqual(band.fromS);
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('written into the logs of an engine that shares nothing with it', () => {
  test.each(EVENTS)('%s is found, and nothing else', (event) => {
    for (const seed of [40, 41]) {
      const planted = eventful(madeBy('random', seed, 240), event, new Chance(seed));
      if (planted === null) throw new RangeError(`There is no place for ${event} in ${seed}`);
      const { log, task } = asLog(planted.made);
      const kind = INDEPENDENT_KINDS[event];
      const others = eventsOf(log, task).events.filter(({ kind: id }) => id !== 'start' && id !== 'caught');
      expect(others.map(({ kind: id }) => id)).toEqual([kind]);
      const [one] = others;
      expect(one?.fromS).toBeLessThan(planted.toS + 0.3);
      expect(one?.toS).toBeGreaterThan(planted.fromS);
    }
  });
});

describe('bands', () => {
  test('what the engine computer was doing, with its words', () => {
    const log = drawnLog({
      ...START,
      afterStart: between(3.2, 8, 1.2, 1),
      overrunCut: between(12, 13, 1, 0),
      limiting: between(15, 16, LIMIT_CODE.launch, 0),
      loopState: between(10, 20, LOOP_CODE.active, LOOP_CODE.outside),
      sync: between(21, 21.5, 0, 2),
    });
    expect(
      bandsOf(log).map(({ label, tone, fromS, toS }) => [
        label,
        tone,
        Number(fromS.toFixed(2)),
        Number(toS.toFixed(2)),
      ]),
    ).toEqual([
      ['cranking', 'cranking', 2, 3.2],
      ['after-start', 'afterStart', 3.2, 8],
      ['closed loop', 'loop', 10, 20],
      ['overrun cut', 'cut', 12, 13],
      ['held back: launch', 'cut', 15, 16],
      ['no sync', 'fault', 21, 21.5],
    ]);
  });
});

describe('a look at a log', () => {
  const scan = new Scan(drawnLog({ speed: (atS) => 100 * atS, throttle: (atS) => atS }, 10, 10), 80);

  test('times and samples', () => {
    expect([
      scan.sampleAt(0.55),
      scan.before(50, 1),
      scan.after(50, 1),
      scan.before(3, 9),
      scan.after(95, 9),
    ]).toEqual([6, 40, 60, 0, 99]);
    expect(scan.lengthS({ from: 10, to: 19 })).toBeCloseTo(1, 9);
  });

  test('stretches end at a hole, and join over a pause', () => {
    const holed = new Scan({ timeS: Float64Array.of(0, 1, 2, 9, 10, 11), columns: {} }, 80);
    expect(holed.stretches(() => true, { leastS: 0 })).toEqual([
      { from: 0, to: 2 },
      { from: 3, to: 5 },
    ]);
    const odd = (i: number) => i !== 30 && i >= 25 && i < 40;
    expect(scan.stretches(odd, { leastS: 0 })).toHaveLength(2);
    expect(scan.stretches(odd, { leastS: 0, bridgeS: 0.25 })).toEqual([{ from: 25, to: 39 }]);
    expect(scan.stretches(odd, { leastS: 0.6 })).toEqual([{ from: 31, to: 39 }]);
  });

  test('ranges, means and what is usual', () => {
    expect(scan.range('speed', { from: 10, to: 20 })).toEqual([100, 200]);
    expect(scan.mean('speed', { from: 10, to: 20 })).toBeCloseTo(150, 5);
    expect(scan.range('battery', { from: 0, to: 9 })).toEqual([NaN, NaN]);
    // It runs above 500 rev/min: from 5.1 s to 9.9 s.
    expect(scan.usual('speed')).toBeCloseTo(750, 3);
    expect(scan.closedThrottle).toBeCloseTo(5.196, 3);
  });
});
