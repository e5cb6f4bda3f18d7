import { demo, programOf } from '@tests/support/ventisca';
import { AT, frameOf, write } from '@/core/channel';
import {
  type EcuMemory,
  type LearnedCells,
  LinkHost,
  settingsSum,
  sumOf,
  type Transport,
  transportPair,
} from '@/link';
import { differencesOf, isSame } from './differences';
import {
  connectEcu,
  disconnectEcu,
  foldLearned,
  forgetLearned,
  sendMaps,
  storeInEcu,
  useEcu,
} from './ecuSession';
import { liveFrame, liveSamples, liveValue, onBeat, onEverySample, onLive } from './liveFrame';

const program = programOf(demo());
const box = () => {
  const running = Object.fromEntries(
    Object.entries(program.tables).map(([id, { values }]) => [id, values.slice()]),
  );
  const memory: EcuMemory & { stored: Record<string, Float64Array>; writes: number } = {
    name: 'Box',
    calibration: 'Trial',
    settings: settingsSum(program),
    running,
    stored: Object.fromEntries(Object.entries(running).map(([id, values]) => [id, values.slice()])),
    writes: 0,
    store() {
      memory.stored = Object.fromEntries(Object.entries(running).map(([id, values]) => [id, values.slice()]));
    },
  };
  const [ours, theirs] = transportPair((deliver) => queueMicrotask(deliver));
  const host = new LinkHost(memory, theirs, 'ready');
  return { memory, host, ours, theirs };
};
const differences = () => {
  const { identity, running, storedSums } = useEcu.getState();
  if (identity === null) throw new TypeError('Not connected');
  return differencesOf(program, identity, running, storedSums);
};
const nudged = (memory: EcuMemory) => {
  const ve = memory.running.ve as Float64Array;
  ve[3] = (ve[3] as number) + 1;
  ve[7] = (ve[7] as number) - 2;
};

afterEach(() => disconnectEcu());

test('connected to what is on the screen, nothing differs', async () => {
  const { ours } = box();
  await connectEcu(ours, 'ventisca', 'ready');
  expect(useEcu.getState()).toMatchObject({ phase: 'live', calibrationId: 'ventisca', failure: null });
  expect(isSame(differences())).toBe(true);
  expect(differences().unstored).toEqual([]);
});

test('cells that differ are named, sent and stored', async () => {
  const { ours, memory } = box();
  nudged(memory);
  await connectEcu(ours, 'ventisca', 'ready');
  const { maps, unstored } = differences();
  expect(maps.map(({ id, cells }) => [id, cells.map(({ index }) => index)])).toEqual([['ve', [3, 7]]]);
  expect(unstored).toEqual(['ve']);
  expect(await sendMaps(maps)).toBe(true);
  expect(Array.from(memory.running.ve ?? [])).toEqual(Array.from(program.tables.ve?.values ?? []));
  expect(isSame(differences())).toBe(true);
  expect(await storeInEcu()).toBe(true);
  expect(differences().unstored).toEqual([]);
  expect(sumOf(memory.stored.ve ?? [])).toBe(sumOf(program.tables.ve?.values ?? []));
});

test('a map with more cells than go together is sent in parts, each of which is made sure of', async () => {
  const { ours, memory, theirs } = box();
  for (const values of Object.values(memory.running)) values.forEach((value, i) => (values[i] = value + 0.5));
  await connectEcu(ours, 'ventisca', 'ready');
  const cells = differences().maps.reduce((sum, { cells: of }) => sum + of.length, 0);
  expect(cells).toBeGreaterThan(500);
  let writes = 0;
  const answer = theirs.onText;
  theirs.onText = (text) => {
    if (text.includes('"write"')) writes += 1;
    answer?.(text);
  };
  expect(await sendMaps(differences().maps)).toBe(true);
  expect(writes).toBeGreaterThanOrEqual(Object.keys(program.tables).length);
  expect(isSame(differences())).toBe(true);
});

test('a map that was changed behind our back refuses the write, and says so', async () => {
  const { ours, memory } = box();
  nudged(memory);
  await connectEcu(ours, 'ventisca', 'ready');
  const { maps } = differences();
  (memory.running.ve as Float64Array)[0] = 1;
  expect(await sendMaps(maps)).toBe(false);
  expect(useEcu.getState().failure).toMatch(/another one. Read it again/);
  expect(useEcu.getState()).toMatchObject({ phase: 'live', doing: null });
});

test('another build differs in its settings, and no cell of it is sent', async () => {
  const { ours, memory } = box();
  nudged(memory);
  Object.assign(memory, { settings: 1 });
  await connectEcu(ours, 'ventisca', 'ready');
  expect(differences().settings).toBe(true);
  // Nothing of it is offered for sending: an axis may be another one.
  expect(differences().maps).toEqual([]);
  expect(isSame(differences())).toBe(false);
});

