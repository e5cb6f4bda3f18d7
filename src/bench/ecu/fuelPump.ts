import { outputFunction, type Calibration } from '@/core/calibration';
import { OutputSwitch, type ChannelSample } from '@/core/outputs';
import type { Wiring } from './wiring';

/** Time between key on and the starter, s. */
export const KEY_BEFORE_STARTER_S = 3;
/** How fast the pump brings pressure up, and how fast it leaks away, s. */
const RISE_S = 0.35;
const LEAK_S = 20;

/** Fuel pressure as a share of what the regulator holds, by the pump's output as it is set and wired. */
export class FuelPump {
  private readonly output: OutputSwitch | null;
  private share = 0;

  constructor(document: Calibration, wiring: Wiring) {
    const pump = document.outputs.find(({ purpose }) => purpose === 'fuelPump');
    if (pump === undefined) {
      this.output = null;
      this.share = 1;
      return;
    }
    const thing = wiring.thingAt(outputFunction(pump.id));
    const connected = thing === undefined || thing === outputFunction(pump.id);
    this.output = new OutputSwitch(connected ? pump : { ...pump, conditions: [] });
  }

  /** Share of the regulator's pressure after a step, 0…1. */
  step(sample: ChannelSample, stepS: number): number {
    if (this.output === null) return this.share;
    const on = this.output.next(sample);
    this.share += on ? ((1 - this.share) * stepS) / RISE_S : (-this.share * stepS) / LEAK_S;
    return this.share;
  }
}
