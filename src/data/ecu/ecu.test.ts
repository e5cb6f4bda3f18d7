import { BOX_CODES, documentBox } from '@tests/support/documentBox';
import { demo } from '@tests/support/ventisca';
import { AT, frameOf, write } from '@/core/channel';
import type { Calibration } from '@/core/calibration';
import { type CellValue, imageOf, sectionSum } from '@/core/ecuImage';
import type { MapData } from '@/core/map';
import type { LearnedCells, LinkHost } from '@/link';
import { cellCount, differencesOf, isSame } from './differences';
import {
  connectEcu,
  couldNotReach,
  disconnectEcu,
  fetchCalibration,
  foldLearned,
  forgetLearned,
  lockEcu,
  sendCalibration,
  sendMaps,
  storeInEcu,
  unlockEcu,
  useEcu,
} from './ecuSession';
import { sendPlaces } from './sendPlaces';
import { liveFrame, liveSamples, liveValue, onEverySample, onLive, onMove } from './liveFrame';

const document = demo();
const ve = document.maps.ve as MapData;
const differences = (of = document) => {
  const { contents, running } = useEcu.getState();
  if (contents === null) throw new TypeError('Not connected');
  return differencesOf(of, contents, running);
};
const connected = async (made = documentBox(document)) => {
  await connectEcu(made.connect(), 'ventisca', BOX_CODES);
  return made;
};
/** Changes cells of what runs, as somebody else would. */
const changed = ({ box }: ReturnType<typeof documentBox>, cells: readonly CellValue[]) => {
  const values = [...(box.document.maps.ve as MapData).values];
  for (const { index, value } of cells) values[index] = value;
  box.write('maps.ve', cells, sectionSum('maps.ve', { ...ve, values }));
};
const nudged = (made: ReturnType<typeof documentBox>) =>
  changed(made, [
    { index: 3, value: (ve.values[3] as number) + 1 },
    { index: 7, value: (ve.values[7] as number) - 2 },
  ]);

afterEach(() => disconnectEcu());

test('connected to what is on the screen, nothing differs', async () => {
  await connected();
  expect(useEcu.getState()).toMatchObject({
    phase: 'live',
    calibrationId: 'ventisca',
    failure: null,
    unlocked: true,
    identity: { name: 'Box' },
  });
  expect(isSame(differences())).toBe(true);
  expect(differences().unstored).toEqual([]);
  // To vouch for a value is no difference.
  const vouched = {
    ...document,
    maps: { ...document.maps, ve: { ...ve, sources: ve.sources.map((is) => ({ ...is, note: 'x' })) } },
  };
  expect(isSame(differences(vouched))).toBe(true);
});

test('cells that differ are named, sent and stored', async () => {
  const made = documentBox(document);
  nudged(made);
  await connected(made);
  const { maps, unstored, parts } = differences();
  expect(maps.map(({ id, cells }) => [id, cells.map(({ index }) => index)])).toEqual([['ve', [3, 7]]]);
  expect(unstored).toEqual(['maps.ve']);
  expect(parts).toEqual([]);
  expect(await sendMaps(maps)).toBe(true);
  expect(made.box.document.maps.ve?.values).toEqual(ve.values);
  expect(isSame(differences())).toBe(true);
  expect(differences().unstored).toEqual([]);
  nudged(made);
  const other = {
    ...document,
    maps: { ...document.maps, ve: { ...ve, values: ve.values.map((value) => value + 1) } },
  };
  await connected(made);
  expect(await sendMaps(differences(other).maps)).toBe(true);
  expect(differences(other).unstored).toEqual(['maps.ve']);
  expect(await storeInEcu()).toBe(true);
  expect(differences(other).unstored).toEqual([]);
  expect(useEcu.getState().contents?.generation).toBe(2);
});

