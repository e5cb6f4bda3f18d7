import fc from 'fast-check';
import { badWay, type Fate } from '@tests/support/badWay';
import { ALWAYS, CHANNELS, CODES, framed, linked } from '@tests/support/linked';
import { smallBox } from '@tests/support/smallBox';
import { AT, type ChannelId, frameOf as channelFrame, write } from '@/core/channel';
import { sectionSum } from '@/core/ecuImage';
import { LinkClient, LinkError, LinkHost, MOST_RATE_HZ, PROTOCOL } from './index';
import { METHODS } from './messages';

const cells = [{ index: 2, value: 70 }];
const veSum = (values: number[]) => sectionSum('ve', { values });
const MEANT = veSum([60, 61, 70, 63]);

/** With 5 % of frames lost, by a chance of its own. */
function fivePercent(seed: number): (frame: number) => Fate {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1103515245) + 12345) >>> 0;
    return state / 0x100000000 < 0.05 ? 'lost' : 'arrives';
  };
}

describe.each([
  ['at once', 0, ALWAYS],
  ['150 ms away', 150, ALWAYS],
  ['150 ms away with 5 % lost', 150, fivePercent(3)],
] as const)('%s', (_, delayMs, fate) => {
  const open = async () => {
    const link = linked(delayMs, fate);
    await link.answered(link.client.hello('ROSA'));
    return link;
  };

  test('says who it is to who knows the pairing code, and what is in it', async () => {
    const { client, answered } = linked(delayMs, fate);
    await expect(answered(client.contents())).rejects.toMatchObject({ reason: 'notPaired' });
    await expect(answered(client.hello('other'))).rejects.toMatchObject({ reason: 'notPaired' });
    await expect(answered(client.read('running', ['ve']))).rejects.toMatchObject({ reason: 'notPaired' });
    expect(await answered(client.hello('ROSA'))).toEqual({
      protocol: PROTOCOL,
      name: 'Box',
      serial: 'B-1',
      firmware: '1',
      documentVersion: 5,
      capabilities: { learns: false, locks: true, mostRateHz: MOST_RATE_HZ, channels: CHANNELS },
    });
    const contents = await answered(client.contents());
    expect(contents).toMatchObject({ calibration: 'Trial', generation: 1, turning: false });
    expect(contents.running['ve']).toBe(veSum([60, 61, 62, 63]));
  });

  test('is written to once unlocked, and keeps it once stored', async () => {
    const { client, answered, box } = await open();
    const writes: (() => Promise<unknown>)[] = [
      () => client.write('ve', cells, MEANT),
      () => client.store(),
      () => client.forget(null),
      () => client.send({ ve: { values: [1] } }, { ve: veSum([1]) }),
    ];
    for (const asked of writes) {
      await expect(answered(asked())).rejects.toMatchObject({ reason: 'locked' });
    }
    await expect(answered(client.unlock('wrong'))).rejects.toMatchObject({ reason: 'wrongCode' });
    await answered(client.unlock('4711'));
    await answered(client.write('ve', cells, MEANT));
    expect(await answered(client.read('running', ['ve', 'spark']))).toEqual({
      ve: { values: [60, 61, 70, 63] },
      spark: { values: [10, 20] },
    });
    expect(await answered(client.read('stored', ['ve']))).toEqual({ ve: { values: [60, 61, 62, 63] } });
    expect(await answered(client.store())).toBe(2);
    expect(box.stored['ve']?.values).toEqual([60, 61, 70, 63]);
    await answered(client.lock());
    await expect(answered(client.store())).rejects.toMatchObject({ reason: 'locked' });
  });

  test('refuses a write that would come to another map, and writes none of it', async () => {
    const { client, answered, box } = await open();
    await answered(client.unlock('4711'));
    box.running = { ...box.running, ve: { values: [59, 61, 62, 63] } };
    await expect(answered(client.write('ve', cells, MEANT))).rejects.toMatchObject({ reason: 'otherSum' });
    const outside = [...cells, { index: 4, value: 1 }];
    await expect(answered(client.write('ve', outside, MEANT))).rejects.toMatchObject({ reason: 'badCell' });
    await expect(answered(client.write('nothing', [], 0))).rejects.toMatchObject({ reason: 'noSection' });
    await expect(answered(client.read('running', ['ve', 'nothing']))).rejects.toMatchObject({
      reason: 'noSection',
    });
    expect(box.running['ve']?.values).toEqual([59, 61, 62, 63]);
  });

  test('sections go in together or not at all', async () => {
    const { client, answered, box } = await open();
    await answered(client.unlock('4711'));
    const before = structuredClone(box.running);
    const sections = { ve: { values: [1, 2, 3, 4] }, spark: { values: [5, 6] } };
    const sums = { ve: veSum([1, 2, 3, 4]), spark: sectionSum('spark', { values: [5, 6] }) };
    await expect(answered(client.send(sections, { ...sums, spark: 1 }))).rejects.toMatchObject({
      reason: 'otherSum',
    });
    expect(box.running).toEqual(before);
    box.turning = true;
    await expect(answered(client.send(sections, sums))).rejects.toMatchObject({ reason: 'turning' });
    box.turning = false;
    const unusable = { ve: null };
    await expect(answered(client.send(unusable, { ve: sectionSum('ve', null) }))).rejects.toThrow('Empty.');
    expect(box.running).toEqual(before);
    const shares: number[] = [];
    await answered(client.send(sections, sums, (share) => shares.push(share)));
    expect(box.running).toEqual({ ...before, ...sections });
    expect(shares).toEqual([1]);
    // A large one goes in more than one message, and says how far it is.
    const large = Array.from({ length: 9000 }, (_, i) => i / 7);
    shares.length = 0;
    const many = { ve: { values: large }, spark: { values: large } };
    const manySums = { ve: sectionSum('ve', many.ve), spark: sectionSum('spark', many.spark) };
    await answered(client.send(many, manySums, (share) => shares.push(share)));
    expect(shares).toEqual([0.5, 1]);
    expect(box.running).toEqual({ ...before, ...many });
  });

  test('says what was learned, forgets it, and folds it in the moment a map is written', async () => {
    const { client, answered, box } = await open();
    await answered(client.unlock('4711'));
    const LEFT = { ln: [0.001, -0.02], evidenceS: [0, 0] };
    await expect(answered(client.learned())).rejects.toMatchObject({ reason: 'noLearned' });
    await expect(answered(client.forget(null))).rejects.toMatchObject({ reason: 'noLearned' });
    await expect(answered(client.fold('ve', cells, MEANT, LEFT))).rejects.toMatchObject({
      reason: 'noLearned',
    });
    expect(box.running['ve']?.values[2]).toBe(62);
    box.learned = { ln: [0.01, -0.02], evidenceS: [3, 0] };
    expect(await answered(client.learned())).toEqual(box.learned);
    await answered(client.forget([1]));
    await answered(client.forget(null));
    await expect(answered(client.fold('ve', cells, 1, LEFT))).rejects.toMatchObject({ reason: 'otherSum' });
    expect(box.forgotten).toEqual([[1], null]);
    await answered(client.fold('ve', cells, MEANT, LEFT));
    expect(box.running['ve']?.values[2]).toBe(70);
    expect(box.forgotten).toEqual([[1], null]);
    expect(box.learned).toEqual(LEFT);
  });

  test('a clock that begins anew begins anew', async () => {
    const { client, answered, host, samples, clock } = await open();
    await answered(client.start(10));
    const frame = channelFrame();
    for (const timeS of [50, 50.1, 0.1, 0.2, 0.3]) {
      write(frame, AT.time, timeS);
      host.offer(frame);
      host.flush();
      await clock.pass(200);
    }
    await clock.pass(1000);
    const times = samples.flatMap(({ rows }) => rows.map(([timeS]) => timeS));
    const all = [50, 50.1, 0.1, 0.2, 0.3];
    // What is lost of samples stays lost, and is seen by their numbers.
    expect(samples.map(({ first }) => all[first])).toEqual(times);
    if (fate === ALWAYS) expect(times).toEqual(all);
  });
});

