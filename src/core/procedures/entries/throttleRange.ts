import { baseValue, faultBandOf } from '../../calibration';
import { quantityEdit } from '../../checks';
import { HEAD_ROOM_V, RAILS_V } from '../../sensors';
import { formatNumber } from '../../units';
import { captured, step, traced } from '../answers';
import { bandsFor, sweepOf } from '../measure/throttleRange';
import type { Captured, Found, Outcome, Procedure, ProcedureAt } from '../procedure';

const STILL = { channel: 'throttleVolts', within: 0.02 } as const;
const LEAST_SPAN_V = 1;
/** More noise than this is heard in the engine, V. */
const NOISY_V = 0.03;
/** Share of the travel that a sweep has to show. */
const WHOLE_SWEEP = 0.95;
/** Ends that are as they were typed within this stay, V. */
const SAME_V = 0.004;

const volts = (value: number) => `${formatNumber(value, 3)} V`;

/** Both ends of the throttle, their room to the faults, and the track between them. */
export const throttleRange: Procedure = {
  id: 'throttle',
  title: 'Throttle range',
  what: 'Both ends, their room, and the track.',
  minutes: 1,
  missing: () => null,
  steps: (at) => [
    step({
      id: 'closed',
      title: 'Let the pedal go',
      words: ['Nobody touches the pedal. The throttle lies on its idle stop.'],
      shows: ['throttleVolts', 'throttle'],
      expects: 'It stands still, well inside 0 to 5 V.',
      takes: { kind: 'capture', channels: ['throttleVolts'], forS: 1.5, still: STILL },
    }),
    step({
      id: 'open',
      title: 'Press the pedal to its stop',
      words: [
        'Press the pedal, not the throttle, as far as it goes, and hold it there while it is captured.',
      ],
      shows: ['throttleVolts', 'throttle'],
      expects: 'Far from the closed end, and still.',
      takes: { kind: 'capture', channels: ['throttleVolts'], forS: 1.5, still: STILL },
    }),
    step({
      id: 'sweep',
      title: 'Press it slowly, and let it back',
      words: [
        'Begin with the pedal let go. Take about four seconds down to the stop and four back; again, where not all of its travel was seen. Then say that it is done.',
      ],
      shows: ['throttleVolts', 'throttle'],
      expects: 'It moves without a jump.',
      takes: {
        kind: 'trace',
        channels: ['throttleVolts'],
        forS: 40,
        seen: { label: 'Of its travel', shareOf: ({ throttleVolts = [] }) => travelSeen(at, throttleVolts) },
      },
    }),
  ],
  decide,
};

/** How much of the travel between the ends that were captured was seen, 0…1. */
function travelSeen({ answers }: ProcedureAt, volts: readonly number[]): number {
  const closed = captured(answers, 'closed', 'throttleVolts');
  const open = captured(answers, 'open', 'throttleVolts');
  if (closed === null || open === null || Math.abs(open.mean - closed.mean) < LEAST_SPAN_V) return 0;
  return sweepOf(volts, closed.mean, open.mean).seenShare;
}

function decide(at: ProcedureAt): Outcome {
  const closed = captured(at.answers, 'closed', 'throttleVolts');
  const open = captured(at.answers, 'open', 'throttleVolts');
  if (closed === null || open === null) return { found: [], remedy: null };
  const dead = deadEnd(closed, 'closed') ?? deadEnd(open, 'open');
  if (dead !== null) return { found: [dead], remedy: null };
  const span = Math.abs(open.mean - closed.mean);
  if (span < LEAST_SPAN_V) {
    const text = `Between the ends the signal moves by ${volts(span)} only: the pedal does not turn the sensor, or another sensor hangs on its pin.`;
    return { found: [{ tone: 'error', text }], remedy: null };
  }
  const bands = bandsAround(at, closed.mean, open.mean);
  const found = [
    endsWords(closed.mean, open.mean),
    ...[closed, open].flatMap((end) => noiseWords(end)),
    bands.found,
    ...sweepWords(at, closed.mean, open.mean),
  ];
  const failed = found.some(({ tone }) => tone === 'error');
  return { found, remedy: failed ? null : remedyFor(at, closed.mean, open.mean, bands.to) };
}

