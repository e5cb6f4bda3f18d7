import { GAS_CONSTANT_AIR } from '@/core/air';
import { ZERO_CELSIUS_K } from '@/core/units';
import { bestSparkDeg } from './work';
import type { Metal } from './metal';

/** One atmosphere, kPa. */
const ATMOSPHERE_KPA = 101.325;
/** Exponents of compression, for pressure and for the temperature of what is not yet burned. */
const POLYTROPIC = 1.3;
const TEMPERATURE_EXPONENT = 0.242;
/** Pressure at its peak over that of compression alone: with the best spark, and what each degree earlier adds. */
const PEAK = { best: 2.1, perDeg: 0.045, least: 1.1, most: 3.4 } as const;
/** Degrees of crank that the last of the charge has to light by itself. */
const WINDOW_DEG = 40;

/** Of the law below: its factor, and the exponents of octane and pressure. */
const LAW = { ms: 17.68, octane: 3.402, pressure: -1.7, kelvin: 3800 } as const;

/**
 * Time that a mixture takes to light by itself, ms: 17.68·(ON/100)^3.402·p^−1.7·e^(3800/T) [Douaud & Eyzat].
 * Example: octane 98, 40 atm, 800 K → 3.606.
 */
export function selfIgnitionMs(octane: number, atm: number, kelvin: number): number {
  return Math.exp(lnSelfIgnitionMs(octane, Math.log(atm), kelvin));
}

/** The same as logarithms: a firing takes one of each, where powers would take four. */
function lnSelfIgnitionMs(octane: number, lnAtm: number, kelvin: number): number {
  return Math.log(LAW.ms) + LAW.octane * Math.log(octane / 100) + LAW.pressure * lnAtm + LAW.kelvin / kelvin;
}

/**
 * Knock of a charge: how far the time its last part has exceeds the time it takes to light by itself, at the peak [Livengood
 * & Wu]. 0 while it does not; 1 is twice the time.
 */
export function knockOf(
  metal: Metal,
  airMg: number,
  chargeC: number,
  sparkDeg: number,
  speedRpm: number,
  pressureShare: number,
): number {
  const kelvin = chargeC + ZERO_CELSIUS_K;
  const startKpa = (airMg * GAS_CONSTANT_AIR * kelvin * 1e-3) / metal.cylinderVolumeCm3;
  if (startKpa < 45 || speedRpm <= 0) return 0;
  const early = sparkDeg - bestSparkDeg(speedRpm, pressureShare);
  const rise = Math.min(PEAK.most, Math.max(PEAK.least, PEAK.best * (1 + PEAK.perDeg * early)));
  const lnRatio = POLYTROPIC * Math.log(metal.compressionRatio) + Math.log(rise);
  const lnPeakAtm = Math.log(startKpa / ATMOSPHERE_KPA) + lnRatio;
  const peakK = kelvin * Math.exp(TEMPERATURE_EXPONENT * lnRatio);
  const lnHas = Math.log((WINDOW_DEG * 1000) / (6 * speedRpm));
  const lnTimes = lnHas - lnSelfIgnitionMs(metal.fuel.octane, lnPeakAtm, peakK);
  return lnTimes > 0 ? Math.exp(lnTimes) - 1 : 0;
}

/** Noise of a healthy engine at its knock sensor, V: at rest, by speed, by each kelvin it is colder than warm, and its spread. */
const NOISE = { restV: 0.12, perV: 0.1, coldPerK: 0.004, warmC: 80, spread: 0.12 } as const;
/** What a clear knock adds, V, and where the amplifier ends. */
const KNOCK_V = 1.8;
const MOST_V = 5;

/** Where the ringing of a knock begins after top dead centre, and how it fades, °. */
const RINGS = { fromDeg: 12, fadesDeg: 18 } as const;
/** A valve closes so many degrees after the top dead centre of a cylinder that has just fired. */
const VALVE_DEG = 72;
/** What of loud valves is heard at any time, as a share. */
const RATTLE_SHARE = 0.4;
/** Half of a band’s width, as a share of its middle. */
const BAND_SHARE = 0.1;

/** How an engine computer listens: window after top dead centre, °, middle of its band, Hz, and gain. */
export interface Ear {
  readonly startDeg: number;
  readonly lengthDeg: number;
  readonly bandHz: number;
  readonly gain: number;
}

/** What there is to hear of an engine: where its bore rings, Hz, and how loud its valves are beside the rest. */
export interface Heard {
  readonly ringsHz: number;
  readonly valveNoise: number;
}

/** The window whose noise the figures above are for, °. */
const NOISE_WINDOW_DEG = 55;

/** Share of a knock’s ringing that lies in a window, 0…1. */
export function ringingShare(startDeg: number, lengthDeg: number): number {
  const left = (deg: number) => Math.exp(-Math.max(0, deg - RINGS.fromDeg) / RINGS.fadesDeg);
  return left(startDeg) - left(startDeg + lengthDeg);
}

/** Share of a ringing that passes a band, 0…1: half of it a tenth beside. */
export function bandShare(ringsHz: number, bandHz: number): number {
  return 1 / (1 + ((ringsHz / bandHz - 1) / BAND_SHARE) ** 2);
}

/**
 * What a knock sensor gives in a window after a firing, V: noise that rises with speed to the power of 1.5, with cold and with the
 * length of the window, valves that close in it, and knock as far as its ringing lies in window and band.
 * @param spread how this firing differs, −1…1.
 */
export function heardKnockV(
  speedRpm: number,
  coolantC: number,
  knock: number,
  spread: number,
  { startDeg, lengthDeg, bandHz, gain }: Ear,
  { ringsHz, valveNoise }: Heard,
): number {
  const endDeg = startDeg + lengthDeg;
  const valves = startDeg <= VALVE_DEG && endDeg >= VALVE_DEG ? valveNoise * (1 + spread / 2) : 0;
  const share = (lengthDeg / NOISE_WINDOW_DEG) * (1 + RATTLE_SHARE * valveNoise) + valves;
  const noise = knockNoiseV(speedRpm, coolantC, 0, spread) * share;
  const rings = KNOCK_V * knock * ringingShare(startDeg, lengthDeg) * bandShare(ringsHz, bandHz);
  return Math.min(MOST_V, gain * (noise + rings));
}

/**
 * What a knock sensor gives in the window after a firing, V: noise that rises with speed to the power of 1.5 and with cold,
 * and knock on top. Example: 4000 rev/min, warm, no knock → 0.12 + 0.1·8 = 0.92.
 * @param spread how this firing differs, −1…1.
 */
export function knockNoiseV(speedRpm: number, coolantC: number, knock: number, spread: number): number {
  const thousands = speedRpm / 1000;
  const cold = 1 + NOISE.coldPerK * Math.max(0, NOISE.warmC - coolantC);
  const noise = (NOISE.restV + NOISE.perV * thousands * Math.sqrt(thousands)) * cold;
  return Math.min(MOST_V, noise * (1 + NOISE.spread * spread) + KNOCK_V * knock);
}
