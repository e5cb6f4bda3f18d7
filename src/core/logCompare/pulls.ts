import type { Log } from '../log';
import { Scan, type Stretch } from '../logEvents';

/** A pull: the foot down and speed rising, from one sample to another, both inside. */
export interface Pull extends Stretch {
  readonly fromRpm: number;
  readonly toRpm: number;
  /** The gear it was in; NaN where that was not logged. */
  readonly gear: number;
}

/** With the foot so far down, %, for so long, s, while speed rises by so much, rev/min; a gear change ends one. */
const PULL = { throttle: 45, leastS: 0.8, rises: 800 } as const;
/** Speed may fall back by so much within one, rev/min: a cycle differs from the next. */
const FALLS_BACK = 120;

/** The pulls of a log, in their order. What is cut at the limiter is no longer one. */
export function pullsOf(log: Log): Pull[] {
  const scan = new Scan(log, NaN);
  const holds = (i: number) =>
    scan.runs(i) && scan.at('throttle', i) > PULL.throttle && !(scan.at('cutShare', i) > 0);
  return scan.stretches(holds, { leastS: PULL.leastS }).flatMap((stretch) => risesIn(scan, stretch));
}

/** The parts of a stretch in which speed rises. */
function risesIn(scan: Scan, { from, to }: Stretch): Pull[] {
  const found: Pull[] = [];
  let [first, top] = [from, scan.at('speed', from)];
  const end = (last: number) => {
    const [fromRpm, toRpm] = [scan.at('speed', first), top];
    const stretch = { from: first, to: last };
    if (toRpm - fromRpm >= PULL.rises && scan.lengthS(stretch) >= PULL.leastS) {
      found.push({ ...stretch, fromRpm, toRpm, gear: scan.at('gear', last) });
    }
  };
  let topAt = from;
  for (let i = from; i <= to; i += 1) {
    const speed = scan.at('speed', i);
    if (speed > top) [top, topAt] = [speed, i];
    // It may begin lower than where it was counted from.
    if (topAt === first && speed < top) [first, top, topAt] = [i, speed, i];
    if (top - speed > FALLS_BACK) {
      end(topAt);
      [first, top, topAt] = [i, speed, i];
    }
  }
  end(topAt);
  return found;
}
