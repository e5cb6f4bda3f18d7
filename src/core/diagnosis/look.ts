import { AT, type Frame, PHASE, read } from '../channel';
import { type Counts, noCounts, observeCounts } from './observe/counts';
import { type Electrics, interruptElectrics, noElectrics, observeElectrics } from './observe/electrics';
import { type Idle, noIdle, observeIdle } from './observe/idle';
import { type LinkSeen, noLink, observeLink } from './observe/link';
import { type Mixture, interruptMixture, noMixture, observeMixture } from './observe/mixture';
import { interruptPressure, noPressure, observePressure, type PressureSeen } from './observe/pressure';
import { interruptRail, noRail, observeRail, type Rail } from './observe/rail';
import { noSensorFaults, observeSensorFaults, type SensorFaultTimes } from './observe/sensorFaults';
import { notSteady, observeSteady, type Steady } from './observe/steady';
import type { Situation } from './situation';

/** Everything that was seen of an engine since it was begun to look: plain data that does not grow, and can be copied. */
export interface Look {
  /** When the last sample was taken, and how long has been looked at, s. */
  lastS: number;
  forS: number;
  stoodS: number;
  ranS: number;
  readonly counts: Counts;
  readonly sensorFaults: SensorFaultTimes;
  steady: Steady;
  readonly electrics: Electrics;
  readonly mixture: Mixture;
  readonly pressure: PressureSeen;
  readonly rail: Rail;
  readonly idle: Idle;
  readonly link: LinkSeen;
}

/** A hole in the samples longer than this tells nothing of what is in between, s. */
const HOLE_S = 1;
/** What is read was injected under the same conditions after so long, s; after a start and when cold fuel is another matter. */
const SETTLED_S = 1.2;
const WARM = { coolantC: 55, sinceStartS: 12 } as const;
const STANDS_RPM = 30;
/** A step of the mixture is forgotten after so long, s. */
const STILL_S = 2.5;

export function firstLook(): Look {
  return {
    lastS: NaN,
    forS: 0,
    stoodS: 0,
    ranS: 0,
    counts: noCounts(),
    sensorFaults: noSensorFaults(),
    steady: notSteady(),
    electrics: noElectrics(),
    mixture: noMixture(),
    pressure: noPressure(),
    rail: noRail(),
    idle: noIdle(),
    link: noLink(),
  };
}

/** Takes one more sample into a look, which it changes. */
export function lookAt(look: Look, frame: Frame, situation: Situation): void {
  const timeS = read(frame, AT.time);
  const passed = timeS - look.lastS;
  look.lastS = timeS;
  const whole = passed >= 0 && passed < HOLE_S;
  if (!whole) interrupt(look);
  const passedS = whole ? passed : 0;
  look.forS += passedS;
  const runs = runsIn(frame);
  // What the starter pulls at turns, whether or not its turning is seen.
  const stands = read(frame, AT.speed) < STANDS_RPM && !look.electrics.pulled;
  look.stoodS = stands ? look.stoodS + passedS : 0;
  if (runs) look.ranS += passedS;
  const sinceStartS = read(frame, AT.sinceStart);
  observeCounts(look.counts, frame, passedS);
  observeSensorFaults(look.sensorFaults, frame, passedS);
  observeLink(look.link, frame, passedS);
  observeSteady(look.steady, frame, passedS);
  observeElectrics(look.electrics, frame, passedS, { runs, sinceStartS });
  const held = runs && look.steady.forS > SETTLED_S;
  observePressure(look.pressure, frame, passedS, { stoodS: look.stoodS, settled: held, runs });
  if (!runs) return;
  const cut = read(frame, AT.cutShare) > 0 || read(frame, AT.overrunCut) > 0;
  const warm = read(frame, AT.coolant) > WARM.coolantC && sinceStartS > WARM.sinceStartS;
  observeMixture(look.mixture, frame, passedS, situation, {
    settled: held && warm && !cut,
    still: look.steady.forS > STILL_S && warm && !cut,
  });
  if (!cut) observeRail(look.rail, frame, passedS, situation);
  observeIdle(look.idle, frame, passedS, look.steady.forS, situation);
}

/** Behind a hole, or a clock that began anew, nothing that is told from one moment to the next is told. */
function interrupt(look: Look): void {
  look.stoodS = 0;
  look.steady = notSteady();
  interruptElectrics(look.electrics);
  interruptPressure(look.pressure);
  interruptRail(look.rail);
  interruptMixture(look.mixture);
}

/** A log of another source may not say it; no starter turns an engine as fast. */
const RUNS_RPM = 450;

function runsIn(frame: Frame): boolean {
  const phase = read(frame, AT.phase);
  return Number.isNaN(phase) ? read(frame, AT.speed) > RUNS_RPM : phase === PHASE.running;
}
