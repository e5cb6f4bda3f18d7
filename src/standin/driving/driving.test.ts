import { demo, programOf } from '@tests/support/ventisca';
import { CHANNEL_IDS, CHANNELS } from '@/core/channel';
import { carOf } from '../carOfDocument';
import { controlsAtRest } from '../virtualCar';
import { ACTIONS, type DriverMemory, movesFoot } from './actions';
import { writtenLog } from '@/core/log';
import { DRIVE_IDS, type DriveId, DRIVES } from '../drives';
import { driveLog, type DriveTrace, Recording } from './recording';
import { scripted } from './scripted';

type DemoId = 'ventisca' | 'pardela';
const RATE_HZ = 20;

function recorded(id: DemoId, drive: DriveId): { trace: DriveTrace; recording: Recording } {
  const document = demo(id);
  const program = programOf(document);
  const car = carOf(document, program);
  const recording = new Recording(
    program,
    car,
    drive,
    { coolantC: 20, batteryV: 12.6, seed: 1, surroundings: { barometricKpa: car.barometricKpa, airC: 5 } },
    RATE_HZ,
  );
  recording.advance(DRIVES[drive].mostS);
  return { trace: recording.trace(), recording };
}

const LAPS = { ventisca: recorded('ventisca', 'lap'), pardela: recorded('pardela', 'lap') };
const column = (id: DemoId, channel: (typeof CHANNEL_IDS)[number]) =>
  Array.from(LAPS[id].trace.columns[channel]);
const steps = (values: readonly number[]) => values.slice(1).map((value, i) => value - (values[i] as number));

describe.each(['ventisca', 'pardela'] as const)('400 s of %s look like a drive', (id) => {
  const speed = column(id, 'speed');
  const phase = column(id, 'phase');
  const running = phase.map((value, i) => value === 2 && (phase[i - 20] ?? 0) === 2);

  test('it is started, driven and turned off, without a tooth lost or an engine that dies', () => {
    expect(LAPS[id].trace.samples).toBeGreaterThan(380 * RATE_HZ);
    expect(Math.max(...speed)).toBeGreaterThan(5500);
    expect(Math.max(...speed)).toBeLessThan(8000);
    expect(column(id, 'syncLosses').at(-1)).toBe(0);
    const ranFrom = phase.indexOf(2);
    const ranTo = phase.lastIndexOf(2);
    expect(ranFrom).toBeLessThan(6 * RATE_HZ);
    expect((ranTo - ranFrom) / RATE_HZ).toBeGreaterThan(340);
    expect(phase.slice(ranFrom, ranTo).every((value) => value === 2)).toBe(true);
  });

  test('nothing jumps: speed, pressure, temperatures and voltage move as they can', () => {
    const most = (channel: (typeof CHANNEL_IDS)[number], only: (i: number) => boolean = () => true) =>
      Math.max(
        ...steps(column(id, channel))
          .filter((_, i) => only(i))
          .map(Math.abs),
      );
    expect(most('speed', (i) => running[i] === true)).toBeLessThan(900);
    expect(most('manifoldPressure')).toBeLessThan(75);
    expect(most('coolant')).toBeLessThan(1.5);
    expect(most('battery', (i) => running[i] === true)).toBeLessThan(0.5);
    expect(most('throttle')).toBeLessThan(45);
  });

  test('boost, coolant and battery are believable', () => {
    const map = column(id, 'manifoldPressure');
    const boosted = Math.max(...map);
    if (id === 'ventisca') {
      expect(boosted).toBeGreaterThan(130);
      expect(boosted).toBeLessThan(172);
    } else expect(boosted).toBeLessThan(101);
    expect(Math.min(...map.filter((_, i) => running[i]))).toBeGreaterThan(8);
    const coolant = column(id, 'coolant');
    expect(Math.max(...coolant)).toBeGreaterThan(75);
    expect(Math.max(...coolant)).toBeLessThan(102);
    const charging = column(id, 'battery').filter((_, i) => running[i]);
    expect(Math.min(...charging)).toBeGreaterThan(12.5);
    expect(Math.max(...charging)).toBeLessThan(14.6);
  });

  test('lambda is near its target while it is steady, and reads lean only where fuel is cut or the throttle moves', () => {
    const lambda = column(id, 'lambdaOne');
    const target = column(id, 'lambdaTarget');
    const throttle = column(id, 'throttle');
    const map = column(id, 'manifoldPressure');
    const cut = column(id, 'overrunCut');
    const coolant = column(id, 'coolant');
    const SECOND = RATE_HZ;
    const steady = (i: number) =>
      (
        [
          [throttle, 2],
          [map, 6],
          [speed, 250],
        ] as const
      ).every(([values, most]) => {
        const lately = values.slice(Math.max(0, i - 2 * SECOND), i + 1);
        return Math.max(...lately) - Math.min(...lately) < most;
      });
    const compared = lambda
      .map((value, i) => ({ i, off: Math.abs(value / (target[i] as number) - 1) }))
      .filter(
        ({ i }) =>
          i > 2 * SECOND &&
          (coolant[i] as number) > 60 &&
          cut[i] === 0 &&
          running[i] &&
          (map[i] as number) > 30 &&
          steady(i),
      );
    expect(compared.length).toBeGreaterThan(10 * SECOND);
    expect(Math.max(...compared.map(({ off }) => off))).toBeLessThan(0.25);
  });
});

