import {
  teethPerCamPulse,
  triggerPattern,
  triggerPermits,
  triggerProblems,
  type TriggerWheel,
  turnsToSync,
} from './trigger';

const wheel = (change: Partial<TriggerWheel> = {}): TriggerWheel => ({
  kind: 'missing',
  teeth: 36,
  missing: 1,
  tdcOffsetDeg: 80,
  cam: { teeth: 1, beforeTdcDeg: 300, windowDeg: 40 },
  ...change,
});
const cam = (change: Partial<NonNullable<TriggerWheel['cam']>>) => ({
  teeth: 1,
  beforeTdcDeg: 300,
  windowDeg: 40,
  ...change,
});
const codes = (given: TriggerWheel) => triggerProblems(given).map(({ code }) => code);

describe('the tooth picture', () => {
  // 36 − 1: 35 teeth a turn, 10° apart. The first stands 80° before TDC: at 640 (turn 1) and 280 (turn 2). The last of
  // the first turn stands 34 teeth on, at 640 + 340 − 720 = 260: the gap is 260…280, and 620…640.
  test('teeth, gap and cam pulse stand where they pass', () => {
    const { teethDeg, gapsDeg, camDeg } = triggerPattern(wheel());
    expect(teethDeg).toHaveLength(70);
    expect(teethDeg).toEqual(expect.arrayContaining([280, 290, 640, 260, 620]));
    expect(teethDeg).not.toEqual(expect.arrayContaining([270]));
    expect(gapsDeg.map((gap) => [gap.from, gap.to]).sort()).toEqual([
      [260, 280],
      [620, 640],
    ]);
    expect(camDeg).toEqual([420]);
  });

  // 4 − 1, first tooth 30° before TDC: 690, 60, 150 in the first turn, 330, 420, 510 in the second; gaps 150…330, 510…690.
  // Three cam teeth, the first 300° before: 420, then 240° on: 660, 900 − 720 = 180.
  test('a small wheel, whole and in order', () => {
    const small = wheel({ teeth: 4, tdcOffsetDeg: 30, cam: cam({ teeth: 3 }) });
    expect(triggerPattern(small)).toEqual({
      teethDeg: [60, 150, 330, 420, 510, 690],
      gapsDeg: [
        { from: 150, to: 330 },
        { from: 510, to: 690 },
      ],
      camDeg: [180, 420, 660],
    });
    expect(triggerPattern({ ...small, kind: 'even', missing: 0, cam: null })).toEqual({
      teethDeg: [60, 150, 240, 330, 420, 510, 600, 690],
      gapsDeg: [],
      camDeg: [],
    });
  });

  // 2 × 35 = 70; 2 × 58 = 116 with 60 − 2; 2 × 12 = 24 on an even twelve.
  test('crank teeth for each cam pulse', () => {
    expect(teethPerCamPulse(wheel())).toBe(70);
    expect(teethPerCamPulse(wheel({ teeth: 60, missing: 2 }))).toBe(116);
    expect(teethPerCamPulse(wheel({ kind: 'even', teeth: 12, missing: 0 }))).toBe(24);
    expect(teethPerCamPulse(wheel({ cam: null }))).toBeNull();
  });
});

describe('what a trigger permits', () => {
  test.each([
    ['gap and one cam tooth', wheel(), true, true],
    ['gap and three cam teeth', wheel({ cam: cam({ teeth: 3 }) }), true, true],
    ['gap and two cam teeth, alike in both turns', wheel({ cam: cam({ teeth: 2 }) }), true, false],
    ['gap alone', wheel({ cam: null }), true, false],
    ['even teeth and one cam tooth', wheel({ kind: 'even', missing: 0 }), true, true],
    [
      'even teeth and two cam teeth',
      wheel({ kind: 'even', missing: 0, cam: cam({ teeth: 2 }) }),
      false,
      false,
    ],
    ['even teeth alone', wheel({ kind: 'even', missing: 0, cam: null }), false, false],
  ])('%s', (_, given, position, phase) => {
    expect(triggerPermits(given)).toMatchObject({ position, phase });
  });

  test('the reason names what is missing', () => {
    expect(triggerPermits(wheel({ cam: null })).reason).toMatch(/without a cam signal/);
  });

  test('the cycle is found within two turns, place alone within one', () => {
    expect(turnsToSync(wheel())).toBe(2);
    expect(turnsToSync(wheel({ cam: null }))).toBe(1);
    expect(turnsToSync(wheel({ cam: cam({ teeth: 3 }) }))).toBeCloseTo(2 / 3, 9);
    expect(turnsToSync(wheel({ kind: 'even', missing: 0 }))).toBe(2);
    expect(turnsToSync(wheel({ kind: 'even', missing: 0, cam: null }))).toBe(0.5);
  });
});

