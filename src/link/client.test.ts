import { badWay } from '@tests/support/badWay';
import { ALWAYS, linked } from '@tests/support/linked';
import { TurnedClock } from '@tests/support/turnedClock';
import { FRAME_KIND, frameBytes, frameOf } from './frames';
import { LinkClient, type LinkError } from './index';
import { PROTOCOL } from './messages';
import { sampleBytes } from './samples';

const WORK = { kind: 'timing', sparkDeg: 10, fuel: false, forS: 5 } as const;

/** A client whose other end a test plays: what it was asked, what it is answered, and samples as they please. */
function played() {
  const clock = new TurnedClock();
  const way = badWay(clock, { delayMs: 0, fate: ALWAYS });
  const samples: { first: number; rows: number[][] }[] = [];
  const client = new LinkClient(way.ours, clock, 1, {
    onSamples: (first, rows) => samples.push({ first, rows: rows.map((row) => Array.from(row)) }),
    onLost: () => undefined,
  });
  const asked: { id: number; method: string; params: Record<string, unknown> }[] = [];
  let [heard, said, text] = [0, 0, ''];
  way.theirs.onBytes = (bytes) => {
    const frame = frameOf(bytes);
    if (frame?.kind !== FRAME_KIND.message) return;
    heard = Math.max(heard, frame.number);
    text += new TextDecoder().decode(frame.payload);
    if (frame.more) return;
    asked.push(JSON.parse(text) as (typeof asked)[number]);
    text = '';
  };
  const frame = (kind: 1 | 2, number: number, payload: Uint8Array) =>
    way.theirs.send(
      frameBytes({ kind, more: false, answerMe: false, session: 1, number, heard, heardBits: 0, payload }),
    );
  const say = (message: object) => {
    said += 1;
    frame(FRAME_KIND.message, said, new TextEncoder().encode(JSON.stringify({ jsonrpc: '2.0', ...message })));
  };
  /** Answers what was asked last. */
  const answers = async (answer: { result: unknown } | { error: unknown }) => {
    await clock.pass(1);
    say({ id: asked.at(-1)?.id, ...answer });
    await clock.pass(1);
  };
  /** Rows of one number each, from the sample of this number on. */
  const sampled = async (first: number, values: readonly number[]) => {
    frame(FRAME_KIND.samples, first, sampleBytes(values.map((value) => [value])));
    await clock.pass(1);
  };
  return { client, clock, samples, asked, answers, sampled, way };
}

/** What it comes to nothing by. */
const failure = (asked: Promise<unknown>): Promise<LinkError> =>
  asked.then(
    () => Promise.reject(new Error('It was done.')),
    (error: LinkError) => error,
  );

test('sections are read so many at a time, each once, and none by none', async () => {
  const { client, clock, asked } = played();
  const ids = Array.from({ length: 40 }, (_, i) => `section ${i}`);
  void client.read('stored', ids).catch(() => undefined);
  await clock.pass(100);
  const lists = asked.map(({ params }) => params['sections'] as string[]);
  expect(lists.length).toBeGreaterThan(1);
  expect(lists.flat()).toEqual(ids);
  const none = played();
  expect(await none.clock.answered(none.client.read('running', []))).toEqual({});
  // As many as go together, and not an empty one after them.
  const whole = played();
  void whole.client.read('running', lists[0] ?? []).catch(() => undefined);
  await whole.clock.pass(100);
  expect(whole.asked).toHaveLength(1);
});

test('work is asked for, held and ended', async () => {
  const { client, answered, box } = linked();
  await answered(client.hello('ROSA'));
  await answered(client.unlock('4711'));
  await answered(client.work(WORK));
  expect(box.worked).toEqual(WORK);
  await answered(client.holdWork());
  expect(box.holds).toBe(1);
  await answered(client.endWork());
  expect(box.worked).toBeNull();
});

test('samples that lie between are missing until they come late, and are numbered from the first that is read', async () => {
  const { client, answers, sampled, samples } = played();
  const started = client.start(10);
  await answers({ result: { channels: ['speed'], first: 100 } });
  await started;
  // Of the channels of before: read by nobody.
  await sampled(90, [1, 2]);
  await sampled(100, [10, 11]);
  await sampled(105, [15]);
  expect(client.counts.missing).toBe(3);
  await sampled(102, [12, 13]);
  expect(client.counts.missing).toBe(1);
  await sampled(104, [14]);
  await sampled(104, [14]);
  expect(client.counts.missing).toBe(0);
  await sampled(106, [16]);
  expect(client.counts.missing).toBe(0);
  expect(samples.map(({ first }) => first)).toEqual([0, 5, 2, 4, 4, 6]);
  expect(samples.map(({ rows }) => rows.flat())).toEqual([[10, 11], [15], [12, 13], [14], [14], [16]]);
});

