import fc from 'fast-check';
import { badWay, type Fate } from '@tests/support/badWay';
import { TurnedClock } from '@tests/support/turnedClock';
import { FRAME_KIND, frameBytes, frameOf, type LinkFrame } from './frames';
import { Line, type LineEnd } from './line';

const ALWAYS = (): Fate => 'arrives';

function joined(fate: (frame: number, fromClient: boolean) => Fate = ALWAYS, delayMs = 5) {
  const clock = new TurnedClock();
  const way = badWay(clock, { delayMs, fate });
  const end = (session: number | null, transport: typeof way.ours, mostMessageBytes = 200_000) => {
    const heard: string[] = [];
    const samples: [number, number][] = [];
    const ended: LineEnd[] = [];
    const line = new Line(
      transport,
      clock,
      { session, mostMessageBytes, silentMs: 3000 },
      {
        onMessage: (text) => heard.push(text),
        onSamples: (first, payload) => samples.push([first, payload.length]),
        onEnd: (why) => ended.push(why),
      },
    );
    return { line, heard, samples, ended };
  };
  return { clock, way, client: end(7, way.ours), host: end(null, way.theirs), end };
}

test('messages arrive whole, in order and once, either way, long ones too', async () => {
  const { clock, client, host } = joined();
  const long = 'ü'.repeat(30_000);
  client.line.send('one');
  client.line.send(long);
  client.line.send('');
  await clock.pass(100);
  expect(host.heard).toEqual(['one', long, '']);
  host.line.send('and back');
  await clock.pass(100);
  expect(client.heard).toEqual(['and back']);
  expect(client.line.unheard).toBe(0);
});

const FATES: Fate[] = ['arrives', 'arrives', 'arrives', 'lost', 'spoiled', 'late', 'twice'];

test('over any way that loses, spoils, delays, reorders and repeats, nothing is missing and nothing comes twice', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.constantFrom(...FATES), { minLength: 7, maxLength: 60 }),
      fc.integer({ min: 1, max: 60 }),
      async (fates, messages) => {
        // A way that loses everything is no way: each seventh frame arrives.
        const fate = (frame: number): Fate =>
          frame % 7 === 0 ? 'arrives' : (fates[frame % fates.length] as Fate);
        const { clock, client, host } = joined(fate, 40);
        const sent = Array.from({ length: messages }, (_, i) => `message ${i}`);
        for (const text of sent) client.line.send(text);
        for (const text of sent) host.line.send(`${text}, back`);
        for (let i = 0; i < 400 && (host.heard.length < messages || client.heard.length < messages); i += 1) {
          await clock.pass(100);
          if (client.ended.length + host.ended.length > 0) break;
        }
        // Where it was given up, what came is a beginning of what was sent, in order.
        expect(host.heard).toEqual(sent.slice(0, host.heard.length));
        expect(client.heard).toEqual(sent.slice(0, client.heard.length).map((text) => `${text}, back`));
        if (client.ended.length + host.ended.length === 0) expect(host.heard).toEqual(sent);
        client.line.close();
        host.line.close();
      },
    ),
    { numRuns: 60 },
  );
});

test('one lost frame costs that one sent again, and none of those behind it', async () => {
  let fromClient = 0;
  const numbers: number[] = [];
  const { clock, client, host, way } = joined((_, isClient) => {
    if (!isClient) return 'arrives';
    fromClient += 1;
    return fromClient === 3 ? 'lost' : 'arrives';
  });
  const send = way.ours.send;
  way.ours.send = (bytes) => {
    const frame = frameOf(bytes);
    if (frame?.kind === FRAME_KIND.message) numbers.push(frame.number);
    send(bytes);
  };
  for (let i = 0; i < 20; i += 1) client.line.send(`${i}`);
  await clock.pass(1500);
  expect(host.heard).toEqual(Array.from({ length: 20 }, (_, i) => `${i}`));
  expect(numbers).toEqual([...Array.from({ length: 20 }, (_, i) => i + 1), 3]);
});

test('a quiet line stays, and says now and then that it is there', async () => {
  const { clock, client, host, way } = joined();
  client.line.send('hello');
  await clock.pass(60_000);
  expect(client.ended).toEqual([]);
  expect(host.ended).toEqual([]);
  // Each side says so some 100 times in a minute, and is answered.
  expect(way.frames()).toBeGreaterThan(150);
  expect(way.frames()).toBeLessThan(450);
});

