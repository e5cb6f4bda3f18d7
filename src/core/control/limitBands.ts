import type { LimitId } from '../channel';
import { lookUpCurve } from '../numeric';
import type { CutBy, SpeedLimiting } from './speedLimits';

/** From where to where one limit acts, at what. */
export interface LimitBand {
  readonly id: LimitId;
  /** What it depends on: coolant, °C, or a gear; null where on nothing. */
  readonly at: number | null;
  readonly softRpm: number;
  readonly hardRpm: number;
  readonly by: CutBy;
}

/**
 * Every limit of an engine, the one that cuts first at the top. Limits by coolant and by gear stand where they are lower than the
 * normal one.
 */
export function limitBands(settings: SpeedLimiting): LimitBand[] {
  const { hardRpm, softRpm, by, byCoolant, byGear, launch } = settings;
  const width = hardRpm - softRpm;
  const band = (id: LimitId, hard: number, cuts: CutBy, at: number | null = null): LimitBand => ({
    id,
    at,
    softRpm: hard - width,
    hardRpm: hard,
    by: cuts,
  });
  const lower = (id: 'cold' | 'gear', curve: SpeedLimiting['byCoolant']): LimitBand[] =>
    curve === null
      ? []
      : [...curve.x]
          .map((at) => band(id, lookUpCurve(curve, at), by, at))
          .filter((each) => each.hardRpm < hardRpm);
  return [
    band('speed', hardRpm, by),
    ...lower('cold', byCoolant),
    ...lower('gear', byGear),
    ...(launch === null ? [] : [band('launch', launch.hardRpm, launch.by)]),
    ...(launch?.after == null ? [] : [band('afterLaunch', launch.after.hardRpm, launch.by)]),
  ].sort((a, b) => a.softRpm - b.softRpm);
}