describe('knock', () => {
  const clearKnocks = (advance: number) => {
    const document = demo();
    const program = programOf(document);
    const { spark } = program.tables;
    if (spark === undefined) throw new TypeError('Ventisca has a spark map');
    const changed = {
      ...program,
      tables: { ...program.tables, spark: { ...spark, values: spark.values.map((deg) => deg + advance) } },
    };
    const car = carOf(document, program);
    const recording = new Recording(
      changed,
      car,
      'swept',
      { coolantC: 80, batteryV: 12.6, seed: 1, surroundings: { barometricKpa: car.barometricKpa, airC: 5 } },
      RATE_HZ,
    );
    let knocks = 0;
    recording.car.onEvent = ({ knock }) => {
      if (knock > 0.1) knocks += 1;
    };
    recording.advance(100);
    return knocks;
  };

  test('comes only where spark is too far', () => {
    expect([clearKnocks(0), clearKnocks(14)]).toEqual([0, 0]);
    expect(clearKnocks(24)).toBeGreaterThan(100);
  });
});

test('the same seed gives the same drive, sample for sample', () => {
  const again = recorded('pardela', 'idle').trace;
  expect(recorded('pardela', 'idle').trace).toEqual(again);
});

/** Counts that go on, and a rate that is negative while the throttle closes. */
const UNLIMITED: readonly string[] = ['turns', 'turnsSinceOpening', 'throttleRate'];

describe('every drive', () => {
  test.each(DRIVE_IDS)('%s has words, and comes to its end with the engine well', (id) => {
    expect(DRIVES[id].label).toMatch(/^[A-Z]/);
    expect(DRIVES[id].detail).toMatch(/\.$/);
    const { trace, recording } = id === 'lap' ? LAPS.ventisca : recorded('ventisca', id);
    expect(recording.isOver).toBe(true);
    expect(recording.share).toBe(1);
    expect(trace.samples).toBeLessThanOrEqual(DRIVES[id].mostS * RATE_HZ);
    for (const channel of CHANNEL_IDS) expect(trace.columns[channel]).toHaveLength(trace.samples);
  });

  test('every action is used in one', () => {
    const used = DRIVE_IDS.flatMap((id) => DRIVES[id].actions.map((action) => action.do as string));
    expect(Object.keys(ACTIONS).filter((kind) => !used.includes(kind))).toEqual([]);
  });

  test('channels keep to their limits', () => {
    for (const channel of CHANNEL_IDS) {
      const { min, max } = CHANNELS[channel];
      const known = column('ventisca', channel).filter((value) => !Number.isNaN(value));
      if (UNLIMITED.includes(channel) || known.length === 0) continue;
      expect([channel, Math.min(...known) >= min - 1e-6, Math.max(...known) <= max + 1e-6]).toEqual([
        channel,
        true,
        true,
      ]);
    }
  });
});

test('a drive as a table has a column for each channel that says anything, and a row a sample', () => {
  const { trace } = LAPS.pardela;
  const { head, length, row } = writtenLog(driveLog(trace));
  const [header] = head;
  const rows = Array.from({ length }, (_, i) => row(i));
  expect(header).toEqual(expect.arrayContaining(['time_s', 'engine_speed_rpm', 'lambda_1', 'sync_losses']));
  // Pardela has one lambda sensor.
  expect(header).not.toContain('lambda_2');
  expect(rows).toHaveLength(trace.samples);
  const at = header?.indexOf('engine_speed_rpm') ?? -1;
  expect(Number(rows[2000]?.[at])).toBeCloseTo(trace.columns.speed[2000] as number, 0);
  expect(rows[0]?.[header?.indexOf('lambda_1') ?? -1]).toBe('');
});

describe('a driver', () => {
  const memory = (): DriverMemory => scripted([]).atStart();

  // 2 % in a hundredth of a second down, 6 % off.
  test('moves the foot as fast as feet do', () => {
    const controls = controlsAtRest();
    const at = { ...memory(), pedal: 100 };
    movesFoot(at, controls);
    expect(controls.pedalPercent).toBe(2);
    controls.pedalPercent = 50;
    at.pedal = 0;
    movesFoot(at, controls);
    expect(controls.pedalPercent).toBe(44);
  });

  test('starts an engine again that has died, and goes on with what was to be done', () => {
    const driver = scripted([{ do: 'idle', forS: 100 }]);
    const [at, controls] = [driver.atStart(), { ...controlsAtRest(), key: true, gear: 2 }];
    const drive = (timeS: number, speedRpm: number) =>
      driver.drive(at, new Float64Array(0), timeS, controls, { speedRpm, kmPerH: 0 });
    drive(1, 900);
    expect(controls.starter).toBe(false);
    for (let t = 1; t < 4; t += 0.01) drive(t, 0);
    expect([controls.starter, controls.gear]).toEqual([true, 0]);
    for (let t = 4; t < 7; t += 0.01) drive(t, 900);
    expect([controls.starter, at.diedS, at.action]).toEqual([false, null, 0]);
  });

  test('gives up after three tries on the starter', () => {
    const driver = scripted([{ do: 'start' }, { do: 'off', forS: 1 }]);
    const [at, controls] = [driver.atStart(), controlsAtRest()];
    let tries = 0;
    for (let t = 0; t < 60; t += 0.01) {
      const before = controls.starter;
      driver.drive(at, new Float64Array(0), t, controls, { speedRpm: controls.starter ? 200 : 0, kmPerH: 0 });
      if (controls.starter && !before) tries += 1;
    }
    expect([tries, controls.key, at.action]).toEqual([3, false, 2]);
  });
});
