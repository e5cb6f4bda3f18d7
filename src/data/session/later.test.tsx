import { atOnce, later, notLater } from './later';

/** Waits until all that waits now is done, and then what that has asked for: a busy machine may take its time. */
async function settled(): Promise<void> {
  for (let round = 0; round < 2; round += 1) {
    await new Promise<void>((resolve) => {
      later(Symbol('after all that waits'), () => resolve());
    });
  }
}

describe('work that may come later', () => {
  test('is not done at once, and then in the order it was asked for', async () => {
    const done: string[] = [];
    later('a', () => done.push('a'));
    later('b', () => done.push('b'));
    expect(done).toEqual([]);
    await settled();
    expect(done).toEqual(['a', 'b']);
  });

  test('for one taker only the last is done, in the place of the first', async () => {
    const done: string[] = [];
    later('a', () => done.push('a, first'));
    later('b', () => done.push('b'));
    later('a', () => done.push('a, last'));
    await settled();
    expect(done).toEqual(['a, last', 'b']);
  });

  test('can be taken back, or done at once and then not again', async () => {
    const done: string[] = [];
    later('a', () => done.push('a'));
    later('b', () => done.push('b'));
    notLater('a');
    atOnce('b');
    expect(done).toEqual(['b']);
    atOnce('b');
    await settled();
    expect(done).toEqual(['b']);
  });

  test('asked for by other work is done too', async () => {
    const done: string[] = [];
    later('a', () => later('c', () => done.push('c')));
    later('d', () => done.push('d'));
    await settled();
    expect(done).toEqual(['d', 'c']);
  });

  test('longer than a frame is done a few pieces after each paint, and all of it', async () => {
    let done = 0;
    const busy = () => {
      const until = performance.now() + 5;
      while (performance.now() < until) continue;
      done += 1;
    };
    for (let i = 0; i < 6; i += 1) later(i, busy);
    await settled();
    expect(done).toBe(6);
  });
});
