import { CYCLE_S_AT_1_RPM } from '@/core/units';
import { evaporate, leanLimit, richLimit, vapourShare } from './evaporation';
import { exhaustInto, FREE_AIR_LAMBDA } from './exhaust';
import { knockOf } from './knock';
import { litresOf, type Metal, plateOf, type Surroundings } from './metal';
import { manifoldKpa, type PlantState } from './plantState';
import { bestSparkDeg, efficiency, freedShare, sparkShare, thinShare } from './work';

/** What became of one cylinder’s charge. */
export type EventOutcome = 'burned' | 'tooLean' | 'tooRich' | 'wetPlug' | 'noFuel' | 'noSpark';

/** The spark of one charge. */
export interface SparkCommand {
  readonly sparks: boolean;
  /** Real angle, ° BTDC. */
  readonly deg: number;
  /** Cycle-to-cycle variation of the burn, about 1. */
  readonly burnFactor: number;
}

/** What one cylinder drew and did; reused from firing to firing. */
export interface Fired {
  cylinder: number;
  outcome: EventOutcome;
  airMg: number;
  vapourMg: number;
  vapourLambda: number;
  sparkDeg: number;
  /** Work against that with the best spark, −1…1. */
  sparkShare: number;
  knock: number;
}

/** Room for what a firing did. */
export function firedAtRest(): Fired {
  return {
    cylinder: 1,
    outcome: 'noFuel',
    airMg: 0,
    vapourMg: 0,
    vapourLambda: Infinity,
    sparkDeg: 0,
    sparkShare: 1,
    knock: 0,
  };
}

/**
 * A plug is wetted by liquid beyond this many stoichiometric masses of a charge, and by the liquid of one too rich to burn; it dries
 * by itself within this time and at once by a burn. 1 does not spark, and no plug gets wetter than the most.
 */
const PLUG = {
  liquidTaken: 5,
  liquidStep: 1.4,
  richStep: 0.5,
  dryingS: 9,
  firedStep: 0.6,
  most: 2.5,
} as const;
/** Valves end up this much above the coolant, within this time of firing. */
const VALVES = { heatedK: 62, heatingS: 13 } as const;
/** Lambda that the exhaust of a charge that did not burn reads: its air is all there. */
const MISFIRE_LAMBDA = 3;

/**
 * A cylinder’s charge is complete and burns, or does not: the air it has drawn, and the fuel that has come to its valve.
 * Its torque acts until the next firing.
 * @param nextIntervalDeg turn of the crank until then.
 */
export function fire(
  metal: Metal,
  state: PlantState,
  { barometricKpa }: Surroundings,
  cylinder: number,
  spark: SparkCommand,
  nextIntervalDeg: number,
  out: Fired,
): void {
  const { fuel } = metal;
  const at = cylinder - 1;
  const plate = plateOf(metal, cylinder);
  const airMg = state.drawnMg[plate] as number;
  state.drawnMg[plate] = 0;
  state.totals.airDrawnMg += airMg;

  const sinceS = state.timeS - (state.filmAtS[at] as number);
  evaporate(fuel, state, cylinder);
  const arrivingMg = state.waitingMg[at] as number;
  state.waitingMg[at] = 0;
  const metalC = state.coolantC + state.valvesK;
  const pressureShare = manifoldKpa(metal, state) / barometricKpa;
  const vapourMg = arrivingMg * vapourShare(fuel, metalC, state.speedRpm, pressureShare);
  const stoichMg = airMg / fuel.stoichiometricRatio;
  const vapourLambda = vapourMg > 0 ? stoichMg / vapourMg : Infinity;

  const dried = (state.plugWetness[at] as number) * Math.exp(-sinceS / PLUG.dryingS);
  const liquid = (arrivingMg - vapourMg) / stoichMg;
  const soaked = dried + Math.max(0, liquid - PLUG.liquidTaken) * PLUG.liquidStep;
  const outcome = outcomeOf(metal, metalC, vapourLambda, soaked, spark.sparks);
  const burned = outcome === 'burned';
  const freed = burned
    ? freedShare(vapourLambda) * thinShare(vapourLambda, metal.thinBestLambda, pressureShare)
    : 0;
  const heatJ = stoichMg * fuel.heatingMjPerKg * freed;
  const early = spark.deg - bestSparkDeg(state.speedRpm, pressureShare);
  const share = sparkShare(early, state.speedRpm);
  const workJ = heatJ * efficiency(metal, state.speedRpm) * share * spark.burnFactor;
  const burnedMg = burned ? Math.min(vapourMg, stoichMg) : 0;

  // A charge too rich to burn wets the plug with what of it is liquid: a hot engine’s is all vapour, as after a lift-off.
  const wetter = outcome === 'tooRich' ? PLUG.richStep * (1 - vapourMg / arrivingMg) : 0;
  state.plugWetness[at] = Math.min(PLUG.most, Math.max(0, soaked + wetter - (burned ? PLUG.firedStep : 0)));
  state.gasTorqueNm = (workJ * 180) / (Math.PI * nextIntervalDeg);
  state.heatJ += heatJ;
  state.totals.heatJ += heatJ;
  state.totals.gasJ += workJ;
  state.totals.burnedMg += burnedMg;
  state.totals.lostMg += arrivingMg - burnedMg;
  if (burned && state.speedRpm > 0) {
    const cycleS = CYCLE_S_AT_1_RPM / state.speedRpm / metal.cylinders;
    state.valvesK += ((VALVES.heatedK - state.valvesK) * cycleS) / VALVES.heatingS;
  }
  const knock = burned ? knockOf(metal, airMg, state.chargeC, spark.deg, state.speedRpm, pressureShare) : 0;
  state.knock[at] = knock;
  intoExhaust(metal, state, cylinder, airMg + arrivingMg, burned ? vapourLambda : MISFIRE_LAMBDA);

  out.cylinder = cylinder;
  out.outcome = outcome;
  out.airMg = airMg;
  out.vapourMg = vapourMg;
  out.vapourLambda = vapourLambda;
  out.sparkDeg = spark.deg;
  out.sparkShare = share;
  out.knock = knock;
}

function outcomeOf(
  { fuel }: Metal,
  metalC: number,
  vapourLambda: number,
  plugWetness: number,
  sparks: boolean,
): EventOutcome {
  if (vapourLambda === Infinity) return 'noFuel';
  if (!sparks) return 'noSpark';
  if (vapourLambda < richLimit(fuel, metalC)) return 'tooRich';
  if (plugWetness >= 1) return 'wetPlug';
  return vapourLambda > leanLimit(metalC) ? 'tooLean' : 'burned';
}

function intoExhaust(
  { exhaust }: Metal,
  state: PlantState,
  cylinder: number,
  gasMg: number,
  lambda: number,
): void {
  for (let i = 0; i < exhaust.banks.length; i += 1) {
    const line = state.lambda[i];
    if (line !== undefined && exhaust.banks[i]?.includes(cylinder) === true) {
      exhaustInto(line, gasMg, Math.min(FREE_AIR_LAMBDA, lambda), exhaust.lineMg);
    }
  }
}

/** Displacement of the whole engine, cm³. */
export function displacementCm3(metal: Metal): number {
  return litresOf(metal) * 1000;
}
