import { chargeHeating, chargeTemperatureC } from '@/core/air';
import { lookUpMap } from '@/core/numeric';
import { ZERO_CELSIUS_K } from '@/core/units';
import { type Flow, flowBetween } from './flowTable';
import { type Metal } from './metal';
import { massMg, pressureKpa, type PlantState } from './plantState';

/** Angle of a plate on its stop, °; at 90° it is wide open. */
const STOP_DEG = 6;
const COS_STOP = Math.cos((STOP_DEG * Math.PI) / 180);
/** What a plate lets through with its screw shut, mm². */
const SHUT_MM2 = 0.2;
/** Time constant of the smoothed air flow, s. */
const FLOW_S = 0.02;

const flow: Flow = { gPerS: 0, perKpa: 0 };

/** Share of the full opening of a plate that its pedal travel, %, uncovers beyond its stop. */
export function plateShare(throttlePercent: number): number {
  if (throttlePercent <= 0) return 0;
  const degrees = STOP_DEG + ((90 - STOP_DEG) * Math.min(100, throttlePercent)) / 100;
  return 1 - Math.cos((degrees * Math.PI) / 180) / COS_STOP;
}

/** Degrees of crank over which the cylinder that draws takes its charge. */
export function drawingDeg(metal: Metal, intervals: readonly number[], nextFiring: number): number {
  return metal.throttle.stopMm2.length === 1 ? (intervals[nextFiring] as number) : 720;
}

/**
 * Air of one step, behind each plate: what flows in, and what the cylinder that is drawing takes out, both linearly
 * implicit, since a small manifold is stiffer than any step. The mass is what is kept, so nothing is made or lost: what
 * leaves is what the cylinders get.
 * @param plate what pedal and idle path open, the latter for all plates together.
 * @param drawnShare part of its intake that the drawing cylinder does in this step.
 */
export function stepAir(
  metal: Metal,
  state: PlantState,
  plate: { readonly share: number; readonly idleMm2: number },
  drawnShare: number,
  dtS: number,
): void {
  const { stopMm2, fullMm2 } = metal.throttle;
  const plates = stopMm2.length;
  const volumeL = metal.manifoldVolumeL / plates;
  const kpaPerMg = pressureKpa(1, volumeL, state.chargeC);
  const intakeK = state.intakeC + ZERO_CELSIUS_K;
  const chargeK = state.chargeC + ZERO_CELSIUS_K;
  if (dtS <= 0) return;
  // Volume swept in a second, over the volume it is drawn from, before the filling.
  const swept = ((metal.cylinderVolumeCm3 / 1000 / volumeL) * drawnShare) / dtS;
  const smoothed = Math.min(1, dtS / FLOW_S);
  let allGPerS = 0;
  for (let i = 0; i < plates; i += 1) {
    const mass = state.manifoldMg[i] as number;
    const kpa = mass * kpaPerMg;
    const closed = Math.max(SHUT_MM2, (stopMm2[i] as number) + (state.rig.plateAddsMm2[i] as number));
    const area = closed + fullMm2 * plate.share + plate.idleMm2 / plates;
    flowBetween(area, state.boostKpa, intakeK, kpa, chargeK, flow);
    const cylinder = plates === 1 ? (metal.firing[state.nextFiring] as { cylinder: number }).cylinder : i + 1;
    const drawn =
      (swept * (state.fillingPercent[i] as number) * (metal.airShare[cylinder - 1] as number)) / 100;
    const slopePerS = flow.perKpa * kpaPerMg * 1000;
    const next = (mass + dtS * (flow.gPerS * 1000 - slopePerS * mass)) / (1 + dtS * (drawn - slopePerS));
    // A wide opening on a small volume would overshoot the pressure that drives it within a step.
    const even = state.boostKpa / kpaPerMg;
    const after =
      flow.gPerS >= 0 ? Math.min(next, Math.max(mass, even)) : Math.max(next, Math.min(mass, even));
    const out = dtS * drawn * after;
    const entered = after - mass + out;
    state.manifoldMg[i] = after;
    state.drawnMg[i] = (state.drawnMg[i] as number) + out;
    state.totals.airInMg += entered;
    const before = state.plateFlowGPerS[i] as number;
    const through = before + (entered / dtS / 1000 - before) * smoothed;
    state.plateFlowGPerS[i] = through;
    allGPerS += through;
  }
  state.airFlowGPerS = allGPerS;
}

/** How well the cylinders fill behind each plate now; it moves with speed and pressure, which a firing or two do not change much. */
export function stepFilling(metal: Metal, state: PlantState): void {
  const plates = state.manifoldMg.length;
  const kpaPerMg = pressureKpa(1, metal.manifoldVolumeL / plates, state.chargeC);
  for (let i = 0; i < plates; i += 1) {
    const kpa = (state.manifoldMg[i] as number) * kpaPerMg;
    state.fillingPercent[i] = lookUpMap(metal.ve, state.speedRpm, kpa);
  }
}

/** The temperature of the charge, by how fast the air is against the full flow; what is in the manifold keeps its mass. */
export function stepChargeTemperature(metal: Metal, state: PlantState): void {
  const { cylinders, cylinderVolumeCm3, heating, fullAirFlowGPerS } = metal;
  const kpa = pressureKpa(
    state.manifoldMg[0] as number,
    metal.manifoldVolumeL / state.manifoldMg.length,
    state.chargeC,
  );
  const ve = lookUpMap(metal.ve, state.speedRpm, kpa) / 100;
  const perCycleMg = ve * massMg(kpa, (cylinders * cylinderVolumeCm3) / 1000, state.intakeC);
  const gPerS = (perCycleMg / 1000) * (state.speedRpm / 120);
  const share = heating * chargeHeating(gPerS / fullAirFlowGPerS);
  state.chargeC = chargeTemperatureC(state.intakeC, state.coolantC, share);
}
