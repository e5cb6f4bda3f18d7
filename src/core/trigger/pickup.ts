/** Which flank of a signal marks the tooth. */
export type Edge = 'falling' | 'rising';

/** The kind of sensor at a wheel. */
export type PickupKind = 'hall' | 'variableReluctance';

/** A sensor at a wheel, and the flank that the engine computer listens for. */
export interface TriggerPickup {
  readonly kind: PickupKind;
  readonly edge: Edge;
}

/** The sensors at crank and cam. */
export interface TriggerPickups {
  readonly crank: TriggerPickup;
  readonly cam: TriggerPickup | null;
}
