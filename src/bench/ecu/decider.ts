import { ActivationSwitch } from '@/core/correction';
import {
  channelsOf,
  OverrunSwitch,
  type EcuDecisions,
  type EngineModel,
  type OperatingPoint,
} from '@/core/fuel';

const NOTHING: EcuDecisions = { active: [], cut: false };
const ONLY_CUT: EcuDecisions = { active: [], cut: true };

/** What the engine computer decides from event to event with a memory: corrections in their conditions, overrun cut. */
export class Decider {
  private readonly corrections: readonly ActivationSwitch[];
  private readonly overrun: OverrunSwitch | null;

  constructor({ corrections, overrun }: EngineModel) {
    this.corrections = corrections.map(({ activation }) => new ActivationSwitch(activation));
    this.overrun = overrun === null ? null : new OverrunSwitch(overrun);
  }

  /** The decisions at the next event. */
  decide(point: OperatingPoint, timeS: number): EcuDecisions {
    const cut = this.overrun?.next(point, timeS) === true && point.phase === 'running';
    if (this.corrections.length === 0) return cut ? ONLY_CUT : NOTHING;
    const read = channelsOf(point);
    return { active: this.corrections.map((correction) => correction.next(read, timeS)), cut };
  }
}
