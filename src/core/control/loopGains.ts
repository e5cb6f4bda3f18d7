/**
 * When a mixture is read after its injection: a fixed time (the engine’s cycle, the sensor’s line, the loop’s own interval), one
 * that the air pushes through, and the lag of the sensor on top.
 */
export interface LoopDelay {
  readonly fixedS: number;
  /** Delay beyond that at 1 g/s of air, g: at a flow it is airG / flow. */
  readonly airG: number;
  readonly lagS: number;
}

/** Gains of the loop at a flow: trim at once for an error, and trim each second, both as logarithms. */
export interface LoopGains {
  readonly proportional: number;
  readonly integralPerS: number;
}

/** No slower flow counts, g/s, and no shorter times are worked with, s. */
const LEAST_FLOW_G_PER_S = 1;
const LEAST_S = 0.01;
/** The sum takes so many delays at most; with a lag beyond ten of them, so much of the lag. */
const SLOWEST_DELAYS = 8;
const SHARE_OF_LONG_LAG = 0.8;

/** Dead time at a flow, s, lag not included. */
export function deadTimeAtS({ fixedS, airG }: LoopDelay, flowGPerS: number): number {
  return fixedS + airG / Math.max(LEAST_FLOW_G_PER_S, flowGPerS);
}

/**
 * Gains for a plant of gain 1, a lag τ and a dead time θ, with the loop as quick as the dead time [Skogestad 2003]: K = τ/2θ,
 * Ti = min(τ, 8θ). Beyond τ/θ of 10 that would overshoot by more than a tenth at any K: there Ti follows the lag.
 * Example: τ 0.15 s, θ 0.30 s → K 0.25, Ki 1.667 1/s.
 */
export function loopGains(deadS: number, lagS: number): LoopGains {
  const theta = Math.max(LEAST_S, deadS);
  const tau = Math.max(LEAST_S, lagS);
  const proportional = tau / theta / 2;
  const resetS = Math.max(Math.min(tau, SLOWEST_DELAYS * theta), SHARE_OF_LONG_LAG * tau);
  return { proportional, integralPerS: proportional / resetS };
}

/** How far a loop is from swinging for ever, and how much it makes of what disturbs it. */
export interface LoopMargin {
  /** The gains may be so many times higher before it swings for ever; below 1 it does. */
  readonly gainMargin: number;
  /** Most that any disturbance is made larger by. */
  readonly peak: number;
}

/** Frequencies that are looked at: from a hundredth of the dead time’s own to it, as a factor each. */
const LOOKED_AT = 90;

/**
 * Margin of a PI loop around a lag and a dead time, by its frequency response. The proposed gains have 3.14 and 1.6 for any lag up
 * to eight delays.
 */
export function loopMargin(
  { deadS, lagS }: { readonly deadS: number; readonly lagS: number },
  { proportional, integralPerS }: LoopGains,
): LoopMargin {
  let gainMargin = Infinity;
  let peak = 1;
  let before = 0;
  for (let i = 0; i <= LOOKED_AT; i += 1) {
    const w = (Math.PI / deadS) * 100 ** (i / LOOKED_AT - 1);
    const gain = Math.hypot(proportional, integralPerS / w) / Math.hypot(1, w * lagS);
    const phase = -Math.atan2(integralPerS, proportional * w) - Math.atan(w * lagS) - w * deadS;
    if (before > -Math.PI && phase <= -Math.PI && gainMargin === Infinity) gainMargin = 1 / gain;
    before = phase;
    peak = Math.max(peak, 1 / Math.hypot(1 + gain * Math.cos(phase), gain * Math.sin(phase)));
  }
  return { gainMargin, peak };
}
