/** When fuel is cut because the car drives the engine; base units. */
export interface OverrunCut {
  readonly speedAboveRpm: number;
  readonly speedHysteresisRpm: number;
  readonly throttleBelowPercent: number;
  readonly throttleHysteresisPercent: number;
  readonly pressureBelowKpa: number;
  readonly pressureHysteresisKpa: number;
  readonly coolantAboveC: number;
  readonly coolantHysteresisC: number;
  readonly delayInS: number;
  readonly delayOutS: number;
}

/** What the cut looks at. */
export interface OverrunReading {
  readonly speedRpm: number;
  readonly throttlePercent: number;
  readonly manifoldKpa: number;
  readonly coolantC: number;
}

/** Whether every condition for cutting is met at one moment. */
export function isOverrun(cut: OverrunCut, at: OverrunReading): boolean {
  return (
    at.speedRpm > cut.speedAboveRpm &&
    at.throttlePercent < cut.throttleBelowPercent &&
    at.manifoldKpa < cut.pressureBelowKpa &&
    at.coolantC > cut.coolantAboveC
  );
}

/** Whether a cut that acts goes on: no condition has passed its hysteresis. */
export function staysCut(cut: OverrunCut, at: OverrunReading): boolean {
  return (
    at.speedRpm > cut.speedAboveRpm - cut.speedHysteresisRpm &&
    at.throttlePercent < cut.throttleBelowPercent + cut.throttleHysteresisPercent &&
    at.manifoldKpa < cut.pressureBelowKpa + cut.pressureHysteresisKpa &&
    at.coolantC > cut.coolantAboveC - cut.coolantHysteresisC
  );
}

/** The cut followed in time: its delays and hysteresis kept. */
export class OverrunSwitch {
  private cutting = false;
  private sinceS: number | null = null;

  constructor(private readonly cut: OverrunCut | null) {}

  /** Whether fuel is cut at the next moment; moments come in order of time. */
  next(at: OverrunReading, timeS: number): boolean {
    const { cut } = this;
    if (cut === null) return false;
    if (this.cutting) {
      const held = timeS - (this.sinceS ?? timeS) < cut.delayOutS - 1e-9;
      this.cutting = held || staysCut(cut, at);
      if (!this.cutting) this.sinceS = null;
      return this.cutting;
    }
    if (!isOverrun(cut, at)) {
      this.sinceS = null;
      return false;
    }
    this.sinceS ??= timeS;
    if (timeS - this.sinceS >= cut.delayInS - 1e-9) {
      this.cutting = true;
      this.sinceS = timeS;
    }
    return this.cutting;
  }
}

/** A rectangle in a map over speed and pressure. */
export interface MapRegion {
  readonly fromX: number;
  readonly toX: number;
  readonly fromY: number;
  readonly toY: number;
}

/** Where the cut may act in a map over speed and pressure, or over speed and throttle. */
export function overrunRegion(cut: OverrunCut, by: 'manifoldPressure' | 'throttle'): MapRegion {
  return {
    fromX: cut.speedAboveRpm,
    toX: Infinity,
    fromY: -Infinity,
    toY: by === 'throttle' ? cut.throttleBelowPercent : cut.pressureBelowKpa,
  };
}
