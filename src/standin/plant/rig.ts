/** What a builder has done to the car for a test, and what vessels have caught: plain data. */
export interface Rig {
  /** The injectors hang over measuring vessels: nothing of their fuel reaches the engine. */
  railLifted: boolean;
  /** Fuel in each vessel, by the cylinder of its injector, mg; and what came back from the regulator into a can, mg. */
  caughtMg: Float64Array;
  returnedMg: number;
  /** Pressure that a hand pump holds on the regulator’s line, kPa absolute; null with its hose on. */
  regulatorLineKpa: number | null;
  /** Turns of the regulator’s screw since the car came: in is more. */
  regulatorTurns: number;
  /** What screws and rods make of each throttle plate’s opening, mm². */
  plateAddsMm2: Float64Array;
}

/** What a turn of the regulator’s screw makes of its pressure, kPa. */
export const KPA_EACH_TURN = 28;

/** Everything fitted, vessels empty. */
export function rigAtRest(cylinders: number, plates: number): Rig {
  return {
    railLifted: false,
    caughtMg: new Float64Array(cylinders),
    returnedMg: 0,
    regulatorLineKpa: null,
    regulatorTurns: 0,
    plateAddsMm2: new Float64Array(plates),
  };
}

/** A copy that shares nothing with its original. */
export function copiedRig(rig: Rig): Rig {
  return { ...rig, caughtMg: rig.caughtMg.slice(), plateAddsMm2: rig.plateAddsMm2.slice() };
}
