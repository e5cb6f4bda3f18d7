import { demo } from '@tests/support/ventisca';
import { FIELD_SIZE, type FieldStart, fieldSetups } from '@/workers/startField';
import { cancelStartField, runStartField, useStartField } from './startFieldStore';

/** The runs asked for, in order: each can be told of starts, and ended. */
const runs: { tell: (start: FieldStart) => void; end: (whole: boolean) => void }[] = [];

jest.mock('@/workers/startFieldClient', () => ({
  startField: (_document: unknown, _seed: number, tell: (start: FieldStart) => void) => {
    let end: (whole: boolean) => void = () => undefined;
    const done = new Promise<boolean>((resolve) => {
      end = resolve;
    });
    runs.push({ tell, end });
    return { done, cancel: () => end(false) };
  },
}));

const starts: readonly FieldStart[] = fieldSetups(1).map(({ coolantC, batteryV }) => ({
  coolantC,
  batteryV,
  code: 'caught',
  headline: '',
  mapId: null,
  good: true,
  unsure: false,
}));
const [one] = starts as readonly [FieldStart, ...FieldStart[]];
const state = () => useStartField.getState();

test('a run that was stopped says nothing into the next one, of the same calibration either', async () => {
  const document = demo();
  const first = runStartField('a', document);
  runs[0]?.tell(one);
  expect(state().field?.starts).toHaveLength(1);
  cancelStartField();
  const second = runStartField('a', document);
  runs[0]?.tell(one);
  await first;
  expect(state()).toMatchObject({ status: 'running', field: { starts: [] } });
  runs[1]?.tell(one);
  runs[1]?.end(true);
  await second;
  expect(state()).toMatchObject({ status: 'idle', field: { starts: [one] }, before: null });
});

test('a whole field is compared with that of another state of the calibration, not with itself', async () => {
  const before = demo();
  const whole = async (document: typeof before) => {
    const run = runStartField('b', document);
    for (const start of starts) runs.at(-1)?.tell(start);
    runs.at(-1)?.end(true);
    await run;
  };
  await whole(before);
  await whole(before);
  expect(state().field?.starts).toHaveLength(FIELD_SIZE);
  expect(state().before).toBeNull();
  const after = demo();
  await whole(after);
  expect(state().before?.document).toBe(before);
  await whole(after);
  expect(state().before?.document).toBe(before);
});
