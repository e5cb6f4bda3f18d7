import { diagnosed, type KnownFault, RIGHT_CAUSES, verdictOf } from '@tests/support/diagnosed';

/** The whole table is proved on fresh seeds elsewhere; here one engine each. */
const TRIED: readonly (readonly ['ventisca' | 'pardela', KnownFault])[] = [
  ['ventisca', 'camUnplugged'],
  ['pardela', 'crankUnplugged'],
  ['ventisca', 'pumpWeak'],
  ['pardela', 'deadTime'],
  ['ventisca', 'injectorFlow'],
  ['pardela', 'injectorBlocked'],
  ['ventisca', 'pressureOff'],
  ['pardela', 'vacuumLeak'],
];

test.each(TRIED)('%s, %s: its cause is the likeliest, and no other is stated as sure', (id, fault) => {
  const diagnosis = diagnosed(id, 5, { fault });
  const causes: readonly string[] = RIGHT_CAUSES[fault];
  expect(causes).toContain(verdictOf(diagnosis).said);
  expect(diagnosis.seen.length).toBeGreaterThan(0);
  for (const { cause, probability } of diagnosis.likely) {
    if (cause !== null && !causes.includes(cause.id)) expect(probability).toBeLessThan(0.9);
  }
});

test.each(['ventisca', 'pardela'] as const)('%s with nothing wrong is called sound', (id) => {
  expect(verdictOf(diagnosed(id, 6))).toEqual({ said: 'sound', probability: expect.any(Number) });
});

test('three sensors that share a ground are on no list, and are called unknown', () => {
  const sensors = {
    coolant: { kind: 'unplugged' },
    air: { kind: 'unplugged' },
    throttle: { kind: 'shortedHigh' },
  } as const;
  expect(verdictOf(diagnosed('ventisca', 7, { sensors })).said).toBe('unknown');
});

test('where the map is not known to be right, nothing is said of injectors', () => {
  const { likely } = diagnosed('ventisca', 8, { fault: 'injectorFlow', mapIsRight: false });
  const flow = likely.find(({ cause }) => cause?.id === 'flowLow');
  expect(flow?.probability ?? 0).toBeLessThan(0.1);
});
