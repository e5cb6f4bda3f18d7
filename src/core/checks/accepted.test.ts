import { type Calibration, calibrationFromJson, calibrationSchema, calibrationToText } from '../calibration';
import { amount, choose, source } from '@tests/support/checkCases/parts';
import { mistaken, MISTAKES } from '@tests/support/mistakes';
import { demo } from '@tests/support/ventisca';
import { canAccept, reviewed, withAcceptance, withoutAcceptance } from './accepted';
import { foundCounts } from './counts';
import type { Finding } from './entry/check';
import { saidAbout } from './saidAbout';
import { sheetState } from './sheet';
import { USUAL_UNITS } from '../map';

const DAY = '2026-11-26';
/** Injectors too small for the engine, with base timing that a demo leaves open. */
const small = (flow: number) => demo('ventisca', ({ injectors }) => void amount(injectors.ratedFlow, flow));
const found = (document: Calibration, id: string): Finding => {
  const finding = reviewed(document).open.find((open) => open.id === id);
  if (finding === undefined) throw new RangeError(`${id} was not found`);
  return finding;
};
const accepting = (document: Calibration, id: string, reason = 'Seen') => ({
  ...document,
  review: withAcceptance(document, found(document, id), reason, DAY),
});
const ids = (document: Calibration) => reviewed(document).open.map(({ id }) => id);

describe('what is accepted', () => {
  test('is no longer open, and keeps its reason and its day', () => {
    const document = accepting(small(250), 'injectors.duty', 'Short pulls only');
    expect(ids(document)).not.toContain('injectors.duty');
    expect(ids(document)).toContain('trigger.offsetUnset');
    expect(reviewed(document).accepted).toEqual([
      expect.objectContaining({
        acceptance: expect.objectContaining({
          check: 'injectors.duty',
          place: 'injectors.ratedFlow',
          reason: 'Short pulls only',
          date: DAY,
        }),
      }),
    ]);
    expect(calibrationSchema.safeParse(document).success).toBe(true);
  });

  test('is not said at its field any more, and its section is not one to look at', () => {
    const document = demo('ventisca', ({ trigger }) => void choose(trigger.wheel, 'missing'));
    expect(saidAbout(document, 'trigger.tdcOffset', USUAL_UNITS).caution).toMatch(/a guess/);
    const after = accepting(document, 'trigger.offsetUnset');
    expect(saidAbout(after, 'trigger.tdcOffset', USUAL_UNITS).caution).toBeNull();
  });

  test('is open again when what was found changes, and accepted again when it is as it was', () => {
    const document = accepting(small(250), 'injectors.duty');
    const changed = structuredClone(document);
    amount(changed.injectors.ratedFlow, 240);
    expect(ids(changed)).toContain('injectors.duty');
    const back = structuredClone(changed);
    amount(back.injectors.ratedFlow, 250);
    expect(ids(back)).not.toContain('injectors.duty');
  });

  test('is open again when the value at its place changes, though it is found in the same words', () => {
    const document = accepting(demo(), 'trigger.offsetUnset');
    expect(ids(document)).not.toContain('trigger.offsetUnset');
    const changed = structuredClone(document);
    amount(changed.trigger.tdcOffset, 100);
    expect(ids(changed)).toContain('trigger.offsetUnset');
  });

  test('can be opened again, and the others stay', () => {
    const both = accepting(accepting(small(250), 'injectors.duty'), 'trigger.offsetUnset');
    expect(reviewed(both).accepted).toHaveLength(2);
    const [first] = reviewed(both).accepted;
    if (first === undefined) throw new TypeError('Nothing was accepted');
    const after = { ...both, review: withoutAcceptance(both, first.finding) };
    expect(reviewed(after).accepted).toHaveLength(1);
    expect(ids(after)).toContain(first.finding.id);
  });

  test('what no longer holds is forgotten with the next', () => {
    const document = accepting(small(250), 'injectors.duty');
    const changed = structuredClone(document);
    amount(changed.injectors.ratedFlow, 610);
    expect(changed.review.accepted).toHaveLength(1);
    expect(accepting(changed, 'trigger.offsetUnset').review.accepted.map(({ check }) => check)).toEqual([
      'trigger.offsetUnset',
    ]);
  });

  test('holds in the document that comes back from its file, where keys stand in another order', () => {
    const document = demo('ventisca', ({ outputs }) => {
      for (const condition of outputs.find(({ id }) => id === 'fan')?.conditions ?? []) {
        Object.assign(condition, { hysteresis: 0, minOnS: 0, minOffS: 0 });
      }
    });
    const unwise = reviewed(document).open.find(({ place }) => place === 'outputs.fan');
    if (unwise === undefined) throw new RangeError('No output is unwise');
    const after = accepting(document, unwise.id);
    const read = calibrationFromJson(JSON.parse(calibrationToText(after)));
    expect(read.ok && ids(read.document)).not.toContain(unwise.id);
  });

  test('is never what stands in the way', () => {
    const document = demo('ventisca', ({ trigger }) => void choose(trigger.camSensor, 'none'));
    const blocking = found(document, 'injection.mode');
    expect(canAccept(blocking)).toBe(false);
    expect(() => withAcceptance(document, blocking, 'I know', DAY)).toThrow(/stands in the way/);
    const forged = { check: blocking.id, place: blocking.place, sum: 0, reason: 'I know', date: DAY };
    const document2 = { ...document, review: { signOff: null, accepted: [forged] } };
    expect(ids(document2)).toContain('injection.mode');
  });
});

describe('a calibration with one classic mistake', () => {
  test.each(MISTAKES)('$name is named first', (mistake) => {
    expect(ids(mistaken({ plant: () => undefined }))).toEqual([]);
    const { open } = reviewed(mistaken(mistake));
    const grave = (['blocks', 'warns', 'advises'] as const).flatMap((severity) =>
      open.filter((finding) => finding.severity === severity),
    );
    expect(grave[0]?.id).toBe(mistake.check);
  });
});

describe('counts', () => {
  test('are of what is open, by place and by how grave it is', () => {
    const none = { blocks: 0, warns: 0, advises: 0 };
    expect(foundCounts(demo('pardela'))).toEqual({ build: none, maps: none });
    const wrong = demo('pardela', ({ injectors, maps }) => {
      amount(injectors.railPressure, 10);
      maps.crankAdvance?.values.fill(20);
    });
    const counted = foundCounts(wrong);
    expect(counted.build.warns).toBeGreaterThan(0);
    expect(counted.maps).toEqual({ ...none, warns: 1 });
    const after = accepting(wrong, 'maps.crankAdvanceHigh');
    expect(foundCounts(after)).toEqual({ ...counted, maps: none });
  });
});

describe('a section with something unwise in it', () => {
  test('is not confirmed until that is put right or accepted', () => {
    const outputsWith = (hysteresis: number) =>
      demo('ventisca', ({ outputs }) => {
        for (const output of outputs) output.source = source;
        const [condition] = outputs.find(({ id }) => id === 'fan')?.conditions ?? [];
        Object.assign(condition ?? {}, { hysteresis, minOnS: 0, minOffS: 0 });
      });
    const document = outputsWith(0.1);
    expect(sheetState(outputsWith(4), 'outputs')).toBe('confirmed');
    expect(sheetState(document, 'outputs')).toBe('warned');
    expect(sheetState(accepting(document, 'outputs.hysteresisNoise'), 'outputs')).toBe('confirmed');
  });
});
