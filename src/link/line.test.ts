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

/** What one end puts on its way: when, and what. */
function watched({ clock, way }: ReturnType<typeof joined>, end: 'ours' | 'theirs' = 'ours') {
  const put: (LinkFrame & { atMs: number })[] = [];
  const { send } = way[end];
  way[end].send = (bytes) => {
    put.push({ ...(frameOf(bytes) as LinkFrame), atMs: clock.nowMs() });
    send(bytes);
  };
  return {
    put,
    messages: (number?: number) =>
      put.filter((is) => is.kind === FRAME_KIND.message && (number ?? is.number) === is.number),
  };
}

describe('what is sent again', () => {
  /** Ticks come every 40 ms. */
  const expectAfter = (ms: number, least: number) => {
    expect(ms).toBeGreaterThanOrEqual(least);
    expect(ms).toBeLessThan(least + 41);
  };
  const sentAgainAfter = (frames: readonly { atMs: number }[]) =>
    frames.slice(1).map(({ atMs }, i) => atMs - (frames[i]?.atMs ?? 0));

  // Answers after 2 · 50 ms: mean 100, spread 50, again after 100 + 4 · 50.
  test('waits for the time that answers take and four times their spread', async () => {
    let message = 0;
    const made = joined((_, isClient) => {
      if (isClient) message += 1;
      return isClient && message === 2 ? 'lost' : 'arrives';
    }, 50);
    const { messages } = watched(made);
    made.client.line.send('one');
    await made.clock.pass(200);
    made.client.line.send('two');
    await made.clock.pass(600);
    expectAfter(sentAgainAfter(messages(2))[0] ?? NaN, 300);
    expect(made.host.heard).toEqual(['one', 'two']);
    // What was sent twice says nothing of how long answers take.
    message = 1;
    made.client.line.send('three');
    await made.clock.pass(600);
    expectAfter(sentAgainAfter(messages(3))[0] ?? NaN, 300);
  });

  // A second answer after 230 ms: spread 50 + (130 − 50) / 4 = 70, mean 100 + 130 / 8 = 116.25; 396.25 in all.
  test('follows answers that come later, an eighth and a quarter at a time', async () => {
    let message = 0;
    const fates: Fate[] = ['arrives', 'arrives', 'late', 'lost'];
    const made = joined((_, isClient) => {
      if (!isClient) return 'arrives';
      message += 1;
      return fates[message] ?? 'arrives';
    }, 50);
    const { messages } = watched(made);
    made.client.line.send('one');
    await made.clock.pass(200);
    made.client.line.send('two');
    await made.clock.pass(300);
    made.client.line.send('three');
    await made.clock.pass(500);
    expectAfter(sentAgainAfter(messages(3))[0] ?? NaN, 396.25);
  });

  test('comes half as late again each time, 80 ms at first at the least and 2 s at the most', async () => {
    const made = joined();
    made.client.line.send('one');
    await made.clock.pass(200);
    const { send } = made.way.ours;
    const times: number[] = [];
    made.way.ours.send = (bytes) => {
      if (frameOf(bytes)?.kind === FRAME_KIND.message) times.push(made.clock.nowMs());
      else send(bytes);
    };
    made.client.line.send('two');
    await made.clock.pass(9000);
    const waits = times.slice(1).map((ms, i) => ms - (times[i] ?? 0));
    [80, 120, 180, 270, 405, 607.5, 911.25, 1366.9, 2000].forEach((ms, i) =>
      expectAfter(waits[i] ?? NaN, ms),
    );
  });

  test('before any answer it waits 400 ms', async () => {
    let lost = true;
    const made = joined(() => (lost ? 'lost' : 'arrives'));
    const { messages } = watched(made);
    made.client.line.send('one');
    await made.clock.pass(380);
    expect(messages(1)).toHaveLength(1);
    lost = false;
    await made.clock.pass(100);
    expectAfter(sentAgainAfter(messages(1))[0] ?? NaN, 400);
    expect(made.host.heard).toEqual(['one']);
  });
});

