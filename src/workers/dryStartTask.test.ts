import { demo, TEST_DAY } from '@tests/support/ventisca';
import { emptyCalibration } from '@/core/calibration';
import { runDryStart } from './dryStartTask';

const SETUP = { coolantC: 20, batteryV: 12.6, seed: 1 };
const breathe = () => Promise.resolve();

describe('a dry start as a task', () => {
  test('tells how far it is, up to all of it, and answers', async () => {
    const progress: number[] = [];
    const answer = await runDryStart(
      { document: demo(), setup: SETUP },
      { onProgress: (share) => progress.push(share), cancelled: () => false, breathe },
    );
    expect(answer?.verdict.code).toBe('caught');
    expect(answer?.standIn).toBe('Ventisca as built');
    expect(progress.at(-1)).toBe(1);
    progress.forEach((share, i) => expect(share).toBeGreaterThan(progress[i - 1] ?? 0));
  });

  test('stops at the next slice when cancelled, with no answer', async () => {
    let slices = 0;
    const answer = await runDryStart(
      { document: demo(), setup: SETUP },
      { onProgress: () => (slices += 1), cancelled: () => slices >= 3, breathe },
    );
    expect(answer).toBeNull();
    expect(slices).toBe(3);
  });

  test('refuses an incomplete calibration, saying what is missing', async () => {
    const request = { document: emptyCalibration('Empty', TEST_DAY), setup: SETUP };
    const run = runDryStart(request, { onProgress: () => undefined, cancelled: () => false, breathe });
    await expect(run).rejects.toThrow(/not complete: engine\.bore.*maps\.warmUp/);
  });

  test('refuses to start with a fit that burns parts; with series resistors it runs', async () => {
    const burning = demo('ventisca', ({ injectors }) =>
      Object.assign(injectors.impedance ?? {}, { amount: 2.4 }),
    );
    const port = { onProgress: () => undefined, cancelled: () => false, breathe };
    await expect(runDryStart({ document: burning, setup: SETUP }, port)).rejects.toThrow(
      /a part would burn.*2\.4 Ω/,
    );
    const saved = demo('ventisca', ({ injectors }) => {
      Object.assign(injectors.impedance ?? {}, { amount: 2.4 });
      injectors.ballast = { amount: 5, unit: 'ohm', source: { kind: 'measured', date: TEST_DAY } };
    });
    expect((await runDryStart({ document: saved, setup: SETUP }, port))?.verdict.code).toBe('caught');
  });
});
