import { explainVerdict } from './explain';
import { PHASE } from '@/core/channel';
import type { CarEvent } from '../virtualCar';
import type { StartTrace } from './trace';
import { type Asked, verdictOf } from './verdict';

/** A stretch of a made-up start. */
interface Stretch {
  readonly forS: number;
  readonly phase: StartTrace['phase'][number];
  readonly speedRpm: number;
  readonly outcome?: CarEvent['outcome'];
  readonly lambda?: number;
  /** Speed swings by this much, ± rev/min. */
  readonly swing?: number;
  readonly batteryV?: number;
  readonly airShare?: number;
  readonly sparkShare?: number;
}

/** Trace and events of stretches one after the other: a sample and an event each tenth of a second. */
function story(stretches: readonly Stretch[]): { trace: StartTrace; events: CarEvent[] } {
  const trace: StartTrace = {
    timeS: [],
    speedRpm: [],
    vapourLambda: [],
    coolantC: [],
    loadThrottlePercent: [],
    openingMs: [],
    batteryV: [],
    manifoldKpa: [],
    filmMg: [],
    afterStart: [],
    plugWetness: [],
    phase: [],
  };
  const events: CarEvent[] = [];
  let timeS = 0;
  let turns = 0;
  for (const {
    forS,
    phase,
    speedRpm,
    outcome,
    lambda = 1,
    swing = 0,
    batteryV = 12,
    airShare = 0.8,
    sparkShare = 1,
  } of stretches) {
    for (let i = 0; i < forS * 10; i += 1) {
      const speed = speedRpm + (i % 2 === 0 ? swing : -swing);
      turns += speed / 600;
      trace.timeS.push(timeS);
      trace.speedRpm.push(speed);
      trace.vapourLambda.push(lambda);
      trace.openingMs.push(3);
      trace.batteryV.push(batteryV);
      trace.manifoldKpa.push(60);
      trace.phase.push(phase);
      if (phase === 'cranking' || phase === 'running') {
        events.push({
          coolantC: 0,
          airC: 0,
          timeS,
          turns,
          speedRpm: speed,
          phase: PHASE[phase],
          cylinder: 1,
          airMg: 150,
          airShare,
          sparkDeg: 10,
          sparkShare,
          knock: 0,
          netMs: 2,
          lambdaTarget: 1,
          loadThrottlePercent: 0,
          outcome: outcome ?? 'burned',
          vapourLambda: lambda,
          injectedMg: 10,
          cut: false,
          fuelWasCut: false,
          sparkCut: false,
          openingMs: 3,
          manifoldKpa: 60,
          batteryV,
        });
      }
      timeS += 0.1;
    }
  }
  return { trace, events };
}

const CRANK: Stretch = { forS: 2, phase: 'cranking', speedRpm: 240, batteryV: 9.4 };
const RUN: Stretch = { forS: 8, phase: 'running', speedRpm: 1200 };
const STOP: Stretch = { forS: 6, phase: 'stopped', speedRpm: 0 };
const COLD = { coolantC: -20, batteryV: 12.6, seed: 1 };
const HOT = { ...COLD, coolantC: 80 };

function verdict(stretches: readonly Stretch[], asked: Partial<Asked> = {}) {
  const { trace, events } = story(stretches);
  return verdictOf(trace, events, { idleRpm: null, resets: 0, ...asked });
}

