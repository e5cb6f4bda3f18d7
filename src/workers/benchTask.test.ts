import { demo, programOf } from '@tests/support/ventisca';
import { carOf } from '@/standin/carOfDocument';
import { transportPair } from '@/link';
import type { StandInSeen } from './benchProtocol';
import { Bench } from './benchTask';
import { runLogFit } from './logFitTask';

const document = demo('pardela');

function bench() {
  const program = structuredClone(programOf(document));
  const seen: StandInSeen[] = [];
  const made = new Bench(
    {
      program,
      car: carOf(document, programOf(document)),
      calibration: document.name,
      stored: null,
      learned: null,
      coolantC: 70,
      airC: 10,
      seed: 1,
    },
    (now) => seen.push(now),
  );
  const [ours, theirs] = transportPair((deliver) => deliver());
  made.link(theirs);
  const heard: string[] = [];
  ours.onText = (text) => heard.push(text);
  return { made, seen, heard, ask: (text: string) => ours.send(text) };
}

test('a car answers with its key on, and not without', () => {
  const { made, heard, ask } = bench();
  ask('{"n":1,"ask":"identity"}');
  expect(heard).toHaveLength(1);
  expect(heard[0]).toContain('Pardela');
  made.take({ key: false });
  for (let i = 0; i < 20; i += 1) made.advance(0.1);
  ask('{"n":2,"ask":"identity"}');
  expect(heard).toHaveLength(1);
  // Joined anew, its key is turned on and it wakes.
  const [ours, theirs] = transportPair((deliver) => deliver());
  const again: string[] = [];
  ours.onText = (text) => again.push(text);
  made.link(theirs);
  ours.send('{"n":3,"ask":"identity"}');
  expect(again).toHaveLength(1);
});

test('it goes as fast as it is asked to, and tells what is seen a few times a second', () => {
  const { made, seen } = bench();
  made.drive('mapping');
  expect(seen.at(-1)?.driving).toBe('mapping');
  const from = seen.at(-1)?.timeS ?? 0;
  const before = seen.length;
  for (let i = 0; i < 50; i += 1) made.advance(0.02);
  const passedS = () => (seen.at(-1)?.timeS ?? 0) - from;
  // What is seen is a fifth of a second old at most.
  expect(passedS()).toBeGreaterThan(0.79);
  expect(passedS()).toBeLessThan(1.01);
  expect([4, 5]).toContain(seen.length - before);
  made.scale(40);
  for (let i = 0; i < 50; i += 1) made.advance(0.02);
  expect(passedS()).toBeGreaterThan(32);
  expect(passedS()).toBeLessThan(41.1);
});

test('after a rest it does not race: a tenth of a second is made up for at most', () => {
  const { made, seen } = bench();
  made.take({});
  const from = seen.at(-1)?.timeS ?? 0;
  made.advance(30);
  expect((seen.at(-1)?.timeS ?? 0) - from).toBeCloseTo(0.1, 6);
});

test('a comparison tells its stages, and answers nothing once cancelled', async () => {
  const log = { timeS: Float64Array.of(0, 1), columns: {} };
  const task = {
    grid: { x: Float64Array.of(1, 2), y: Float64Array.of(1, 2), values: Float64Array.of(1, 1, 1, 1) },
    load: 'manifoldPressure',
    displacementCm3: 1600,
    barometricKpa: 100,
  } as const;
  const told: number[] = [];
  const port = {
    onProgress: (share: number) => told.push(share),
    cancelled: () => false,
    breathe: () => Promise.resolve(),
  };
  const fit = await runLogFit({ log, task }, port);
  expect(fit?.keptS).toBe(0);
  expect(told).toEqual([0, 0.15, 0.6, 0.75]);
  expect(await runLogFit({ log, task }, { ...port, cancelled: () => true })).toBeNull();
});
