import { benchOf, ran } from '@tests/support/procedureRun';
import { AT_RAIL, FOOT, OVER_VESSELS, WITH_STROBE } from '@tests/support/procedureTruths';
import { TurnedClock } from '@tests/support/turnedClock';
import { demo, programOf } from '@tests/support/ventisca';
import type { OnPin } from '@/core/control';
import { PROCEDURES } from '@/core/procedures';
import { LinkClient, transportPair } from '@/link';
import { carOf } from '@/standin/carOfDocument';
import { factoryFlash } from '@/standin/ecuBox';
import { Bench } from './bench';
import type { StandInSeen } from './benchRequest';

const document = demo();
/** What is worked at an engine that stands. */
type Standing = OnPin;

const CODES = { pairing: 'ROSA', lock: '4711' };
const BUILDERS = {
  baseTiming: WITH_STROBE,
  throttle: FOOT,
  fuelPressure: AT_RAIL,
  injectorFlow: OVER_VESSELS,
} as const;

/** Everything that any step of any procedure works, each with its procedure and step. */
const ASKS = PROCEDURES.flatMap((procedure): [string, Standing][] => {
  const car = carOf(document, programOf(document));
  const builder = (BUILDERS as Readonly<Record<string, typeof FOOT>>)[procedure.id] ?? {};
  const { worked } = ran(procedure, document, benchOf(document, car), builder);
  // A spark that is held acts on an engine that turns: it has tests of its own.
  return worked.flatMap(({ step, ask }): [string, Standing][] =>
    ask.kind === 'timing' || ask.kind === 'idle' ? [] : [[`${procedure.id}: ${step}`, ask]],
  );
});

/** A car with its key on and its prime over, and somebody connected who may write. */
async function connected() {
  const clock = new TurnedClock();
  let seen: StandInSeen | null = null;
  const bench = new Bench(
    {
      car: carOf(document, programOf(document)),
      flash: factoryFlash(document),
      learned: null,
      coolantC: 60,
      airC: 10,
      seed: 1,
    },
    CODES,
    clock,
    (now) => (seen = now),
    () => undefined,
  );
  let isCut = false;
  bench.wake();
  const way = transportPair((deliver) => (isCut ? undefined : void clock.after(0, deliver)));
  bench.link(way[1]);
  const client = new LinkClient(way[0], clock, 1, { onSamples: () => undefined, onLost: () => undefined });
  await clock.answered(client.hello('ROSA'));
  await clock.answered(client.unlock('4711'));
  const pass = async (forS: number, holds = false) => {
    for (let i = 0; i < forS * 20; i += 1) {
      bench.advance(0.05);
      if (holds && i % 10 === 0) client.holdWork().catch(() => undefined);
      await clock.pass(50);
    }
  };
  await pass(5);
  const heard = () => [...(seen?.heard ?? [])].sort();
  return { bench, client, clock, pass, heard, way, cut: () => (isCut = true), rest: heard() };
}

test('there are steps that act on the engine', () => {
  expect(ASKS.length).toBeGreaterThan(25);
});

describe.each(ASKS)('%s', (_, ask) => {
  const acting = async () => {
    const at = await connected();
    await at.clock.answered(at.client.work(ask));
    await at.pass(ask.kind === 'pulses' && ask.pump ? 2.6 : 0.6, true);
    // What it names acts, and nothing else has moved.
    const pump = ask.kind === 'pulses' && ask.pump ? ['output-fuelpump'] : [];
    const meant = [...new Set([...at.rest, ask.function, ...pump])].sort();
    expect(at.heard()).toEqual(meant);
    return at;
  };

  test('acts alone, and a link that falls silent ends it', async () => {
    const { pass, heard, cut, rest } = await acting();
    cut();
    await pass(4.5);
    expect(heard()).toEqual(rest);
  });

  test('a way that closes ends it at once', async () => {
    const { pass, heard, way, rest } = await acting();
    way[0].close();
    await pass(0.9);
    expect(heard()).toEqual(rest);
  });

  test('the lock ends it, and so does the starter', async () => {
    const locked = await acting();
    await locked.clock.answered(locked.client.lock());
    await locked.pass(0.9);
    expect(locked.heard()).toEqual(locked.rest);
    const turned = await acting();
    turned.bench.take({ starter: true });
    await turned.pass(0.4, true);
    await expect(turned.clock.answered(turned.client.work(ask))).rejects.toMatchObject({
      reason: 'workTurning',
    });
  });
});

test('who may not write works nothing, and somebody else’s work is not ended by who goes', async () => {
  const { client, clock, bench, pass, heard } = await connected();
  const ask = { kind: 'hold', function: 'output-fuelpump', forS: 20, dutyPercent: 100 } as const;
  const [ours, theirs] = transportPair((deliver) => void clock.after(0, deliver));
  bench.link(theirs);
  const other = new LinkClient(ours, clock, 2, { onSamples: () => undefined, onLost: () => undefined });
  await clock.answered(other.hello('ROSA'));
  await expect(clock.answered(other.work(ask))).rejects.toMatchObject({ reason: 'locked' });
  await clock.answered(client.work(ask));
  await pass(0.6, true);
  other.close();
  await pass(0.6, true);
  expect(heard()).toContain('output-fuelpump');
  await clock.answered(client.endWork());
  await pass(0.3);
  expect(heard()).not.toContain('output-fuelpump');
});
