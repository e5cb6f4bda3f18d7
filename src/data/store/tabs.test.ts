import { announceChange, exclusively, onOtherTabChange, tabsAreKnown } from './tabs';

/** Node has neither locks nor, with this taken away, channels: a browser of old. */
const { BroadcastChannel } = globalThis;
beforeAll(() => Reflect.deleteProperty(globalThis, 'BroadcastChannel'));
afterAll(() => void Object.assign(globalThis, { BroadcastChannel }));

describe('a browser without channels and locks', () => {
  test('is told from one that has them', () => {
    expect(tabsAreKnown()).toBe(false);
  });

  test('announces and listens to nobody, without an error', () => {
    const stop = onOtherTabChange(() => undefined);
    announceChange({ id: 'a', revision: 1, kind: 'saved' });
    stop();
  });

  test('runs one task at a time for a key, in order, a failed one among them', async () => {
    const order: string[] = [];
    const task =
      (name: string, fails = false) =>
      async () => {
        order.push(`${name} begins`);
        await Promise.resolve();
        order.push(`${name} ends`);
        if (fails) throw new Error(name);
        return name;
      };
    const results = await Promise.allSettled([
      exclusively('x', task('one')),
      exclusively('x', task('two', true)),
      exclusively('x', task('three')),
    ]);
    expect(results.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
    expect(order).toEqual(['one begins', 'one ends', 'two begins', 'two ends', 'three begins', 'three ends']);
  });
});
