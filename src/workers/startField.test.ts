import {
  FIELD_BATTERY_V,
  FIELD_COOLANT_C,
  FIELD_SIZE,
  fieldChange,
  type FieldStart,
  fieldSetups,
  startAt,
} from './startField';

const start = (coolantC: number, batteryV: number, good: boolean): FieldStart => ({
  coolantC,
  batteryV,
  code: good ? 'caught' : 'stalls',
  headline: '',
  mapId: null,
  good,
  unsure: false,
});

test('a field reaches from −30 to 90 °C and from 9 to 14 V, each pair once', () => {
  const setups = fieldSetups(7);
  expect(setups).toHaveLength(FIELD_SIZE);
  expect(FIELD_SIZE).toBe(42);
  expect(new Set(setups.map(({ coolantC, batteryV }) => `${coolantC} ${batteryV}`)).size).toBe(42);
  expect([FIELD_COOLANT_C[0], FIELD_COOLANT_C.at(-1)]).toEqual([-30, 90]);
  expect([FIELD_BATTERY_V[0], FIELD_BATTERY_V.at(-1)]).toEqual([9, 14]);
  expect(setups.every(({ seed }) => seed === 7)).toBe(true);
  expect(setups[0]).toEqual({ coolantC: -30, batteryV: 14, seed: 7 });
});

test('what turned good and what did not stay so are counted, whatever the order', () => {
  const before = [start(-20, 12, false), start(-20, 13, false), start(0, 12, true), start(20, 12, true)];
  const now = [start(20, 12, true), start(0, 12, false), start(-20, 13, true), start(-20, 12, true)];
  expect(fieldChange(before, now)).toEqual({ better: 2, worse: 1 });
  expect(fieldChange(before, before)).toEqual({ better: 0, worse: 0 });
  // A start that the other has not is no change.
  expect(fieldChange([], now)).toEqual({ better: 0, worse: 0 });
});

test('a start is found at its place', () => {
  const starts = [start(-20, 12, false), start(-20, 13, true)];
  expect(startAt(starts, -20, 13)).toBe(starts[1]);
  expect(startAt(starts, -20, 14)).toBeUndefined();
  expect(startAt(starts, 13, -20)).toBeUndefined();
});
