import type { Action } from '../drives';
import type { Controls, Felt } from '../virtualCar';

/** What a driver remembers of what is being done. */
export interface DriverMemory {
  /** Number of the action, and since when, s. */
  action: number;
  sinceS: number;
  /** Where the pedal is wanted, %; the foot takes its time. */
  pedal: number;
  /** What a driver who holds a speed has learnt to add, %. */
  learnt: number;
  /** Since when a gear is being changed, s; null while none is. */
  shiftS: number | null;
  tries: number;
  /** Since when the engine is heard to run, s; null while it is not. */
  heardS: number | null;
  /** Since when a driver tries to start an engine that has died on the way, s; null while it runs. */
  diedS: number | null;
}

/** An action while it is done: sets the controls, and says whether it has come to its end. */
type Doing<Kind extends Action['do']> = (
  action: Extract<Action, { do: Kind }>,
  memory: DriverMemory,
  felt: Felt,
  timeS: number,
  controls: Controls,
) => boolean;

/** How fast a foot moves, % in a hundredth of a second: down, and off. */
const FOOT = { down: 2, off: 6 } as const;
const STEP_S = 0.01;
/** A gear change: clutch down, lever, clutch up, s. */
const SHIFT = { leverS: 0.18, engagedS: 0.5 } as const;
/** Off the line: how fast the clutch comes up in a hundredth of a second, and when the switch is let go, km/h. */
const LAUNCH = { clutchPerStep: 0.012, letsGoKmPerH: 25 } as const;
/** A gear change with the foot down: the switch first, then a dip of the clutch with the lever in it, s. */
const FLAT = { dipS: 0.03, leverS: 0.06, upS: 0.1, doneS: 0.14 } as const;
/** The start: key to starter, the longest on the starter, the wait before another try, s, and the tries. */
const START = {
  keyS: 1.6,
  starterS: 7,
  restS: 3,
  tries: 3,
  heardRpm: 480,
  letGoS: 0.35,
  settlesS: 1.5,
} as const;
/** No action takes longer, s: what cannot be reached is given up. */
const GIVES_UP_S = 45;
/** Below this a driver keeps the clutch down, rev/min. */
const CLUTCH_DOWN_RPM = 1150;
/** Pedal for each km/h, and each rev/min, that is missing, %; and what is learnt of it in a second. */
const HOLDING = { perKmH: 0.7, perRpm: 0.006, learnsPerS: 0.35, most: 32 } as const;

/** Every action there is. */
export const ACTIONS: { readonly [Kind in Action['do']]: Doing<Kind> } = {
  start({ keyS = START.keyS }, memory, felt, timeS, controls) {
    controls.key = true;
    const passedS = timeS - memory.sinceS;
    if (felt.speedRpm > START.heardRpm) memory.heardS ??= timeS;
    else if (felt.speedRpm < 100) memory.heardS = null;
    const heard = memory.heardS !== null && timeS - memory.heardS > START.letGoS;
    controls.starter = !heard && passedS >= keyS && passedS < keyS + START.starterS;
    if (heard) return timeS - (memory.heardS ?? timeS) > START.settlesS;
    if (passedS > keyS + START.starterS + START.restS) {
      memory.tries += 1;
      memory.sinceS = timeS - keyS;
    }
    return memory.tries >= START.tries;
  },
  idle({ forS, loadsA }, memory, _, timeS, controls) {
    neutral(controls);
    memory.pedal = 0;
    controls.loadsA = loadsA ?? 0;
    return timeS - memory.sinceS >= forS;
  },
  rev({ rpm, forS }, memory, felt, timeS, controls) {
    neutral(controls);
    holdPedal(memory, (rpm - felt.speedRpm) * HOLDING.perRpm);
    return timeS - memory.sinceS >= forS;
  },
  moveOff(_, memory, felt, timeS, controls) {
    if (controls.gear !== 1) {
      controls.clutch = 0;
      controls.gear = 1;
    }
    memory.pedal = 22;
    const passedS = timeS - memory.sinceS;
    if (passedS > 0.5 && felt.speedRpm > CLUTCH_DOWN_RPM)
      controls.clutch = Math.min(1, controls.clutch + 0.008);
    else if (felt.speedRpm < CLUTCH_DOWN_RPM - 200) controls.clutch = Math.max(0, controls.clutch - 0.02);
    return (controls.clutch === 1 && felt.kmPerH > 8) || passedS > GIVES_UP_S;
  },
  cruise({ gear, kmPerH, forS }, memory, felt, timeS, controls) {
    if (changesGear(gear, memory, felt, timeS, controls)) return false;
    holdPedal(memory, (kmPerH - felt.kmPerH) * HOLDING.perKmH);
    return timeS - memory.sinceS >= forS;
  },
  pull({ gear, pedal, toRpm }, memory, felt, timeS, controls) {
    if (changesGear(gear, memory, felt, timeS, controls)) return false;
    memory.pedal = pedal;
    return felt.speedRpm >= toRpm || timeS - memory.sinceS > GIVES_UP_S;
  },
  press({ gear, pedal, forS }, memory, felt, timeS, controls) {
    if (gear > 0 && changesGear(gear, memory, felt, timeS, controls)) return false;
    if (gear === 0) neutral(controls);
    memory.pedal = pedal;
    return timeS - memory.sinceS >= forS;
  },
  launch({ pedal, forS }, memory, felt, timeS, controls) {
    const passedS = timeS - memory.sinceS;
    controls.gear = 1;
    memory.pedal = pedal;
    const waits = passedS < forS;
    controls.clutch = waits ? 0 : Math.min(1, controls.clutch + LAUNCH.clutchPerStep);
    controls.launchHeld = waits || felt.kmPerH < LAUNCH.letsGoKmPerH;
    return (!controls.launchHeld && controls.clutch === 1) || passedS > GIVES_UP_S;
  },
  flatShift({ gear, pedal }, memory, _, timeS, controls) {
    const passedS = timeS - memory.sinceS;
    memory.pedal = pedal;
    controls.shiftHeld = passedS < FLAT.doneS;
    controls.clutch = passedS > FLAT.dipS && passedS < FLAT.upS ? 0 : 1;
    if (passedS >= FLAT.leverS) controls.gear = gear;
    return passedS >= FLAT.doneS;
  },
  stickShut(_, __, ___, ____, controls) {
    controls.wastegateStuck = true;
    return true;
  },
  unplug({ sensor }, _, __, ___, controls) {
    controls.unplugged = sensor;
    return true;
  },
  lift({ toRpm }, memory, felt, timeS, controls) {
    memory.pedal = 0;
    if (felt.speedRpm < CLUTCH_DOWN_RPM) controls.clutch = 0;
    return felt.speedRpm <= toRpm || timeS - memory.sinceS > GIVES_UP_S;
  },
  brake({ toKmPerH }, memory, felt, timeS, controls) {
    memory.pedal = 0;
    const done = felt.kmPerH <= toKmPerH || timeS - memory.sinceS > GIVES_UP_S;
    controls.brake = done ? 0 : 0.45;
    if (felt.speedRpm < CLUTCH_DOWN_RPM || toKmPerH === 0) controls.clutch = 0;
    if (done && toKmPerH === 0) neutral(controls);
    return done;
  },
  hold({ rpm, pedal, forS }, memory, _, timeS, controls) {
    controls.holdRpm = rpm;
    memory.pedal = pedal;
    return timeS - memory.sinceS >= forS;
  },
  open({ rpm, pedal, inS, forS }, memory, _, timeS, controls) {
    controls.holdRpm = rpm;
    const passedS = timeS - memory.sinceS;
    memory.pedal = Math.min(pedal, Math.max(memory.pedal, (pedal * passedS) / inS));
    return passedS >= forS;
  },
  sweep({ fromRpm, toRpm, pedal, forS }, memory, _, timeS, controls) {
    const share = Math.min(1, (timeS - memory.sinceS) / forS);
    controls.holdRpm = fromRpm + (toRpm - fromRpm) * share;
    memory.pedal = pedal;
    return share === 1;
  },
  off({ forS }, memory, _, timeS, controls) {
    controls.key = false;
    controls.starter = false;
    controls.loadsA = 0;
    memory.pedal = 0;
    return timeS - memory.sinceS >= forS;
  },
};

