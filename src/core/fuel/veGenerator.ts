import type { Induction } from '../engine';
import type { Reason } from '../map';

/** What the VE proposal is made from; base units. */
export interface VeInputs {
  readonly induction: Induction;
  readonly compressionRatio: number;
  readonly torquePeakSpeedRpm: number;
  readonly powerPeakSpeedRpm: number;
  readonly maxSpeedRpm: number;
  readonly barometricKpa: number;
  readonly cams: CamCharacter;
  /** What the builder puts in the place of computed anchors. */
  readonly own?: Partial<VeAnchors>;
}

/** The few numbers the filling map hangs on, %. */
export interface VeAnchors {
  /** At peak torque and 100 kPa. */
  readonly peak: number;
  /** Where a warm engine idles: see {@link veIdlePoint}. */
  readonly idle: number;
}

/** How far the cams trade low speed for high. */
export type CamCharacter = 'mild' | 'sporting' | 'race';

/** What cams change: the peak, the filling at 1000 rev/min as a share of it, and what overlap lets back in. */
const CAM_EFFECT: Readonly<
  Record<CamCharacter, { readonly peak: number; readonly lowShare: number; readonly overlap: number }>
> = {
  mild: { peak: -2, lowShare: 0.05, overlap: 0.6 },
  sporting: { peak: 0, lowShare: 0, overlap: 1 },
  race: { peak: 2, lowShare: -0.06, overlap: 1.5 },
};

function usualLowShare({ induction, cams }: VeInputs): number {
  return LOW_SPEED_SHARE[induction] + CAM_EFFECT[cams].lowShare;
}

/** Filling at 1000 rev/min as a share of the peak: as usual, or so that the builder’s own idle comes of it. */
function lowSpeedShare(inputs: VeInputs): number {
  const { own } = inputs;
  const usual = usualLowShare(inputs);
  if (own?.idle === undefined) return usual;
  const { speedRpm, manifoldKpa } = veIdlePoint(inputs);
  const shape = own.idle / (peakVe(inputs) * fillingByPressure(inputs, speedRpm, manifoldKpa));
  const fall = smooth(below(inputs, speedRpm));
  return fall <= 0 ? usual : 1 - (1 - shape) / fall;
}

function peakVe({ induction, cams, own }: VeInputs): number {
  return own?.peak ?? PEAK_VE[induction] + CAM_EFFECT[cams].peak;
}

/** Share of barometric pressure at which a warm engine idles, and its speed, rev/min. */
const IDLE_AT = { share: 0.4, speedRpm: 1000 } as const;

/** Where the idle anchor stands. */
export function veIdlePoint({ barometricKpa }: VeInputs): { speedRpm: number; manifoldKpa: number } {
  return { speedRpm: IDLE_AT.speedRpm, manifoldKpa: Math.round(IDLE_AT.share * barometricKpa) };
}

/** The anchors as they are computed, with the builder’s own in their place. */
export function veAnchors(inputs: VeInputs): VeAnchors {
  const { speedRpm, manifoldKpa } = veIdlePoint(inputs);
  return { peak: peakVe(inputs), idle: proposedVePercent(inputs, speedRpm, manifoldKpa) };
}

/** Ratio of specific heats of the burned residual. */
const GAMMA = 1.35;

/** VE at peak torque and 100 kPa, %, by how the engine breathes. */
const PEAK_VE: Readonly<Record<Induction, number>> = {
  natural: 93,
  individualThrottles: 100,
  supercharger: 92,
  turbocharger: 92,
};

/** VE at 1000 rev/min as a share of its peak: long overlap and open runners fall lower. */
const LOW_SPEED_SHARE: Readonly<Record<Induction, number>> = {
  natural: 0.64,
  individualThrottles: 0.56,
  supercharger: 0.62,
  turbocharger: 0.63,
};

/** VE at peak power as a share of peak: power still rises there, so VE has fallen less than speed has risen. */
const POWER_SPEED_SHARE = 0.9;

/**
 * Effect of residual gas on filling at a manifold pressure, from the ideal cycle [Heywood eq. 6.2]:
 * r/(r − 1) − [p_exh/p_man + (γ − 1)]/(γ(r − 1)).
 * Example: r 9.2, p_exh 105 kPa: 30 kPa → 0.7742, 100 → 0.9955.
 */
export function residualEffect(compressionRatio: number, exhaustKpa: number, manifoldKpa: number): number {
  const r = compressionRatio;
  return r / (r - 1) - (exhaustKpa / manifoldKpa + (GAMMA - 1)) / (GAMMA * (r - 1));
}

/**
 * Exhaust pressure, kPa: barometric, rising with the square of speed by 12 kPa at most, and with boost when the
 * exhaust drives the charger.
 */
