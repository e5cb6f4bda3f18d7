import { type ChildProcess, fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { AT, CHANNEL_IDS, frameOf, write } from '../core/channel';
import {
  type EcuMemory,
  LinkClient,
  type LearnedCells,
  type LinkClock,
  LinkError,
  LinkHost,
  settingsSum,
  sumOf,
  type Transport,
  transportPair,
} from './index';
import { replyOf, requestOf, written } from './messages';
import { REAL_CLOCK } from '@tests/support/realClock';
import { looped } from '@tests/support/looped';
import { demo, programOf } from '@tests/support/ventisca';

/** Time that the test turns. */
class Turned implements LinkClock {
  private nowMs = 0;
  private due: { readonly atMs: number; readonly run: () => void }[] = [];

  readonly after = (ms: number, run: () => void) => {
    const entry = { atMs: this.nowMs + ms, run };
    this.due.push(entry);
    return () => void (this.due = this.due.filter((other) => other !== entry));
  };

  /** Lets time pass, and what waits for an answer go on between. */
  async pass(ms: number): Promise<void> {
    const untilMs = this.nowMs + ms;
    for (;;) {
      await new Promise((resolve) => setImmediate(resolve));
      const next = this.due.filter(({ atMs }) => atMs <= untilMs).sort((a, b) => a.atMs - b.atMs)[0];
      if (next === undefined) break;
      this.nowMs = next.atMs;
      this.due = this.due.filter((entry) => entry !== next);
      next.run();
    }
    this.nowMs = untilMs;
  }
}

function linked(delayMs = 0) {
  const clock = new Turned();
  const [ours, theirs] = transportPair((deliver) => void clock.after(delayMs, deliver));
  const learnedCells: { now: LearnedCells | null } = { now: null };
  const forgotten: [cells: readonly number[] | null, folded: boolean][] = [];
  const memory = {
    name: 'Box',
    calibration: 'Trial',
    settings: 7,
    running: { ve: Float64Array.of(60, 61, 62, 63), spark: Float64Array.of(10, 20) },
    stored: { ve: Float64Array.of(60, 61, 62, 63), spark: Float64Array.of(10, 20) } as Record<
      string,
      Float64Array
    >,
    store() {
      memory.stored = { ve: memory.running.ve.slice(), spark: memory.running.spark.slice() };
    },
    learned: () => learnedCells.now,
    forget: (cells: readonly number[] | null, folded: boolean) => void forgotten.push([cells, folded]),
  } satisfies EcuMemory;
  const host = new LinkHost(memory, theirs, 'ready', ['time', 'speed', 'lambdaOne']);
  const heard: { first: number; rows: readonly (readonly (number | null)[])[] }[] = [];
  let lost = 0;
  const client = new LinkClient(ours, clock, {
    onSamples: (first, rows) => heard.push({ first, rows }),
    onLost: () => (lost += 1),
  });
  /** Waits for an answer while time passes. */
  const answered = async <Value>(asked: Promise<Value>): Promise<Value> => {
    const settled = asked.then(
      (value) => ({ value }),
      (error: unknown) => ({ error }),
    );
    await clock.pass(2 * delayMs + 1);
    const outcome = await settled;
    if ('error' in outcome) throw outcome.error;
    return outcome.value;
  };
  return {
    clock,
    ours,
    theirs,
    memory,
    learnedCells,
    forgotten,
    host,
    client,
    heard,
    answered,
    lost: () => lost,
  };
}

describe.each([0, 150])('over a way of %d ms', (delayMs) => {
  test('says who it is and what is in it', async () => {
    const { client, answered } = linked(delayMs);
    expect(await answered(client.identity())).toEqual({
      protocol: 2,
      name: 'Box',
      calibration: 'Trial',
      settings: 7,
      sections: [
        { id: 've', cells: 4, running: sumOf([60, 61, 62, 63]), stored: sumOf([60, 61, 62, 63]) },
        { id: 'spark', cells: 2, running: sumOf([10, 20]), stored: sumOf([10, 20]) },
      ],
    });
  });

  test('is written to once unlocked, and keeps it once stored', async () => {
    const { client, answered, memory } = linked(delayMs);
    const cells = [{ index: 2, value: 70 }];
    await expect(answered(client.write('ve', cells, [60, 61, 70, 63]))).rejects.toMatchObject({
      reason: 'locked',
    });
    await expect(answered(client.store())).rejects.toMatchObject({ reason: 'locked' });
    await expect(answered(client.unlock('wrong'))).rejects.toMatchObject({ reason: 'wrongKey' });
    await answered(client.unlock('ready'));
    await answered(client.write('ve', cells, [60, 61, 70, 63]));
    expect(Array.from(await answered(client.read('ve', 'running')))).toEqual([60, 61, 70, 63]);
    expect(Array.from(await answered(client.read('ve', 'stored')))).toEqual([60, 61, 62, 63]);
    await answered(client.store());
    expect(Array.from(await answered(client.read('ve', 'stored')))).toEqual([60, 61, 70, 63]);
    expect(Array.from(memory.running.spark)).toEqual([10, 20]);
  });

  test('says what was learned, forgets it, and folds it in the moment a map is written', async () => {
    const { client, answered, memory, learnedCells, forgotten } = linked(delayMs);
    await expect(answered(client.learned())).rejects.toMatchObject({ reason: 'noLearned' });
    learnedCells.now = { ln: [0.01, -0.02], evidenceS: [3, 0] };
    expect(await answered(client.learned())).toEqual({ ln: [0.01, -0.02], evidenceS: [3, 0] });
    await expect(answered(client.forget(null))).rejects.toMatchObject({ reason: 'locked' });
    const cells = [{ index: 2, value: 70 }];
    await expect(answered(client.fold('ve', cells, [60, 61, 70, 63]))).rejects.toMatchObject({
      reason: 'locked',
    });
    await answered(client.unlock('ready'));
    await answered(client.forget([1]));
    await answered(client.forget(null));
    expect(forgotten).toEqual([
      [[1], false],
      [null, false],
    ]);
    await expect(answered(client.fold('ve', cells, [0, 0, 0, 0]))).rejects.toMatchObject({
      reason: 'otherSum',
    });
    expect(forgotten).toHaveLength(2);
    await answered(client.fold('ve', cells, [60, 61, 70, 63]));
    expect(memory.running.ve[2]).toBe(70);
    expect(forgotten.at(-1)).toEqual([null, true]);
    await answered(client.write('ve', cells, [60, 61, 70, 63]));
    expect(forgotten).toHaveLength(3);
  });

  test('neither forgets nor folds where nothing is learned, and writes nothing then', async () => {
    const { client, answered, memory } = linked(delayMs);
    await answered(client.unlock('ready'));
    await expect(answered(client.forget(null))).rejects.toMatchObject({ reason: 'noLearned' });
    const folded = client.fold('ve', [{ index: 2, value: 70 }], [60, 61, 70, 63]);
    await expect(answered(folded)).rejects.toMatchObject({ reason: 'noLearned' });
    expect(memory.running.ve[2]).toBe(62);
  });

  test('refuses a write that would come to another map, and writes none of it', async () => {
    const { client, answered, memory } = linked(delayMs);
    await answered(client.unlock('ready'));
    memory.running.ve[0] = 59;
    const cells = [
      { index: 1, value: 65 },
      { index: 2, value: 70 },
    ];
    await expect(answered(client.write('ve', cells, [60, 65, 70, 63]))).rejects.toMatchObject({
      reason: 'otherSum',
    });
    await expect(answered(client.write('ve', [{ index: 4, value: 1 }], []))).rejects.toMatchObject({
      reason: 'badCell',
    });
    await expect(answered(client.write('nothing', [], []))).rejects.toMatchObject({ reason: 'noSection' });
    await expect(answered(client.read('nothing', 'running'))).rejects.toMatchObject({ reason: 'noSection' });
    expect(Array.from(memory.running.ve)).toEqual([59, 61, 62, 63]);
  });

  test('sends samples by the engine computer’s own clock, together and numbered, until they are stopped', async () => {
    const { client, answered, host, heard, clock } = linked(delayMs);
    const frame = frameOf();
    const drive = (fromS: number, toS: number) => {
      for (let i = Math.round(fromS * 100); i <= Math.round(toS * 100); i += 1) {
        write(frame, AT.time, i / 100);
        write(frame, AT.speed, 1000 + i);
        write(frame, AT.lambdaOne, NaN);
        host.offer(frame);
      }
    };
    drive(0, 1);
    await clock.pass(2 * delayMs + 1);
    expect(heard).toEqual([]);
    expect(await answered(client.start(20))).toEqual(['time', 'speed', 'lambdaOne']);
    drive(1.01, 2);
    await answered(client.stop());
    const rows = heard.flatMap((part) => part.rows);
    expect(rows[0]).toEqual([1.01, 1101, null]);
    expect(rows.map(([timeS]) => timeS)).toEqual(
      Array.from({ length: 20 }, (_, i) => expect.closeTo(1.01 + i * 0.05, 6)),
    );
    // Half a second of samples goes together.
    expect(heard.map(({ first }) => first)).toEqual([0, 10]);
    drive(2, 3);
    await clock.pass(2 * delayMs + 1);
    expect(heard.flatMap((part) => part.rows)).toHaveLength(20);
    await expect(answered(client.start(0))).rejects.toMatchObject({ reason: 'badRate' });
    await expect(answered(client.start(101))).rejects.toMatchObject({ reason: 'badRate' });
  });

  test('a clock that begins anew begins anew', async () => {
    const { client, answered, host, heard, clock } = linked(delayMs);
    await answered(client.start(10));
    const frame = frameOf();
    for (const timeS of [50, 50.1, 0.1, 0.2, 0.3]) {
      write(frame, AT.time, timeS);
      host.offer(frame);
    }
    host.flush();
    await clock.pass(2 * delayMs + 1);
    expect(heard.flatMap((part) => part.rows).map(([timeS]) => timeS)).toEqual([50, 50.1, 0.1, 0.2, 0.3]);
    host.flush();
    await clock.pass(2 * delayMs + 1);
    expect(heard).toHaveLength(1);
  });
});

describe('a lost link', () => {
  test('is noticed when nobody answers any more, and said once', async () => {
    const { client, clock, theirs, lost, answered } = linked();
    await answered(client.identity());
    theirs.onText = null;
    await clock.pass(1900);
    expect(lost()).toBe(0);
    await clock.pass(4000);
    expect(lost()).toBe(1);
    await expect(client.read('ve', 'running')).rejects.toMatchObject({ reason: 'lost' });
    await clock.pass(10_000);
    expect(lost()).toBe(1);
  });

  test('is not seen where somebody is only quiet', async () => {
    const { clock, lost } = linked(150);
    await clock.pass(60_000);
    expect(lost()).toBe(0);
  });

  test('fails what waits for an answer', async () => {
    const { client, clock, ours, lost } = linked(150);
    const asked = client.identity();
    const failed = expect(asked).rejects.toThrow('lost');
    ours.close();
    await clock.pass(400);
    await failed;
    expect(lost()).toBe(1);
  });

  test('that was closed on purpose is not said to be lost', async () => {
    const { client, clock, lost } = linked();
    client.close();
    await clock.pass(10_000);
    expect(lost()).toBe(0);
    await expect(client.identity()).rejects.toBeInstanceOf(LinkError);
  });
});

describe('messages', () => {
  test('of another protocol end it with the versions named', async () => {
    const clock = new Turned();
    const [ours, theirs] = transportPair((deliver) => void clock.after(0, deliver));
    theirs.onText = (text) => {
      const { n } = JSON.parse(text) as { n: number };
      theirs.send(
        JSON.stringify({
          n,
          identity: { protocol: 9, name: 'x', calibration: 'y', settings: 0, sections: [] },
        }),
      );
    };
    const client = new LinkClient(ours, clock, { onSamples: () => undefined, onLost: () => undefined });
    const refused = expect(client.identity()).rejects.toThrow('version 9');
    await clock.pass(1);
    await refused;
  });

  test('that are none are no request and no reply, and never break either side', () => {
    const { host, theirs, ours } = linked();
    expect(host).toBeDefined();
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.json(),
          fc.constant('{"n":1,"ask":"write","section":"ve","cells":[{"index":-1,"value":1}],"sum":0}'),
        ),
        (text) => {
          const request = requestOf(text);
          if (request !== null) expect(requestOf(written(request))).toEqual(request);
          const reply = replyOf(text);
          if (reply !== null) expect(replyOf(written(reply))).toEqual(reply);
          theirs.onText?.(text);
          ours.onText?.(text);
        },
      ),
    );
  });

  test.each([
    ['{"n":1,"ask":"read","section":"ve","of":"other"}', null],
    ['{"n":1.5,"ask":"store"}', null],
    ['{"n":-1,"ask":"store"}', null],
    ['{"n":1,"ask":"write","section":"ve","cells":[{"index":0,"value":null}],"sum":0}', null],
    ['{"n":1,"ask":"write","section":"ve","cells":{},"sum":0}', null],
    ['{"n":1,"ask":"unlock"}', null],
    ['{"n":1,"ask":"start","rateHz":"20"}', null],
    ['[1]', null],
    ['{"n":1,"ask":"store"}', { n: 1, ask: 'store' }],
  ])('%s', (text, request) => {
    expect(requestOf(text)).toEqual(request);
  });

  test('replies with a part missing are none', () => {
    expect(replyOf('{"n":1,"channels":["speed","nothing"]}')).toBeNull();
    expect(replyOf('{"n":1,"refused":"because"}')).toBeNull();
    expect(replyOf('{"n":1,"values":[1,null]}')).toBeNull();
    expect(replyOf('{"samples":{"first":0,"rows":[[1,"2"]]}}')).toBeNull();
    expect(replyOf('{"n":1,"identity":{"protocol":1}}')).toBeNull();
    expect(replyOf('{"n":1,"done":false}')).toBeNull();
  });

  test('one that is not understood is said so to who sent it', async () => {
    const { ours, clock } = linked();
    const answers: string[] = [];
    ours.onText = (text) => answers.push(text);
    ours.send('{"n":12,"ask":"dance"}');
    ours.send('nothing');
    await clock.pass(1);
    expect(answers).toEqual(['{"n":12,"refused":"notUnderstood"}']);
  });
});

