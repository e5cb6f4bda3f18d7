import { formatNumber } from '../../units';
import type { Look } from '../look';
import type { LookTestId } from '../lookTests';
import { meanOf, rmsOf } from '../observe/mean';
import { faultSide, type WatchedSensor } from '../observe/sensorFaults';
import type { Situation } from '../situation';
import { between, SAMPLES, seen, type Sign } from './sign';

const APART = 0.05;
/** Without pressure, throttle or temperatures as they are, or with a lambda that does not see, the mixture says nothing of its fuel. */
const BEARS_MIXTURE: readonly WatchedSensor[] = [
  'map',
  'throttle',
  'coolant',
  'air',
  'lambdaOne',
  'lambdaTwo',
];
const unbearable = ({ sensorFaults }: Look) =>
  BEARS_MIXTURE.some((id) => faultSide(sensorFaults, id) !== null);

/** So far off, as a logarithm, a map that was right is not by itself; and so far no injector, pump or pressure sensor takes it. */
const LEAN = 0.05;
const FAR = { short: 0.5, long: 0.3, fast: 0.3 } as const;

function mixture(id: 'short' | 'long' | 'fast', by: LookTestId, where: string): Sign {
  const off = (look: Look) => meanOf(look.mixture[id], SAMPLES);
  return {
    id: `mixture:${id}`,
    states: ['sound', 'low', 'high', 'far'],
    beyond: 'far',
    sound: 0.997,
    by,
    read: (look, situation) => {
      if (!situation.mapIsRight || unbearable(look) || isFrozen(look, situation)) return null;
      const value = off(look);
      if (Number.isNaN(value)) return null;
      if (Math.abs(value) > FAR[id]) return 'far';
      return value < -LEAN ? 'low' : value > LEAN ? 'high' : 'sound';
    },
    words: (look) => {
      const value = off(look);
      return `${where} it is ${formatNumber(Math.abs(100 * value), 0)} % ${value > 0 ? 'leaner' : 'richer'} than asked.`;
    },
  };
}

/** A sensor that says the same whatever is burnt. */
function frozen(
  { mixture: at }: Look,
  { lambdaEnds: [least, most] }: Situation,
  which: 0 | 1,
): boolean | null {
  const { n, frozenAt, asked } = at.lambdas[which];
  if (frozenAt !== null) return frozenAt > least + NEAR_END && frozenAt < most - NEAR_END;
  return n < 400 || !asked ? null : false;
}

const isFrozen = (look: Look, situation: Situation) =>
  frozen(look, situation, 0) === true || frozen(look, situation, 1) === true;

const NEAR_END = 0.02;
/** A sound engine ripples by up to 0.004, one whose injector passes a third less by 0.015. */
const RIPPLE = 0.006;
const ripple = ({ mixture: at }: Look) => {
  const each = at.lambdas.map((one) => rmsOf(one.ripple, 60)).filter((one) => !Number.isNaN(one));
  return each.length === 0 ? NaN : Math.max(...each);
};

/** What the lambda sensors say of the mixture. */
export const MIXTURE_SIGNS: readonly Sign[] = [
  seen(
    'lambdaFrozen',
    'light',
    (look, situation) => {
      const each = [frozen(look, situation, 0), frozen(look, situation, 1)];
      return each.every((one) => one === null) ? null : each.includes(true);
    },
    () => 'A lambda sensor says the same whatever is asked for.',
    0.999,
  ),
  seen(
    'lambdaRipple',
    'light',
    (look) => {
      const rms = ripple(look);
      return Number.isNaN(rms) ? null : rms > RIPPLE;
    },
    (look) =>
      `Lambda ripples by ${formatNumber(ripple(look), 3)} at one speed and load: its charges are not alike.`,
    0.997,
  ),
  between(
    'banksApart',
    'light',
    [-APART, APART],
    (look, situation) =>
      unbearable(look) || isFrozen(look, situation) ? NaN : meanOf(look.mixture.apart, SAMPLES),
    (off) =>
      `The ${off > 0 ? 'first' : 'second'} lambda sensor is ${formatNumber(Math.abs(100 * off), 0)} % leaner than the other.`,
    0.99,
  ),
  mixture('short', 'idle', 'With short pulses'),
  mixture('long', 'light', 'With long pulses'),
  mixture('fast', 'full', 'Where much fuel flows'),
];
