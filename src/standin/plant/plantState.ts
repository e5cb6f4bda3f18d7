import { GAS_CONSTANT_AIR } from '@/core/air';
import { firingIntervals } from '@/core/engine';
import { lookUpMap } from '@/core/numeric';
import { CYCLE_DEG, ZERO_CELSIUS_K } from '@/core/units';
import { copiedLine, type LambdaLine, lambdaLineAtRest } from './exhaust';
import { type Metal, plateOf, type Surroundings } from './metal';
import { copiedRig, type Rig, rigAtRest } from './rig';
import { oilFactorOf, soakedAirC, soakedRailC } from './soak';

/** Where the crank rests, ° after the firing TDC of cylinder 1. */
export const REST_DEG = 200;

/** The engine and its car at one moment: plain data, stepped in place, never growing. */
export interface PlantState {
  timeS: number;
  speedRpm: number;
  /** Turns of the crank since rest. */
  turns: number;
  /** Of the firings, the one that comes next, and where, in turns since rest. */
  nextFiring: number;
  nextFiringTurns: number;

  /** Behind each plate: air, mg, and what has been drawn of it since the last cylinder closed, mg. */
  manifoldMg: Float64Array;
  drawnMg: Float64Array;
  /** Filling of the cylinders behind each plate, %. */
  fillingPercent: Float64Array;
  /** Before the plates, kPa. */
  boostKpa: number;
  /** Air at the plates, and in the manifold and the cylinders, °C. */
  intakeC: number;
  chargeC: number;
  /** Air through all plates and through each, smoothed over some events, g/s. */
  airFlowGPerS: number;
  plateFlowGPerS: Float64Array;
  backKpa: number;
  /** Torque that a belt charger takes, N·m. */
  chargerNm: number;

  /** Of each cylinder by its number: fuel on its port wall, mg; waiting at its valve, mg; and how wet its plug is. */
  filmMg: Float64Array;
  waitingMg: Float64Array;
  plugWetness: Float64Array;
  /** When the film of each was last looked at, s. */
  filmAtS: Float64Array;

  /** Torque of burned gas until the next firing, N·m. */
  gasTorqueNm: number;
  batteryV: number;
  /** Fuel pressure as a share of what the regulator holds, 0…1. */
  railShare: number;
  /** Fuel in the rail, °C. */
  railC: number;
  /** Fuel taken from the rail since the supply was last stepped, mg. */
  takenMg: number;

  /** Torque that the alternator takes, N·m. */
  alternatorNm: number;
  /** Friction of the oil over that of hot oil. */
  oilFactor: number;
  /** Torque that the brake or the wheels took in the last step, N·m. */
  loadNm: number;

  coolantC: number;
  oilC: number;
  /** Valves and chambers above the coolant, K. */
  valvesK: number;
  /** Heat burned since temperatures were last stepped, J. */
  heatJ: number;

  lambda: LambdaLine[];
  /** Knock of the last firing of each cylinder by its number: 0 none, 1 clear. */
  knock: Float64Array;
  /** At the knock sensor after the last firing, V. */
  knockNoiseV: number;

  vehicleMPerS: number;
  /** The clutch holds: engine and wheels turn as one. */
  locked: boolean;

  rig: Rig;
  totals: Totals;
}

/** What has gone through since rest: what conservation is judged by. */
export interface Totals {
  airInMg: number;
  airDrawnMg: number;
  injectedMg: number;
  burnedMg: number;
  /** Blown through, washed out, passed unburned, caught in vessels. */
  lostMg: number;
  /** Heat of what burned, J. */
  heatJ: number;
  gasJ: number;
  starterJ: number;
  /** Friction, pumping and charger. */
  dragJ: number;
  /** Taken by clutch, wheels or brake. */
  loadJ: number;
}

/** Nothing yet. Written out where it is made: numbers of an object that is spread from another are boxed at every change. */
function noTotals(): Totals {
  return {
    airInMg: 0,
    airDrawnMg: 0,
    injectedMg: 0,
    burnedMg: 0,
    lostMg: 0,
    heatJ: 0,
    gasJ: 0,
    starterJ: 0,
    dragJ: 0,
    loadJ: 0,
  };
}

/** The turn of the crank before each firing, °, in the order of firing. */
export function intervalsDeg({ firing }: Metal): number[] {
  return firingIntervals(firing);
}

/** Pressure of a mass of air in a volume, kPa, and back. */
export function pressureKpa(massMg: number, volumeL: number, temperatureC: number): number {
  return (massMg * GAS_CONSTANT_AIR * (temperatureC + ZERO_CELSIUS_K) * 1e-6) / volumeL;
}

