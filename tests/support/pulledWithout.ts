import { demo, programOf } from './ventisca';
import { AT, read } from '@/core/channel';
import type { InputId } from '@/core/sensors';
import { carOf } from '@/standin/carOfDocument';
import { type CarEvent, VirtualCar } from '@/standin/virtualCar';

const DEMOS = {
  ventisca: programOf(demo('ventisca')),
  pardela: programOf(demo('pardela')),
} as const;
export type DemoId = keyof typeof DEMOS;

export interface Seen extends CarEvent {
  /** Since the engine was put on the brake, s. */
  readonly atS: number;
  readonly pedal: number;
  readonly cutShare: number;
}

/** A pull on a brake, from part load to full, in which a sensor may be unplugged. */
export function pulled(
  id: DemoId,
  coolantC: number,
  seed: number,
  unplugged: InputId | null,
  atS: number,
): Seen[] {
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

/** The same pull with every sensor; remembered. */
export function soundPull(id: DemoId, coolantC: number, seed: number): Seen[] {
  const key = `${id} ${coolantC} ${seed}`;
  const known = sound.get(key) ?? pulled(id, coolantC, seed, null, Infinity);
  sound.set(key, known);
  return known;
}

/** Sensors that may die in such a pull. */
export const SENSORS = [
  'map',
  'throttle',
  'coolant',
  'air',
  'lambdaOne',
  'oilPressure',
  'fuelPressure',
  'gear',
] as const;

/**
 * How much leaner than the sound engine a loaded one became once a sensor was gone, the worst as a factor: against the sound engine within a
 * cycle of that moment, or its target where a stab had made it richer than that.
 */
export function leanestShare(well: readonly Seen[], without: readonly Seen[], atS: number): number {
  let worst = 0;
  without.forEach((event, i) => {
    const other = well[i];
    const held = event.cutShare > 0 || event.fuelWasCut || event.sparkCut;
    if (other === undefined || event.atS < atS || event.pedal < 40 || held) return;
    const near = well.slice(Math.max(0, i - 6), i + 7);
    const leanest = Math.max(other.lambdaTarget, ...near.map(({ vapourLambda }) => vapourLambda));
    worst = Math.max(worst, event.vapourLambda / leanest);
  });
  return worst;
}