test('where nobody is heard any more it ends, and says so once', async () => {
  let dead = false;
  const { clock, client, host } = joined(() => (dead ? 'lost' : 'arrives'));
  client.line.send('hello');
  await clock.pass(1000);
  dead = true;
  await clock.pass(2000);
  expect(client.ended).toEqual([]);
  await clock.pass(2500);
  expect(client.ended).toEqual(['silent']);
  expect(host.ended).toEqual([expect.stringMatching(/silent|closed/)]);
  client.line.send('too late');
  await clock.pass(10_000);
  expect(client.ended).toHaveLength(1);
});

test('a message that is never acknowledged ends it, though the other side is heard', async () => {
  const { clock, way, client } = joined();
  client.line.send('hello');
  await clock.pass(1000);
  const { send } = way.ours;
  way.ours.send = (bytes) => (frameOf(bytes)?.kind === FRAME_KIND.message ? undefined : send(bytes));
  client.line.send('never');
  await clock.pass(9_500);
  expect(client.ended).toEqual([]);
  await clock.pass(1000);
  expect(client.ended).toEqual(['silent']);
});

test('its way closed ends it; closed on purpose nobody is told', async () => {
  const { clock, client, host } = joined();
  client.line.send('hello');
  await clock.pass(100);
  host.line.close();
  expect(client.ended).toEqual(['closed']);
  expect(host.ended).toEqual([]);
  host.line.send('nothing');
  host.line.sendSamples(0, new Uint8Array(8));
  await clock.pass(5000);
  expect(client.heard).toEqual([]);
});

test('a message that is too long is not sent, and one that comes all the same ends it', async () => {
  const { clock, end, way, client } = joined();
  expect(() => client.line.send('x'.repeat(200_001))).toThrow(RangeError);
  const small = end(null, way.theirs, 20_000);
  client.line.send('x'.repeat(20_000));
  await clock.pass(200);
  expect(small.heard).toHaveLength(1);
  client.line.send('x'.repeat(20_001));
  await clock.pass(200);
  expect(small.ended).toEqual(['tooMuch']);
  expect(small.heard).toHaveLength(1);
});

test('samples go as they are, are not sent again, and wait for no message', async () => {
  let lost = false;
  const { clock, client, host } = joined((_, isClient) => (lost && !isClient ? 'lost' : 'arrives'));
  host.line.sendSamples(0, new Uint8Array(8));
  client.line.send('hello');
  await clock.pass(50);
  host.line.sendSamples(0, new Uint8Array(8));
  await clock.pass(50);
  lost = true;
  host.line.sendSamples(1, new Uint8Array(16));
  await clock.pass(50);
  lost = false;
  host.line.sendSamples(3, new Uint8Array(24));
  await clock.pass(1000);
  // The first went before anybody had said who listens.
  expect(client.samples).toEqual([
    [0, 8],
    [3, 24],
  ]);
});

describe('frames that are none of ours', () => {
  const message = (part: Partial<LinkFrame>) =>
    frameBytes({
      kind: FRAME_KIND.message,
      more: false,
      answerMe: false,
      session: 7,
      number: 1,
      heard: 0,
      heardBits: 0,
      payload: Uint8Array.of(65),
      ...part,
    });

  test('of another session are not heard', async () => {
    const { clock, way, host, client } = joined();
    client.line.send('hello');
    await clock.pass(100);
    way.ours.send(message({ session: 8, number: 2 }));
    await clock.pass(100);
    expect(host.heard).toEqual(['hello']);
    way.ours.send(message({ number: 2 }));
    await clock.pass(100);
    expect(host.heard).toEqual(['hello', 'A']);
  });

  test('in the middle of a session that began with somebody else are not heard, and not answered', async () => {
    const { clock, way, host } = joined();
    const answers: unknown[] = [];
    way.ours.onBytes = (bytes) => answers.push(bytes);
    way.ours.send(message({ number: 2 }));
    way.ours.send(message({ kind: FRAME_KIND.acknowledge, number: 0, answerMe: true }));
    await clock.pass(2000);
    expect(host.heard).toEqual([]);
    expect(answers).toEqual([]);
  });

  test('far ahead are not kept, and what is acknowledged is what is missing', async () => {
    const { clock, way, host, client } = joined();
    client.line.send('hello');
    await clock.pass(100);
    const answers: LinkFrame[] = [];
    way.ours.onBytes = (bytes) => answers.push(frameOf(bytes) as LinkFrame);
    way.ours.send(message({ number: 3 }));
    way.ours.send(message({ number: 33 }));
    way.ours.send(message({ number: 34 }));
    way.ours.send(message({ number: 0xffffffff }));
    await clock.pass(20);
    expect(host.heard).toEqual(['hello']);
    // Two is missing: the bit of three is the lowest, that of 33 the 31st.
    expect(answers.at(-1)).toMatchObject({ heard: 1, heardBits: (1 | (1 << 30)) >>> 0 });
  });
});