/** An engine that has died is started again where the car stands or rolls, before anything else is done. @returns true meanwhile. */
export function restarts(memory: DriverMemory, felt: Felt, timeS: number, controls: Controls): boolean {
  if (memory.diedS === null) {
    if (felt.speedRpm > 50 || !controls.key) return false;
    memory.diedS = timeS;
    memory.heardS = null;
    memory.tries = 0;
  }
  memory.pedal = 0;
  memory.shiftS = null;
  neutral(controls);
  const since = { ...memory, sinceS: memory.diedS };
  const over = ACTIONS.start({ do: 'start' }, since, felt, timeS, controls);
  Object.assign(memory, { heardS: since.heardS, tries: since.tries, diedS: over ? null : since.sinceS });
  return true;
}

/** The foot goes where it is wanted, as fast as feet do. */
export function movesFoot({ pedal }: DriverMemory, controls: Controls): void {
  const way = pedal - controls.pedalPercent;
  controls.pedalPercent += Math.max(-FOOT.off, Math.min(FOOT.down, way));
}

function neutral(controls: Controls): void {
  controls.gear = 0;
  controls.clutch = 1;
  controls.holdRpm = null;
}

/** A driver who holds a speed gives what is missing, and learns what it always takes. */
function holdPedal(memory: DriverMemory, missing: number): void {
  memory.learnt = Math.min(60, Math.max(0, memory.learnt + missing * HOLDING.learnsPerS * STEP_S));
  memory.pedal = Math.min(HOLDING.most, Math.max(0, memory.learnt + missing));
}

/** Changes to a gear, foot off meanwhile. @returns true until the clutch is up again. */
function changesGear(
  gear: number,
  memory: DriverMemory,
  { speedRpm }: Felt,
  timeS: number,
  controls: Controls,
): boolean {
  if (controls.gear !== gear) memory.shiftS ??= timeS;
  if (memory.shiftS === null) {
    controls.clutch = speedRpm < CLUTCH_DOWN_RPM - 350 ? 0 : 1;
    return false;
  }
  const passedS = timeS - memory.shiftS;
  memory.pedal = passedS > SHIFT.leverS ? memory.pedal : 0;
  if (passedS < SHIFT.leverS) {
    controls.clutch = 0;
    return true;
  }
  controls.gear = gear;
  controls.clutch = Math.min(1, (passedS - SHIFT.leverS) / (SHIFT.engagedS - SHIFT.leverS));
  if (passedS < SHIFT.engagedS) return true;
  memory.shiftS = null;
  controls.clutch = 1;
  return false;
}
