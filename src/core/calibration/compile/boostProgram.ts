import type { BoostControl } from '../../control';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';
import { controlsBoost } from '../strategy';
import { mapGrid } from './mapGrid';

type Numbers = Omit<BoostControl, 'target' | 'duty'>;

/** How boost is held by a valve; null where a spring does it alone, or something is missing. */
export function boostOf(document: Calibration): BoostControl | null {
  const { boostTarget, boostDuty } = document.maps;
  if (!controlsBoost(document) || boostTarget === null || boostDuty === null) return null;
  const at = (key: string) => baseValue(document, `boost.${key}`);
  const numbers = {
    aboveThrottlePercent: at('aboveThrottle'),
    regulatesFromKpa: at('regulatesFrom'),
    proportionalPerKpa: at('proportional'),
    integralPerKpaS: at('integral'),
    integralLimitPercent: at('integralLimit'),
    overKpa: at('over'),
    overForS: at('overFor'),
  };
  if (Object.values(numbers).includes(null)) return null;
  return { target: mapGrid(boostTarget), duty: mapGrid(boostDuty), ...(numbers as Numbers) };
}