describe('sums', () => {
  test('tell maps apart by any one cell', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ noNaN: true }), { minLength: 1, maxLength: 40 }),
        fc.nat(),
        fc.double({ noNaN: true, min: 0.1, max: 5 }),
        (values, at, by) => {
          const other = values.map((value, i) => (i === at % values.length ? value + by : value));
          fc.pre(other[at % values.length] !== values[at % values.length]);
          expect(sumOf(values)).toBe(sumOf(Float64Array.from(values)));
          expect(sumOf(other)).not.toBe(sumOf(values));
        },
      ),
    );
  });

  test('of settings change with an axis and with the hardware, not with a cell', () => {
    const program = programOf(demo());
    const sum = settingsSum(program);
    const cell = structuredClone(program);
    cell.tables.ve?.values.fill(1);
    expect(settingsSum(cell)).toBe(sum);
    const held = structuredClone(programOf(looped()));
    const heldSum = settingsSum(held);
    held.tables.loopRicher?.values.fill(1);
    expect(held.closedLoop?.richer.values[0]).toBe(1);
    expect(settingsSum(held)).toBe(heldSum);
    const axis = structuredClone(program);
    axis.tables.ve?.x.fill(1);
    expect(settingsSum(axis)).not.toBe(sum);
    const flow = { ...program, injector: { ...program.injector, ratedFlowGPerS: 9 } };
    expect(settingsSum(flow)).not.toBe(sum);
  });
});