test('samples go by the engine computer’s own clock, together and numbered, until they are stopped', async () => {
  const { client, answered, host, samples, clock } = linked(150);
  await answered(client.hello('ROSA'));
  const frame = channelFrame();
  const drive = (fromS: number, toS: number) => {
    for (let i = Math.round(fromS * 100); i <= Math.round(toS * 100); i += 1) {
      write(frame, AT.time, i / 100);
      write(frame, AT.speed, 1000 + i);
      write(frame, AT.lambdaOne, NaN);
      host.offer(frame);
    }
  };
  drive(0, 1);
  await clock.pass(500);
  expect(samples).toEqual([]);
  expect(await answered(client.start(20))).toEqual(CHANNELS);
  drive(1.01, 2);
  await answered(client.stop());
  const rows = samples.flatMap((part) => part.rows);
  expect(rows[0]).toEqual([1.01, 1101, NaN]);
  expect(rows.map(([timeS]) => timeS)).toEqual(
    Array.from({ length: 20 }, (_, i) => expect.closeTo(1.01 + i * 0.05, 6)),
  );
  // Half a second of samples goes together.
  expect(samples.map(({ first }) => first)).toEqual([0, 10]);
  drive(2, 3);
  await clock.pass(500);
  expect(samples.flatMap((part) => part.rows)).toHaveLength(20);
  for (const rateHz of [0, -1, MOST_RATE_HZ + 1]) {
    await expect(answered(client.start(rateHz))).rejects.toMatchObject({ reason: 'badRate' });
  }
});

