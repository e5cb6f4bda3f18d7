import { airMassMg } from '../air';
import { injectorFlowGPerS } from '../injector';
import { lookUpCurve, lookUpMap } from '../numeric';
import { acrossOf } from './injectionFacts';
import type { Log, LogColumn } from './log';
import type { MapTask } from './mapTask';

/** What a map had its part in at a sample. */
export interface MeteredSample {
  /** Logarithms of what was used there, and of what the map, with the one that is blended in, says there now. */
  usedLn: number;
  nowLn: number;
  /** The map’s part in it: by so much more than what is metered the map itself has to move. */
  gain: number;
  /** Air of all cylinders in a cycle as the calibration has it, mg. */
  airMg: number;
}

/** A map with less part in what was metered than this is not judged by it, a share. */
export const LEAST_PART = 0.2;
/** Air is usually so warm where that was not logged, °C. */
const USUAL_AIR_C = 20;

/** Reads sample by sample what the map of a task had its part in; what is written into is used again. */
export function meteredBy(log: Log, task: MapTask): (i: number, speed: number, row: number) => MeteredSample {
  const { columns } = log;
  const used = known(task.pulse === null ? columns.vePercent : columns.pulseMapped);
  const air = known(columns.air);
  const pressures = known(columns.manifoldPressure);
  const ethanol = known(columns.ethanol);
  const { grid, blended } = task;
  const out: MeteredSample = { usedLn: NaN, nowLn: NaN, gain: 1, airMg: NaN };
  return (i, speed, row) => {
    const own = lookUpMap(grid, speed, row);
    let now = own;
    out.gain = 1;
    if (blended !== null) {
      const share = blended.share === null ? 0 : lookUpCurve(blended.share, ethanol?.[i] ?? 0) / 100;
      const part = blended.isSecond ? share : 1 - share;
      now = part * own + (1 - part) * lookUpMap(blended.other, speed, row);
      out.gain = (part * own) / now >= LEAST_PART ? now / (part * own) : NaN;
    }
    const drove = used?.[i] ?? now;
    out.usedLn = Math.log(drove);
    out.nowLn = Math.log(now);
    const manifoldKpa = pressures?.[i] ?? NaN;
    out.airMg =
      task.pulse === null
        ? airMassMg(
            drove,
            task.load === 'throttle' ? task.barometricKpa : manifoldKpa,
            task.displacementCm3,
            air?.[i] ?? USUAL_AIR_C,
          )
        : pulseAirMg(task, drove, manifoldKpa, columns.lambdaTarget?.[i] ?? 1);
    return out;
  };
}

/** Air of all cylinders that a plain pulse stands for at its target, mg; none where nothing is known of the injectors. */
function pulseAirMg({ now, displacementCm3 }: MapTask, pulseMs: number, manifoldKpa: number, lambda: number) {
  if (now === null) return 0;
  const acrossKpa = acrossOf(now, { openingMs: NaN, volts: NaN, manifoldKpa, railKpa: NaN });
  const cylinders = displacementCm3 / now.cylinderVolumeCm3;
  return cylinders * pulseMs * injectorFlowGPerS(now, acrossKpa) * lambda * now.stoichiometricRatio;
}

/** A column in which something is known. */
function known(values: LogColumn | undefined): LogColumn | undefined {
  return values?.some((value) => Number.isFinite(value)) === true ? values : undefined;
}