test('a map with more cells than go together is sent in parts, each of which is made sure of', async () => {
  const made = await connected();
  const writes: number[] = [];
  const { write: write_ } = made.memory;
  Object.assign(made.memory, {
    write: (...given: Parameters<typeof write_>) => {
      writes.push(given[1].length);
      return write_(...given);
    },
  });
  // Each cell moves a little towards the first: within whatever the limits are.
  const maps = Object.fromEntries(
    Object.entries(document.maps).map(([id, map]) => {
      const [first = 0] = map?.values ?? [];
      return [
        id,
        map === null ? null : { ...map, values: map.values.map((value) => value + 0.01 * (first - value)) },
      ];
    }),
  );
  const other = { ...document, maps: { ...document.maps, ...maps } };
  expect(cellCount(differences(other))).toBeGreaterThan(500);
  expect(await sendMaps(differences(other).maps)).toBe(true);
  expect(writes.length).toBeGreaterThan(differences(other).maps.length);
  expect(Math.max(...writes)).toBeLessThanOrEqual(256);
  expect(isSame(differences(other))).toBe(true);
});

test('a map that was changed behind our back refuses the write, and says so', async () => {
  const made = documentBox(document);
  nudged(made);
  await connected(made);
  const { maps } = differences();
  changed(made, [{ index: 0, value: 50 }]);
  expect(await sendMaps(maps)).toBe(false);
  expect(useEcu.getState().failure).toMatchObject({ reason: 'otherSum' });
  expect(useEcu.getState()).toMatchObject({ phase: 'live', doing: null });
});

test('another build goes in whole, while the engine stands, and is read back', async () => {
  const made = await connected();
  const { engine } = document;
  const bore = engine.bore as NonNullable<typeof engine.bore>;
  const wider = {
    ...document,
    engine: { ...engine, bore: { ...bore, amount: bore.amount + 1 } },
  };
  const both = {
    ...wider,
    name: 'Wider',
    maps: { ...document.maps, ve: { ...ve, values: ve.values.map((value) => value + 1) } },
  };
  expect(differences(both)).toMatchObject({ parts: ['engine'], maps: [{ id: 've' }] });
  expect(isSame(differences(both))).toBe(false);
  made.state.turning = true;
  expect(await sendCalibration(both)).toBe(false);
  expect(useEcu.getState().failure).toMatchObject({ reason: 'turning' });
  expect(made.box.document.engine).toEqual(engine);
  made.state.turning = false;
  const doings = new Set<unknown>();
  const stop = useEcu.subscribe(({ doing }) => doings.add(doing));
  expect(await sendCalibration(both)).toBe(true);
  stop();
  expect(doings).toEqual(new Set(['sending', 'verifying', null]));
  expect(isSame(differences(both))).toBe(true);
  expect(made.box.document).toMatchObject({ name: 'Wider', engine: wider.engine });
  expect(differences(both).unstored).toEqual(['engine', 'maps.ve']);
  // A map on other breakpoints is no matter of cells.
  const moved = { ...both, maps: { ...both.maps, ve: { ...both.maps.ve, x: ve.x.map((x) => x + 1) } } };
  expect(differences(moved)).toMatchObject({ parts: ['maps.ve'], maps: [] });
});

test('some places are sent alone, all at once, or say what would stand in the way', async () => {
  const made = await connected();
  const { engine } = document;
  const bore = engine.bore as NonNullable<typeof engine.bore>;
  const stroke = engine.stroke as NonNullable<typeof engine.stroke>;
  const screen = {
    ...document,
    name: 'On the screen',
    engine: {
      ...engine,
      bore: { ...bore, amount: bore.amount + 1 },
      stroke: { ...stroke, amount: stroke.amount + 1 },
    },
    maps: { ...document.maps, ve: { ...ve, values: ve.values.map((value) => value + 1) } },
  };
  // What was changed behind our back since it was read is not taken back.
  changed(made, [{ index: 0, value: 50 }]);
  const sent = await sendPlaces(screen, ['engine.bore']);
  expect(sent.is).toBe('sent');
  expect(made.box.document).toMatchObject({
    name: document.name,
    engine: { bore: { amount: bore.amount + 1 } },
  });
  expect(made.box.document.engine.stroke).toEqual(stroke);
  expect(made.box.document.maps.ve?.values).toEqual([50, ...ve.values.slice(1)]);
  expect(differences(screen)).toMatchObject({ parts: ['engine'], maps: [{ id: 've' }] });
  expect((await sendPlaces(screen, ['engine.stroke', 'maps.ve'])).is).toBe('sent');
  expect(isSame(differences(screen))).toBe(true);

  const camSensor = document.trigger.camSensor as NonNullable<typeof document.trigger.camSensor>;
  const without: Calibration = {
    ...screen,
    trigger: { ...screen.trigger, camSensor: { ...camSensor, value: 'none' } },
  };
  expect(await sendPlaces(without, ['trigger.camSensor'])).toMatchObject({
    is: 'blocked',
    why: expect.stringMatching(/needs a cam signal/),
  });
  expect(made.box.document.trigger).toEqual(document.trigger);
  made.state.turning = true;
  expect(await sendPlaces(document, ['engine.bore'])).toEqual({ is: 'failed' });
  expect(useEcu.getState().failure).toMatchObject({ reason: 'turning' });
});

