import { AT, LOST_BIT } from '../../channel';
import { type ClosedLoop, type LearnedTrims, LOOP_DURING } from '../../control';
import { fittedLambdas, lambdaGroupsOf } from '../lambdas';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';
import { authorityMaps, closesLoop, loadAxisOf } from '../strategy';
import { choiceAt } from '../values';
import { mapGrid } from './mapGrid';

/** The closed loop; null while it is off, no sensor is fitted, or something is missing. */
export function closedLoopOf(document: Calibration, cylinders: number): ClosedLoop | null {
  const fitted = fittedLambdas(document);
  if (!closesLoop(document) || fitted.length === 0) return null;
  const { groups, groupOf } = lambdaGroupsOf(document, cylinders);
  const at = (key: string) => baseValue(document, `closedLoop.${key}`);
  const numbers = {
    sensorWarmS: at('sensorWarm'),
    coolantFromC: at('coolantFrom'),
    speedFromRpm: at('speedFrom'),
    speedToRpm: at('speedTo'),
    believedWithin: at('believedWithin'),
    fixedMs: at('delayFixed'),
    airMsAt10: at('delayAir'),
    lagMs: at('lag'),
  };
  const grids = loopGrids(document);
  const rules = LOOP_DURING.map(
    (state) => [state, choiceAt(document, `closedLoop.${DURING[state]}`)] as const,
  );
  if (Object.values(numbers).includes(null) || grids === null) return null;
  if (groups.length === 0 || rules.some(([, rule]) => rule === null)) return null;
  const { believedWithin, fixedMs, airMsAt10, lagMs, ...rest } = numbers as Record<
    keyof typeof numbers,
    number
  >;
  const groupOfSensor = (sensor: number) =>
    Math.max(
      0,
      groups.findIndex(({ sensors }) => sensors.includes(sensor)),
    );
  return {
    sensors: fitted.map((id, i) => ({
      place: AT[id],
      lostBit: LOST_BIT[id],
      group: groupOfSensor(i),
      min: baseValue(document, `sensors.${id}.believedFrom`) ?? 0,
      max: baseValue(document, `sensors.${id}.believedTo`) ?? Infinity,
    })),
    groups,
    groupOf,
    shown: [groupOfSensor(0), groupOfSensor(fitted.length - 1)],
    loadPlace: AT[loadAxisOf(document)],
    ...rest,
    pressureToKpa: at('pressureTo') ?? Infinity,
    throttleToPercent: at('throttleTo') ?? Infinity,
    believedWithinLn: Math.log1p(believedWithin / 100),
    delay: { fixedS: fixedMs / 1000, airG: airMsAt10 / 100, lagS: lagMs / 1000 },
    ...grids,
    during: Object.fromEntries(rules) as ClosedLoop['during'],
  };
}

const DURING: Readonly<Record<(typeof LOOP_DURING)[number], string>> = {
  enrichment: 'duringEnrichment',
  cut: 'duringCut',
  limiter: 'duringLimiter',
  launch: 'duringLaunch',
  protection: 'duringProtection',
};

function loopGrids(
  document: Calibration,
): Pick<ClosedLoop, 'startS' | 'proportional' | 'integral' | 'richer' | 'leaner'> | null {
  const { loopStart, loopProportional, loopIntegral } = document.maps;
  const authority = authorityMaps(document);
  const richer = document.maps[authority.richer];
  const leaner = document.maps[authority.leaner];
  if (loopStart === null || loopProportional === null || loopIntegral === null) return null;
  if (richer === null || leaner === null) return null;
  return {
    startS: mapGrid(loopStart),
    proportional: mapGrid(loopProportional),
    integral: mapGrid(loopIntegral),
    richer: mapGrid(richer),
    leaner: mapGrid(leaner),
  };
}

/** How trims are learned, on the cells of the authority; null without a loop. */
export function learnedOf(document: Calibration, loop: ClosedLoop | null): LearnedTrims | null {
  const at = (key: string) => baseValue(document, `learned.${key}`);
  const on = choiceAt(document, 'learned.use') === 'yes';
  const [rate, limit, coolantFromC, steadyForS] = [
    at('rate'),
    at('limit'),
    at('coolantFrom'),
    at('steadyFor'),
  ];
  if (loop === null || limit === null) return null;
  if (rate === null || coolantFromC === null || steadyForS === null) return null;
  return {
    on,
    x: loop.richer.x,
    y: loop.richer.y,
    loadPlace: loop.loadPlace,
    rate: rate / 100,
    limitLn: Math.log1p(limit / 100),
    coolantFromC,
    steadyForS,
  };
}
