import { formatNumber } from '@/core/units';
import type { Harness } from '../harness';
import type { Timing } from '../virtualCar';
import type { StartVerdict } from './verdict';

/** What the engine computer takes the sensors for. */
export interface Sensed {
  readonly coolantC: number;
  readonly airC: number;
  readonly manifoldKpa: number;
  /** Fuel pressure against the air outside; null where no sensor reads it. */
  readonly railGaugeKpa: number | null;
}

/** The section of the build sheet that a finding is about. */
export type HardwareSection = 'pins' | 'trigger' | 'outputs' | 'sensors' | 'coils' | 'injectors';

/** Speed that the starter turns the engine at, where the spark is judged, rev/min. */
export const WEAK_AT_RPM = 200;

/** What wiring, trigger, sensors or coils did to a start, in words, with the section of the build sheet to open. */
export interface HardwareFinding {
  /** Replaces the verdict's headline where the start failed of it; null where it only adds to it. */
  readonly headline: string | null;
  readonly reason: string;
  readonly sheet: HardwareSection;
}

interface Found {
  readonly harness: Harness;
  /** What is wrong with finding the crank’s position, by whether the engine ran. */
  readonly position: (ran: boolean) => HardwareFinding | null;
  /** How its place was off at the last firing; null while it had none. */
  readonly timing: Timing | null;
  readonly verdict: StartVerdict;
  /** The highest fuel pressure while the engine turned, as a share of what the regulator holds. */
  readonly pressureShare: number;
  /** The coils do not reach their current while the starter draws. */
  readonly sparksWeakly: boolean;
  readonly truth: Pick<Sensed, 'coolantC' | 'airC' | 'manifoldKpa'>;
  readonly sensed: Sensed;
  /** Fuel pressure at the end, as it is and as the injectors’ flow is computed from, kPa gauge; null without a pump. */
  readonly rail: { readonly isKpa: number; readonly takenKpa: number } | null;
}

/** A reading this far off the truth is worth saying. */
const OFF = { temperatureC: 6, pressureKpa: 6, railKpa: 15 } as const;
/** Sparks this far from where they are meant are worth saying, °. */
const SPARKS_OFF_DEG = 8;

/** The first thing that is wrong beyond maps and mixture; null when nothing is. */
export function hardwareFinding(found: Found): HardwareFinding | null {
  const { verdict, pressureShare, timing } = found;
  const ran = verdict.code === 'caught' || verdict.code === 'unsettled';
  if (!found.harness.fed) {
    return {
      headline: 'No current for injectors and coils',
      reason:
        'The main relay does not pull in: its wire hangs on another pin than the calibration says, or on none. Move the wire, or the pin on the screen.',
      sheet: 'pins',
    };
  }
  const position = found.position(ran);
  if (position !== null && position.headline !== null) return position;
  if (pressureShare < 0.5 && !ran) {
    return {
      headline: 'No fuel pressure',
      reason:
        'The fuel pump does not run while the starter turns. Look at the pump’s conditions and its pin.',
      sheet: 'outputs',
    };
  }
  if (timing?.reversed === true) {
    return {
      headline: ran ? null : 'Sparks a turn too late',
      reason:
        'The cam tooth is taken a whole turn off, so spark and injection come in the wrong turn of the cycle. Add or take off 360° at the cam tooth.',
      sheet: 'trigger',
    };
  }
  return (
    wiringFinding(found, ran) ??
    offsetFinding(timing?.earlyDeg ?? 0, ran) ??
    weakSpark(found, ran) ??
    sensorFinding(found) ??
    railFinding(found) ??
    position
  );
}

function offsetFinding(shiftDeg: number, ran: boolean): HardwareFinding | null {
  if (Math.abs(shiftDeg) < SPARKS_OFF_DEG) return null;
  const side = shiftDeg > 0 ? 'early' : 'late';
  return {
    headline: ran ? null : `Sparks ${formatNumber(Math.abs(shiftDeg), 0)}° too ${side}`,
    reason: `Every spark comes ${formatNumber(Math.abs(shiftDeg), 0)}° ${side === 'early' ? 'earlier' : 'later'} than it is meant: the trigger’s offset is not that of this engine. Set it with a timing light.`,
    sheet: 'trigger',
  };
}

