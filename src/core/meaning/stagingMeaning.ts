import { baseValue, engineModel, steadyPoint, type Calibration } from '../calibration';
import { injectionAt } from '../fuel';

/** Both sets over load at one speed. */
export interface StagingCurve {
  readonly manifoldKpa: readonly number[];
  readonly firstDutyPercent: readonly number[];
  readonly secondDutyPercent: readonly number[];
  /** Fuel asked for, and the sum of what both sets give, mg a cycle. */
  readonly askedMg: readonly number[];
  readonly givenMg: readonly number[];
  readonly speedRpm: number;
}

const STEPS = 60;
const BATTERY_V = 14;

/** Duty of both sets and the fuel they give from idle to full load at the speed of peak power; null with one set. */
export function stagingCurve(document: Calibration): StagingCurve | null {
  const result = engineModel(document);
  const speedRpm = baseValue(document, 'engine.powerPeakSpeed');
  const top = baseValue(document, 'engine.maxManifoldPressure');
  if (!result.ok || result.model.second === null || speedRpm === null || top === null) return null;
  const { model } = result;
  const manifoldKpa = Array.from({ length: STEPS + 1 }, (_, i) => 25 + ((top - 25) * i) / STEPS);
  const points = manifoldKpa.map((kpa) =>
    injectionAt(
      model,
      steadyPoint(document, model, {
        speedRpm,
        manifoldKpa: kpa,
        coolantC: 85,
        airC: 25,
        batteryV: BATTERY_V,
      }),
    ),
  );
  return {
    manifoldKpa,
    speedRpm,
    firstDutyPercent: points.map((at) => at.dutyPercent),
    secondDutyPercent: points.map((at) => at.secondDutyPercent),
    askedMg: points.map((at) => at.fuelMg),
    givenMg: points.map(
      (at) => at.netMs * model.injector.squirts * at.flowGPerS + at.secondNetMs * at.secondFlowGPerS,
    ),
  };
}
