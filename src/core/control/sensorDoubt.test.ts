import fc from 'fast-check';
import { AT, frameOf } from '../channel';
import { type Doubt, doubtAtRest, type DoubtState, stepDoubt } from './sensorDoubt';

const SENSOR = { place: AT.lambdaOne, lostBit: 8, group: 0, min: 0.65, max: 1.4 };
const EXPECTED = { aimLn: 0, trimLn: 0, deadS: 0.2, withinLn: Math.log(1.25), warm: true, compares: true };
const STEP_S = 0.02;

type Moment = Partial<typeof EXPECTED> & { readonly lambda: number; readonly lost?: number };

/** What is thought of a sensor after each moment, 20 ms apart. */
function thought(moments: readonly Moment[], state: DoubtState = doubtAtRest()): Doubt[] {
  return moments.map(({ lambda, lost = 0, ...expected }) =>
    stepDoubt(
      SENSOR,
      state,
      frameOf({ lambdaOne: lambda, sensorsLost: lost }),
      { ...EXPECTED, ...expected },
      STEP_S,
    ),
  );
}

/** As many moments as fill a time, s, each made from its number. */
const over = (timeS: number, made: (i: number) => Moment): Moment[] =>
  Array.from({ length: Math.round(timeS / STEP_S) }, (_, i) => made(i));
/** A mixture that lives a little. */
const alive = (lambda: number) => (i: number) => ({ lambda: lambda * (1 + 0.003 * Math.sin(i / 3)) });

test('a sensor that reads nothing yet is cold, until it should be warm: then it is lost', () => {
  expect(thought([{ lambda: NaN, warm: false }])).toEqual(['sensorCold']);
  expect(thought([{ lambda: NaN }])).toEqual(['sensorLost']);
});

test('a reading before its time is not followed, and the first one after it is', () => {
  expect(thought([{ lambda: 1, warm: false }, { lambda: 1 }])).toEqual(['sensorCold', 'none']);
});

test('one that fails is left at once, and followed a second after it is back', () => {
  const told = thought([
    ...over(0.2, alive(1)),
    ...over(0.1, () => ({ lambda: 1, lost: 8 })),
    ...over(1.1, alive(1)),
  ]);
  expect(told[9]).toBe('none');
  expect(told.slice(10, 15)).toEqual(new Array(5).fill('sensorLost'));
  expect(told.slice(15).filter((doubt) => doubt === 'sensorLost')).toHaveLength(49);
  expect(told.at(-1)).toBe('none');
});

test('another sensor in fault is none of its business', () => {
  expect(thought([{ lambda: 1 }, { lambda: 1, lost: 16 }])).toEqual(['none', 'none']);
});

test.each([0.64, 1.41, 3])('a reading of %d is no mixture, at once', (lambda) => {
  expect(thought([{ lambda: 1 }, { lambda }])).toEqual(['none', 'sensorOutside']);
});

test('a reading 26 % off is left after 0.3 s, one 24 % off is not', () => {
  const far = thought(over(0.4, alive(1.3)));
  expect(far.slice(0, 13).every((doubt) => doubt === 'none')).toBe(true);
  expect(far.at(-1)).toBe('sensorFar');
  expect(thought(over(1, alive(1.24)))).not.toContain('sensorFar');
  expect(thought(over(1, () => ({ ...alive(1.3)(0), compares: false })))).not.toContain('sensorFar');
  expect(thought(over(1, (i) => ({ ...alive(1.3)(i), aimLn: Math.log(1.1) })))).not.toContain('sensorFar');
});

test('far readings that come and go do not add up', () => {
  const told = thought(over(3, (i) => alive(i % 12 < 11 ? 1.27 : 1.2)(i)));
  expect(told).not.toContain('sensorFar');
});

test('left for being far, it is left again at once until it has been near for a second', () => {
  const state = doubtAtRest();
  thought(over(0.4, alive(1.3)), state);
  expect(thought([...over(0.5, alive(1.1)), { lambda: 1.3 }], state).at(-1)).toBe('sensorFar');
  expect(thought(over(1.1, alive(1.1)), state).at(-1)).toBe('none');
});

test('noise of 10 % is left within half a second, that of 1 % never', () => {
  const noisy = (size: number) => over(1, (i) => ({ lambda: 1 + size * (i % 2 === 0 ? 1 : -1) }));
  expect(thought(noisy(0.1)).slice(0, 25)).toContain('sensorNoisy');
  expect(thought(noisy(0.01))).not.toContain('sensorNoisy');
});

test('a mixture that steps by a quarter with the sensor’s lag is no noise', () => {
  const stepped = over(2, (i) => ({ lambda: i < 20 ? 1 : 1.24 - 0.24 * Math.exp(-(i - 20) / 4.75) }));
  expect(new Set(thought(stepped))).toEqual(new Set(['none']));
});

describe('a reading that does not move', () => {
  test('is left once the trim has moved by more than 3 % for 0.4 s and two delays', () => {
    const told = thought(over(1.4, (i) => ({ lambda: 1.05, trimLn: i < 10 ? 0 : 0.04 })));
    expect(told.indexOf('sensorStuck') * STEP_S).toBeGreaterThan(0.75);
    expect(told.indexOf('sensorStuck') * STEP_S).toBeLessThan(0.9);
    expect(thought(over(2, (i) => ({ lambda: 1.05, trimLn: i < 10 ? 0 : 0.029 })))).not.toContain(
      'sensorStuck',
    );
  });

  test('is none of a well one while the trim rests too', () => {
    expect(thought(over(5, () => ({ lambda: 1.05, trimLn: 0.1 })))).not.toContain('sensorStuck');
  });

  test('is followed again as soon as it moves', () => {
    const state = doubtAtRest();
    thought(
      over(2, (i) => ({ lambda: 1.05, trimLn: i < 10 ? 0 : 0.04 })),
      state,
    );
    expect(state.doubt).toBe('sensorStuck');
    expect(thought([{ lambda: 1.05 }, { lambda: 1.06 }], state)).toEqual(['sensorStuck', 'none']);
  });

  test('does not count while nothing can be compared', () => {
    const told = thought(over(3, (i) => ({ lambda: 1.05, trimLn: i < 10 ? 0 : 0.04, compares: i > 120 })));
    expect(told).not.toContain('sensorStuck');
  });
});

test('smooth mixtures within what is believed are always followed', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -0.15, max: 0.15, noNaN: true }),
      fc.double({ min: 0.3, max: 3, noNaN: true }),
      (size, hz) => {
        const told = thought(
          over(3, (i) => ({ lambda: Math.exp(size * Math.sin(2 * Math.PI * hz * i * STEP_S)) })),
        );
        expect(new Set(told)).toEqual(new Set(['none']));
      },
    ),
  );
});