function railFinding({ rail }: Found): HardwareFinding | null {
  if (rail === null || Math.abs(rail.isKpa - rail.takenKpa) < OFF.railKpa) return null;
  const [is, taken] = [formatNumber(rail.isKpa, 0), formatNumber(rail.takenKpa, 0)];
  return {
    headline: null,
    reason: `A gauge on the rail shows ${is} kPa at idle where the calibration takes ${taken}: look at the kind of regulator, and at the pressure typed.`,
    sheet: 'injectors',
  };
}

function wiringFinding({ harness }: Found, ran: boolean): HardwareFinding | null {
  const { dead, crossed } = harness;
  const { fuel, spark } = dead;
  if (spark.length > 0) {
    const all = spark.length === harness.order.length;
    return {
      headline: ran ? null : all ? 'No spark' : 'Sparks in the wrong cylinders',
      reason: `The coils of ${list(spark)} hang on other pins than the calibration says, so ${spark.length === 1 ? 'it has' : 'they have'} no spark in time. Move the wires, or the pins on the screen.`,
      sheet: 'pins',
    };
  }
  if (fuel.length > 0) {
    return {
      headline: ran
        ? null
        : fuel.length === harness.order.length
          ? 'No fuel is injected'
          : 'Cylinders without fuel',
      reason: `Nothing opens the injectors of ${list(fuel)}: they hang on other pins than the calibration says. Move the wires, or the pins on the screen.`,
      sheet: 'pins',
    };
  }
  if (crossed.length > 0) {
    return {
      headline: null,
      reason: `The injectors of ${list(crossed)} hang on each other’s pins: each sprays at the other’s time and with the other’s trim. Move the wires, or the pins on the screen.`,
      sheet: 'pins',
    };
  }
  return null;
}

function weakSpark({ sparksWeakly, verdict }: Found, ran: boolean): HardwareFinding | null {
  if (ran || !sparksWeakly || verdict.code === 'goesOut' || verdict.code === 'doesNotTurn') return null;
  return {
    headline: 'Sparks too weak to light',
    reason: `At ${verdict.crankingV.toFixed(1)} V, while the starter draws, the dwell does not charge the coils. Give more dwell at low voltage.`,
    sheet: 'coils',
  };
}

function sensorFinding({ truth, sensed }: Found): HardwareFinding | null {
  const degrees = (value: number) => `${formatNumber(value, 0)} °C`;
  const parts: string[] = [];
  if (Math.abs(sensed.coolantC - truth.coolantC) > OFF.temperatureC) {
    parts.push(`coolant of ${degrees(truth.coolantC)} for ${degrees(sensed.coolantC)}`);
  }
  if (Math.abs(sensed.airC - truth.airC) > OFF.temperatureC) {
    parts.push(`air of ${degrees(truth.airC)} for ${degrees(sensed.airC)}`);
  }
  if (Math.abs(sensed.manifoldKpa - truth.manifoldKpa) > OFF.pressureKpa) {
    parts.push(
      `${formatNumber(truth.manifoldKpa, 0)} kPa in the manifold for ${formatNumber(sensed.manifoldKpa, 0)}`,
    );
  }
  if (parts.length === 0) return null;
  return {
    headline: null,
    reason: `The engine computer takes ${parts.join(' and ')}. Look at the sensors: pull-up, points, pin.`,
    sheet: 'sensors',
  };
}

function list(cylinders: readonly number[]): string {
  const sorted = [...cylinders].sort((a, b) => a - b);
  const words =
    sorted.length > 1
      ? `${sorted.slice(0, -1).join(', ')} and ${sorted[sorted.length - 1]}`
      : String(sorted[0]);
  return `${sorted.length === 1 ? 'cylinder' : 'cylinders'} ${words}`;
}
