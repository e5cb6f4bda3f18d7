import { ALWAYS, CHANNELS, framed, linked } from '@tests/support/linked';
import { AT, CHANNEL_IDS, type ChannelId, frameOf as channelFrame, write } from '@/core/channel';
import { sectionSum } from '@/core/ecuImage';
import { MOST_RATE_HZ, PROTOCOL } from './index';

interface Told {
  readonly id: number;
  readonly result?: unknown;
  readonly error?: { readonly data: { readonly reason: string; readonly detail?: string } };
}

/** A client that says what it likes: each message in a frame of its own, and whatever it is told in answer. */
function byHand(link = linked()) {
  const told: Told[] = [];
  link.way.ours.onBytes = (bytes) => {
    const text = new TextDecoder().decode(bytes.subarray(20, -4));
    if (text !== '') told.push(JSON.parse(text) as Told);
  };
  let number = 0;
  const say = (method: string, params: unknown = {}, id: number | null = number + 1) => {
    number += 1;
    const message = { jsonrpc: '2.0', method, params, ...(id === null ? {} : { id }) };
    link.way.ours.send(framed(number, JSON.stringify(message)));
  };
  /** What comes of it: done, or why it was refused. */
  const asked = async (method: string, params: unknown = {}) => {
    const before = told.length;
    say(method, params);
    await link.clock.pass(1);
    expect(told).toHaveLength(before + 1);
    return told.at(-1)?.error?.data ?? 'done';
  };
  return { ...link, told, say, asked };
}

const HELLO = { protocol: PROTOCOL, pairing: 'ROSA' };

async function writing() {
  const hand = byHand();
  await hand.asked('hello', HELLO);
  await hand.asked('unlock', { code: '4711' });
  return hand;
}

describe('samples', () => {
  /** The times that are sampled of these, at ten a second. */
  async function sampled(timesS: readonly number[]): Promise<number[]> {
    const { client, answered, host, samples } = linked();
    await answered(client.hello('ROSA'));
    await answered(client.start(10));
    const frame = channelFrame();
    for (const timeS of timesS) {
      write(frame, AT.time, timeS);
      host.offer(frame);
    }
    await answered(client.stop());
    return samples.flatMap(({ rows }) => rows.map(([timeS]) => Number(timeS)));
  }

  test('come no earlier than a hundredth of their time before they are due, and keep the beat of the first', async () => {
    expect(await sampled([5, 5.05, 5.0985, 5.0995, 5.1985, 5.25, 5.29, 5.3])).toEqual([5, 5.0995, 5.25, 5.3]);
  });

  test('begin a beat of their own where some were missed, and where the clock began anew', async () => {
    expect(await sampled([5, 5.65, 5.7, 5.75])).toEqual([5, 5.65, 5.75]);
    expect(await sampled([5, 0.02, 0.07, 0.12])).toEqual([5, 0.02, 0.12]);
    // Not as far back as two samples is late news, and none.
    expect(await sampled([5, 4.95, 4.89])).toEqual([5, 4.89]);
  });

  test('go as many together as a frame holds, and nothing goes where none wait', async () => {
    const { client, answered, clock, host, samples, way } = linked(0, ALWAYS, () => CHANNEL_IDS);
    await answered(client.hello('ROSA'));
    expect(await answered(client.start(MOST_RATE_HZ))).toEqual(CHANNEL_IDS);
    const frame = channelFrame();
    for (let i = 0; i < 30; i += 1) {
      write(frame, AT.time, i / MOST_RATE_HZ);
      host.offer(frame);
    }
    await clock.pass(1);
    // By hand: 16,384 bytes, of 8 for each of the numbers of a row.
    const together = Math.floor(16_384 / (8 * CHANNEL_IDS.length));
    expect(samples.map(({ first, rows }) => [first, rows.length])).toEqual([
      [0, together],
      [together, together],
    ]);
    host.flush();
    const frames = way.frames();
    host.flush();
    expect(way.frames()).toBe(frames);
  });

  test('of the pins only where they are asked for', async () => {
    const atPins: readonly ChannelId[] = [...CHANNELS, 'coolant'];
    const { client, answered } = linked(0, ALWAYS, (pins) => (pins ? atPins : CHANNELS));
    expect((await answered(client.hello('ROSA'))).capabilities.channels).toEqual(CHANNELS);
    expect(await answered(client.start(20, true))).toEqual(atPins);
    expect(await answered(client.start(20))).toEqual(CHANNELS);
  });
});

describe('asks', () => {
  const AT_ONCE = 400;
  const PER_SECOND = 200;

  /** Whether it is still there after so many asks at once. */
  async function isThereAfter(hand: ReturnType<typeof byHand>, asks: number): Promise<boolean> {
    for (let i = 0; i < asks; i += 1) hand.say('contents');
    await hand.clock.pass(0);
    return hand.lost.length === 0;
  }

  test('are answered so many at once, and who asks once more is sent away', async () => {
    const hand = byHand();
    hand.say('hello', HELLO);
    expect(await isThereAfter(hand, AT_ONCE - 1)).toBe(true);
    expect(await isThereAfter(hand, 1)).toBe(false);
  });

  test('may be made anew so many a second, and are not saved up beyond what goes at once', async () => {
    const hand = byHand();
    hand.say('hello', HELLO);
    await isThereAfter(hand, AT_ONCE - 1);
    await hand.clock.pass(1000);
    expect(await isThereAfter(hand, PER_SECOND)).toBe(true);
    expect(await isThereAfter(hand, 1)).toBe(false);
    const saving = byHand();
    saving.say('hello', HELLO);
    await saving.clock.pass(2000);
    expect(await isThereAfter(saving, AT_ONCE)).toBe(true);
    expect(await isThereAfter(saving, 1)).toBe(false);
  });

  test('that want no answer get none', async () => {
    const hand = byHand();
    await hand.asked('hello', HELLO);
    const frames = hand.told.length;
    hand.say('contents', {}, null);
    await hand.clock.pass(100);
    expect(hand.told).toHaveLength(frames);
  });
});

