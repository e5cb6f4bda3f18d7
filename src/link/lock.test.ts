import { Doors } from './lock';

const doors = () => new Doors({ pairing: 'ROSA', lock: '4711' });

test('a code opens its own door, and no other', () => {
  const at = doors();
  expect(at.tried('pairing', 'ROSA', 0)).toBe('right');
  expect(at.tried('lock', '4711', 0)).toBe('right');
  expect(at.tried('pairing', '4711', 0)).toBe('wrong');
  expect(at.tried('lock', 'ROSA', 0)).toBe('wrong');
  expect(at.tried('lock', '', 0)).toBe('wrong');
});

test('where no pairing is asked for, any will do; the lock is one', () => {
  const open = new Doors({ pairing: null, lock: '4711' });
  expect(open.tried('pairing', 'anything', 0)).toBe('right');
  expect(open.tried('lock', 'anything', 0)).toBe('wrong');
});

test('the fifth wrong one shuts both doors for half a minute, and then five are had again', () => {
  const at = doors();
  for (let i = 0; i < 5; i += 1) expect(at.tried('lock', `${i}`, 1000)).toBe('wrong');
  expect(at.tried('lock', '4711', 1000)).toBe('shut');
  expect(at.tried('pairing', 'ROSA', 30_999)).toBe('shut');
  for (let i = 0; i < 4; i += 1) expect(at.tried('lock', `${i}`, 31_000)).toBe('wrong');
  expect(at.tried('lock', '4711', 31_000)).toBe('right');
  // The right one begins the count anew.
  for (let i = 0; i < 4; i += 1) expect(at.tried('lock', `${i}`, 31_000)).toBe('wrong');
  expect(at.tried('lock', '4711', 31_000)).toBe('right');
});

test('whoever has one code does not begin anew with it at the other door', () => {
  const at = doors();
  const guesses = Array.from({ length: 8 }, (_, i) => {
    at.tried('pairing', 'ROSA', 0);
    return at.tried('lock', `${i}`, 0);
  });
  expect(guesses).toEqual(['wrong', 'wrong', 'wrong', 'wrong', 'wrong', 'shut', 'shut', 'shut']);
});

test('one writes at a time, and the next once they have gone', () => {
  const at = doors();
  const [one, other] = [{}, {}];
  expect(at.writes(one)).toBe(false);
  expect(at.letWrite(one)).toBe(true);
  expect(at.letWrite(one)).toBe(true);
  expect(at.letWrite(other)).toBe(false);
  expect([at.writes(one), at.writes(other)]).toEqual([true, false]);
  at.leaves(other);
  expect(at.writes(one)).toBe(true);
  at.leaves(one);
  expect(at.writes(one)).toBe(false);
  expect(at.letWrite(other)).toBe(true);
});