test('counts what came spoiled, samples that never came, and how long an answer takes', async () => {
  let becomes: Fate = 'arrives';
  const { client, answered, host, clock, samples } = linked(60, (_, fromClient) =>
    fromClient ? 'arrives' : becomes,
  );
  await answered(client.hello('ROSA'));
  await answered(client.start(50));
  expect(client.counts).toMatchObject({ spoiled: 0, missing: 0 });
  const drive = async (count: number, fromS: number) => {
    const frame = channelFrame();
    for (let i = 0; i < count; i += 1) {
      write(frame, AT.time, fromS + 0.02 * i);
      host.offer(frame);
      host.flush();
      await clock.pass(20);
    }
    await clock.pass(200);
  };
  await drive(20, 1);
  expect(client.counts.missing).toBe(0);
  // By hand: there and back are twice 60 ms.
  expect(client.counts.answerMs).toBeGreaterThan(115);
  expect(client.counts.answerMs).toBeLessThan(170);
  becomes = 'lost';
  await drive(10, 2);
  becomes = 'arrives';
  await drive(5, 3);
  expect(client.counts).toMatchObject({ spoiled: 0, missing: 10 });
  expect(samples.flatMap(({ rows }) => rows)).toHaveLength(25);
  becomes = 'spoiled';
  await drive(4, 4);
  becomes = 'arrives';
  await drive(1, 5);
  expect(client.counts.spoiled).toBeGreaterThanOrEqual(4);
  expect(client.counts.missing).toBe(14);
});

test('each sample is read by the channels it was made with, whatever of the answer and the samples comes first', async () => {
  const lists: readonly (readonly ChannelId[])[] = [
    ['time', 'speed'],
    ['speed', 'time'],
    ['time', 'lambdaOne', 'speed'],
  ];
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.constantFrom<Fate>('arrives', 'arrives', 'late', 'lost', 'twice'), {
        minLength: 40,
        maxLength: 40,
      }),
      async (fates) => {
        let list = lists[0] ?? [];
        let isOpen = false;
        const fate = (frame: number): Fate =>
          isOpen ? (fates[frame % fates.length] ?? 'arrives') : 'arrives';
        const { client, answered, host, samples, clock } = linked(60, fate, () => list);
        await answered(client.hello('ROSA'));
        let read: readonly ChannelId[] = await answered(client.start(50));
        isOpen = true;
        const frame = channelFrame();
        let timeS = 0;
        const rows: { columns: readonly ChannelId[]; row: number[] }[] = [];
        for (const next of [1, 2, 0, 1]) {
          list = lists[next] ?? [];
          const started = client.start(50).then((agreed) => (read = agreed));
          for (let i = 0; i < 60; i += 1) {
            timeS += 0.02;
            write(frame, AT.time, timeS);
            write(frame, AT.speed, 1000 + timeS);
            host.offer(frame);
            host.flush();
            await clock.pass(20);
            for (const { rows: arrived } of samples.splice(0))
              for (const row of arrived) rows.push({ columns: read, row });
          }
          await answered(started);
        }
        expect(rows.length).toBeGreaterThan(20);
        for (const { columns, row } of rows) {
          expect(row).toHaveLength(columns.length);
          const at = (id: ChannelId) => row[columns.indexOf(id)] ?? NaN;
          expect(at('speed') - at('time')).toBeCloseTo(1000, 9);
        }
      },
    ),
    { numRuns: 30 },
  );
});

