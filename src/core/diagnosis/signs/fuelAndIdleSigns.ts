import { formatNumber } from '../../units';
import { meanOf } from '../observe/mean';
import { between, SAMPLES, seen, type Sign } from './sign';

const RAIL_KPA = 25;
const IDLED_S = 3;
const FAST_S = 5;

/** Fuel pressure against what is held, and a warm idle. */
export const FUEL_AND_IDLE_SIGNS: readonly Sign[] = [
  between(
    'railSlow',
    'idle',
    [-RAIL_KPA, RAIL_KPA],
    ({ rail }) => meanOf(rail.slow, SAMPLES),
    (kpa) =>
      `Fuel pressure is ${formatNumber(Math.abs(kpa), 0)} kPa ${kpa > 0 ? 'over' : 'under'} what is held with little flow.`,
  ),
  between(
    'railFast',
    'full',
    [-RAIL_KPA, RAIL_KPA],
    ({ rail }) =>
      rail.worst < -RAIL_KPA && rail.fast.n >= SAMPLES ? rail.worst : meanOf(rail.fast, SAMPLES),
    (kpa) =>
      `Fuel pressure is ${formatNumber(Math.abs(kpa), 0)} kPa ${kpa > 0 ? 'over' : 'under'} what is held where much fuel flows.`,
  ),
  seen(
    'idleFast',
    'idle',
    ({ idle }) => (idle.idledS < IDLED_S ? null : idle.longestS > FAST_S),
    ({ idle }) => `Warm, with the foot off, it turns ${formatNumber(idle.overRpm, 0)} rev/min too fast.`,
    0.9995,
  ),
  between(
    'idleValve',
    'idle',
    [-6, 12],
    ({ idle }) => meanOf(idle.valve, SAMPLES * 4),
    (off) =>
      `Idle is held ${formatNumber(Math.abs(off), 0)} % ${off < 0 ? 'below' : 'above'} where the valve’s curve has it.`,
    0.998,
  ),
];
