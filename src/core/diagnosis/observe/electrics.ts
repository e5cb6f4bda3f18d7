import { AT, type Frame, read } from '../../channel';
import { add, emptyMean, type Mean } from './mean';

/** The battery while it runs, while it is cranked and while nothing turns; and what the crank said of it. */
export interface Electrics {
  readonly running: Mean;
  /** What the battery has while nothing turns and nothing pulls at it, and the least under the starter, V. */
  restV: number;
  crankV: number;
  /** For how long nothing has turned, s: before that a battery is not at rest. */
  stoodS: number;
  /** Something pulls at it as a starter does. */
  pulled: boolean;
  /** For how long the starter pulls on end without a turn of the crank being seen, and the longest of that, s. */
  pulledS: number;
  longestS: number;
  crankedS: number;
  /** Of that, for how long both wheels, and the crank alone, had told where it is. */
  foundS: number;
  foundCrankS: number;
  /** Speed was there, and was gone in an instant. */
  vanished: number;
  /** Since it turned fast, s. */
  sinceFastS: number;
}

/** An alternator has come to its voltage after so long, at such a speed. */
const CHARGED = { afterS: 6, fromRpm: 1200 } as const;
/** A starter pulls a battery down by so much at first, V, and by so much while it turns; nothing else does for so long, s. */
const PULLS = { atFirstV: 1.4, turningV: 0.3, mostS: 15 } as const;
/** What a battery has at rest is taken over so long, s. */
const REST_S = 1;
const RESTS_AFTER_S = 1.5;
/** No crank comes from the one speed to the other within so long, rev/min, s; an engine computer that got its power later knows nothing of it. */
const CANNOT_STOP = { fromRpm: 700, toRpm: 60, withinS: 0.12 } as const;
const STANDS_RPM = 30;

export function noElectrics(): Electrics {
  return {
    running: emptyMean(),
    restV: NaN,
    crankV: NaN,
    stoodS: 0,
    pulled: false,
    pulledS: 0,
    longestS: 0,
    crankedS: 0,
    foundS: 0,
    foundCrankS: 0,
    vanished: 0,
    sinceFastS: Infinity,
  };
}

/** What it was a moment ago is not known: what comes next is no step from it. */
export function interruptElectrics(electrics: Electrics): void {
  electrics.restV = NaN;
  electrics.stoodS = 0;
  electrics.pulled = false;
  electrics.pulledS = 0;
  electrics.sinceFastS = Infinity;
}

/** @param sinceStartS how long it has run. */
export function observeElectrics(
  electrics: Electrics,
  frame: Frame,
  passedS: number,
  { runs, sinceStartS }: { readonly runs: boolean; readonly sinceStartS: number },
): void {
  const volts = read(frame, AT.battery);
  const speed = read(frame, AT.speed);
  if (runs) {
    if (sinceStartS > CHARGED.afterS && speed > CHARGED.fromRpm) add(electrics.running, volts);
  } else if (speed < STANDS_RPM) {
    electrics.stoodS += passedS;
    seePull(electrics, volts, passedS);
  } else {
    const sync = read(frame, AT.sync);
    if (!Number.isNaN(sync)) electrics.crankedS += passedS;
    if (sync >= 2) electrics.foundS += passedS;
    else if (sync >= 1) electrics.foundCrankS += passedS;
    if (!(volts >= electrics.crankV)) electrics.crankV = volts;
  }
  if (speed >= STANDS_RPM || read(frame, AT.sinceKeyOn) < RESTS_AFTER_S) {
    // What it had before is the alternator’s, or another engine computer’s.
    electrics.stoodS = 0;
    electrics.pulled = false;
    electrics.pulledS = 0;
    electrics.restV = NaN;
  }
  electrics.sinceFastS = speed > CANNOT_STOP.fromRpm ? 0 : electrics.sinceFastS + passedS;
  const knows = passedS > 0 && read(frame, AT.sinceKeyOn) > CANNOT_STOP.withinS;
  if (knows && speed < CANNOT_STOP.toRpm && electrics.sinceFastS < CANNOT_STOP.withinS) {
    electrics.vanished += 1;
    electrics.sinceFastS = Infinity;
  }
}

/** Whether something pulls as a starter does while the crank is not seen to turn. */
function seePull(electrics: Electrics, volts: number, passedS: number): void {
  const { restV, pulledS } = electrics;
  const below = restV - volts;
  if (
    electrics.pulled
      ? below > PULLS.turningV && pulledS < PULLS.mostS
      : electrics.stoodS > RESTS_AFTER_S && below > PULLS.atFirstV
  ) {
    electrics.pulled = true;
    if (!(volts >= electrics.crankV)) electrics.crankV = volts;
    electrics.pulledS += passedS;
    electrics.longestS = Math.max(electrics.longestS, electrics.pulledS);
    return;
  }
  electrics.pulled = false;
  electrics.pulledS = 0;
  electrics.restV = Number.isNaN(restV) ? volts : restV + (volts - restV) * Math.min(1, passedS / REST_S);
}