describe('verdicts read off what happened', () => {
  test('running steadily to the end is caught, with the turns of cranking before it', () => {
    const found = verdict([CRANK, RUN]);
    expect(found.code).toBe('caught');
    expect(found.turnsToCatch).toBeCloseTo(2 * 4 + 2, 0);
    expect(found.endSpeedRpm).toBeCloseTo(1200, 6);
    expect(found.crankingV).toBe(9.4);
  });

  test('running with a swing of a fifth is unsettled, with a twentieth it is caught', () => {
    expect(verdict([CRANK, { ...RUN, swing: 120 }]).code).toBe('unsettled');
    expect(verdict([CRANK, { ...RUN, swing: 30 }]).code).toBe('caught');
  });

  test('the turns counted are those before it ran for good, not before a first cough', () => {
    const cough: Stretch = { forS: 0.3, phase: 'running', speedRpm: 650 };
    const found = verdict([CRANK, cough, CRANK, RUN]);
    expect(found.turnsToCatch as number).toBeGreaterThan(18);
  });

  test.each([
    ['tooLean', 'cranksLean'],
    ['noFuel', 'cranksLean'],
    ['tooRich', 'floods'],
    ['wetPlug', 'floods'],
    ['burned', 'weak'],
  ] as const)('cranking with charges %s to the end: %s', (outcome, code) => {
    expect(verdict([{ ...CRANK, forS: 10, outcome }, STOP]).code).toBe(code);
  });

  test('a few burned charges do not hide why the rest did not', () => {
    const found = verdict([
      { ...CRANK, forS: 1 },
      { ...CRANK, forS: 9, outcome: 'tooRich', lambda: 0.3 },
      STOP,
    ]);
    expect(found).toMatchObject({ code: 'floods', mainFault: 'tooRich' });
    expect(found.vapourLambda).toBeCloseTo(0.3, 9);
  });

  test('running and then stopping is a stall, and the fault is that of its last moments', () => {
    const dying: Stretch = { forS: 1.5, phase: 'running', speedRpm: 500, outcome: 'tooLean', lambda: 1.9 };
    const found = verdict([CRANK, { ...RUN, forS: 3 }, dying, STOP]);
    expect(found).toMatchObject({ code: 'stalls', mainFault: 'tooLean' });
    expect(found.vapourLambda).toBeCloseTo(1.9, 9);
  });

  test('a crank that hardly moves does not turn', () => {
    expect(verdict([{ ...CRANK, forS: 10, speedRpm: 20, batteryV: 4 }, STOP]).code).toBe('doesNotTurn');
  });

  test('no event at all does not turn either', () => {
    expect(verdict([{ forS: 20, phase: 'rest', speedRpm: 0 }])).toMatchObject({
      code: 'doesNotTurn',
      vapourLambda: null,
    });
  });
});

describe('reasons in plain words', () => {
  const stall = (outcome: CarEvent['outcome']) =>
    verdict([CRANK, { forS: 2, phase: 'running', speedRpm: 600, outcome }, STOP]);

  test.each([
    ['caught', verdict([CRANK, RUN]), COLD, /^Caught after \d+ turns and settles$/, null],
    [
      'unsettled cold',
      verdict([CRANK, { ...RUN, swing: 150, outcome: 'tooLean' }]),
      COLD,
      /but surges$/,
      'afterStart',
    ],
    ['unsettled hot', verdict([CRANK, { ...RUN, swing: 150, outcome: 'tooRich' }]), HOT, /but surges$/, 've'],
    [
      'lean',
      verdict([{ ...CRANK, forS: 10, outcome: 'tooLean' }]),
      COLD,
      /^Cranks and is too lean$/,
      'cranking',
    ],
    ['flooded', verdict([{ ...CRANK, forS: 10, outcome: 'wetPlug' }]), COLD, /^Floods$/, 'cranking'],
    ['weak', verdict([{ ...CRANK, forS: 10 }]), COLD, /never pulls away/, 'spark'],
    ['stalled lean, cold', stall('tooLean'), COLD, /^Fires and stalls$/, 'afterStart'],
    ['stalled lean, hot', stall('tooLean'), HOT, /^Fires and stalls$/, 've'],
    ['stalled rich, cold', stall('tooRich'), COLD, /^Fires and stalls$/, 'afterStart'],
    ['stalled for want of torque', stall('burned'), HOT, /^Fires and stalls$/, 'spark'],
    ['flat battery', verdict([{ ...CRANK, forS: 10, speedRpm: 20 }]), COLD, /does not turn/, null],
  ] as const)('%s', (_what, found, setup, headline, mapId) => {
    const explanation = explainVerdict(found, setup);
    expect(explanation.headline).toMatch(headline);
    expect(explanation.mapId).toBe(mapId);
    expect(explanation.good).toBe(found.code === 'caught');
    expect(explanation.reason).toMatch(/\.$/);
  });

  test('the reason names the temperature with a true minus', () => {
    const lean = verdict([{ ...CRANK, forS: 10, outcome: 'tooLean', lambda: 3.7 }]);
    expect(explainVerdict(lean, COLD).reason).toContain(
      '(vapour lambda about 3.70). Give more cranking fuel at −20 °C.',
    );
  });

  test('one turn is not "1 turns"', () => {
    const found = { ...verdict([CRANK, RUN]), turnsToCatch: 1.2 };
    expect(explainVerdict(found, COLD).headline).toBe('Caught after 1 turn and settles');
  });
});