test('a wrong key, and nobody there, end in words', async () => {
  const { ours } = box();
  await connectEcu(ours, 'ventisca', 'wrong');
  expect(useEcu.getState()).toMatchObject({ phase: 'lost' });
  expect(useEcu.getState().failure).toMatch(/does not open/);
  expect(await storeInEcu()).toBe(false);
});

describe('samples', () => {
  const offered = (host: LinkHost, timeS: number, speed: number) => {
    const frame = frameOf({ time: timeS, speed });
    write(frame, AT.lambdaOne, NaN);
    host.offer(frame);
  };

  test('fill the live frame, go to who takes every one, and tell screens now and then', async () => {
    const { ours, host } = box();
    await connectEcu(ours, 'ventisca', 'ready');
    const taken: number[] = [];
    const stop = onEverySample((frame) => taken.push(frame[AT.speed] as number));
    let told = 0;
    const deaf = onLive(() => (told += 1));
    let moves = 0;
    const still = onBeat(() => (moves += 1));
    for (let i = 0; i < 20; i += 1) offered(host, 10 + i / 20, 1000 + i);
    host.flush();
    await new Promise((resolve) => setTimeout(resolve, 120));
    expect(taken).toEqual(Array.from({ length: 20 }, (_, i) => 1000 + i));
    expect(liveValue('speed')).toBe(1019);
    expect(liveFrame()[AT.lambdaOne]).toBeNaN();
    expect(liveSamples()).toBe(20);
    expect(told).toBeGreaterThan(0);
    expect(told).toBeLessThan(4);
    expect(moves).toBeGreaterThan(told);
    expect(moves).toBeLessThan(8);
    stop();
    still();
    deaf();
    offered(host, 12, 1);
    offered(host, 12.05, 1);
    host.flush();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(taken).toHaveLength(20);
  });

  test('are forgotten with the link', async () => {
    const { ours, host } = box();
    await connectEcu(ours, 'ventisca', 'ready');
    for (let i = 0; i < 4; i += 1) offered(host, 10 + i / 20, 900);
    host.flush();
    await new Promise((resolve) => setTimeout(resolve, 10));
    expect(liveValue('speed')).toBe(900);
    const way: Transport = ours;
    way.close();
    expect(useEcu.getState().phase).toBe('lost');
    expect(liveValue('speed')).toBe(frameOf()[AT.speed]);
  });
});

describe('what was learned', () => {
  const learning = () => {
    const made = box();
    const cells = { ln: [0.02, 0, -0.01], evidenceS: [4, 0, 9] };
    Object.assign(made.memory, {
      learned: () => cells,
      forget: (which: readonly number[] | null) =>
        cells.ln.forEach((_, i) => {
          if (which === null || which.includes(i)) cells.ln[i] = 0;
        }),
    });
    return made;
  };
  /** Lets what was asked be answered. */
  const settled = () => new Promise((resolve) => setTimeout(resolve, 20));

  test('is read as it is connected', async () => {
    await connectEcu(learning().ours, 'ventisca', 'ready');
    await settled();
    expect(useEcu.getState().learned).toEqual({ ln: [0.02, 0, -0.01], evidenceS: [4, 0, 9] });
  });

  test('is forgotten by cells or whole, and folded with a map', async () => {
    const { ours, memory } = learning();
    await connectEcu(ours, 'ventisca', 'ready');
    await settled();
    expect(await forgetLearned([2])).toBe(true);
    expect(useEcu.getState().learned?.ln).toEqual([0.02, 0, 0]);
    const wanted = (memory.running.ve as Float64Array).slice();
    wanted[0] = 71;
    const seen: number[][] = [];
    const made = ({ ln }: LearnedCells) => {
      seen.push([...ln]);
      return { id: 've' as const, cells: [{ index: 0, value: 71 }], wanted };
    };
    expect(await foldLearned(() => null)).toBe(false);
    expect(await foldLearned(made)).toBe(true);
    expect(seen).toEqual([[0.02, 0, 0]]);
    expect(memory.running.ve?.[0]).toBe(71);
    expect(useEcu.getState().running.ve?.[0]).toBe(71);
    expect(useEcu.getState().learned?.ln).toEqual([0, 0, 0]);
  });

  test('is none where nothing is learned, and folding says why it failed', async () => {
    const { ours, memory } = box();
    await connectEcu(ours, 'ventisca', 'ready');
    await settled();
    expect(useEcu.getState().learned).toBeNull();
    const wanted = (memory.running.ve as Float64Array).slice();
    expect(await foldLearned(() => ({ id: 've', cells: [], wanted }))).toBe(false);
    expect(useEcu.getState().failure).toMatch(/learns no trims/);
  });
});
