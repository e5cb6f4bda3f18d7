import type { Calibration } from '@/core/calibration';
import { frameOf } from '@/core/channel';
import { diagnose, type Diagnosis, firstLook, lookAt, situationOf } from '@/core/diagnosis';
import { BenchCar } from '@/standin/benchCar';
import type { Car, SensorFaults } from '@/standin/car';
import { carOf } from '@/standin/carOfDocument';
import { factoryFlash } from '@/standin/ecuBox';
import { DRIVE_IDS, type DriveId } from '@/standin/drives';
import { type FaultId, FAULTS } from '@/standin/faults';
import { type Planted, planted, PLANTED } from '@/standin/planted';
import { matchedCar } from '@/standin/training';
import { demo, programOf } from './ventisca';
import { chance } from './chance';

export type DemoId = 'ventisca' | 'pardela';

/** The causes that are right for each fault; which side of its band a sensor falls to is its wiring’s. */
export const RIGHT_CAUSES = {
  camUnplugged: ['camMissing'],
  camWeak: ['camWeak'],
  crankUnplugged: ['crankMissing'],
  crankWeak: ['crankWeak'],
  crankNoise: ['crankNoise'],
  wheelLoose: ['speedLeaps'],
  coolantUnplugged: ['coolant:high'],
  airShorted: ['air:low'],
  pressureUnplugged: ['map:low', 'map:high'],
  pressureNoisy: ['pressureNoisy'],
  pressureOff: ['pressureHigh'],
  pressureSlow: ['pressureSlow'],
  throttleUnplugged: ['throttle:low', 'throttle:high'],
  lambdaStuck: ['lambdaFrozen'],
  pumpWeak: ['pumpWeak'],
  alternatorDead: ['notCharging'],
  batteryWeak: ['batteryWeak'],
  powerLost: ['powerLost'],
  injectorBlocked: ['injectorBlocked'],
  injectorFlow: ['flowLow'],
  deadTime: ['deadTimeLong'],
  vacuumLeak: ['airLeak'],
} as const satisfies Partial<Record<FaultId, readonly string[]>>;

export type KnownFault = keyof typeof RIGHT_CAUSES;

/** How large each is drawn, against its usual size; those that are whole as they are stay so. */
const SIZES: Partial<Record<FaultId, readonly [number, number]>> = {
  camUnplugged: [1, 1],
  crankUnplugged: [1, 1],
  pumpWeak: [0.95, 1.05],
};
const USUAL_SIZES = [0.85, 1.3] as const;

/** The demo, and a car whose engine fills as its map says. */
const demos = new Map<DemoId, { document: Calibration; car: Car }>();
export function matchedDemo(id: DemoId): { document: Calibration; car: Car } {
  const known = demos.get(id);
  if (known !== undefined) return known;
  const document = demo(id);
  const program = programOf(document);
  const made = { document, car: matchedCar(program, carOf(document, program), 1) };
  demos.set(id, made);
  return made;
}

export interface Suffering {
  /** What is wrong: a fault on the stand-in’s list, or errors that are on no list. */
  readonly fault?: FaultId;
  readonly errors?: readonly Planted[];
  /** Sensors in fault that are on no list together. */
  readonly sensors?: SensorFaults;
  /** Its map is known to be right. */
  readonly mapIsRight?: boolean;
}

/**
 * An engine that is looked at from key on over a start, idle, light load, a pull, a lift, snaps of the throttle and a second start,
 * on a day that a seed draws: weather, battery, how large the fault is, and whether it comes before the start or while it idles.
 */
