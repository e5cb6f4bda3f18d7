import { carOf } from '@/standin/carOfDocument';
import { demo, programOf } from '@tests/support/ventisca';
import { runDryStart } from './dryStartTask';

const SETUP = { coolantC: 20, batteryV: 12.6, seed: 1 };
const program = programOf(demo());
const REQUEST = { program, car: carOf(demo(), program), others: [], setup: SETUP };
const breathe = () => Promise.resolve();

describe('a dry start as a task', () => {
  test('tells how far it is, up to all of it, and answers', async () => {
    const progress: number[] = [];
    const answer = await runDryStart(REQUEST, {
      onProgress: (share) => progress.push(share),
      cancelled: () => false,
      breathe,
    });
    expect(answer?.verdict.code).toBe('caught');
    expect(answer?.standIn).toBe('Ventisca as built');
    expect(progress).toHaveLength(10);
    expect(progress.at(-1)).toBe(1);
    progress.forEach((share, i) => expect(share).toBeGreaterThan(progress[i - 1] ?? 0));
  });

  test('of an engine known only by its description, says how many like it end the same', async () => {
    const document = demo('ventisca', (changed) => {
      changed.standIn = 'described';
    });
    const progress: number[] = [];
    const cars = [1, 2, 3, 4].map((seed) => carOf(document, program, seed));
    const [car, ...others] = cars as [(typeof cars)[0], ...typeof cars];
    const answer = await runDryStart(
      { ...REQUEST, car, others },
      { onProgress: (share) => progress.push(share), cancelled: () => false, breathe },
    );
    expect(answer?.sureness).toEqual({ alike: 4, of: 4 });
    expect(progress.at(-1)).toBe(1);
    progress.forEach((share, i) => expect(share).toBeGreaterThanOrEqual(progress[i - 1] ?? 0));
    expect(
      (await runDryStart(REQUEST, { onProgress: () => undefined, cancelled: () => false, breathe }))
        ?.sureness,
    ).toBe(null);
  });

  test('stops at the next slice when cancelled, with no answer', async () => {
    let looks = 0;
    const answer = await runDryStart(REQUEST, {
      onProgress: () => undefined,
      cancelled: () => (looks += 1) > 3,
      breathe,
    });
    expect(answer).toBeNull();
    expect(looks).toBe(4);
  });
});