describe('codes', () => {
  test('after five wrong ones none is taken for half a minute, from nobody, not even the right one', async () => {
    const { client, answered, clock, connect } = linked();
    await answered(client.hello('ROSA'));
    for (let i = 0; i < 5; i += 1) {
      await expect(answered(client.unlock(`${i}`))).rejects.toMatchObject({ reason: 'wrongCode' });
    }
    await expect(answered(client.unlock('4711'))).rejects.toMatchObject({ reason: 'tooManyTries' });
    const other = connect(2).client;
    await expect(answered(other.hello('ROSA'))).rejects.toMatchObject({ reason: 'tooManyTries' });
    await clock.pass(29_000);
    await expect(answered(client.unlock('4711'))).rejects.toMatchObject({ reason: 'tooManyTries' });
    await clock.pass(1500);
    await answered(client.unlock('4711'));
    // A right one forgives those before it.
    for (let i = 0; i < 4; i += 1) {
      await expect(answered(client.unlock('no'))).rejects.toMatchObject({ reason: 'wrongCode' });
    }
    await answered(client.unlock('4711'));
    await expect(answered(client.unlock('no'))).rejects.toMatchObject({ reason: 'wrongCode' });
    await answered(client.unlock('4711'));
  });

  test('a wrong one does not close what was open', async () => {
    const { client, answered } = linked();
    await answered(client.hello('ROSA'));
    await answered(client.unlock('4711'));
    await expect(answered(client.unlock('no'))).rejects.toMatchObject({ reason: 'wrongCode' });
    await answered(client.store());
  });

  test('one at a time writes; the next may once the first has gone, however it went', async () => {
    const { client, answered, connect, clock } = linked();
    await answered(client.hello('ROSA'));
    await answered(client.unlock('4711'));
    const second = connect(2);
    await answered(second.client.hello('ROSA'));
    expect(await answered(second.client.read('running', ['spark']))).toEqual({ spark: { values: [10, 20] } });
    await expect(answered(second.client.unlock('4711'))).rejects.toMatchObject({ reason: 'writerThere' });
    await answered(client.lock());
    await answered(second.client.unlock('4711'));
    await expect(answered(client.unlock('4711'))).rejects.toMatchObject({ reason: 'writerThere' });
    // It falls silent without a word.
    second.way.ours.send = () => undefined;
    await clock.pass(11_000);
    await answered(client.unlock('4711'));
    client.close();
    const third = connect(3).client;
    await answered(third.hello('ROSA'));
    await answered(third.unlock('4711'));
  });

  test('who does not say the pairing code is sent away, and who says too much before it', async () => {
    const { client, clock, connect, lost, answered } = linked();
    await expect(answered(client.contents())).rejects.toMatchObject({ reason: 'notPaired' });
    await clock.pass(14_000);
    expect(lost).toEqual([]);
    await clock.pass(1500);
    expect(lost).toEqual(['closed']);
    const second = connect(2);
    second.client.hello('x'.repeat(5000)).catch(() => undefined);
    await clock.pass(500);
    expect(second.lost).toEqual(['closed']);
  });

  test('so many clients and no more', async () => {
    const { connect } = linked();
    const others = Array.from({ length: 8 }, (_, i) => connect(i + 2));
    expect(others.map(({ isTaken }) => isTaken)).toEqual([true, true, true, true, true, true, true, false]);
    expect(others[7]?.lost).toEqual(['closed']);
    others[0]?.client.close();
    expect(connect(20).isTaken).toBe(true);
  });

  test('who asks without end is sent away', async () => {
    const { client, answered, lost, clock } = linked();
    await answered(client.hello('ROSA'));
    const asked = Array.from({ length: 500 }, () =>
      client.contents().catch((error: LinkError) => error.reason),
    );
    await clock.pass(3000);
    expect(lost).toEqual(['closed']);
    expect((await Promise.all(asked)).at(-1)).toBe('lost');
  });

  test('another version of the protocol is told by both versions', async () => {
    const { way, clock } = linked();
    const told: string[] = [];
    way.ours.onBytes = (bytes) => told.push(new TextDecoder().decode(bytes.subarray(20, -4)));
    const text = JSON.stringify({
      jsonrpc: '2.0',
      id: 1,
      method: 'hello',
      params: { protocol: 9, pairing: 'ROSA' },
    });
    way.ours.send(framed(1, text));
    await clock.pass(100);
    const answer = JSON.parse(told.find((one) => one !== '') ?? '') as { error: { data: unknown } };
    expect(answer.error.data).toEqual({ reason: 'otherProtocol', detail: `${PROTOCOL}` });
  });
});