export function diagnosed(
  id: DemoId,
  seed: number,
  { fault = 'none', errors = [], sensors: broken = {}, mapIsRight = true }: Suffering = {},
): Diagnosis {
  const { document, car } = matchedDemo(id);
  const draw = chance(seed);
  const [weather, airC, batteryV, size, late] = [draw(), draw(), draw(), draw(), draw()];
  const comesLate = fault === 'lambdaStuck' || (errors.length === 0 && late > 0.5);
  const parts: readonly Planted[] = comesLate ? [] : FAULTS[fault].errors;
  const [least, most] = SIZES[fault] ?? USUAL_SIZES;
  const times = least + (most - least) * size;
  const drawn = parts.map((one) => ({ ...one, size: (one.size ?? PLANTED[one.id].size) * times }));
  const sensors = comesLate ? broken : { ...FAULTS[fault].sensors, ...broken };
  const built = planted({ ...car, sensorFaults: { ...car.sensorFaults, ...sensors } }, [...drawn, ...errors]);
  const surroundings = { barometricKpa: car.barometricKpa + 2.4 * (weather - 0.5), airC: -8 + 30 * airC };
  const setup = { coolantC: 84, batteryV: 12.4 + 0.3 * batteryV, seed, surroundings };
  const bench = new BenchCar(built, setup, factoryFlash(document), null);
  const situation = situationOf(programOf(document), mapIsRight);
  const frame = frameOf();
  let look = firstLook();
  const pass = (s: number) =>
    bench.advance(s, frame, (now) => {
      if (bench.hasPower) lookAt(look, now, situation);
    });
  const start = () => {
    bench.take({ starter: true });
    pass(2);
    if (bench.felt.speedRpm < 600) pass(4);
    bench.take({ starter: false });
  };
  bench.take({ key: true });
  pass(6);
  start();
  pass(5);
  if (comesLate) {
    look = firstLook();
    pass(2);
    bench.take({ fault });
  }
  pass(30);
  bench.take({ holdRpm: 3000, pedalPercent: 14, loadsA: 15 });
  pass(15);
  for (const pedalPercent of [45, 14, 45, 14]) {
    bench.take({ pedalPercent });
    pass(4);
  }
  bench.take({ pedalPercent: 45 });
  pass(8);
  bench.take({ holdRpm: 5500, pedalPercent: 100 });
  pass(12);
  bench.take({ holdRpm: 4000, pedalPercent: 0 });
  pass(4);
  bench.take({ holdRpm: null });
  pass(5);
  for (let i = 0; i < 6; i += 1) {
    bench.take({ pedalPercent: 50 });
    pass(0.7);
    bench.take({ pedalPercent: 0 });
    pass(3);
  }
  bench.take({ loadsA: 0 });
  pass(6);
  bench.take({ key: false });
  pass(4);
  bench.take({ key: true });
  pass(6);
  start();
  pass(2);
  return diagnose(look, situation);
}

/** In one of them somebody unplugs a sensor. */
const SOUND_DRIVES = DRIVE_IDS.filter((id) => id !== 'lostPressure');
const HOUR_S = 3600;
const ASKED_EVERY_S = 60;

/** A sound demo that is driven for an hour, drive after drive; what is said of it each minute. */
export function hourOf(id: DemoId, seed: number, fits: boolean): Diagnosis[] {
  const { document, car } = matchedDemo(id);
  const program = programOf(document);
  const built = fits ? car : carOf(document, program);
  const surroundings = { barometricKpa: built.barometricKpa, airC: 2 };
  const bench = new BenchCar(
    built,
    { coolantC: 20, batteryV: 12.6, seed, surroundings },
    factoryFlash(document),
    null,
  );
  const situation = situationOf(program, fits);
  const frame = frameOf();
  const look = firstLook();
  const said: Diagnosis[] = [];
  for (let minute = 0; minute < HOUR_S / ASKED_EVERY_S; minute += 1) {
    if (bench.driving === null) bench.drive(SOUND_DRIVES[(minute + seed) % SOUND_DRIVES.length] as DriveId);
    bench.advance(ASKED_EVERY_S, frame, (now) => {
      if (bench.hasPower) lookAt(look, now, situation);
    });
    said.push(diagnose(look, situation));
  }
  return said;
}

/** The likeliest of everything: a cause, `sound` or `unknown`; and how sure that is. */
export function verdictOf({ sound, likely: [first] }: Diagnosis): {
  readonly said: string;
  readonly probability: number;
} {
  if (first === undefined || sound >= first.probability) return { said: 'sound', probability: sound };
  return { said: first.cause?.id ?? 'unknown', probability: first.probability };
}
