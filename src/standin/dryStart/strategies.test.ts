import type { Calibration } from '@/core/calibration';
import type { LoadStrategy } from '@/core/fuel';
import { strategySwitch, usualChoices } from '@/core/generators';
import { carOf } from '../carOfDocument';
import { DryStart, type StartResult } from './dryStart';
import { explainVerdict } from './explain';
import { demo, programOf, TEST_DAY } from '@tests/support/ventisca';

function start(document: Calibration, coolantC: number, seed = 1): StartResult {
  const program = programOf(document);
  return new DryStart(program, carOf(document, program), { coolantC, batteryV: 12.6, seed }).result();
}

/** A demo switched to another strategy with everything computed from the maps it had. */
function switched(id: 'ventisca' | 'pardela', to: LoadStrategy): Calibration {
  return demo(id, (document) => {
    // What is counted for the air is looked at, not what a loop makes of it.
    if (document.idle.control !== null) document.idle.control.value = 'no';
    const { coming } = strategySwitch(document, to, usualChoices(document), TEST_DAY);
    for (const { mapId, converted } of coming) {
      if (converted === null) throw new Error(`${mapId} was not computed`);
      document.maps[mapId] = converted.after;
    }
    if (document.load.strategy !== null) document.load.strategy.value = to;
    document.load.meter = {
      units: ['V', 'kg/h'],
      rows: [
        [0.5, 0],
        [5, 900],
      ],
      source: { kind: 'dataSheet', date: TEST_DAY },
    };
  });
}

describe('a calibration converted to another load strategy', () => {
  test.each(['pulseWidth', 'airMass'] as const)('both demos start by %s, from hard frost to hot', (to) => {
    for (const id of ['ventisca', 'pardela'] as const) {
      for (const coolantC of [-20, -10, 0, 20, 80])
        expect([id, coolantC, start(switched(id, to), coolantC).verdict.code]).toEqual([
          id,
          coolantC,
          'caught',
        ]);
    }
  });

  test.each(['throttle', 'throttlePressure'] as const)(
    'both demos start by %s, from hard frost to hot, on six seeds of six',
    (to) => {
      for (const id of ['ventisca', 'pardela'] as const) {
        const document = switched(id, to);
        for (const coolantC of [-20, -10, 0, 20, 40, 80]) {
          for (const seed of [1, 2, 3, 4, 5, 6]) {
            const { verdict } = start(document, coolantC, seed);
            expect(verdict.turnsToCatch).toBeLessThan(12);
            // Ventisca's stop passes a fifth more than the description has it: hot, with the valve nearly shut, that is seen.
            const lean = id === 'ventisca' && coolantC === 80;
            expect([id, coolantC, seed, verdict.code]).toEqual([
              id,
              coolantC,
              seed,
              lean ? 'runsOff' : 'caught',
            ]);
          }
        }
      }
    },
  );
});

describe('idle air', () => {
  test('shut in frost, the engine starves against its thick oil; open, it runs', () => {
    const shut = demo('ventisca', ({ maps }) => maps.idleAir?.values.fill(0));
    expect(start(shut, -20).verdict.code).not.toBe('caught');
    expect(start(demo(), -20).verdict.code).toBe('caught');
  });

  test('more of it idles faster', () => {
    const free = demo('ventisca', ({ idle }) => Object.assign(idle.control ?? {}, { value: 'no' }));
    const more = demo('ventisca', ({ maps, idle }) => {
      Object.assign(idle.control ?? {}, { value: 'no' });
      if (maps.idleAir !== null) maps.idleAir.values = maps.idleAir.values.map((value) => value + 15);
    });
    expect(start(more, 80).verdict.endSpeedRpm).toBeGreaterThan(start(free, 80).verdict.endSpeedRpm + 150);
  });

  test('with a screw only, a frozen engine does not get the air it needs', () => {
    const screw = demo('ventisca', ({ idle }) => Object.assign(idle.air ?? {}, { value: 'screw' }));
    expect(start(screw, 80).verdict.code).toBe('caught');
    expect(start(screw, -20).verdict.code).not.toBe('caught');
  });
});

describe('an overrun cut whose pressure reaches idle', () => {
  const reaching = demo('ventisca', ({ overrun }) => {
    Object.assign(overrun.pressureBelow ?? {}, { amount: 60 });
    Object.assign(overrun.speedAbove ?? {}, { amount: 900 });
    Object.assign(overrun.speedHysteresis ?? {}, { amount: 300 });
  });

  test('spoils a hot start, and the explanation names the cut and the filling map', () => {
    const { verdict, setup } = start(reaching, 80);
    expect(verdict.code).not.toBe('caught');
    expect(verdict.cut).toBe(true);
    expect(explainVerdict(verdict, setup)).toMatchObject({
      mapId: 've',
      reason: expect.stringMatching(/cut as on overrun/),
    });
  });

  test('leaves a cold one alone: coolant is below its limit', () => {
    expect(start(reaching, 0).verdict.code).toBe('caught');
  });
});

describe('a correction of the builder’s own', () => {
  const taken = (factor: number, threshold: number) =>
    demo('ventisca', (document) => {
      document.corrections = [
        {
          id: 'own',
          name: 'Own',
          enabled: true,
          on: 'fuel',
          operation: 'multiply',
          x: 'coolant',
          y: null,
          activation: { channel: 'coolant', comparison: 'below', threshold, hysteresis: 2, delayS: 0 },
          map: {
            x: [-50, 150],
            y: [],
            values: [factor, factor],
            sources: [{ kind: 'estimated', date: TEST_DAY }],
            cellSources: [0, 0],
          },
        },
      ];
    });

  test('acts in the dry start where its condition is met, and not elsewhere', () => {
    expect(start(taken(0.2, 0), -20).verdict.code).not.toBe('caught');
    expect(start(taken(0.2, 0), 20).verdict.code).toBe('caught');
  });

  test('that multiplies by one changes nothing at all', () => {
    expect(start(taken(1, 150), -20).trace).toEqual(start(demo(), -20).trace);
  });
});

describe('the prime pulse', () => {
  test('wets the walls: with it, a cold engine needs fewer turns than without, or as many', () => {
    const without = demo('ventisca', ({ maps }) => {
      maps.prime = null;
    });
    expect(start(demo(), -20).verdict.turnsToCatch).toBeLessThanOrEqual(
      start(without, -20).verdict.turnsToCatch as number,
    );
  });
});
