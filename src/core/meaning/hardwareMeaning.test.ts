import { type Calibration, dwellOf, emptyCalibration } from '../calibration';
import { batteryErrors, idleBatteryErrors } from './batteryError';
import { figureChanges } from './changes';
import {
  budgetByMode,
  camMeaning,
  coilMeaning,
  sparkTimeBudget,
  triggerMeaning,
  triggerSentence,
} from './hardwareMeaning';
import { flowCurve } from './injectorFlow';
import { injectorMeaning } from './injectorMeaning';
import type { Figure } from './meaning';
import { sprays } from './sprayMeaning';
import { stagingCurve } from './stagingMeaning';
import { demo, TEST_DAY } from '@tests/support/ventisca';

const EMPTY = emptyCalibration('Empty', TEST_DAY);
const source = { kind: 'measured', date: TEST_DAY } as const;
const quantity = (amount: number, unit: string) => ({ amount, unit, source }) as never;

function value(figures: readonly Figure[], id: string): number | null {
  const found = figures.find((figure) => figure.id === id);
  if (found === undefined) throw new RangeError(`No figure ${id}`);
  return found.value;
}

describe('cams', () => {
  // Ventisca: 12 before, 52 after, 56 before, 14 after. Overlap 26; intake 12 + 180 + 52 = 244, centre 244/2 − 12 = 110.
  test.each([
    ['overlap', 26],
    ['intakeDuration', 244],
    ['intakeCentre', 110],
    ['exhaustDuration', 250],
    ['exhaustCentre', 111],
  ])('%s is %d°', (id, expected) => expect(value(camMeaning(demo()), id)).toBe(expected));

  // Pardela: centre 106, 274 long: opens 31° before; exhaust 110 and 268: closes 24° after. Overlap 55.
  test('given by lobes the overlap is the same arithmetic', () => {
    expect(value(camMeaning(demo('pardela')), 'overlap')).toBe(55);
  });

  test('are unknown while an angle is missing', () => {
    expect(camMeaning(EMPTY).map((figure) => figure.value)).toEqual([null, null, null, null, null]);
  });
});

describe('trigger', () => {
  test('60 − 2 teeth: 6° each, 116 for a cam pulse', () => {
    expect(value(triggerMeaning(demo()), 'toothAngle')).toBe(6);
    expect(value(triggerMeaning(demo()), 'teethPerCam')).toBe(116);
    expect(triggerSentence(demo())?.good).toBe(true);
    expect(triggerSentence(EMPTY)).toBeNull();
  });

  test('without a cam there is no count, and the sentence warns', () => {
    const without = demo('ventisca', ({ trigger }) =>
      Object.assign(trigger.camSensor ?? {}, { value: 'none' }),
    );
    expect(value(triggerMeaning(without), 'teethPerCam')).toBeNull();
    expect(triggerSentence(without)?.good).toBe(false);
  });
});

