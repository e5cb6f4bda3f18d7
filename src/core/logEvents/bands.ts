import { type ChannelId, GUARD_REASONS, LIMITS, LOOP_CODE, SENSORS_LOST } from '../channel';
import type { Log } from '../log';
import { inSentence } from '../units';
import { Scan, type Stretch } from './scan';

/** How a band is drawn: by what it does to the engine. */
export type BandTone = 'cranking' | 'afterStart' | 'cut' | 'loop' | 'fault';

/** What the engine computer was doing for a while. */
export interface LogBand {
  readonly fromS: number;
  readonly toS: number;
  readonly label: string;
  readonly tone: BandTone;
}

/** After-start acts while its factor is above this. */
const AFTER_START = 1.02;

interface BandKind {
  readonly tone: BandTone;
  readonly needs: ChannelId;
  /** The words of a sample in it; null out of it. */
  readonly says: (scan: Scan, sample: number) => string | null;
  /** A pause in it shorter than this is none, s. */
  readonly bridgeS?: number;
}

const when = (holds: boolean, words: string) => (holds ? words : null);
/** A state by its number in a channel, in words; none is out of it. */
const named =
  (id: ChannelId, states: readonly { readonly label: string }[], before: string): BandKind['says'] =>
  (scan, i) => {
    const code = scan.at(id, i);
    const state = code > 0 ? states[code] : undefined;
    return state === undefined ? null : `${before}${inSentence(state.label)}`;
  };

/** Every band there is, in the order in which what lies over one another is said. */
const BANDS: readonly BandKind[] = [
  { tone: 'cranking', needs: 'speed', says: (scan, i) => when(scan.turns(i), 'cranking') },
  {
    tone: 'afterStart',
    needs: 'afterStart',
    says: (scan, i) => when(scan.runs(i) && scan.at('afterStart', i) > AFTER_START, 'after-start'),
  },
  {
    tone: 'cut',
    needs: 'overrunCut',
    says: (scan, i) => when(scan.runs(i) && scan.at('overrunCut', i) > 0, 'overrun cut'),
  },
  { tone: 'cut', needs: 'limiting', says: named('limiting', LIMITS, 'held back: '), bridgeS: 0.4 },
  { tone: 'fault', needs: 'protection', says: named('protection', GUARD_REASONS, 'protection: ') },
  { tone: 'fault', needs: 'sensorLost', says: named('sensorLost', SENSORS_LOST, 'in fault: ') },
  {
    tone: 'fault',
    needs: 'sync',
    says: (scan, i) => when(scan.runs(i) && scan.at('sync', i) === 0, 'no sync'),
  },
  {
    tone: 'loop',
    needs: 'loopState',
    says: (scan, i) => when(scan.at('loopState', i) >= LOOP_CODE.active, 'closed loop'),
    bridgeS: 0.4,
  },
];

/** What the engine computer was doing, as far as it was logged, in the order it began. */
export function bandsOf(log: Log): LogBand[] {
  const scan = new Scan(log, NaN);
  return BANDS.flatMap((band) => (scan.has(band.needs) ? stretchesOf(scan, band) : [])).sort(
    (one, other) => one.fromS - other.fromS,
  );
}

function stretchesOf(scan: Scan, { tone, says, bridgeS = 0 }: BandKind): LogBand[] {
  const found: { stretch: Stretch; label: string }[] = [];
  for (let i = 0; i < scan.length; i += 1) {
    const label = says(scan, i);
    if (label === null) continue;
    const last = found.at(-1);
    const goesOn =
      last?.label === label &&
      (last.stretch.to === i - 1 || scan.timeS(i) - scan.timeS(last.stretch.to) <= bridgeS);
    if (last !== undefined && goesOn) last.stretch = { ...last.stretch, to: i };
    else found.push({ stretch: { from: i, to: i }, label });
  }
  return found.map(({ stretch, label }) => ({
    fromS: scan.timeS(stretch.from),
    toS: scan.timeS(stretch.from) + scan.lengthS(stretch),
    label,
    tone,
  }));
}