test('what is read back and is not what was sent is said, and is no success', async () => {
  const made = await connected();
  const other = {
    ...document,
    maps: { ...document.maps, ve: { ...ve, values: ve.values.map((value) => value + 1) } },
  };
  const { section } = made.memory;
  Object.assign(made.memory, {
    section: (of: 'running' | 'stored', id: string) =>
      id === 'maps.ve' ? { ...ve, values: ve.values.map(() => 1) } : section(of, id),
  });
  expect(await sendCalibration(other)).toBe(false);
  expect(useEcu.getState().failure).toMatchObject({
    reason: 'notVerified',
    message: expect.stringContaining('maps.ve'),
  });
});

test('what runs and what is stored are fetched as a calibration', async () => {
  const made = documentBox(document);
  nudged(made);
  await connected(made);
  const running = await fetchCalibration('running');
  const stored = await fetchCalibration('stored');
  expect(running?.maps.ve?.values[3]).toBe((ve.values[3] as number) + 1);
  expect(stored === null ? null : imageOf(stored)).toEqual(imageOf(document));
  Object.assign(made.memory, { section: () => null });
  expect(await fetchCalibration('running')).toBeNull();
  expect(useEcu.getState().failure?.message).toMatch(/no calibration/);
});

test('it is read while locked, written to once unlocked, and locked again', async () => {
  const made = documentBox(document);
  nudged(made);
  await connectEcu(made.connect(), 'ventisca', { pairing: 'ROSA', lock: null });
  expect(useEcu.getState()).toMatchObject({ phase: 'live', unlocked: false });
  expect(await sendMaps(differences().maps)).toBe(false);
  expect(useEcu.getState().failure).toMatchObject({ reason: 'locked' });
  expect(await unlockEcu('wrong')).toBe(false);
  expect(useEcu.getState()).toMatchObject({
    phase: 'live',
    unlocked: false,
    failure: { reason: 'wrongCode' },
  });
  expect(await unlockEcu('ready')).toBe(true);
  expect(useEcu.getState()).toMatchObject({ unlocked: true, failure: null });
  expect(await sendMaps(differences().maps)).toBe(true);
  await lockEcu();
  expect(useEcu.getState().unlocked).toBe(false);
  expect(await storeInEcu()).toBe(false);
});

test('why it did not connect is told: address, pairing, or lock', async () => {
  couldNotReach('ventisca', 'Nobody there.');
  expect(useEcu.getState()).toMatchObject({ phase: 'lost', failure: { reason: 'address' } });
  await connectEcu(documentBox(document).connect(), 'ventisca', { pairing: 'x', lock: null });
  expect(useEcu.getState()).toMatchObject({ phase: 'lost', failure: { reason: 'notPaired' } });
  await connectEcu(documentBox(document).connect(), 'ventisca', { pairing: 'ROSA', lock: 'x' });
  expect(useEcu.getState()).toMatchObject({ phase: 'lost', failure: { reason: 'wrongCode' } });
  expect(await unlockEcu('ready')).toBe(false);
  disconnectEcu();
  expect(await storeInEcu()).toBe(false);
});

test('a link that is lost says what was not stored', async () => {
  const made = documentBox(document);
  nudged(made);
  const way = made.connect();
  await connectEcu(way, 'ventisca', BOX_CODES);
  way.close();
  expect(useEcu.getState()).toMatchObject({ phase: 'lost', unlocked: false, notStored: ['maps.ve'] });
});