describe('what an ask comes to nothing by', () => {
  const refusedWith = async (error: unknown) => {
    const { client, answers } = played();
    const asked = failure(client.contents());
    await answers({ error });
    return asked;
  };

  test('is what it was refused for, with more words only where they help', async () => {
    const usable = await refusedWith({
      code: -32000,
      message: '',
      data: { reason: 'notUsable', detail: 'Empty.' },
    });
    expect([usable.reason, usable.message]).toEqual([
      'notUsable',
      'The engine computer cannot run this calibration. Empty.',
    ]);
    const bare = await refusedWith({ code: -32000, message: '', data: { reason: 'notUsable' } });
    expect(bare.message).toBe('The engine computer cannot run this calibration.');
    const other = await refusedWith({
      code: -32000,
      message: '',
      data: { reason: 'badCell', detail: 'cells.0' },
    });
    expect([other.reason, other.message]).toEqual([
      'badCell',
      'A cell lies outside the map, or its value is outside its limits.',
    ]);
  });

  test('names both versions where they are two', async () => {
    const { reason, message } = await refusedWith({
      code: -32000,
      message: '',
      data: { reason: 'otherProtocol', detail: '3' },
    });
    expect(reason).toBe('otherProtocol');
    expect(message).toBe(
      `The engine computer speaks version 3 of the protocol, this is version ${PROTOCOL}. Update the older of the two.`,
    );
  });

  test.each([[{ code: -32601, message: 'none' }], [{ code: 1, message: '', data: { reason: 'sulking' } }]])(
    'is not understood where it is no refusal of ours: %j',
    async (error) => {
      const { reason, message } = await refusedWith(error);
      expect([reason, message]).toEqual([
        'notUnderstood',
        'The engine computer did not understand the message.',
      ]);
    },
  );

  test('is another answer than was asked for', async () => {
    const { client, answers } = played();
    const asked = failure(client.store());
    await answers({ result: { generation: 'seven' } });
    expect(await asked).toMatchObject({
      reason: 'notUnderstood',
      message: 'The engine computer gave another answer than was asked for.',
    });
  });

  test('is the lost link: at once for who asks after it, and for all who wait as it is closed', async () => {
    const { client, clock, asked, way } = played();
    const waits = [failure(client.contents()), failure(client.store())];
    await clock.pass(1);
    client.close();
    for (const wait of waits) expect((await wait).reason).toBe('lost');
    const before = [asked.length, way.frames()];
    expect((await failure(client.contents())).reason).toBe('lost');
    expect([asked.length, way.frames()]).toEqual(before);
  });

  test('comes once: an answer in time calls the end of waiting off', async () => {
    const { client, clock, answers } = played();
    const stored = client.store();
    await answers({ result: { generation: 4 } });
    expect(await stored).toBe(4);
    const due = clock.waits();
    const again = client.store();
    await answers({ result: { generation: 5 } });
    expect(await again).toBe(5);
    expect(clock.waits()).toBe(due);
  });
});

test('what is sent goes in parts of so many bytes, in order, each section whole', async () => {
  const { client, clock, asked, answers } = played();
  const sections = Object.fromEntries(
    Array.from({ length: 7 }, (_, i) => [`map ${i}`, { values: 'x'.repeat(9987) }]),
  );
  const sent = client.send(sections, {}).catch(() => undefined);
  await answers({ result: {} });
  await clock.pass(20);
  const parts = asked.filter(({ method }) => method === 'part');
  const ids = parts.map(({ params }) => Object.keys(params['sections'] as object));
  expect(ids.flat()).toEqual(Object.keys(sections));
  // By hand: each is 10,000 bytes as text; three are not more than 30,000, four are.
  expect(JSON.stringify(sections['map 0'])).toHaveLength(10_000);
  expect(ids.map(({ length }) => length)).toEqual([4, 3]);
  client.close();
  await sent;
});