describe('a lost link', () => {
  test('is noticed when nobody answers any more, said once, and fails what waits', async () => {
    const { client, clock, way, lost, answered } = linked();
    await answered(client.hello('ROSA'));
    way.theirs.send = () => undefined;
    const asked = client.contents();
    const failed = expect(asked).rejects.toMatchObject({ reason: 'lost' });
    await clock.pass(2500);
    expect(lost).toEqual([]);
    await clock.pass(1500);
    expect(lost).toEqual(['silent']);
    await failed;
    await expect(client.contents()).rejects.toMatchObject({ reason: 'lost' });
  });

  test('that was closed on purpose is not said to be lost', async () => {
    const { client, clock, lost } = linked();
    client.close();
    await clock.pass(10_000);
    expect(lost).toEqual([]);
    await expect(client.contents()).rejects.toBeInstanceOf(LinkError);
  });

  test('an engine computer that hears and does not answer is told from one that is gone', async () => {
    const { client, clock, box, lost, answered, host } = linked();
    expect(box.generation).toBe(1);
    expect(host).toBeDefined();
    await answered(client.hello('ROSA'));
    await answered(client.unlock('4711'));
    const { memory } = smallBox();
    expect(memory.name).toBe('Box');
    const silent = new LinkHost(
      { ...memory, store: () => new Promise(() => undefined) },
      CODES,
      clock,
      () => CHANNELS,
    );
    const way = badWay(clock, { delayMs: 0, fate: ALWAYS });
    const other = new LinkClient(way.ours, clock, 9, { onSamples: () => undefined, onLost: () => undefined });
    silent.join(way.theirs);
    await answered(other.hello('ROSA'));
    await answered(other.unlock('4711'));
    await expect(answered(other.store())).rejects.toMatchObject({ reason: 'noAnswer' });
    expect((await answered(other.contents())).generation).toBe(1);
    expect(lost).toEqual([]);
  });
});

test('whatever is asked with parts missing is refused as not understood, by each method', async () => {
  const { way, clock } = linked();
  const told: { id: number; error?: { code: number; data: { reason: string } } }[] = [];
  way.ours.onBytes = (bytes) => {
    const text = new TextDecoder().decode(bytes.subarray(20, -4));
    if (text !== '') told.push(JSON.parse(text) as (typeof told)[number]);
  };
  let number = 0;
  const say = (message: unknown) => {
    number += 1;
    way.ours.send(framed(number, typeof message === 'string' ? message : JSON.stringify(message)));
  };
  say({ jsonrpc: '2.0', id: 0, method: 'hello', params: { protocol: PROTOCOL, pairing: 'ROSA' } });
  const methods = Object.keys(METHODS);
  methods.forEach((method, i) => say({ jsonrpc: '2.0', id: i + 1, method, params: [1] }));
  say({ jsonrpc: '2.0', id: 90, method: 'dance', params: {} });
  say({ id: 91 });
  say('no JSON');
  await clock.pass(500);
  for (const [i] of methods.entries()) {
    expect(told.find(({ id }) => id === i + 1)?.error?.data.reason).toBe('notUnderstood');
  }
  // The codes of JSON-RPC 2.0: no such method, no request, no JSON.
  expect(told.slice(-3).map(({ error }) => error?.code)).toEqual([-32601, -32600, -32700]);
});

