import { type Calibration, calibrationFromJson, calibrationSchema, calibrationToText } from '../calibration';
import { amount, choose, source } from '@tests/support/checkCases/parts';
import { mistaken, MISTAKES } from '@tests/support/mistakes';
import { demo } from '@tests/support/ventisca';
import { canAccept, reviewed, withAcceptance, withoutAcceptance } from './accepted';
import { foundCounts } from './counts';
import type { Finding } from './entry/check';
import { saidAbout } from './saidAbout';
import { sheetState } from './sheet';
import { USUAL_UNITS } from '../units';
import { neutralMap } from '../correction/schema';

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

  describe('ends when what stands at its place changes, and not by what stands beside', () => {
    const end = (document: Calibration, id: string, change: (draft: Calibration) => void) => {
      const draft = structuredClone(accepting(document, id));
      change(draft);
      return reviewed(draft).open.some((finding) => finding.id === id);
    };

    test('of an output', () => {
      const unwise = demo('ventisca', ({ outputs }) => {
        for (const condition of outputs.find(({ id }) => id === 'fan')?.conditions ?? [])
          Object.assign(condition, { hysteresis: 0.1, minOnS: 0, minOffS: 0 });
      });
      const rename = (own: string) => (draft: Calibration) =>
        Object.assign(draft.outputs.find(({ id }) => id === own) ?? {}, { name: 'Renamed' });
      // The current is no part of what is said: it ends by what stands there, and not by another's.
      const draw = (own: string) => (draft: Calibration) =>
        Object.assign(draft.outputs.find(({ id }) => id === own) ?? {}, { currentA: 3.5 });
      expect(end(unwise, 'outputs.hysteresisNoise', draw('fan'))).toBe(true);
      expect(end(unwise, 'outputs.hysteresisNoise', draw('tacho'))).toBe(false);
      expect(end(unwise, 'outputs.hysteresisNoise', rename('fan'))).toBe(true);
      expect(end(unwise, 'outputs.hysteresisNoise', rename('tacho'))).toBe(false);
      expect(end(unwise, 'outputs.hysteresisNoise', ({ outputs }) => void outputs.reverse())).toBe(false);
    });

    test('of a pin', () => {
      const unwired = demo('ventisca', ({ pins }) => {
        pins.assignments = pins.assignments.filter((entry) => entry.function !== 'air');
      });
      const id = reviewed(unwired).open.find(({ place }) => place === 'pins.air')?.id ?? 'none';
      const wire = (own: string) => (draft: Calibration) =>
        Object.assign(draft.pins.assignments.find((entry) => entry.function === own) ?? {}, {
          wire: 'Green',
        });
      expect(end(unwired, id, wire('coolant'))).toBe(false);
    });

    test('of a correction', () => {
      const own = (id: string): Calibration['corrections'][number] => {
        const shape = { on: 'fuel', operation: 'multiply', x: 'ethanol', y: null } as const;
        return { id, name: id, enabled: true, ...shape, activation: null, map: neutralMap(shape, source) };
      };
      const unwise = demo('ventisca', (draft) => void (draft.corrections = [own('first'), own('second')]));
      const at = reviewed(unwise).open.filter(({ place }) => place.startsWith('corrections.'));
      expect(at.map(({ place }) => place)).toEqual(['corrections.first', 'corrections.second']);
      const [first] = at;
      if (first === undefined) throw new RangeError('Nothing is unwise');
      const review = withAcceptance(unwise, first, 'Seen', DAY);
      const openAfter = (change: (corrections: Calibration['corrections']) => void) => {
        const draft = structuredClone({ ...unwise, review });
        change(draft.corrections);
        return reviewed(draft).open.map(({ place }) => place);
      };
      expect(openAfter(() => undefined)).not.toContain('corrections.first');
      expect(openAfter(() => undefined)).toContain('corrections.second');
      const renamed = (i: number) => (corrections: Calibration['corrections']) =>
        Object.assign(corrections[i] ?? {}, { name: 'Renamed' });
      const cell = (i: number) => (corrections: Calibration['corrections']) =>
        void corrections[i]?.map.values.splice(0, 1, 1.11);
      expect(openAfter(cell(0))).toContain('corrections.first');
      expect(openAfter(cell(1))).not.toContain('corrections.first');
      expect(openAfter(renamed(0))).toContain('corrections.first');
      expect(openAfter(renamed(1))).not.toContain('corrections.first');
    });

    test('of a map by the finding alone: another cell may change', () => {
      const wrong = demo('ventisca', ({ maps }) => void maps.crankAdvance?.values.splice(0, 1, 22));
      const cell = (at: number, value: number) => (draft: Calibration) =>
        void draft.maps.crankAdvance?.values.splice(at, 1, value);
      expect(end(wrong, 'maps.crankAdvanceHigh', cell(3, 8))).toBe(false);
      expect(end(wrong, 'maps.crankAdvanceHigh', cell(0, 23))).toBe(true);
    });
  });

  test('of several at one place, or of one kind at several places, each is its own', () => {
    const outputs = demo('ventisca', (draft) => {
      for (const output of draft.outputs)
        for (const condition of output.conditions)
          Object.assign(condition, { hysteresis: 0, minOnS: 0, minOffS: 0 });
    });
    const noisy = reviewed(outputs).open.filter(({ id }) => id === 'outputs.hysteresisNoise');
    expect(noisy.length).toBeGreaterThan(1);
    let document: Calibration = outputs;
    for (const finding of noisy)
      document = { ...document, review: withAcceptance(document, finding, `At ${finding.place}`, DAY) };
    expect(reviewed(document).accepted.map(({ acceptance }) => acceptance.reason)).toEqual(
      noisy.map(({ place }) => `At ${place}`),
    );
    const [first, ...rest] = noisy;
    if (first === undefined) throw new RangeError('Nothing was noisy');
    const after = { ...document, review: withoutAcceptance(document, first) };
    expect(reviewed(after).accepted.map(({ finding }) => finding.place)).toEqual(
      rest.map(({ place }) => place),
    );
    // The same accepted twice is there once, with the newer reason.
    const again = { ...document, review: withAcceptance(document, first, 'Again', DAY) };
    expect(again.review.accepted.filter(({ place }) => place === first.place)).toEqual([
      expect.objectContaining({ reason: 'Again' }),
    ]);
  });

  test('a document that was asked of before answers with the same', () => {
    const document = small(250);
    expect(reviewed(document)).toBe(reviewed(document));
  });

  test('is never what stands in the way', () => {
    const document = demo('ventisca', ({ trigger }) => void choose(trigger.camSensor, 'none'));
    const blocking = found(document, 'injection.mode');
    expect(canAccept(blocking)).toBe(false);
    expect(() => withAcceptance(document, blocking, 'I know', DAY)).toThrow(/stands in the way/);
    // Its sum is the right one: made of a finding that is graved down.
    const [right] = withAcceptance(document, { ...blocking, severity: 'warns' }, 'I know', DAY).accepted;
    const forged = {
      ...right,
      check: blocking.id,
      place: blocking.place,
      sum: right?.sum ?? 0,
      reason: 'I know',
      date: DAY,
    };
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