describe('with the host in another process, 150 ms away', () => {
  let child: ChildProcess | null = null;
  const folder = mkdtempSync(join(tmpdir(), 'link-'));
  beforeAll(() => {
    // The same bundling as of the tests: the process is plain Node.
    const { buildSync } = jest.requireActual<typeof import('esbuild')>('esbuild');
    const root = join(__dirname, '..', '..');
    const outfile = join(folder, 'host.cjs');
    buildSync({
      entryPoints: [join(root, 'tests/link/hostInProcess.ts')],
      outfile,
      bundle: true,
      platform: 'node',
      format: 'cjs',
      tsconfig: join(root, 'tsconfig.json'),
      mainFields: ['module', 'main'],
    });
    child = fork(join(root, 'tests/link/hostProcess.mjs'), [outfile], { execArgv: [] });
  });
  afterAll(() => {
    child?.kill();
    rmSync(folder, { recursive: true, force: true });
  });

  test('a running car says who it is, is written to, stores, and sends samples', async () => {
    const process = child as ChildProcess;
    const transport: Transport = {
      onText: null,
      onClosed: null,
      send: (text) => void process.send(text),
      close: () => void process.kill(),
    };
    process.on('message', (text) => transport.onText?.(String(text)));
    process.on('exit', () => transport.onClosed?.());
    const rows: (readonly (number | null)[])[] = [];
    let lost = false;
    const client = new LinkClient(transport, REAL_CLOCK, {
      onSamples: (_, more) => rows.push(...more),
      onLost: () => (lost = true),
    });
    const { sections } = await client.identity();
    const ve = await client.read('ve', 'running');
    expect(sections.find(({ id }) => id === 've')).toMatchObject({ cells: ve.length, running: sumOf(ve) });
    await client.unlock('ready');
    const after = ve.map((value) => value * 0.95);
    await client.write(
      've',
      Array.from(after, (value, index) => ({ index, value })),
      after,
    );
    await client.store();
    expect((await client.identity()).sections.find(({ id }) => id === 've')?.stored).toBe(sumOf(after));
    const channels = await client.start(50);
    expect(channels).toEqual(CHANNEL_IDS);
    await new Promise<void>((resolve) => REAL_CLOCK.after(700, resolve));
    await client.stop();
    expect(rows.length).toBeGreaterThan(100);
    const times = rows.map((row) => row[CHANNEL_IDS.indexOf('time')] as number);
    expect(
      times.every((timeS, i) => i === 0 || Math.abs(timeS - (times[i - 1] as number) - 0.02) < 1e-6),
    ).toBe(true);
    expect(lost).toBe(false);
    client.close();
  });
});