export function exhaustPressureKpa(inputs: VeInputs, speedRpm: number, manifoldKpa: number): number {
  const bySpeed = 12 * Math.min(1, speedRpm / inputs.maxSpeedRpm) ** 2;
  const boost = Math.max(0, manifoldKpa - inputs.barometricKpa);
  return inputs.barometricKpa + bySpeed + (inputs.induction === 'turbocharger' ? 1.1 * boost : 0);
}

/** Filling by speed as a share of its peak: a smooth peak at torque speed, falling to given shares on both sides. */
export function speedShape(inputs: VeInputs, speedRpm: number): number {
  const { torquePeakSpeedRpm: torque, powerPeakSpeedRpm: power } = inputs;
  if (speedRpm <= torque) return 1 - (1 - lowSpeedShare(inputs)) * smooth(below(inputs, speedRpm));
  const span = Math.max(500, power - torque);
  const distance = Math.min(2.2, (speedRpm - torque) / span);
  return Math.max(usualLowShare(inputs) * 0.9, 1 - (1 - POWER_SPEED_SHARE) * distance * distance);
}

/** How far a speed lies below peak torque: 1 at 1000 rev/min, or half of the torque’s where that is less. */
function below({ torquePeakSpeedRpm: torque }: VeInputs, speedRpm: number): number {
  const span = Math.max(1, torque - Math.min(1000, torque / 2));
  return Math.min(1.15, (torque - speedRpm) / span);
}

/** 0 → 0 with level start, 1 → 1, going on gently beyond. */
function smooth(distance: number): number {
  return distance <= 1 ? distance * distance * (1.6 - 0.6 * distance) : 1 + (distance - 1) * 1.4;
}

/** VE, %, at a speed and manifold pressure: peak · shape(speed) · residual(p) / residual(100 kPa). */
export function proposedVePercent(inputs: VeInputs, speedRpm: number, manifoldKpa: number): number {
  return peakVe(inputs) * speedShape(inputs, speedRpm) * fillingByPressure(inputs, speedRpm, manifoldKpa);
}

/** What burned gas and overlap leave of the filling, against that at 100 kPa. */
function fillingByPressure(inputs: VeInputs, speedRpm: number, manifoldKpa: number): number {
  const residual = (kpa: number) =>
    residualEffect(inputs.compressionRatio, exhaustPressureKpa(inputs, speedRpm, kpa), kpa);
  const reference = residualEffect(inputs.compressionRatio, exhaustPressureKpa(inputs, speedRpm, 100), 100);
  const low = Math.max(0.35, residual(Math.max(10, manifoldKpa)) / reference);
  return low * overlapLoss(inputs, speedRpm, manifoldKpa);
}

/** Overlap lets exhaust back in at low pressure and low speed; more so with individual throttles. */
function overlapLoss(
  { induction, torquePeakSpeedRpm, cams }: VeInputs,
  speedRpm: number,
  manifoldKpa: number,
): number {
  const most = (induction === 'individualThrottles' ? 0.24 : 0.14) * CAM_EFFECT[cams].overlap;
  const vacuum = Math.min(1, Math.max(0, (90 - manifoldKpa) / 70));
  const slow = Math.min(1, Math.max(0, 1 - speedRpm / torquePeakSpeedRpm));
  return 1 - most * vacuum * slow;
}

/** Why the VE proposal is what it is. */
export function veReasons(inputs: VeInputs): Reason[] {
  return [
    {
      text: `Peak of ${peakVe(inputs)} % at ${Math.round(inputs.torquePeakSpeedRpm)} rev/min, where you mean torque to peak; ${inputs.own?.peak === undefined ? inductionWords(inputs.induction) : 'your own number'}.`,
      formula: 'VE = peak × shape(speed) × residual(p) ÷ residual(100 kPa) × overlap(p, speed)',
    },
    {
      text: `Falls to ${Math.round(lowSpeedShare(inputs) * 100)} % of the peak near 1000 rev/min ${inputs.own?.idle === undefined ? `with ${inputs.cams} cams` : 'by your own number at idle'}, and to ${Math.round(POWER_SPEED_SHARE * 100)} % at ${Math.round(inputs.powerPeakSpeedRpm)}, where power peaks.`,
    },
    {
      text: `At low manifold pressure burned gas left in the cylinder takes room: compression ratio ${inputs.compressionRatio}, exhaust at ${Math.round(inputs.barometricKpa)} kPa and a little more with speed.`,
      formula: 'residual = r/(r−1) − [p_exh/p + (γ−1)]/(γ(r−1)), γ = 1.35',
    },
  ];
}

function inductionWords(induction: Induction): string {
  switch (induction) {
    case 'natural':
      return 'a good engine without charger fills to 85 to 105 %';
    case 'individualThrottles':
      return 'short runners with a throttle each fill well at the peak and poorly low down';
    case 'supercharger':
      return 'boost is already in the manifold pressure, so VE stays near an uncharged engine’s';
    case 'turbocharger':
      return 'boost is already in the manifold pressure, and exhaust back-pressure rises with it';
  }
}