describe('a calibration that is sent', () => {
  const sections = { ve: { values: [1, 2, 3, 4] }, spark: { values: [5, 6] } };
  const sums = { ve: sectionSum('ve', sections.ve), spark: sectionSum('spark', sections.spark) };

  test('runs once all that was announced is there, and once', async () => {
    const { asked, box } = await writing();
    expect(await asked('begin', { sections: sums })).toBe('done');
    expect(await asked('part', { sections: { ve: sections.ve } })).toBe('done');
    expect(await asked('commit')).toEqual({ reason: 'notAnnounced', detail: 'spark' });
    expect(box.running['ve']).toEqual({ values: [60, 61, 62, 63] });
    expect(await asked('part', { sections: { spark: sections.spark } })).toBe('done');
    expect(await asked('commit')).toBe('done');
    expect(box.running).toMatchObject(sections);
    expect(await asked('commit')).toEqual({ reason: 'notAnnounced' });
  });

  test('is refused by what is wrong with it: nothing announced, something else, another sum', async () => {
    const { asked, box } = await writing();
    const before = structuredClone(box.running);
    expect(await asked('commit')).toEqual({ reason: 'notAnnounced' });
    expect(await asked('begin', { sections: {} })).toBe('done');
    expect(await asked('commit')).toEqual({ reason: 'notAnnounced' });
    await asked('begin', { sections: { ve: sums.ve } });
    expect(await asked('part', { sections: { spark: sections.spark } })).toEqual({
      reason: 'notAnnounced',
      detail: 'spark',
    });
    expect(await asked('part', { sections: { ve: { values: [9] } } })).toEqual({
      reason: 'otherSum',
      detail: 've',
    });
    expect(await asked('commit')).toEqual({ reason: 'notAnnounced', detail: 've' });
    await asked('part', { sections: { ve: sections.ve } });
    // Announced anew: what had arrived is forgotten.
    await asked('begin', { sections: { ve: sums.ve } });
    expect(await asked('commit')).toEqual({ reason: 'notAnnounced', detail: 've' });
    expect(box.running).toEqual(before);
  });
});

describe('work at the engine', () => {
  const WORK = { kind: 'timing', sparkDeg: 10, fuel: false, forS: 5 } as const;

  test('is held and ended by whoever had it done', async () => {
    const { asked, box } = await writing();
    await asked('holdWork');
    expect(box.holds).toBe(0);
    expect(await asked('work', { ask: WORK })).toBe('done');
    expect(box.worked).toEqual(WORK);
    expect(await asked('holdWork')).toBe('done');
    expect(box.holds).toBe(1);
    // Refused work leaves what is worked to be ended.
    box.turning = true;
    expect(await asked('work', { ask: WORK })).toEqual({ reason: 'workTurning' });
    expect(await asked('endWork')).toBe('done');
    expect(box.worked).toBeNull();
    await asked('holdWork');
    expect(box.holds).toBe(1);
  });

  test.each(['lock', 'endWork', 'the end of the link'])('ends by %s', async (by) => {
    const { asked, box, way, clock } = await writing();
    await asked('work', { ask: WORK });
    if (by === 'the end of the link') way.ours.close();
    else await asked(by);
    await clock.pass(1);
    expect(box.worked).toBeNull();
  });

  test('is not ended by who had nothing worked', async () => {
    const { asked, box, connect, clock } = await writing();
    // Refused: it has nothing worked either.
    box.turning = true;
    await asked('work', { ask: WORK });
    box.worked = WORK;
    const other = connect(2);
    await clock.answered(other.client.hello('ROSA'));
    await clock.answered(other.client.endWork());
    other.client.close();
    await clock.pass(100);
    await asked('endWork');
    expect(box.worked).toEqual(WORK);
  });
});

test('whether somebody knows the pairing code is a try like any other', () => {
  const { host } = linked();
  expect([host.isPaired('ROSA'), host.isPaired('rosa')]).toEqual([true, false]);
  for (let i = 0; i < 5; i += 1) host.isPaired('wrong');
  expect(host.isPaired('ROSA')).toBe(false);
});

test('a host that ends, ends with all its clients', async () => {
  const { client, answered, connect, host, lost, clock } = linked();
  await answered(client.hello('ROSA'));
  const others = [connect(2), connect(3)];
  await answered((others[0] as (typeof others)[number]).client.hello('ROSA'));
  host.endAll();
  await clock.pass(100);
  expect([lost, ...others.map((other) => other.lost)]).toEqual([['closed'], ['closed'], ['closed']]);
});
