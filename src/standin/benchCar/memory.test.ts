import { listening } from '@tests/support/knocking';
import { looped } from '@tests/support/looped';
import { demo, programOf } from '@tests/support/ventisca';
import type { Calibration } from '@/core/calibration';
import { AT, CHANNEL_IDS, CHANNELS, frameOf, read, REQUESTED_CHANNELS } from '@/core/channel';
import { carOf } from '../carOfDocument';
import { factoryFlash } from '../ecuBox';
import { BenchCar } from './benchCar';

const frame = frameOf();

function benchOf(document: Calibration): BenchCar {
  const car = carOf(document, programOf(document));
  const surroundings = { barometricKpa: car.barometricKpa, airC: 10 };
  return new BenchCar(car, { coolantC: 80, batteryV: 12.6, seed: 3, surroundings }, factoryFlash(document));
}
const on = (bench: BenchCar, forS: number) => bench.advance(forS, frame, () => undefined);

/** With its key on and its sensors read. */
function awake(document = demo()): BenchCar {
  const bench = benchOf(document);
  bench.take({ key: true });
  on(bench, 1);
  return bench;
}

function running(document = demo()): BenchCar {
  const bench = benchOf(document);
  bench.drive('idle');
  on(bench, 8);
  expect(read(frame, AT.speed)).toBeGreaterThan(600);
  return bench;
}

test('one without a closed loop has nothing learned, and takes nothing that would stay learned', () => {
  const bench = awake();
  expect([bench.memory.learns(), bench.memory.learned()]).toEqual([false, null]);
  expect(bench.memory.write('maps.ve', [], 0, { ln: [], evidenceS: [] })).toEqual({ refused: 'noLearned' });
});

test('one with a closed loop tells a copy of what it learned, forgets cells of it, and folds only as many as it has', () => {
  const bench = awake(looped());
  expect(bench.memory.learns()).toBe(true);
  const told = bench.memory.learned();
  if (told === null) throw new Error('It learns');
  expect(told.ln.length).toBeGreaterThan(10);
  told.ln.fill(0.5);
  expect(bench.memory.learned()?.ln.every((ln) => ln === 0)).toBe(true);
  const left = { ln: told.ln.slice(1), evidenceS: told.evidenceS.slice(1) };
  expect(bench.memory.write('maps.ve', [], 0, left)).toEqual({ refused: 'otherLearned' });
  const remembers = { ln: told.ln, evidenceS: told.ln.map(() => 9) };
  const document = looped();
  const car = carOf(document, programOf(document));
  const before = new BenchCar(
    car,
    { coolantC: 80, batteryV: 12.6, seed: 3, surroundings: { barometricKpa: car.barometricKpa, airC: 10 } },
    factoryFlash(document),
    remembers,
  );
  before.memory.forget([2]);
  const after = before.memory.learned();
  expect(after?.ln.map((ln) => ln !== 0)).toEqual(told.ln.map((_, i) => i !== 2));
  before.memory.forget(null);
  expect(before.memory.learned()?.ln.every((ln) => ln === 0)).toBe(true);
});

test('it says whether its engine turns, works nothing at one that does, and works what it is asked at one that stands', () => {
  const pump = { kind: 'hold', function: 'output-fuelpump', forS: 3, dutyPercent: 100 } as const;
  const turns = running();
  expect(turns.memory.contents().turning).toBe(true);
  expect(turns.memory.beginWork(pump)).toEqual({ refused: 'workTurning' });
  const stands = awake();
  on(stands, 4);
  expect(stands.memory.contents().turning).toBe(false);
  expect(stands.heard).not.toContain('output-fuelpump');
  expect(stands.memory.beginWork(pump)).toBeNull();
  on(stands, 0.1);
  expect(stands.heard).toContain('output-fuelpump');
  stands.memory.endWork();
  on(stands, 0.1);
  expect(stands.heard).not.toContain('output-fuelpump');
});

test('what is worked ends by itself where nobody holds it, and goes on where somebody does', () => {
  const pump = { kind: 'hold', function: 'output-fuelpump', forS: 20, dutyPercent: 100 } as const;
  const heardAfter = (held: boolean) => {
    const bench = awake();
    on(bench, 4);
    bench.memory.beginWork(pump);
    for (let i = 0; i < 10; i += 1) {
      on(bench, 1);
      if (held) bench.memory.holdWork();
    }
    return bench.heard.includes('output-fuelpump');
  };
  expect([heardAfter(true), heardAfter(false)]).toEqual([true, false]);
});

describe('the channels that it sends', () => {
  const usedBy = (use: string) =>
    CHANNEL_IDS.filter((id) => 'usedBy' in CHANNELS[id] && CHANNELS[id].usedBy === use);
  const sends = (bench: BenchCar, use: string) => {
    const ids = usedBy(use).filter((id) => bench.channels.includes(id));
    expect(usedBy(use).length).toBeGreaterThan(0);
    return ids.length > 0;
  };

  test('are those of what its calibration has it do', () => {
    const quiet = benchOf(demo());
    const hears = benchOf(listening());
    expect(programOf(demo()).knock).toBeNull();
    expect([sends(quiet, 'knock'), sends(hears, 'knock')]).toEqual([false, true]);
    expect(sends(quiet, 'limits')).toBe(programOf(demo()).limits !== null);
    expect(sends(quiet, 'pulse')).toBe(false);
  });

  test('are never those that each side of the link counts for itself, nor those that are asked for', () => {
    const bench = benchOf(demo());
    expect(sends(bench, 'link')).toBe(false);
    expect(bench.requestedChannels).toEqual(REQUESTED_CHANNELS);
    expect(bench.channels.filter((id) => REQUESTED_CHANNELS.includes(id))).toEqual([]);
  });
});

test('a fault comes while the car goes on, and is mended by the next; what hands want besides leaves it as it is', () => {
  const bench = awake();
  const lost = () => read(frame, AT.sensorsLost);
  expect(lost()).toBe(0);
  const atS = bench.timeS;
  bench.take({ fault: 'coolantUnplugged' });
  on(bench, 2);
  const coolant = lost();
  expect(coolant).toBeGreaterThan(0);
  expect(bench.timeS).toBeCloseTo(atS + 2, 6);
  bench.take({ loadsA: 12 });
  on(bench, 1);
  expect(lost()).toBe(coolant);
  bench.take({ fault: 'airShorted' });
  on(bench, 2);
  expect(lost() & coolant).toBe(0);
  expect(lost()).toBeGreaterThan(0);
  bench.take({ fault: 'none' });
  on(bench, 2);
  expect(lost()).toBe(0);
});
