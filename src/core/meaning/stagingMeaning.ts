import { baseValue, type Calibration, compile } from '../calibration';
import { injectionAt } from '../ecu';
import { steadyPoint } from '../generators';

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
  const result = compile(document);
  const speedRpm = baseValue(document, 'engine.powerPeakSpeed');
  const top = baseValue(document, 'engine.maxManifoldPressure');
  if (!result.ok || result.program.second === null || speedRpm === null || top === null) return null;
  const { program } = result;
  const manifoldKpa = Array.from({ length: STEPS + 1 }, (_, i) => 25 + ((top - 25) * i) / STEPS);
  const points = manifoldKpa.map((kpa) =>
    injectionAt(
      program,
      steadyPoint(document, program, {
        speed: speedRpm,
        manifoldPressure: kpa,
        coolant: 85,
        air: 25,
        battery: BATTERY_V,
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
      (at) => at.netMs * program.injector.squirts * at.flowGPerS + at.secondNetMs * at.secondFlowGPerS,
    ),
  };
}