/** An end that is no end of a sensor: nothing there, or a short. */
function deadEnd({ mean }: Captured, end: 'closed' | 'open'): Found | null {
  if (mean > RAILS_V.low && mean < RAILS_V.high) return null;
  const why =
    mean <= RAILS_V.low ? 'unplugged, or shorted to ground' : 'shorted to supply, or without ground';
  return {
    tone: 'error',
    text: `${end === 'closed' ? 'Closed' : 'Wide open'} it gives ${volts(mean)}: ${why}.`,
  };
}

function endsWords(closedV: number, openV: number): Found {
  const way = openV > closedV ? 'rises' : 'falls';
  return {
    tone: 'good',
    text: `Closed ${volts(closedV)}, wide open ${volts(openV)}: it ${way}, and the stop reads 98 %, never 100.`,
  };
}

function noiseWords({ spread, mean }: Captured): Found[] {
  if (spread <= NOISY_V) return [];
  const text = `About ${volts(mean)} it shakes by ±${volts(spread)}: look at its ground and at wires beside the coils’.`;
  return [{ tone: 'warning', text }];
}

function bandsAround({ document }: ProcedureAt, closedV: number, openV: number) {
  const now = faultBandOf(document, 'throttle') ?? RAILS_V_AS_BANDS;
  const to = bandsFor(closedV, openV, now);
  if (to === null) {
    const near =
      Math.min(closedV, openV) - RAILS_V.low < RAILS_V.high - Math.max(closedV, openV) ? 'ground' : 'supply';
    const text = `An end is nearer to ${near} than the ${volts(HEAD_ROOM_V)} a fault needs: turn the sensor on its shaft, and capture again.`;
    return { to: null, found: { tone: 'error', text } as const };
  }
  const moves = to.lowV !== now.lowV || to.highV !== now.highV;
  const text = moves
    ? `The fault bands move to ${volts(to.lowV)} and ${volts(to.highV)}, so that each end has ${volts(HEAD_ROOM_V)} of room.`
    : 'Each end has its room to the fault bands.';
  return { to, found: { tone: 'good', text } as const };
}

const RAILS_V_AS_BANDS = { lowV: RAILS_V.low, highV: RAILS_V.high };

function sweepWords({ answers }: ProcedureAt, closedV: number, openV: number): Found[] {
  const samples = traced(answers, 'sweep', 'throttleVolts');
  if (samples.length === 0) return [{ tone: 'warning', text: 'The track between the ends was not swept.' }];
  const { seenShare, gaps } = sweepOf(samples, closedV, openV);
  if (gaps.length > 0) {
    const where = gaps.map((gap) => `${formatNumber(98 * Math.min(1, Math.max(0, gap)), 0)} %`).join(', ');
    return [
      { tone: 'error', text: `The track has a gap at ${where}: the sensor is worn, or its plug is loose.` },
    ];
  }
  if (seenShare < WHOLE_SWEEP) {
    const text = `Of its travel ${formatNumber(100 * seenShare, 0)} % was seen: sweep again, from let go to the stop and back.`;
    return [{ tone: 'warning', text }];
  }
  return [{ tone: 'good', text: 'The track has no gap between its ends.' }];
}

function remedyFor(
  { document }: ProcedureAt,
  closedV: number,
  openV: number,
  bands: { readonly lowV: number; readonly highV: number } | null,
) {
  const now = (path: Parameters<typeof baseValue>[1]) => baseValue(document, path);
  const wanted = [
    ['sensors.throttle.closedVolts', closedV],
    ['sensors.throttle.openVolts', openV],
    ['sensors.throttle.faultLow', bands?.lowV ?? null],
    ['sensors.throttle.faultHigh', bands?.highV ?? null],
  ] as const;
  const edits = wanted.flatMap(([path, value]) => {
    const is = now(path);
    if (value === null || (is !== null && Math.abs(is - value) < SAME_V)) return [];
    return [quantityEdit(document, path, value)];
  });
  return edits.length === 0 ? null : { label: 'Take the throttle’s ends as they were measured', edits };
}
