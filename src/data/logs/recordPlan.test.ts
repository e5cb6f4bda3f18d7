import fc from 'fast-check';
import { AT, frameOf } from '@/core/channel';
import {
  gateAtRest,
  holds,
  pass,
  plannedChannels,
  readPlan,
  RECORD_RATES_HZ,
  type RecordPlan,
  USUAL_PLAN,
} from './recordPlan';

/** What becomes of samples of a throttle, 50 a second. */
function passed(plan: RecordPlan, throttle: readonly number[], everyS = 0.02): string[] {
  const gate = gateAtRest();
  const frame = frameOf();
  return throttle.map((percent, i) => {
    frame[AT.time] = 10 + i * everyS;
    frame[AT.throttle] = percent;
    return pass(gate, plan, frame);
  });
}

const WHEN = { channel: 'throttle', comparison: 'above', threshold: 80 } as const;

test('by hand every sample is taken that comes at the rate', () => {
  expect(passed(USUAL_PLAN, [1, 2, 3])).toEqual(['taken', 'taken', 'taken']);
  expect(passed({ ...USUAL_PLAN, rateHz: 25 }, [1, 2, 3, 4])).toEqual(['taken', 'left', 'taken', 'left']);
});

test('as many are taken in a second as are asked for, however they come', () => {
  fc.assert(
    fc.property(fc.constantFrom(...RECORD_RATES_HZ), fc.nat(1000), (rateHz, seed) => {
      const gate = gateAtRest();
      const frame = frameOf();
      let taken = 0;
      for (let i = 0; i < 500; i += 1) {
        // A tenth of a step early or late.
        frame[AT.time] = i * 0.02 + 0.002 * Math.sin(i * 12.9898 + seed);
        if (pass(gate, { ...USUAL_PLAN, rateHz }, frame) === 'taken') taken += 1;
      }
      expect(Math.abs(taken - 10 * rateHz)).toBeLessThanOrEqual(1);
    }),
  );
});

test('by a condition: kept back until it holds, taken until it has not held for so long, and again', () => {
  const plan = { ...USUAL_PLAN, when: WHEN, afterS: 0.05 };
  expect(passed(plan, [0, 90, 0, 0, 0, 0, 90])).toEqual([
    'back',
    'taken',
    'taken',
    'taken',
    'over',
    'back',
    'taken',
  ]);
});

describe('by an end of its own', () => {
  const FAST = { channel: 'throttle', comparison: 'above', threshold: 80 } as const;
  const SLOW = { channel: 'throttle', comparison: 'below', threshold: 20 } as const;

  test('begun by hand it ends where the end comes to hold, and not by one that held from the beginning', () => {
    const plan = { ...USUAL_PLAN, until: SLOW };
    expect(passed(plan, [50, 50, 10, 10])).toEqual(['taken', 'taken', 'over', 'taken']);
    expect(passed(plan, [10, 10, 50, 10])).toEqual(['taken', 'taken', 'taken', 'over']);
  });

  test('begun by a condition it goes on without it until the end comes, and waits again', () => {
    const plan = { ...USUAL_PLAN, when: FAST, until: SLOW, afterS: 0 };
    expect(passed(plan, [10, 90, 50, 50, 10, 10, 90])).toEqual([
      'back',
      'taken',
      'taken',
      'taken',
      'over',
      'back',
      'taken',
    ]);
  });

  test('whatever comes, a log has its beginning in it and its end behind it', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 100 }), { maxLength: 200 }), (throttle) => {
        const plan = { ...USUAL_PLAN, when: FAST, until: SLOW };
        let open = false;
        passed(plan, throttle).forEach((as, i) => {
          const percent = throttle[i] as number;
          if (!open) expect(as).toBe(percent > 80 ? 'taken' : 'back');
          else expect(as).toBe(percent < 20 ? 'over' : 'taken');
          open = as === 'taken';
        });
      }),
    );
  });
});

test('a clock that begins anew ends what was open, and takes again', () => {
  const gate = gateAtRest();
  const frame = frameOf();
  const at = (timeS: number, percent: number, plan: RecordPlan) => {
    frame[AT.time] = timeS;
    frame[AT.throttle] = percent;
    return pass(gate, plan, frame);
  };
  const plan = { ...USUAL_PLAN, when: WHEN, afterS: 5 };
  expect([at(100, 90, plan), at(0.02, 0, plan), at(0.04, 90, plan)]).toEqual(['taken', 'over', 'taken']);
  expect([at(90, 0, USUAL_PLAN), at(0.02, 0, USUAL_PLAN)]).toEqual(['taken', 'taken']);
});

test('a condition holds over or under its number, and never of what is not known', () => {
  const frame = frameOf();
  frame[AT.throttle] = 80;
  const below = { ...WHEN, comparison: 'below' } as const;
  expect([holds(WHEN, frame), holds(below, frame)]).toEqual([false, false]);
  frame[AT.throttle] = 80.1;
  expect([holds(WHEN, frame), holds(below, frame)]).toEqual([true, false]);
  frame[AT.throttle] = NaN;
  expect([holds(WHEN, frame), holds(below, frame)]).toEqual([false, false]);
});

test('of what is sent the planned is recorded, time always, and nothing that is not sent', () => {
  const sent = ['time', 'speed', 'coolant'] as const;
  expect(plannedChannels(USUAL_PLAN, sent)).toEqual(sent);
  expect(plannedChannels({ ...USUAL_PLAN, channels: ['coolant', 'lambdaOne'] }, sent)).toEqual([
    'time',
    'coolant',
  ]);
});

test.each([
  null,
  '',
  '{}',
  '{"channels":["nothing"],"rateHz":50,"when":null,"beforeS":3,"afterS":3}',
  '{"channels":null,"rateHz":7,"when":null,"beforeS":3,"afterS":3}',
])('a plan %s is the usual one', (stored) => expect(readPlan(stored)).toEqual(USUAL_PLAN));

test('a plan of before there were ends of their own has none', () => {
  const { until: _, ...old } = { ...USUAL_PLAN, rateHz: 25 };
  expect(readPlan(JSON.stringify(old))).toEqual({ ...USUAL_PLAN, rateHz: 25 });
});

test('a plan that was kept is read', () => {
  const plan = { ...USUAL_PLAN, rateHz: 10, when: WHEN, channels: ['speed'] } as const;
  expect(readPlan(JSON.stringify(plan))).toEqual(plan);
});
