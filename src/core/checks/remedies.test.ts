import { demo } from '@tests/support/ventisca';
import { IDLE_CASES } from '@tests/support/checkCases/idle';
import { KNOCK_CASES } from '@tests/support/checkCases/knock';
import { LOOP_CASES } from '@tests/support/checkCases/loop';
import { LIMIT_CASES } from '@tests/support/checkCases/limits';
import { MAP_CASES } from '@tests/support/checkCases/maps';
import { SHEET_CASES } from '@tests/support/checkCases/sheet';
import { amount, type CheckCase } from '@tests/support/checkCases/parts';
import { HARDWARE_CASES } from '@tests/support/checkCases/hardware';
import { calibrationSchema } from '../calibration';
import { limitProblems } from '../calibration/check';
import { CHECKS } from './all';
import { findings } from './checks';
import { remedied, remedyChanges, remedyOf } from './remedies';

const DAY = '2026-11-26';
const CASES: readonly CheckCase[] = [
  ...SHEET_CASES,
  ...LIMIT_CASES,
  ...IDLE_CASES,
  ...LOOP_CASES,
  ...KNOCK_CASES,
  ...MAP_CASES,
  ...HARDWARE_CASES,
];

/** Everything that the cases find and a remedy is there for, once a check and place. */
const CURABLE = CASES.flatMap(([name, , , triggers]) => {
  const document = demo('ventisca', triggers);
  return findings(document).flatMap((finding) => {
    const remedy = remedyOf(document, finding);
    return remedy === null ? [] : [{ name: `${finding.id}: ${name}`, document, finding, remedy }];
  });
});

describe('a remedy', () => {
  test('is there for each check that says it has one', () => {
    const cured = new Set(CURABLE.map(({ finding }) => finding.id));
    expect(
      CHECKS.filter(({ remedy }) => remedy !== undefined)
        .map(({ id }) => id)
        .filter((id) => !cured.has(id)),
    ).toEqual([]);
    expect(cured.size).toBeGreaterThan(25);
  });

  test.each(CURABLE)('cures $name', ({ document, finding, remedy }) => {
    const before = findings(document);
    const after = remedied(document, finding, remedy, DAY);
    const left = findings(after);
    expect(left.some(({ id, place }) => id === finding.id && place === finding.place)).toBe(false);
    // It makes nothing worse: what blocks now blocked before.
    const isOld = (found: (typeof left)[number]) =>
      before.some(({ id, place }) => id === found.id && place === found.place);
    expect(left.filter((found) => found.severity === 'blocks' && !isOld(found))).toEqual([]);
    expect(calibrationSchema.safeParse(after).success).toBe(true);
    const refused = limitProblems(document).map(({ path }) => path);
    expect(limitProblems(after).filter(({ path }) => !refused.includes(path))).toEqual([]);
  });

  test.each(CURABLE)('says what it changes: $name', ({ document, finding, remedy }) => {
    const changes = remedyChanges(document, finding, remedy);
    expect(changes.length).toBeGreaterThan(0);
    expect(remedy.label).not.toMatch(/undefined|NaN|Infinity/);
    expect(changes.every(({ before, now }) => before !== null || now !== null)).toBe(true);
  });

  test('marks what it puts in as computed; a preset waits to be looked at', () => {
    const document = demo('ventisca', ({ outputs, injectors }) => {
      outputs.splice(0, outputs.length, ...outputs.filter(({ purpose }) => purpose !== 'fuelPump'));
      amount(injectors.ratedFlow, 58);
    });
    const put = (id: string) => {
      const finding = findings(document).find((found) => found.id === id);
      const remedy = finding === undefined ? null : remedyOf(document, finding);
      if (finding === undefined || remedy === null) throw new RangeError(`${id} is not cured`);
      return remedied(document, finding, remedy, DAY);
    };
    expect(put('outputs.noFuelPump').outputs.at(-1)).toMatchObject({
      purpose: 'fuelPump',
      source: { kind: 'estimated', date: DAY, note: 'Preset' },
    });
    expect(put('injectors.flowUnit').injectors.ratedFlow).toMatchObject({
      amount: 58,
      unit: 'lb/h',
      source: { kind: 'computed', date: DAY, note: 'Remedy: Flow in another unit' },
    });
    expect(document.outputs.some(({ purpose }) => purpose === 'fuelPump')).toBe(false);
  });

  test('is none for what must be measured', () => {
    const document = demo('ventisca');
    const [offset] = findings(document).filter(({ id }) => id === 'trigger.offsetUnset');
    expect(offset === undefined ? undefined : remedyOf(document, offset)).toBeNull();
  });

  test('is none for an output whose purpose knows no usual condition', () => {
    const remedies = (['fan', 'tachometer'] as const).map((purpose) => {
      const document = demo('ventisca', ({ outputs }) => {
        const [output] = outputs;
        if (output !== undefined) Object.assign(output, { purpose, conditions: [], pulsesPerTurn: null });
      });
      const finding = findings(document).find(({ id }) => id === 'outputs.noCondition');
      return finding === undefined ? undefined : remedyOf(document, finding);
    });
    expect(remedies).toEqual([expect.objectContaining({ label: 'Take the usual conditions' }), null]);
  });
});
