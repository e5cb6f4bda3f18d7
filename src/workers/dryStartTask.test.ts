import { carOf } from '@/standin/carOfDocument';
import { demo, programOf } from '@tests/support/ventisca';
import { runDryStart } from './dryStartTask';

const SETUP = { coolantC: 20, batteryV: 12.6, seed: 1 };
const program = programOf(demo());
const REQUEST = { program, car: carOf(demo(), program), setup: SETUP };
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
