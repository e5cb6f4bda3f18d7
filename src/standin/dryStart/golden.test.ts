import { GOLDEN_CASES } from '@tests/golden/cases';
import golden from '@tests/golden/golden.json';
import { recordedInjection, recordedStart } from '@tests/golden/record';

type Recorded = number | string | null;
const starts = golden.starts as Record<string, unknown>;
const injection = golden.injection as Record<string, (number | null)[][]>;

/** Every number of the one within 1e-12 of the other’s, everything else the same. */
function expectAlike(is: unknown, was: unknown, place: string): void {
  if (typeof is === 'number' && typeof was === 'number') {
    if (Math.abs(is - was) > 1e-12 * Math.max(1, Math.abs(was)))
      throw new Error(`${place}: ${is}, was ${was}`);
    return;
  }
  if (typeof is === 'object' && is !== null && typeof was === 'object' && was !== null) {
    const [now, then] = [is, was] as [Record<string, Recorded>, Record<string, Recorded>];
    expect(Object.keys(now)).toEqual(Object.keys(then));
    for (const key of Object.keys(then)) expectAlike(now[key], then[key], `${place}.${key}`);
    return;
  }
  if (is !== was) throw new Error(`${place}: ${String(is)}, was ${String(was)}`);
}

describe('as recorded before the core was laid anew', () => {
  test.each(GOLDEN_CASES.map((entry) => [entry.name, entry] as const))(
    '%s starts the same',
    (name, entry) => {
      expectAlike(recordedStart(entry), starts[name], name);
    },
  );

  test.each(GOLDEN_CASES.map((entry) => [entry.name, entry] as const))(
    '%s injects the same',
    (name, entry) => {
      expectAlike(recordedInjection(entry.document()), injection[name], name);
    },
  );
});
