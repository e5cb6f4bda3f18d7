import { captured, chosen, step, traced, typed } from './answers';
import type { Answers } from './procedure';

const one = { mean: 2, spread: 0.1, least: 1, most: 3, count: 4 };
const answers: Answers = {
  went: { kind: 'gone' },
  chose: { kind: 'choice', id: 'dry' },
  typed: { kind: 'number', value: 350 },
  left: { kind: 'number', value: null },
  looked: { kind: 'captured', channels: { battery: one, coolant: { ...one, count: 0 } } },
  swept: { kind: 'traced', eachS: 0.02, channels: { throttle: [1, 2] } },
};

test('what was chosen, typed, captured and traced is found at its own step, and nowhere else', () => {
  const ids = [...Object.keys(answers), 'none'];
  expect(ids.map((id) => chosen(answers, id))).toEqual([null, 'dry', null, null, null, null, null]);
  expect(ids.map((id) => typed(answers, id))).toEqual([null, null, 350, null, null, null, null]);
  expect(ids.map((id) => captured(answers, id, 'battery'))).toEqual([
    null,
    null,
    null,
    null,
    one,
    null,
    null,
  ]);
  expect(ids.map((id) => traced(answers, id, 'throttle'))).toEqual([[], [], [], [], [], [1, 2], []]);
});

test('a channel that gave nothing, or was not looked at, is nothing', () => {
  expect(captured(answers, 'looked', 'coolant')).toBeNull();
  expect(captured(answers, 'looked', 'air')).toBeNull();
  expect(traced(answers, 'swept', 'coolant')).toEqual([]);
});

test('a step shows, expects and works nothing where nothing else is said', () => {
  const takes = { kind: 'go', label: 'Go' } as const;
  const plain = { id: 'a', title: 'A', takes };
  expect(step(plain)).toEqual({ ...plain, words: [], shows: [], expects: null, work: null });
  expect(step({ ...plain, expects: 'b' }).expects).toBe('b');
});
