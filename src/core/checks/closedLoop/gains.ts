import { loopGains, loopMargin } from '../../control';
import { check } from '../entry/check';
import { cellsRemedy } from '../entry/remedy';
import { gainsByFlow } from './parts';
import type { Calibration } from '../../calibration';

/** A loop that makes disturbances more than so many times larger swings for long. */
const MOST_PEAK = 2.2;

export const closedLoopGains = check({
  id: 'closedLoop.gains',
  title: 'Loop gains beyond the delay',
  severity: 'warns',
  reads: ['closedLoop', 'maps', 'engine', 'injectors'],
  why: 'A correction that comes before the last one was read overshoots, and the mixture hunts.',
  find: (document) => {
    const worst = tooHigh(document)[0];
    return worst === undefined ? null : { place: 'maps.loopProportional' as const, data: worst };
  },
  say: ({ flow, delayMs, times, diverges }) =>
    `At ${flow} g/s of air lambda is read after ${delayMs.toFixed(0)} ms, and these gains are ${times.toFixed(1)} times what that bears: ${diverges ? 'the mixture would swing more and more' : 'it overshoots and swings for long'}.`,
  proposedAt: 'maps/loop',
  remedy: (document) => {
    const high = new Map(
      tooHigh(document).map(({ flow, plant }) => [flow, loopGains(plant.deadS, plant.lagS)] as const),
    );
    const edits = (['loopProportional', 'loopIntegral'] as const).flatMap((mapId) => {
      const map = document.maps[mapId];
      const which = mapId === 'loopProportional' ? 'proportional' : 'integralPerS';
      const bears = ({ x, value }: { readonly x: number; readonly value: number }) =>
        Number((high.get(x)?.[which] ?? value).toFixed(2));
      return map === null ? [] : (cellsRemedy(mapId, map, bears, String)?.edits ?? []);
    });
    return edits.length === 0 ? null : { label: 'Take the gains that the delay allows', edits };
  },
});

/** The flows at which gains are too high, the worst first. */
function tooHigh(document: Calibration) {
  return gainsByFlow(document)
    .flatMap(({ flow, plant, gains }) => {
      const { gainMargin, peak } = loopMargin(plant, gains);
      const usual = loopMargin(plant, loopGains(plant.deadS, plant.lagS)).gainMargin;
      return peak > MOST_PEAK
        ? [{ flow, plant, delayMs: 1000 * plant.deadS, times: usual / gainMargin, diverges: gainMargin < 1 }]
        : [];
    })
    .sort((a, b) => b.times - a.times);
}
