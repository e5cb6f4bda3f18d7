import { readTally, summed, type Tally, withAnswer } from './tally';
import { FAULT_IDS } from '@/workers/benchProtocol';
import { answer, endTraining, nextEngine, TRAINED, useTraining } from './trainingStore';

beforeEach(() => useTraining.setState({ engine: null, last: null, answered: 0 }));

test('an engine has any of the faults that can be found, and never the one before', () => {
  const drawn = new Set(Array.from({ length: 400 }, (_, i) => nextEngine(() => (i % 97) / 97).fault));
  expect([...drawn].sort()).toEqual([...TRAINED].sort());
  expect(TRAINED).not.toContain('none');
  expect(FAULT_IDS).toEqual(expect.arrayContaining([...TRAINED]));
  for (let i = 0; i < 40; i += 1) {
    const before = useTraining.getState().engine?.fault;
    endTraining();
    expect(nextEngine(() => 0.5).fault).not.toBe(before);
  }
});

test('the first answer counts, and says what it was', () => {
  const { fault } = nextEngine(() => 0.2);
  expect(answer('camWeak')).toBe(fault);
  expect(answer('shown')).toBeNull();
  expect(useTraining.getState()).toMatchObject({ answered: 1, engine: { answer: 'camWeak' } });
  expect(nextEngine(() => 0.9).number).toBe(2);
});

test('what was found is summed over all sittings, with what was not found the last time', () => {
  const answers = [
    ['camWeak', false],
    ['pumpWeak', false],
    ['camWeak', true],
    ['deadTime', true],
    ['deadTime', false],
  ] as const;
  const all = answers.reduce<Tally>((so, [fault, isRight]) => withAnswer(so, fault, isRight), {});
  expect(summed(all)).toEqual({ answered: 5, right: 2, missed: ['pumpWeak', 'deadTime'] });
  expect(readTally(JSON.stringify(all))).toEqual(all);
  expect(summed({})).toEqual({ answered: 0, right: 0, missed: [] });
});

test.each([null, '', 'no', '[]', '{"camWeak":3}', '{"unheard":{"answered":1,"right":1,"foundLast":true}}'])(
  'of %s nothing is kept',
  (stored) => {
    expect(readTally(stored)).toEqual({});
  },
);

test('another car ends it, and what was counted stays', () => {
  nextEngine();
  answer('shown');
  endTraining();
  expect(useTraining.getState()).toMatchObject({ engine: null, answered: 1 });
  expect(answer('camWeak')).toBeNull();
  expect(useTraining.getState().answered).toBe(1);
});