describe('samples', () => {
  const offered = (host: LinkHost, timeS: number, speed: number) => {
    const frame = frameOf({ time: timeS, speed });
    write(frame, AT.lambdaOne, NaN);
    host.offer(frame);
  };

  test('fill the live frame, go to who takes every one, and tell screens now and then', async () => {
    const { host } = await connected();
    const taken: number[] = [];
    const stop = onEverySample((frame) => taken.push(frame[AT.speed] as number));
    let told = 0;
    const order: string[] = [];
    const deaf = onLive(() => {
      told += 1;
      order.push('numbers');
    });
    const still = onMove(() => order.push('place'));
    for (let i = 0; i < 20; i += 1) offered(host, 10 + i / 20, 1000 + i);
    host.flush();
    await new Promise((resolve) => setTimeout(resolve, 220));
    expect(taken).toEqual(Array.from({ length: 20 }, (_, i) => 1000 + i));
    expect(liveValue('speed')).toBe(1019);
    expect(liveFrame()[AT.lambdaOne]).toBeNaN();
    expect(liveSamples()).toBe(20);
    expect(told).toBeGreaterThan(0);
    expect(told).toBeLessThan(4);
    // They take turns.
    expect(order.slice(0, 2)).toEqual(['place', 'numbers']);
    stop();
    deaf();
    still();
    offered(host, 12, 1);
    offered(host, 12.05, 1);
    host.flush();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(taken).toHaveLength(20);
  });

  test('are forgotten with the link', async () => {
    const made = documentBox(document);
    const way = made.connect();
    await connectEcu(way, 'ventisca', BOX_CODES);
    const { host } = made;
    for (let i = 0; i < 4; i += 1) offered(host, 10 + i / 20, 900);
    host.flush();
    await new Promise((resolve) => setTimeout(resolve, 10));
    expect(liveValue('speed')).toBe(900);
    way.close();
    expect(useEcu.getState().phase).toBe('lost');
    expect(liveValue('speed')).toBe(frameOf()[AT.speed]);
  });
});

describe('what was learned', () => {
  const learning = () => {
    const made = documentBox(document);
    made.state.learned = { ln: [0.02, 0, -0.01], evidenceS: [4, 0, 9] };
    return made;
  };
  /** Lets what was asked be answered. */
  const settled = () => new Promise((resolve) => setTimeout(resolve, 20));

  test('is read as it is connected', async () => {
    await connected(learning());
    await settled();
    expect(useEcu.getState().learned).toEqual({ ln: [0.02, 0, -0.01], evidenceS: [4, 0, 9] });
  });

  test('is read once a build that learns is sent, and no more once one that does not', async () => {
    const made = await connected();
    await settled();
    expect(useEcu.getState().learned).toBeNull();
    made.state.learned = { ln: [0.02], evidenceS: [4] };
    const other = { ...document, name: 'Other' };
    expect(await sendCalibration(other)).toBe(true);
    await settled();
    expect(useEcu.getState().learned?.ln).toEqual([0.02]);
    made.state.learned = null;
    expect(await sendCalibration(document)).toBe(true);
    await settled();
    expect(useEcu.getState().learned).toBeNull();
  });

  test('is forgotten by cells or whole, and folded with a map', async () => {
    const { box } = await connected(learning());
    await settled();
    expect(await forgetLearned([2])).toBe(true);
    expect(useEcu.getState().learned?.ln).toEqual([0.02, 0, 0]);
    const wanted = { ...ve, values: ve.values.map((value, i) => (i === 0 ? 71 : value)) };
    const seen: number[][] = [];
    const made = ({ ln }: LearnedCells) => {
      seen.push([...ln]);
      return {
        map: { id: 've' as const, cells: [{ index: 0, value: 71 }], wanted },
        left: { ln: [0.005, 0, 0], evidenceS: [0, 0, 0] },
      };
    };
    expect(await foldLearned(() => null)).toBe(false);
    expect(await foldLearned(made)).toBe(true);
    expect(seen).toEqual([[0.02, 0, 0]]);
    expect(box.document.maps.ve?.values[0]).toBe(71);
    expect((useEcu.getState().running['maps.ve'] as MapData).values[0]).toBe(71);
    expect(useEcu.getState().learned?.ln).toEqual([0.005, 0, 0]);
  });

  test('is none where nothing is learned, and folding says why it failed', async () => {
    await connected();
    await settled();
    expect(useEcu.getState().learned).toBeNull();
    expect(
      await foldLearned(() => ({
        map: { id: 've', cells: [], wanted: ve },
        left: { ln: [0], evidenceS: [0] },
      })),
    ).toBe(false);
    expect(useEcu.getState().failure?.message).toMatch(/learns no trims/);
  });
});
