import { LOST_BIT } from '../channel';
import { formatNumber } from '../units';
import { type EventKindInfo, type Found, kind } from './event';
import type { Scan } from './scan';

/** A battery sags below these for so long: while the alternator turns, and under the starter, V and s. */
const SAG = { runningV: 11.8, runningS: 0.5, turningV: 8.2, turningS: 0.25, idleRpm: 600 } as const;
/** Pressure falls when it is by so much of itself below what its regulator held, where much is asked of it, for so long, s. */
const FALLS = {
  share: 0.08,
  leastS: 0.4,
  open: 10,
  rpm: 2000,
  calm: { throttle: 40, rpm: 3500 },
  leastCalm: 40,
} as const;

const RUNS = 'while it ran';

function batterySags(scan: Scan): Found[] {
  const running = scan.stretches(
    (i) => scan.runs(i) && scan.at('speed', i) > SAG.idleRpm && scan.at('battery', i) < SAG.runningV,
    { leastS: SAG.runningS, bridgeS: 1 },
  );
  const turning = scan.stretches((i) => scan.turns(i) && scan.at('battery', i) < SAG.turningV, {
    leastS: SAG.turningS,
    bridgeS: 0.5,
  });
  const words = (when: string, of: readonly { readonly from: number; readonly to: number }[]) =>
    of.map((stretch): Found => ({
      ...stretch,
      tone: 'warning',
      text: `Battery down to ${formatNumber(scan.range('battery', stretch)[0], 1)} V ${when}, below ${formatNumber(when === RUNS ? SAG.runningV : SAG.turningV, 1)} V for ${formatNumber(scan.lengthS(stretch), 1)} s: pulses are only as long as the dead-time curve says down there.`,
    }));
  return [...words(RUNS, running), ...words('under the starter', turning)];
}

function pressureFalls(scan: Scan): Found[] {
  const held = heldPressure(scan);
  if (held === null) return [];
  const asked = (i: number) =>
    scan.runs(i) &&
    scan.at('throttle', i) > scan.closedThrottle + FALLS.open &&
    scan.at('speed', i) > FALLS.rpm &&
    // A number that stands in for the manifold's pressure says nothing of what a regulator follows.
    !(scan.at('sensorsLost', i) & LOST_BIT.map);
  return scan
    .stretches((i) => asked(i) && scan.at('fuelPressure', i) < held(i) * (1 - FALLS.share), {
      leastS: FALLS.leastS,
      bridgeS: 0.3,
    })
    .map((stretch) => {
      const worst = worstIn(scan, stretch, held);
      return {
        ...stretch,
        tone: 'warning',
        text: `Fuel pressure fell to ${formatNumber(scan.at('fuelPressure', worst), 0)} kPa where ${formatNumber(held(worst), 0)} are held, at ${formatNumber(scan.at('speed', worst), 0)} rev/min and ${formatNumber(scan.at('throttle', worst), 0)} % of throttle: the pump, its supply or the filter gives less than the engine asks.`,
      };
    });
}

function worstIn(
  scan: Scan,
  { from, to }: { from: number; to: number },
  held: (i: number) => number,
): number {
  let worst = from;
  for (let i = from; i <= to; i += 1) {
    if (scan.at('fuelPressure', i) - held(i) < scan.at('fuelPressure', worst) - held(worst)) worst = i;
  }
  return worst;
}

/** What the regulator held where little was asked, by manifold pressure; null where too little was seen of it. */
function heldPressure(scan: Scan): ((sample: number) => number) | null {
  let [count, fuelSum, manifoldSum, squares, products] = [0, 0, 0, 0, 0];
  for (let i = 0; i < scan.length; i += 1) {
    const [fuel, manifold] = [scan.at('fuelPressure', i), scan.at('manifoldPressure', i) || 0];
    const { throttle, rpm } = FALLS.calm;
    const isCalm = scan.at('throttle', i) < throttle && scan.at('speed', i) < rpm;
    if (!scan.runs(i) || !isCalm || Number.isNaN(fuel)) continue;
    count += 1;
    fuelSum += fuel;
    manifoldSum += manifold;
    squares += manifold * manifold;
    products += manifold * fuel;
  }
  if (count < FALLS.leastCalm) return null;
  const spread = squares - manifoldSum ** 2 / count;
  const slope = (products - (manifoldSum * fuelSum) / count) / spread;
  // A regulator follows the manifold or does not; a slope between is noise, or a pressure that hardly moved.
  const follows = slope > 0.5 ? 1 : 0;
  const rest = (fuelSum - follows * manifoldSum) / count;
  return (i) => rest + follows * (scan.at('manifoldPressure', i) || 0);
}

/** What feeds the engine. */
export const SUPPLY_KINDS = {
  batterySag: kind({
    label: 'Battery sag',
    needs: ['battery', 'speed'],
    traces: ['battery', 'speed', 'injectorOpening', 'lambdaOne'],
    find: batterySags,
  }),
  pressureFalls: kind({
    label: 'Fuel pressure falling',
    needs: ['fuelPressure', 'throttle', 'speed'],
    traces: ['fuelPressure', 'manifoldPressure', 'speed', 'lambdaOne'],
    find: pressureFalls,
  }),
  reset: kind({
    label: 'Reset',
    needs: ['resets'],
    traces: ['resets', 'battery', 'speed'],
    find: (scan) =>
      scan.counts('resets').map(({ at }) => ({
        from: at - 1,
        to: at,
        tone: 'warning',
        text: 'The engine computer began anew: its supply was gone for a moment.',
      })),
  }),
} satisfies Record<string, EventKindInfo>;
