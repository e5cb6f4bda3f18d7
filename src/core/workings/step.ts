import type { Injection } from '../ecu';
import type { CellShare } from '../numeric';
import type { MapId } from '../program';
import type { StepInput } from './inputs';

/** A map, or the builder’s correction, as a step read it. */
export interface StepRead {
  readonly of: { readonly mapId: MapId } | { readonly correctionId: string };
  /** The cells that took part, with their weights. */
  readonly cells: readonly CellShare[];
}

/** One step from sensors to opening: its formula, what goes in, what comes out. */
export interface Step {
  readonly id: string;
  readonly title: string;
  readonly formula: string;
  readonly inputs: readonly StepInput[];
  readonly result: StepInput;
  /** The maps it reads, the one that matters most first. */
  readonly reads?: readonly StepRead[];
  /** What of the point lies outside the map or table, so that its edge or a law stands in. */
  readonly beyond?: readonly string[];
}

/** An operating point worked through. */
export interface Workings {
  readonly injection: Injection;
  readonly steps: readonly Step[];
}
