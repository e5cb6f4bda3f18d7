import fc from 'fast-check';
import { demo, programOf } from '@tests/support/ventisca';
import { AT, read } from '@/core/channel';
import { SPARK_LIMITS } from '@/core/ecu';
import type { InputId } from '@/core/sensors';
import { carOf } from '../carOfDocument';
import type { CarEvent } from './event';
import { VirtualCar } from './virtualCar';

const DEMOS = {
  ventisca: programOf(demo('ventisca')),
  pardela: programOf(demo('pardela')),
} as const;
type DemoId = keyof typeof DEMOS;

interface Seen extends CarEvent {
  /** Since the engine was put on the brake, s. */
  readonly atS: number;
  readonly pedal: number;
  readonly cutShare: number;
}

/** A pull on a brake, from part load to full, in which a sensor may be unplugged. */
function pulled(id: DemoId, coolantC: number, seed: number, unplugged: InputId | null, atS: number): Seen[] {
  const program = DEMOS[id];
  const truth = carOf(demo(id), program);
  const surroundings = { barometricKpa: truth.barometricKpa, airC: 5 };
  const car = new VirtualCar(program, truth, { coolantC, batteryV: 12.8, surroundings, seed });
  const { controls } = car;
  controls.key = true;
  car.advance(1.6);
  controls.starter = true;
  for (let i = 0; i < 400 && car.plant.speedRpm < 900; i += 1) car.advance(0.02);
  controls.starter = false;
  car.advance(3);
  const from = car.timeS;
  const seen: Seen[] = [];
  car.onEvent = (event) =>
    seen.push({
      ...event,
      atS: event.timeS - from,
      pedal: controls.pedalPercent,
      cutShare: read(car.frame, AT.cutShare),
    });
  for (let i = 0; i < 1350; i += 1) {
    const t = i / 100;
    controls.holdRpm = 2200 + 200 * t;
    // As fast as feet move.
    const wanted = t < 2 ? 10 : t < 7 ? 70 : 100;
    controls.pedalPercent = Math.min(wanted, controls.pedalPercent + 2);
    if (t >= atS) controls.unplugged = unplugged;
    car.advance(0.01);
  }
  return seen;
}

const sound = new Map<string, Seen[]>();
function soundPull(id: DemoId, coolantC: number, seed: number): Seen[] {
  const key = `${id} ${coolantC} ${seed}`;
  const known = sound.get(key) ?? pulled(id, coolantC, seed, null, Infinity);
  sound.set(key, known);
  return known;
}

const SENSORS = [
  'map',
  'throttle',
  'coolant',
  'air',
  'lambdaOne',
  'oilPressure',
  'fuelPressure',
  'gear',
] as const;

test('whichever sensor dies, and whenever, pulse and spark stay numbers within limits, and a loaded engine is no leaner than by 5 %', () => {
  fc.assert(
    fc.property(
      fc.constantFrom<DemoId>('ventisca', 'pardela'),
      fc.constantFrom(80, 0),
      fc.constantFrom(...SENSORS),
      fc.integer({ min: 0, max: 110 }),
      fc.constantFrom(5, 6),
      (id, coolantC, sensor, tenths, seed) => {
        const atS = tenths / 10;
        const well = soundPull(id, coolantC, seed);
        pulled(id, coolantC, seed, sensor, atS).forEach((event, i) => {
          expect(event.openingMs).toBeGreaterThanOrEqual(0);
          expect(Number.isFinite(event.openingMs)).toBe(true);
          expect(event.sparkDeg).toBeGreaterThanOrEqual(SPARK_LIMITS.min - 3);
          expect(event.sparkDeg).toBeLessThanOrEqual(SPARK_LIMITS.max + 3);
          const other = well[i];
          const held = event.cutShare > 0 || event.fuelWasCut || event.sparkCut;
          if (other === undefined || event.atS < atS || event.pedal < 40 || held) return;
          // Against the sound engine within a cycle of that moment, or its target where a stab had made it richer than that.
          const near = well.slice(Math.max(0, i - 6), i + 7);
          const leanest = Math.max(other.lambdaTarget, ...near.map(({ vapourLambda }) => vapourLambda));
          expect([sensor, event.vapourLambda / leanest < 1.05]).toEqual([sensor, true]);
        });
      },
    ),
    { numRuns: 16 },
  );
});

test('without pressure the engine is held back from 300 rev/min below the limit on; with it, it is not', () => {
  const cutFrom = (unplugged: InputId | null) =>
    Math.min(
      ...pulled('ventisca', 80, 5, unplugged, 1).flatMap((seen) =>
        seen.cutShare > 0 ? [seen.speedRpm] : [],
      ),
    );
  expect(cutFrom('map')).toBeGreaterThan(4690);
  expect(cutFrom('map')).toBeLessThan(4760);
  expect(cutFrom('coolant')).toBe(Infinity);
});
