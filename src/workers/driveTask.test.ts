import { demo, programOf } from '@tests/support/ventisca';
import { carOf } from '@/standin/carOfDocument';
import { DRIVES } from '@/standin/drives';
import { runDrive } from './driveTask';

const document = demo('pardela');
const program = programOf(document);
const request = {
  program,
  car: carOf(document, program),
  setup: { drive: 'idle', coolantC: 20, airC: 10, seed: 1 },
} as const;

test('a drive tells how far it is, and answers with trace, facts and truth', async () => {
  const told: number[] = [];
  const answer = await runDrive(request, {
    onProgress: (share) => told.push(share),
    cancelled: () => false,
    breathe: () => Promise.resolve(),
  });
  expect(told.length).toBeGreaterThan(20);
  expect([...told].sort((a, b) => a - b)).toEqual(told);
  expect(told.at(-1)).toBe(1);
  expect(answer?.trace.samples).toBeLessThanOrEqual(20 * DRIVES.idle.mostS);
  expect(answer?.facts.ranFromS).toBeGreaterThan(1);
  expect(answer?.facts.diedAtS).toEqual([]);
  expect(answer?.truth.length).toBeGreaterThan(5);
  expect(answer?.standIn).toMatch(/Pardela/);
});

test('a drive that is cancelled answers nothing, soon', async () => {
  let looks = 0;
  const answer = await runDrive(request, {
    onProgress: () => undefined,
    cancelled: () => {
      looks += 1;
      return looks > 3;
    },
    breathe: () => Promise.resolve(),
  });
  expect(answer).toBeNull();
  expect(looks).toBe(4);
});