describe('coils', () => {
  // Pardela: 0.5 Ω, 2.6 mH, 7.5 A at 14 V: −5.2·ln(1 − 3.75/14) = 1.621 ms. Wasted spark at 8200: 7.317 ms.
  test('dwell from coil data reaches the wanted current and fits its time', () => {
    const pardela = demo('pardela');
    expect(value(coilMeaning(pardela), 'dwell')).toBeCloseTo(1.621, 3);
    expect(value(coilMeaning(pardela), 'current')).toBeCloseTo(7.5, 6);
    expect(sparkTimeBudget(pardela)?.availableMs).toBeCloseTo(7.317, 3);
    expect(value(coilMeaning(pardela), 'timeShare')).toBeCloseTo((100 * (1.621 + 1.3)) / 7.317, 1);
  });

  // Ventisca at 7400 rev/min, 2.7 + 1.2 ms: one coil has 2.70 ms, a coil for two 8.11, one each 16.22.
  test('the time there would be with each way of sharing coils', () => {
    const modes = budgetByMode(demo())?.map(({ mode, availableMs, fits }) => [
      mode,
      Number(availableMs.toFixed(2)),
      fits,
    ]);
    expect(modes).toEqual([
      ['distributor', 2.7, false],
      ['wasted', 8.11, true],
      ['individual', 16.22, true],
    ]);
    expect(budgetByMode(EMPTY)).toBeNull();
  });

  // Ventisca: table 2.7 ms at 14 V. 14/0.55·(1 − e^(−2.7·0.55/3.1)) = 25.45 × 0.3806 = 9.69 A.
  test('a table is judged by the coil’s own data', () => {
    expect(value(coilMeaning(demo()), 'current')).toBeCloseTo(9.69, 2);
  });

  test('a dwell table is linear between its rows and held beyond; a share by speed is a factor on it', () => {
    const law = (dwellBySpeed: Calibration['coils']['dwellBySpeed']) => {
      const document = demo('ventisca', ({ coils }) => {
        coils.dwell = {
          units: ['V', 'ms'],
          rows: [
            [8, 6],
            [12, 3],
          ],
          source,
        };
        coils.dwellBySpeed = dwellBySpeed;
      });
      return (volts: number, speedRpm: number) => dwellOf(document, volts, speedRpm);
    };
    expect([6, 8, 10, 12, 15].map((volts) => law(null)(volts, 3000))).toEqual([6, 6, 4.5, 3, 3]);
    // 100 % at 4000 and 80 % at 8000 rev/min: 90 % at 6000.
    const shares = {
      units: ['rev/min', '%'],
      rows: [
        [4000, 100],
        [8000, 80],
      ],
      source,
    };
    expect([1000, 6000, 9000].map((speed) => law(shares)(10, speed))).toEqual([4.5, 4.05, 3.6]);
  });

  test('are unknown in an empty document', () => {
    expect(coilMeaning(EMPTY).every((figure) => figure.value === null)).toBe(true);
    expect(sparkTimeBudget(EMPTY)).toBeNull();
  });
});

describe('a wrong dead time when the battery falls', () => {
  // 10 % of (1.24 − 0.97) = 0.027 ms missing of 1.2: 1.2/1.173 − 1 = 2.30 %.
  test('net 1.2 ms, 0.97 to 1.24 ms: 1.1, 2.3 and 4.7 % lean', () => {
    const lambda = batteryErrors(1.2, 0.97, 1.24).map(({ lambdaPercent }) =>
      Number(lambdaPercent.toFixed(1)),
    );
    expect(lambda).toEqual([1.1, 2.3, 4.7]);
  });

  test('of a document needs its dead time', () => {
    expect(idleBatteryErrors(demo())?.map(({ wrongPercent }) => wrongPercent)).toEqual([5, 10, 20]);
    expect(idleBatteryErrors(EMPTY)).toBeNull();
  });
});

describe('flow over manifold pressure', () => {
  test('is level with a regulator that follows the manifold', () => {
    const curve = flowCurve(demo());
    expect(new Set(curve?.acrossKpa)).toEqual(new Set([350]));
    expect(curve?.seaLevel).toBeNull();
  });

  // Pardela: fixed, 300 kPa at 97.8 kPa air: at 20 kPa manifold 377.8, at 100 kPa 297.8.
  test('falls with a fixed one; far from the sea it is shown for sea level too', () => {
    const curve = flowCurve(demo('pardela'));
    expect(curve?.acrossKpa[0]).toBeCloseTo(377.8, 0);
    expect(curve?.acrossKpa[curve.acrossKpa.length - 1]).toBeCloseTo(297.8, 0);
    expect(curve?.seaLevel?.acrossKpa[0]).toBeCloseTo(381.3, 1);
    const fixed = demo('ventisca', ({ injectors }) =>
      Object.assign(injectors.regulator ?? {}, { value: 'fixed' }),
    );
    // 350 + 101.325 − 20 = 431.3 by the sea, 350 + 80.5 − 20 = 410.5 up there.
    expect(flowCurve(fixed)?.seaLevel?.acrossKpa[0]).toBeCloseTo(431.3, 1);
    expect(flowCurve(fixed)?.acrossKpa[0]).toBeCloseTo(410.5, 1);
  });

  test('measured flows take the place of the root law', () => {
    const measured = demo('ventisca', ({ injectors }) => {
      injectors.flowPoints = {
        units: ['kPa', 'cm3/min'],
        rows: [
          [300, 610],
          [350, 640],
        ],
        source,
      };
    });
    expect(flowCurve(measured)?.cm3PerMin[0]).toBeCloseTo(640, 6);
    expect(value(injectorMeaning(measured), 'flowReal')).toBeCloseTo(640, 6);
  });
});

