import { searched, traced } from '../../answers';
import { formatNumber } from '../../../units';
import type { Wish } from '../../measure/idleTrim';
import type { Found, ProcedureAt, SearchPoint } from '../../procedure';
import type { Base, FoundSpark } from './found';
import { deg, kpa, lambda, LEAST, LOADS, percent, RIGHT, rpm, SPEED_NEAR } from './limits';
import { foundFuel, leanShare, mean } from './points';

/** Nothing of a search ran evenly. */
export const uneven = (what: string): Found => ({
  tone: 'error',
  text: `${what}: it ran evenly at no step. Look for a misfire or a leak first.`,
});

/** What measured lambda takes of fuel to be its target. */
export function fillingFound({ answers }: ProcedureAt, { fuelShare, target }: Base): Found {
  const again = foundFuel(searched(answers, 'again'));
  const share = (again ?? fuelShare) - 1;
  if (Math.abs(share) < LEAST.fuelShare)
    return { tone: 'good', text: `The filling is right: measured is the target.` };
  const text = `To measure ${again === null ? lambda(target) : 'its target'} it takes ${percent(share)} ${share > 0 ? 'more' : 'less'} filling in the cells that idle.`;
  return { tone: 'good', text };
}

/** The target that it needs least air at, beside the one it has. */
export function wishFound({ target }: Base, wish: Wish): Found {
  const moved = wish.lambda - target;
  const where = `${lambda(wish.lambda)}, with ${kpa(wish.kpa)}`;
  const held = wish.heldBack ? '; leaner it no longer ran evenly, so that a step is left to there' : '';
  const text =
    Math.abs(moved) < LEAST.lambda
      ? `It needs least air at the target it has: ${where}${held}.`
      : `It needs least air at ${where}; asked was ${lambda(target)}${held}.`;
  return { tone: wish.heldBack ? 'warning' : 'good', text };
}

/** How far spark pays, and what of it is left to idle control. */
export function sparkFound({ mapDeg }: Base, { paysToDeg, deg: taken }: FoundSpark): Found {
  const reserve = paysToDeg - taken;
  const rest = reserve > LEAST.sparkDeg ? `; ${deg(taken)} leave idle control ${deg(reserve)} to give` : '';
  const text =
    Math.abs(taken - mapDeg) < LEAST.sparkDeg
      ? `Spark pays up to ${deg(paysToDeg)}${rest === '' ? ', as the map has it' : ', and the map leaves idle control the rest'}.`
      : `Spark pays up to ${deg(paysToDeg)}; the map has ${deg(mapDeg)}${rest}.`;
  return { tone: 'good', text };
}

/** How near it idles to its speed, and to its target. */
export function airFound(at: ProcedureAt, again: SearchPoint): Found[] {
  const [speed, target] = [mean(again, 'speed'), mean(again, 'idleTarget')];
  const off = leanShare(again) - 1;
  const found: Found[] = [];
  if (Math.abs(off) > RIGHT) {
    found.push({
      tone: 'error',
      text: `Where it idles now measured lambda stays ${percent(off)} off its target.`,
    });
  }
  if (!(target > 0)) return found;
  const near = Math.abs(speed / target - 1) <= SPEED_NEAR;
  const by =
    at.program.idleAir === 'valve'
      ? `, with the valve at ${formatNumber(mean(again, 'idleOpening'), 0)} %`
      : '';
  const words = `It idles at ${rpm(speed)}, ${rpm(target)} asked${by}`;
  found.push(
    near
      ? { tone: 'good', text: `${words}.` }
      : { tone: 'warning', text: `${words}: turn the screw again, or look at the valve’s reach.` },
  );
  return found;
}

/** How it takes lamps and fan. */
export function loadsFound({ answers }: ProcedureAt): Found[] {
  const speeds = traced(answers, 'loads', 'speed').filter(Number.isFinite);
  const targets = traced(answers, 'loads', 'idleTarget').filter(Number.isFinite);
  const target = targets.reduce((sum, one) => sum + one, 0) / targets.length;
  if (speeds.length === 0 || !(target > 0)) {
    return [{ tone: 'warning', text: 'Lamps and fan were not tried.' }];
  }
  const lowest = Math.min(...speeds);
  if (lowest < LOADS.runsRpm) {
    return [
      {
        tone: 'error',
        text: 'Lamps and fan stall it: it idles too thinly. Give it more air, or more speed.',
      },
    ];
  }
  const share = 1 - lowest / target;
  const last = speeds.slice(-Math.ceil(speeds.length / 8));
  const end = last.reduce((sum, one) => sum + one, 0) / last.length;
  const words = `Under lamps and fan it falls to ${rpm(lowest)} and ends at ${rpm(end)}, ${rpm(target)} asked`;
  const fits = share <= LOADS.fallsShare && Math.abs(end / target - 1) <= 2 * SPEED_NEAR;
  return [
    fits
      ? { tone: 'good', text: `${words}.` }
      : { tone: 'warning', text: `${words}: idle control needs more reserve.` },
  ];
}