describe('impossible and unwise sets', () => {
  test('a usual one has none', () => expect(codes(wheel())).toEqual([]));

  test('as many teeth left out as there are is refused', () => {
    expect(codes(wheel({ teeth: 4, missing: 4 }))).toEqual(['nothingLeft']);
    expect(codes(wheel({ teeth: 4, missing: 3 }))).toEqual(['nothingLeft']);
  });

  // 12 − 4: 8 teeth and a gap of 4 = half of them: refused. 12 − 3: 6 < 9 passes.
  test('a gap as long as half the teeth is refused, a shorter one is not', () => {
    expect(codes(wheel({ teeth: 12, missing: 4 }))).toContain('gapNotTold');
    expect(codes(wheel({ teeth: 12, missing: 3 }))).not.toContain('gapNotTold');
  });

  // 36 − 1: the gap is the last 20° of a turn after the first tooth: 340…360.
  test('TDC inside the gap is warned of; at its edge not', () => {
    expect(codes(wheel({ tdcOffsetDeg: 350 }))).toContain('tdcInGap');
    expect(codes(wheel({ tdcOffsetDeg: 340 }))).not.toContain('tdcInGap');
  });

  // 360/12 = 30° just passes, 360/11 = 32.7° does not.
  test('a coarse wheel is warned of', () => {
    expect(codes(wheel({ kind: 'even', teeth: 11, missing: 0 }))).toContain('coarse');
    expect(codes(wheel({ kind: 'even', teeth: 12, missing: 0 }))).not.toContain('coarse');
  });

  // Three cam teeth stand 240° apart; half-way is 120°.
  test('a cam window that reaches the next pulse is refused', () => {
    expect(codes(wheel({ cam: cam({ teeth: 3, windowDeg: 121 }) }))).toContain('windowWide');
    expect(codes(wheel({ cam: cam({ teeth: 3, windowDeg: 120 }) }))).not.toContain('windowWide');
  });

  // 70 crank teeth do not divide by 3; 2 × (36 − 3) = 66 do.
  test('crank teeth that do not divide by the cam teeth are warned of', () => {
    expect(codes(wheel({ cam: cam({ teeth: 3 }) }))).toContain('countVaries');
    expect(codes(wheel({ missing: 3, cam: cam({ teeth: 3 }) }))).not.toContain('countVaries');
  });

  // The gap of the first turn is 620…640, so a pulse 90° before TDC (630) is inside, one 300° before (420) is not.
  test('a cam pulse inside the gap is warned of', () => {
    expect(codes(wheel({ cam: cam({ beforeTdcDeg: 90 }) }))).toContain('camInGap');
  });

  test('an even wheel has no gap to be wrong, whatever stands in the field for it', () => {
    expect(codes(wheel({ kind: 'even', teeth: 12, missing: 11 }))).not.toContain('gapNotTold');
    expect(codes(wheel({ kind: 'even', teeth: 12, missing: 6, tdcOffsetDeg: 350 }))).toEqual([]);
    expect(codes(wheel({ cam: null }))).toEqual([]);
  });

  // Beyond a turn the tooth before the gap is counted again; 360 is the first tooth itself.
  test('TDC at the first tooth or beyond is not in the gap', () => {
    for (const tdcOffsetDeg of [0, 360, 400]) {
      expect(codes(wheel({ tdcOffsetDeg }))).not.toContain('tdcInGap');
    }
  });

  // The gap is 620…640 and 260…280, a tooth and a half of room behind it: 620 to below 645.
  test.each([
    [101, false],
    [100, true],
    [80, true],
    [76, true],
    [75, false],
    [74, false],
  ])('a cam pulse %d° before TDC: in or just behind the gap is %s', (beforeTdcDeg, near) => {
    expect(codes(wheel({ cam: cam({ beforeTdcDeg }) })).includes('camInGap')).toBe(near);
  });

  test('carry the numbers of the wheel', () => {
    const found = (given: TriggerWheel) => triggerProblems(given);
    expect(found(wheel({ teeth: 12, missing: 4 }))).toContainEqual({
      code: 'gapNotTold',
      missing: 4,
      teeth: 8,
    });
    expect(found(wheel({ tdcOffsetDeg: 350 }))).toContainEqual({ code: 'tdcInGap', gapFromDeg: 340 });
    expect(found(wheel({ cam: cam({ teeth: 3, windowDeg: 121 }) }))).toContainEqual({
      code: 'windowWide',
      windowDeg: 121,
      halfWayDeg: 120,
    });
    expect(found(wheel({ cam: cam({ teeth: 3 }) }))).toContainEqual({
      code: 'countVaries',
      crankTeeth: 70,
      camTeeth: 3,
    });
  });
});