describe('at every frame', () => {
  const STORY = async ({ client, answered, host, samples }: ReturnType<typeof linked>) => {
    await answered(client.hello('ROSA'));
    await answered(client.unlock('4711'));
    await answered(client.read('running', ['ve', 'spark', 'engine']));
    await answered(client.start(50));
    await answered(client.write('ve', cells, MEANT));
    const sections = { ve: { values: [1, 2, 3, 4] }, spark: { values: [5, 6] }, engine: { values: [90] } };
    const sums = Object.fromEntries(Object.entries(sections).map(([id, is]) => [id, sectionSum(id, is)]));
    await answered(client.send(sections, sums));
    const frame = channelFrame();
    for (let i = 0; i < 60; i += 1) {
      write(frame, AT.time, i / 50);
      host.offer(frame);
    }
    await answered(client.store());
    await answered(client.write('ve', [{ index: 0, value: 9 }], veSum([9, 2, 3, 4])));
    return samples.length;
  };
  const STATES = [
    { ve: [60, 61, 62, 63], spark: [10, 20], engine: [86] },
    { ve: [60, 61, 70, 63], spark: [10, 20], engine: [86] },
    { ve: [1, 2, 3, 4], spark: [5, 6], engine: [90] },
    { ve: [9, 2, 3, 4], spark: [5, 6], engine: [90] },
  ];
  const valuesOf = (sections: Record<string, { values: number[] }>) =>
    Object.fromEntries(Object.entries(sections).map(([id, { values }]) => [id, values]));

  test.each<Fate>(['lost', 'spoiled', 'late', 'twice'])(
    'one that is %s changes nothing in the end',
    async (becomes) => {
      const whole = linked(10);
      await STORY(whole);
      const frames = whole.way.frames();
      expect(frames).toBeGreaterThan(25);
      for (let at = 0; at < frames; at += 1) {
        const link = linked(10, (frame) => (frame === at ? becomes : 'arrives'));
        await STORY(link);
        expect(valuesOf(link.box.running)).toEqual(STATES[3]);
        expect(valuesOf(link.box.stored)).toEqual(STATES[2]);
        expect(link.lost).toEqual([]);
        link.client.close();
      }
    },
  );

  test('a cut leaves one of the states that were meant, and everyone who waits is told', async () => {
    const whole = linked(10);
    await STORY(whole);
    for (let at = 0; at < whole.way.frames(); at += 1) {
      const link = linked(10, (frame) => (frame === at ? 'cut' : 'arrives'));
      const outcome = await STORY(link).catch((error: LinkError) => error.reason);
      // The last answers may be cut when all was done.
      if (typeof outcome === 'string') expect(outcome).toBe('lost');
      expect(STATES).toContainEqual(valuesOf(link.box.running));
      expect([STATES[0], STATES[2]]).toContainEqual(valuesOf(link.box.stored));
      // Connected anew, nobody is in the way, and it goes on from what is there.
      const again = link.connect(99, ALWAYS);
      await link.answered(again.client.hello('ROSA'));
      await link.answered(again.client.unlock('4711'));
      again.client.close();
    }
  });
});

test('frames of all kinds, made up or spoiled, break neither end, and open nothing', async () => {
  const { client, way, clock, box, answered } = linked();
  await answered(client.hello('ROSA'));
  const before = structuredClone(box);
  const methods = fc.constantFrom(...Object.keys(METHODS).filter((id) => id !== 'hello'));
  const message = fc.oneof(
    fc.json(),
    fc.string(),
    fc
      .record({
        jsonrpc: fc.constant('2.0'),
        id: fc.nat(),
        method: methods,
        params: fc.json().map((text) => JSON.parse(text) as unknown),
      })
      .map((is) => JSON.stringify(is)),
    fc.constant(
      '{"jsonrpc":"2.0","id":1,"method":"write","params":{"section":"ve","cells":[{"index":0,"value":1}],"sum":0,"left":null}}',
    ),
    fc
      .record({ jsonrpc: fc.constant('2.0'), id: fc.nat(9), result: fc.json() })
      .map((is) => JSON.stringify(is)),
  );
  let number = 1;
  await fc.assert(
    fc.asyncProperty(
      fc.oneof(fc.uint8Array({ maxLength: 64 }), message),
      fc.boolean(),
      async (made, next) => {
        if (next) number += 1;
        const bytes = typeof made === 'string' ? framed(number, made.slice(0, 16_000)) : made;
        way.theirs.onBytes?.(bytes);
        way.ours.onBytes?.(bytes);
        await clock.pass(10);
      },
    ),
    { numRuns: 2000 },
  );
  expect(box).toEqual(before);
});
