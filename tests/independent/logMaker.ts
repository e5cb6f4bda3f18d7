import { Chance } from './chance';
import { driveOf } from './drive';
import { type Build, Engine, PULSES_AT_C, type Seen, STEP_S } from './engine';
import { BESIDE, type Planted, wrongOf } from './planted';
import { readSurface, type Surface, surfaceOf } from './surface';

/** A log of an independent engine, and the truth that it was written from. */
export interface MadeLog {
  readonly timeS: number[];
  readonly rows: Seen[];
  readonly build: Build;
  /** By cell of the typed map: the filling that gives the target with everything else as typed. */
  readonly needed: readonly number[];
}

/** A row for each twentieth of a second. */
const EVERY = Math.round(0.05 / STEP_S);
const SPEEDS = [700, 1100, 1500, 2000, 2500, 3000, 3500, 4000, 4500, 5000, 5500, 6000, 6600, 7200];
const DEAD_MS: Build['deadMs']['is'] = [
  [9, 1.6],
  [11, 1.12],
  [12, 0.96],
  [13, 0.84],
  [14, 0.75],
  [16, 0.63],
];

/** An engine with this planted, the chance that drives it, and what its map should be: a charged six or a four, by turns of the seed. */
export function builtBy(
  kind: Planted,
  seed: number,
): { readonly build: Build; readonly chance: Chance; readonly needed: readonly number[] } {
  const beside = (BESIDE as readonly Planted[]).includes(kind);
  const chance = new Chance(seed);
  const charged = kind === 'pulse' || seed % 2 === 0;
  const loads = charged
    ? [20, 30, 40, 50, 60, 70, 80, 95, 110, 130, 150, 170]
    : [0, 2, 4, 7, 10, 15, 20, 28, 38, 52, 70, 100];
  const wrong = wrongOf(kind, chance);
  const is = surfaceOf(SPEEDS, loads, charged ? byPressure : byThrottle);
  const shares = (axis: readonly number[], at: number) =>
    (at - (axis[0] ?? 0)) / ((axis.at(-1) ?? 1) - (axis[0] ?? 0));
  const typed = surfaceOf(
    SPEEDS,
    loads,
    (x, y) =>
      (charged ? byPressure(x, y) : byThrottle(x, y)) /
      wrong.filling(shares(SPEEDS, x), Math.sqrt(Math.max(0, shares(loads, y)))),
  );
  const flow = charged ? 7.6 : 3.9;
  const build: Build = {
    by: charged ? 'pressure' : 'throttle',
    cylinders: charged ? 6 : 4,
    litres: charged ? 2.7 : 1.8,
    baroKpa: charged ? 84 : 98,
    topKpa: charged ? 165 : 98,
    idleRpm: charged ? 950 : 1150,
    topRpm: 7000,
    ratio: 14.4,
    flow: { is: flow, typed: flow * wrong.flow },
    deadMs: { is: DEAD_MS, typed: DEAD_MS.map(([volts, ms]) => [volts, ms + (wrong.deadMs ?? 0)] as const) },
    filling: { is, typed },
    target: surfaceOf(SPEEDS, loads, (_, y) => richness(charged ? y / 165 : y / 100)),
    reading: {
      fixedS: chance.between(0.03, 0.08),
      gasG: chance.between(0.4, 1.6),
      lagS: chance.between(0.04, 0.09),
    },
    wall: { share: chance.between(0.1, 0.25), driesS: chance.between(0.15, 0.3) },
    rail: { kpa: 350, isFixed: wrong.fixedRegulator ?? false },
    withAir: wrong.withAir ?? 0,
    secondBank: kind === 'bank' ? (wrong.secondBank ?? 1) : beside && charged ? 1 : null,
    pulses: null,
    trims: kind === 'loop' || kind === 'learned' ? kind : 'none',
    swings: beside,
  };
  if (kind !== 'pulse') return { build, chance, needed: neededOf(is, wrong.flow) };
  const pulses = (from: Surface) => surfaceOf(SPEEDS, loads, (x, y) => pulseMs(build, from, x, y));
  return { build: { ...build, pulses: pulses(typed) }, chance, needed: pulses(is).z };
}

/**
 * A log with this planted.
 * @param lengthS how long is driven.
 */
export function madeBy(kind: Planted, seed: number, lengthS = 400): MadeLog {
  const { build, chance, needed } = builtBy(kind, seed);
  const engine = new Engine(build, chance);
  const [timeS, rows]: [number[], Seen[]] = [[], []];
  let step = 0;
  for (const { wish, forS, toRpm } of driveOf(build, chance, lengthS)) {
    const rises = toRpm !== undefined && toRpm > engine.speedRpm;
    for (let i = 0; i * STEP_S < forS; i += 1) {
      engine.step(wish);
      step += 1;
      if (step % EVERY === 0) {
        timeS.push(step * STEP_S);
        rows.push(engine.seen(wish));
      }
      if (toRpm !== undefined && (rises ? engine.speedRpm >= toRpm : engine.speedRpm <= toRpm)) break;
    }
  }
  return { timeS, rows, build, needed };
}

function neededOf(is: Surface, flowTypedShare: number): number[] {
  return is.z.map((value) => value * flowTypedShare);
}

/** Net pulse for a filling at its target, ms. */
function pulseMs(
  { litres, cylinders, flow, target, ratio }: Build,
  filling: Surface,
  rpm: number,
  kpa: number,
) {
  const fullMg = (kpa * (litres / cylinders) * 1e6) / (287.05 * (PULSES_AT_C + 273.15));
  return (
    ((readSurface(filling, rpm, kpa) / 100) * fullMg) / (readSurface(target, rpm, kpa) * ratio * flow.is)
  );
}

/** Filling at manifold density: a hump over speed, less where little pressure is left against the exhaust. */
function byPressure(rpm: number, kpa: number): number {
  const hump = 1 - 0.34 * ((rpm - 4700) / 4700) ** 2 + 0.02 * Math.sin(rpm / 420);
  return 96 * hump * (1.06 - 9.5 / kpa);
}

/** Filling at barometric density: what a plate lets past against what the cylinders could draw. */
function byThrottle(rpm: number, tps: number): number {
  const open = (tps / 100) ** 1.25 * 9 + 0.24;
  const drawn = rpm / 1000;
  const hump = 1 - 0.3 * ((rpm - 5200) / 5200) ** 2;
  return (98 * hump * open) / (open ** 2 + drawn ** 2 * 0.32) ** 0.5 / (1 + 0.02 * drawn);
}

function richness(share: number): number {
  return share < 0.45 ? 1 : Math.max(0.84, 1 - 0.4 * (share - 0.45));
}
