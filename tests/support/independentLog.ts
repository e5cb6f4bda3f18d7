import type { ChannelId } from '@/core/channel';
import { deadTimeCurve } from '@/core/injector';
import type { InjectionFacts, Log, MapTask } from '@/core/log';
import { curveThrough, gridOf } from '@/core/numeric';
import type { MadeLog } from '../independent/logMaker';

/** What the calibration of an independent engine believes of its injectors. */
function factsOf({
  flow,
  deadMs,
  rail,
  baroKpa,
  litres,
  cylinders,
  ratio,
}: MadeLog['build']): InjectionFacts {
  return {
    ratedFlowGPerS: flow.typed,
    ratedPressureKpa: rail.kpa,
    measuredFlow: curveThrough([]),
    railGaugeKpa: rail.kpa,
    regulator: 'manifold',
    barometricKpa: baroKpa,
    deadTime: {
      pressuresKpa: Float64Array.of(rail.kpa),
      curves: [deadTimeCurve(deadMs.typed.map(([volts, ms]) => ({ volts, ms })))],
    },
    shortPulse: curveThrough([]),
    squirts: 1,
    cylinderVolumeCm3: (1000 * litres) / cylinders,
    stoichiometricRatio: ratio,
  };
}

/** A made log as Lumbre takes logs: the one place where both sides meet. */
export function asLog({ timeS, rows, build }: MadeLog): { log: Log; task: MapTask } {
  const column = (of: (row: MadeLog['rows'][number]) => number) => Float64Array.from(rows, of);
  const columns: Partial<Record<ChannelId, Float64Array>> = {
    speed: column(({ rpm }) => rpm),
    manifoldPressure: column(({ mapKpa }) => mapKpa),
    throttle: column(({ tps }) => tps),
    coolant: column(({ coolantC }) => coolantC),
    air: column(({ airC }) => airC),
    battery: column(({ volts }) => volts),
    lambdaOne: column(({ lambda }) => lambda),
    ...(build.secondBank === null ? {} : { lambdaTwo: column(({ lambdaTwo }) => lambdaTwo ?? NaN) }),
    injectorOpening: column(({ pulseMs }) => pulseMs),
    lambdaTarget: column(({ target }) => target),
    ...(build.pulses === null
      ? { vePercent: column(({ ve }) => ve) }
      : { pulseMapped: column(({ pulseMapped }) => pulseMapped) }),
    lambdaTrim: column(({ trim }) => trim),
    learnedTrim: column(({ learned }) => learned),
    phase: column(({ cranking, rpm }) => (cranking ? 1 : rpm < 50 ? 0 : 2)),
    afterStart: column(({ afterStart }) => (afterStart ? 1.15 : 1)),
    overrunCut: column(({ cut }) => (cut ? 1 : 0)),
  };
  const { x, y, z } = build.pulses ?? build.filling.typed;
  const { target } = build;
  return {
    log: { timeS: Float64Array.from(timeS), columns },
    task: {
      grid: gridOf({ x, y, values: z }),
      load: build.by === 'throttle' ? 'throttle' : 'manifoldPressure',
      displacementCm3: build.litres * 1000,
      barometricKpa: build.baroKpa,
      pulse:
        build.pulses === null ? null : { target: gridOf({ x: target.x, y: target.y, values: target.z }) },
      blended: null,
      now: factsOf(build),
      ends: {},
    },
  };
}