test('24 frames are under way at once, and none is further ahead of one that is missing', async () => {
  let first = true;
  const made = joined((_, isClient) => {
    const isLost = isClient && first;
    first = first && !isClient;
    return isLost ? 'lost' : 'arrives';
  });
  const { put } = watched(made);
  for (let i = 0; i < 60; i += 1) made.client.line.send(`${i}`);
  expect(put).toHaveLength(24);
  expect(made.client.line.unheard).toBe(60);
  await made.clock.pass(300);
  expect(Math.max(...put.map(({ number }) => number))).toBe(24);
  await made.clock.pass(2000);
  expect(made.host.heard).toHaveLength(60);
  expect(made.client.line.unheard).toBe(0);
});

test('a message is cut where a frame is full, and no frame more', async () => {
  const made = joined();
  const { put, messages } = watched(made);
  for (const bytes of [16_384, 32_768, 32_769, 200_000]) {
    const before = messages().length;
    made.client.line.send('x'.repeat(bytes));
    expect(messages().length - before).toBe(Math.ceil(bytes / 16_384));
    await made.clock.pass(300);
    expect(made.host.heard.at(-1)).toHaveLength(bytes);
  }
  expect(messages().every(({ answerMe }) => !answerMe)).toBe(true);
  expect(put.filter(({ kind }) => kind !== FRAME_KIND.message).every(({ more }) => !more)).toBe(true);
});

describe('nothing is put on its way', () => {
  test('before anybody began a session, nor after it has ended', async () => {
    const made = joined();
    const theirs = watched(made, 'theirs');
    made.host.line.sendSamples(0, new Uint8Array(8));
    await made.clock.pass(2000);
    expect(theirs.put).toEqual([]);
    made.client.line.send('hello');
    await made.clock.pass(100);
    made.host.line.close();
    const count = theirs.put.length;
    made.host.line.send('more');
    made.host.line.sendSamples(1, new Uint8Array(8));
    await made.clock.pass(3000);
    expect(theirs.put).toHaveLength(count);
  });

  test('and a way is closed by who ends it, once, and not by who hears that it is', async () => {
    const made = joined();
    let [ours, theirs] = [0, 0];
    const { close } = made.way.ours;
    made.way.ours.close = () => {
      ours += 1;
      close();
    };
    made.way.theirs.close = () => void (theirs += 1);
    made.client.line.close();
    made.client.line.close();
    await made.clock.pass(100);
    expect([ours, theirs]).toEqual([1, 0]);
    expect(made.host.ended).toEqual(['closed']);
    const dead = joined(() => 'lost');
    let closed = 0;
    dead.way.ours.close = () => void (closed += 1);
    dead.client.line.send('hello');
    await dead.clock.pass(4000);
    expect([dead.client.ended, closed]).toEqual([['silent'], 1]);
  });
});

test('who only sends samples still asks whether anybody hears', async () => {
  let mute = false;
  const made = joined((_, isClient) => (mute && isClient ? 'lost' : 'arrives'));
  made.client.line.send('hello');
  await made.clock.pass(100);
  mute = true;
  const { put } = watched(made, 'theirs');
  for (let i = 0; i < 25; i += 1) {
    made.host.line.sendSamples(i, new Uint8Array(8));
    await made.clock.pass(100);
  }
  expect(
    put.filter(({ kind, answerMe }) => kind === FRAME_KIND.acknowledge && answerMe).length,
  ).toBeGreaterThan(2);
});

test('a session begins with a message, is not taken over, and samples are no messages', async () => {
  const { clock, way, host, client } = joined();
  const frame = (part: Partial<LinkFrame>) =>
    frameBytes({
      kind: FRAME_KIND.message,
      more: false,
      answerMe: false,
      session: 9,
      number: 1,
      heard: 0,
      heardBits: 0,
      payload: Uint8Array.of(65),
      ...part,
    });
  way.ours.send(frame({ kind: FRAME_KIND.samples }));
  await clock.pass(50);
  expect(host.samples).toEqual([]);
  client.line.send('hello');
  await clock.pass(50);
  way.ours.send(frame({}));
  way.ours.send(frame({ number: 2 }));
  way.ours.send(frame({ kind: FRAME_KIND.samples, session: 7, number: 2 }));
  await clock.pass(50);
  expect(host.heard).toEqual(['hello']);
  expect(host.samples).toEqual([[2, 1]]);
  client.line.send('again');
  await clock.pass(50);
  expect(host.heard).toEqual(['hello', 'again']);
});