describe('the spray', () => {
  test('ends where the intake opens and loses nothing at idle and cruise', () => {
    const shown = sprays(demo());
    expect(shown?.map(({ id }) => id)).toEqual(['idle', 'cruise', 'full']);
    expect(shown?.map(({ lossPercent }) => Math.round(lossPercent))).toEqual([0, 0, 0]);
    // 4.5 ms of transport at 1000 rev/min: 27°.
    expect(shown?.[0]?.transportDeg).toBeCloseTo(27, 9);
    expect(sprays(EMPTY)).toBeNull();
  });

  test('ended in the overlap, part of it is lost', () => {
    const into = demo('ventisca', ({ injection }) =>
      Object.assign(injection.endOfInjection ?? {}, { amount: 350 }),
    );
    expect(sprays(into)?.[0]?.lossPercent).toBeGreaterThan(50);
  });
});

describe('a second set', () => {
  const staged = (by: 'demand' | 'duty'): Calibration =>
    demo('ventisca', ({ staging }) =>
      Object.assign(staging, {
        fitted: { value: 'yes', source },
        ratedFlow: quantity(440, 'cm3/min'),
        ratedPressure: quantity(300, 'kPa'),
        deadTime: {
          units: ['V', 'ms'],
          rows: [
            [8, 2.4],
            [14, 0.95],
          ],
          source,
        },
        leastPulse: quantity(0.6, 'ms'),
        by: { value: by, source },
        beginsAt: quantity(30, '%'),
        fullAt: quantity(70, '%'),
        shareAtFull: quantity(40, '%'),
      }),
    );

  test.each(['demand', 'duty'] as const)('by %s both give together what is asked, at every load', (by) => {
    const curve = stagingCurve(staged(by));
    curve?.askedMg.forEach((asked, i) => expect(curve.givenMg[i]).toBeCloseTo(asked, 6));
    expect(curve?.secondDutyPercent[0]).toBe(0);
    expect(Math.max(...(curve?.secondDutyPercent ?? []))).toBeGreaterThan(10);
    expect(Math.max(...(curve?.firstDutyPercent ?? []))).toBeLessThan(48);
  });

  test('there is none with one set', () => expect(stagingCurve(demo())).toBeNull());
});

describe('what a change moved', () => {
  const after = (change: (document: Calibration) => void) =>
    figureChanges(demo(), demo('ventisca', change)).map(({ id }) => id);

  test('a stroke moves volume, piston speed, duty and the idle pulse', () => {
    const moved = after(({ engine }) => Object.assign(engine.stroke ?? {}, { amount: 80 }));
    expect(moved).toEqual(
      expect.arrayContaining([
        'sweptPerCylinder',
        'swept',
        'pistonSpeed',
        'duty',
        'torqueDuty',
        'headRoom',
        'idlePulse',
      ]),
    );
    expect(moved).not.toContain('overlap');
  });

  test('a cam moves the overlap alone; a note nothing', () => {
    expect(after(({ cams }) => Object.assign(cams.intakeOpens ?? {}, { amount: 14 }))).toEqual([
      'overlap',
      'intakeDuration',
      'intakeCentre',
    ]);
    expect(after((document) => (document.note = 'Other'))).toEqual([]);
  });
});

test('an idle shorter than the injectors repeat draws a caution', () => {
  const coarse = (ms: number) =>
    injectorMeaning(
      demo('ventisca', ({ injectors }) => Object.assign(injectors.leastPulse ?? {}, { amount: ms })),
    ).find(({ id }) => id === 'idlePulse')?.caution;
  expect(coarse(1.2)).toMatch(/idle will wander/);
  expect(coarse(0.4)).toBeUndefined();
});
