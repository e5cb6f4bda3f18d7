import { drawnLog } from '@tests/support/drawnLog';
import { PHASE } from '../channel';
import { type EventKindId, eventsOf } from './index';

type Drawn = Parameters<typeof drawnLog>[0];

const happened = (channels: Drawn, kind?: EventKindId) =>
  eventsOf(drawnLog(channels), { barometricKpa: 80 }).events.filter(
    (event) => kind === undefined || event.kind === kind,
  );
const kinds = (channels: Drawn) => happened(channels).map(({ kind }) => kind);
const from = (channels: Drawn, kind: EventKindId) =>
  happened(channels, kind).map(({ fromS }) => Number(fromS.toFixed(2)));

/** A value by stretches of time: each from its second on. */
const steps =
  (...parts: readonly (readonly [fromS: number, value: number])[]) =>
  (atS: number): number =>
    parts.filter(([fromS]) => atS >= fromS - 1e-9).at(-1)?.[1] ?? 0;

/** Rests to 2 s, is turned to 3.2 s, runs to 25 s and takes a second to come to rest. */
const LIFE = {
  phase: steps([0, PHASE.off], [2, PHASE.cranking], [3.2, PHASE.running], [25, PHASE.off]),
  speed: (atS: number) =>
    atS < 2 ? 0 : atS < 3.2 ? 200 : atS < 25 ? 1000 : Math.max(0, 1000 - 1000 * (atS - 25)),
  sinceKeyOn: (atS: number) => atS,
  battery: 12.6,
} satisfies Drawn;

test('what it turns on for a moment after it died is no start; what the starter adds is', () => {
  expect(kinds(LIFE)).toEqual(['start', 'caught', 'stall']);
  // Turned for 3 s from the moment that it died.
  const turnedOn = {
    ...LIFE,
    speed: (atS: number) => (atS < 25 ? LIFE.speed(atS) : atS < 28 ? 300 - 20 * (atS - 25) : 0),
  };
  expect(from(turnedOn, 'start')).toEqual([2, 25]);
  // Turned for a second, and faster at its end than where it died.
  const takenUp = {
    ...LIFE,
    speed: (atS: number) => (atS < 25 ? LIFE.speed(atS) : atS < 26 ? 150 + 100 * (atS - 25) : 0),
  };
  expect(from(takenUp, 'start')).toEqual([2, 25]);
  // Turned once it has come to rest.
  const again = {
    ...LIFE,
    speed: (atS: number) => (atS >= 28 && atS < 29 ? 220 - 40 * (atS - 28) : LIFE.speed(atS)),
  };
  expect(from(again, 'start')).toEqual([2, 28]);
});

test('a log that begins with the engine turned has a start from its first sample', () => {
  const turned = {
    ...LIFE,
    phase: steps([0, PHASE.cranking], [1, PHASE.running]),
    speed: steps([0, 210], [0.5, 180], [1, 900]),
  };
  expect(from(turned, 'start')).toEqual([0]);
  expect(from(turned, 'caught')).toEqual([1]);
});

test('of two starts the one that failed says so, and the catch is of the last', () => {
  const twice = {
    ...LIFE,
    phase: steps(
      [0, PHASE.off],
      [2, PHASE.cranking],
      [4, PHASE.off],
      [6, PHASE.cranking],
      [7.5, PHASE.running],
    ),
    speed: steps([0, 0], [2, 200], [4, 0], [6, 200], [7.5, 1000]),
  };
  const [failed, held] = happened(twice, 'start');
  expect(failed).toMatchObject({
    tone: 'warning',
    text: expect.stringContaining('and it did not catch') as string,
  });
  expect(held).toMatchObject({ tone: 'plain', text: expect.not.stringContaining('did not catch') as string });
  expect(happened(twice, 'caught').map(({ text }) => text)).toEqual([
    'Caught after 1.5 s of the starter, and rose to 1000 rev/min.',
  ]);
  // The other way round: it ran before, and the last start is the one that failed.
  const after = { ...LIFE, speed: (atS: number) => (atS >= 28 && atS < 30 ? 200 : LIFE.speed(atS)) };
  expect(happened(after, 'start').map(({ tone }) => tone)).toEqual(['plain', 'warning']);
});

test('an engine that comes to life by itself was not caught by a starter', () => {
  const rolled = (pauseS: number) => ({
    ...LIFE,
    phase: steps([0, PHASE.off], [2, PHASE.cranking], [3, PHASE.off], [3 + pauseS, PHASE.running]),
    speed: steps([0, 0], [2, 200], [3, 0], [3 + pauseS, 1000]),
  });
  expect(from(rolled(0.4), 'caught')).toEqual([3.4]);
  expect(from(rolled(0.6), 'caught')).toEqual([]);
  expect(kinds({ phase: PHASE.running, speed: 1000, battery: 13 })).toEqual([]);
});

test('a cough is no catch, and a start it belongs to did not catch', () => {
  const coughs = (s: number) => ({
    ...LIFE,
    phase: steps([0, PHASE.off], [2, PHASE.cranking], [3, PHASE.running], [3 + s, PHASE.off]),
    speed: steps([0, 0], [2, 200], [3, 700], [3 + s, 0]),
  });
  expect(kinds(coughs(0.8))).toEqual(['start']);
  expect(happened(coughs(0.8))[0]?.text).toMatch(/did not catch/);
  expect(kinds(coughs(1.2))).toEqual(['start', 'caught', 'stall']);
});

test('it died where the engine computer went on: by its time since key on, or else by the battery', () => {
  expect(kinds(LIFE)).toContain('stall');
  expect(kinds({ ...LIFE, sinceKeyOn: (atS: number) => (atS < 25 ? atS : 0) })).not.toContain('stall');
  const { sinceKeyOn: _, ...byBattery } = LIFE;
  expect(kinds(byBattery)).toContain('stall');
  expect(kinds({ ...byBattery, battery: steps([0, 12.6], [25, 7]) })).not.toContain('stall');
  expect(kinds({ ...byBattery, battery: steps([0, 7], [25, 12.6]) })).toContain('stall');
});

test('a log that ends, or leaves off, while it runs says nothing of its death', () => {
  expect(
    kinds({
      ...LIFE,
      phase: steps([0, PHASE.off], [2, PHASE.cranking], [3.2, PHASE.running]),
      speed: steps([0, 0], [2, 200], [3.2, 1000]),
    }),
  ).toEqual(['start', 'caught']);
  const whole = drawnLog(LIFE);
  const kept = [...whole.timeS.keys()].filter(
    (i) => (whole.timeS[i] as number) < 25 || (whole.timeS[i] as number) > 27,
  );
  const holed = {
    ...whole,
    timeS: Float64Array.from(kept, (i) => whole.timeS[i] as number),
    columns: Object.fromEntries(
      Object.entries(whole.columns).map(([id, values]) => [
        id,
        Float32Array.from(kept, (i) => values?.[i] ?? NaN),
      ]),
    ),
  };
  expect(eventsOf(holed, { barometricKpa: 80 }).events.map(({ kind }) => kind)).toEqual(['start', 'caught']);
});

test('an engine that another word ends, and whose speed stays, did not die', () => {
  expect(kinds({ ...LIFE, speed: (atS: number) => (atS < 2 ? 0 : atS < 3.2 ? 200 : 1000) })).not.toContain(
    'stall',
  );
});