export function massMg(pressure: number, volumeL: number, temperatureC: number): number {
  return pressure / pressureKpa(1, volumeL, temperatureC);
}

/** Pressure in the manifold, kPa: the mean of all plates, as a joined sensor line gives it. */
export function manifoldKpa(metal: Metal, { manifoldMg, chargeC }: PlantState): number {
  let sum = 0;
  for (let i = 0; i < manifoldMg.length; i += 1) sum += manifoldMg[i] as number;
  return pressureKpa(sum, metal.manifoldVolumeL, chargeC);
}

/** A car at rest, all of it as warm as its coolant, the air in it as warm as the place. */
export function plantAtRest(
  metal: Metal,
  { barometricKpa, airC }: Surroundings,
  coolantC: number,
  batteryV: number,
): PlantState {
  const { firing, cylinders, throttle } = metal;
  const each = () => new Float64Array(cylinders);
  const plates = throttle.stopMm2.length;
  const next = firing.findIndex(({ angleDeg }) => angleDeg > REST_DEG);
  const nextFiring = next < 0 ? 0 : next;
  const nextDeg = (firing[nextFiring]?.angleDeg ?? 0) + (next < 0 ? CYCLE_DEG : 0);
  const standingC = soakedAirC({ barometricKpa, airC }, coolantC);
  const chargeC = standingC;
  const manifold = massMg(barometricKpa, metal.manifoldVolumeL / plates, chargeC);
  const full =
    (lookUpMap(metal.ve, 0, barometricKpa) / 100) *
    massMg(barometricKpa, metal.cylinderVolumeCm3 / 1000, chargeC);
  return {
    timeS: 0,
    speedRpm: 0,
    turns: 0,
    nextFiring,
    nextFiringTurns: (nextDeg - REST_DEG) / 360,
    manifoldMg: Float64Array.from(throttle.stopMm2, () => manifold),
    drawnMg: Float64Array.from(
      throttle.stopMm2,
      (_, plate) => full * drawnShare(metal, plate, nextFiring, nextDeg),
    ),
    fillingPercent: Float64Array.from(throttle.stopMm2, () => lookUpMap(metal.ve, 0, barometricKpa)),
    boostKpa: barometricKpa,
    intakeC: standingC,
    chargeC,
    airFlowGPerS: 0,
    plateFlowGPerS: new Float64Array(plates),
    backKpa: barometricKpa,
    chargerNm: 0,
    filmMg: each(),
    waitingMg: each(),
    plugWetness: each(),
    filmAtS: each(),
    gasTorqueNm: 0,
    batteryV,
    railShare: 0,
    railC: soakedRailC({ barometricKpa, airC }, coolantC),
    takenMg: 0,
    alternatorNm: 0,
    oilFactor: oilFactorOf(coolantC),
    loadNm: 0,
    coolantC,
    oilC: coolantC,
    valvesK: 0,
    heatJ: 0,
    lambda: metal.exhaust.banks.map(lambdaLineAtRest),
    knock: each(),
    knockNoiseV: 0,
    vehicleMPerS: 0,
    locked: false,
    rig: rigAtRest(cylinders, plates),
    totals: noTotals(),
  };
}

/** Nothing turns, neither crank nor wheels. */
export function isStanding({ speedRpm, vehicleMPerS }: PlantState): boolean {
  return speedRpm === 0 && vehicleMPerS === 0;
}

/** Share of its next charge that a cylinder at rest has drawn. */
function drawnShare(metal: Metal, plate: number, nextFiring: number, nextDeg: number): number {
  const { firing } = metal;
  if (metal.throttle.stopMm2.length === 1) {
    return 1 - (nextDeg - REST_DEG) / (intervalsDeg(metal)[nextFiring] ?? CYCLE_DEG);
  }
  const own = firing.find(({ cylinder }) => plateOf(metal, cylinder) === plate)?.angleDeg ?? 0;
  return 1 - ((own - REST_DEG + CYCLE_DEG) % CYCLE_DEG || CYCLE_DEG) / CYCLE_DEG;
}

/** A copy that shares nothing with its original. */
export function copiedPlant(state: PlantState): PlantState {
  return {
    ...state,
    manifoldMg: state.manifoldMg.slice(),
    drawnMg: state.drawnMg.slice(),
    fillingPercent: state.fillingPercent.slice(),
    plateFlowGPerS: state.plateFlowGPerS.slice(),
    filmMg: state.filmMg.slice(),
    waitingMg: state.waitingMg.slice(),
    plugWetness: state.plugWetness.slice(),
    filmAtS: state.filmAtS.slice(),
    knock: state.knock.slice(),
    lambda: state.lambda.map(copiedLine),
    rig: copiedRig(state.rig),
    totals: { ...state.totals },
  };
}
