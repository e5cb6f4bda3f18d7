import { demo, programOf } from '@tests/support/ventisca';
import { TurnedClock } from '@tests/support/turnedClock';
import { LinkClient, transportPair } from '@/link';
import { carOf } from '@/standin/carOfDocument';
import { factoryFlash } from '@/standin/ecuBox';
import { Bench } from './bench';
import type { StandInSeen } from './benchRequest';

const document = demo('pardela');
const CODES = { pairing: 'ROSA', lock: '4711' };

function bench() {
  const seen: StandInSeen[] = [];
  const clock = new TurnedClock();
  const made = new Bench(
    {
      car: carOf(document, programOf(document)),
      flash: factoryFlash(document),
      learned: null,
      coolantC: 70,
      airC: 10,
      seed: 1,
    },
    CODES,
    clock,
    (now) => seen.push(now),
    () => undefined,
  );
  const connect = (session: number) => {
    const [ours, theirs] = transportPair((deliver) => void clock.after(0, deliver));
    made.link(theirs);
    let lost = 0;
    const samples: number[] = [];
    const client = new LinkClient(ours, clock, session, {
      onSamples: (_, rows) => samples.push(rows.length),
      onLost: () => (lost += 1),
    });
    return { client, lost: () => lost, samples };
  };
  return { made, seen, clock, connect };
}

test('a car answers with its key on, and not without; woken anew it knows nobody', async () => {
  const { made, clock, connect } = bench();
  made.wake();
  const { client, lost } = connect(1);
  expect((await clock.answered(client.hello('ROSA'))).name).toBe('Pardela as built');
  await clock.answered(client.unlock('4711'));
  expect((await clock.answered(client.contents())).calibration).toBe(document.name);
  made.take({ key: false });
  for (let i = 0; i < 20; i += 1) made.advance(0.1);
  await clock.pass(4000);
  expect(lost()).toBe(1);
  const dark = connect(2);
  dark.client.hello('ROSA').catch(() => undefined);
  await clock.pass(4000);
  expect(dark.lost()).toBe(1);
  made.wake();
  const again = connect(3);
  await clock.answered(again.client.hello('ROSA'));
  await expect(clock.answered(again.client.store())).rejects.toMatchObject({ reason: 'locked' });
});

test('without power it forgets at once who it was talking to', async () => {
  const { made, clock, connect } = bench();
  made.wake();
  const { client, lost } = connect(1);
  await clock.answered(client.hello('ROSA'));
  made.take({ key: false });
  for (let i = 0; i < 5; i += 1) made.advance(0.1);
  await clock.pass(50);
  expect(lost()).toBe(1);
});

test('its pairing code opens its hands, and every link to it ends when it is taken away', async () => {
  const { made, clock, connect } = bench();
  expect([made.isPaired('ROSA'), made.isPaired('other')]).toEqual([true, false]);
  made.wake();
  const ends = [connect(1), connect(2)];
  for (const { client } of ends) await clock.answered(client.hello('ROSA'));
  made.endLinks();
  await clock.pass(50);
  expect(ends.map(({ lost }) => lost())).toEqual([1, 1]);
});

test('whoever has gone leaves their place to the next', async () => {
  const { made, clock, connect } = bench();
  made.wake();
  for (let i = 1; i <= 12; i += 1) {
    const { client } = connect(i);
    expect((await clock.answered(client.hello('ROSA'))).name).toBe('Pardela as built');
    client.close();
    await clock.pass(20);
  }
});

test('samples of two moments go together, and no later', async () => {
  const { made, clock, connect } = bench();
  made.wake();
  const { client, samples } = connect(1);
  await clock.answered(client.hello('ROSA'));
  await clock.answered(client.start(50));
  for (let i = 0; i < 50; i += 1) {
    made.advance(0.02);
    await clock.pass(20);
  }
  expect(samples.length).toBe(25);
  expect(samples.reduce((sum, rows) => sum + rows, 0)).toBe(50);
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
