import { type Decoder, type DecoderState, SYNC } from '@/core/decoding';
import { formatNumber } from '@/core/units';
import type { HardwareFinding } from './hardwareFinding';

/** Why an engine computer never found where the crank is. */
type SyncFailure = 'noCrank' | 'noGap' | 'noCam' | 'camOutsideWindow' | 'alike';

/** After so many turns a position is found, where it ever is. */
const FOUND_BY_TURNS = 5;
/** One loss says nothing: a wheel that comes to a stop may end in one. */
const TELLING_LOSSES = 2;

const SYNC_TEXT: Readonly<Record<SyncFailure, HardwareFinding>> = {
  noCrank: {
    headline: 'Never finds its position: no crank signal',
    reason:
      'No pulse arrives at the pin given to the crank sensor, so nothing is injected and nothing sparks. Look at its pin and, with hall, at its wires.',
    sheet: 'pins',
  },
  noGap: {
    headline: 'Never finds its position: other teeth',
    reason:
      'No turn of the crank has the teeth and the gap that are described. Count them again; where they are right, look at the edge and at the two wires of the sensor: the wrong flank smears the gap.',
    sheet: 'trigger',
  },
  noCam: {
    headline: 'Never finds its position: no cam signal',
    reason:
      'Sequential injection or a coil a cylinder waits for a cam pulse, and none arrives. Look at the cam sensor’s pin, or choose modes that do without it.',
    sheet: 'trigger',
  },
  camOutsideWindow: {
    headline: 'Never finds its position: the cam pulse is elsewhere',
    reason:
      'Cam pulses arrive outside their window and are not believed. Check the cam tooth’s angle and edge, and the angle from the first tooth to TDC that it is counted by.',
    sheet: 'trigger',
  },
  alike: {
    headline: 'Never finds its position: both turns look alike',
    reason:
      'These cam teeth pass the same way in both turns of a cycle, and the modes chosen need to tell them apart. Use one tooth, or other modes.',
    sheet: 'trigger',
  },
};

/**
 * What the engine computer’s own counting says about a position that it has not found, or lost.
 * @param turns of the crank since the start.
 * @param ran the engine ran at the end.
 */
export function syncFinding(
  decoder: Decoder,
  crank: DecoderState,
  turns: number,
  ran: boolean,
): HardwareFinding | null {
  const failure = crank.reached >= decoder.needs || turns < FOUND_BY_TURNS ? null : failureOf(decoder, crank);
  if (failure !== null && crank.counters.syncLosses < TELLING_LOSSES) return SYNC_TEXT[failure];
  return lossFinding(crank, ran);
}

function failureOf({ kind, cam }: Decoder, { reached, turnedPlaces, camEdges }: DecoderState): SyncFailure {
  if (turnedPlaces === 0) return 'noCrank';
  if (kind === 'unable') return 'alike';
  if (reached === SYNC.none && kind === 'gap') return 'noGap';
  if (cam === null || camEdges === 0) return 'noCam';
  if (kind === 'camMark') return 'noGap';
  return cam.tellsTurns ? 'camOutsideWindow' : 'alike';
}

function lossFinding({ counters }: DecoderState, ran: boolean): HardwareFinding | null {
  const { syncLosses, crankTeethMissing, noiseEdges } = counters;
  if (syncLosses < TELLING_LOSSES) return null;
  const noisy = noiseEdges > crankTeethMissing;
  return {
    headline: ran ? null : 'Loses its position while it turns',
    reason: `The position was lost ${formatNumber(syncLosses, 0)} times: ${
      noisy
        ? `${formatNumber(noiseEdges, 0)} edges came that are no teeth. Look at the screen of the crank sensor’s wire and at where it lies.`
        : `crank teeth do not arrive. Look at the sensor’s distance from the wheel, and at its plug.`
    }`,
    sheet: 'trigger',
  };
}
