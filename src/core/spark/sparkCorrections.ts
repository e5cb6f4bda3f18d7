import type { Reason } from '../map';

/** What the corrections of spark are proposed from. */
export interface SparkCorrectionInputs {
  readonly charged: boolean;
  /** Heat of evaporation against petrol’s, for the same air: alcohols cool the charge. */
  readonly coolingFactor: number;
  readonly compressionRatio: number;
  readonly firstRun: boolean;
}

/** Coolant temperatures of the proposed correction, °C. */
export const SPARK_COOLANT_BREAKPOINTS: readonly number[] = [-30, -10, 10, 30, 50, 70, 95, 105, 115];
/** Intake air temperatures of the proposed correction, °C. */
export const SPARK_AIR_BREAKPOINTS: readonly number[] = [-30, 0, 20, 30, 40, 50, 65, 80];

const COLD = { most: 4, fromC: 60, spanK: 80 } as const;
const HOT = { fromC: 98, degPerK: 0.35 } as const;
const AIR = { fromC: 30, kPerDeg: 7, kPerDegCareful: 5 } as const;
const CRANK = { at20Deg: 8, perK: 0.02, highCompression: 11.5, lessDeg: 2 } as const;

/** Degrees added against coolant temperature: more while cold charge burns slowly, less when it overheats. */
export function proposedSparkCoolantDeg(coolantC: number): number {
  const cold = COLD.most * Math.min(1, Math.max(0, (COLD.fromC - coolantC) / COLD.spanK));
  const hot = Math.max(0, coolantC - HOT.fromC) * HOT.degPerK;
  return cold - hot;
}

/** Degrees taken off against intake air temperature, never added. */
export function proposedSparkAirDeg(inputs: SparkCorrectionInputs, airC: number): number {
  const careful = inputs.charged || inputs.firstRun;
  const perDeg = careful ? AIR.kPerDegCareful : AIR.kPerDeg;
  const hotter = Math.max(0, airC - AIR.fromC);
  return hotter === 0 ? 0 : -hotter / perDeg / inputs.coolingFactor;
}

/** Spark while the starter turns, ° BTDC: a little later when the cold starter is slow and could be kicked back. */
export function proposedCrankAdvanceDeg(inputs: SparkCorrectionInputs, coolantC: number): number {
  const high = inputs.compressionRatio > CRANK.highCompression ? CRANK.lessDeg : 0;
  return CRANK.at20Deg - high + Math.max(-1, Math.min(1, (coolantC - 20) * CRANK.perK));
}

/** Why the corrections are what they are. */
export function sparkCorrectionReasons(
  id: 'sparkCoolant' | 'sparkAir' | 'crankAdvance',
  inputs: SparkCorrectionInputs,
): Reason[] {
  switch (id) {
    case 'sparkCoolant':
      return [
        {
          text: `A cold charge burns slowly: up to ${COLD.most}° more, gone at ${COLD.fromC} °C.`,
          formula: '4° · (60 − T)/80, held at 4°',
        },
        {
          text: `Above ${HOT.fromC} °C the metal is hot enough to knock: ${HOT.degPerK}° less for each °C.`,
        },
      ];
    case 'sparkAir': {
      const perDeg = inputs.charged || inputs.firstRun ? AIR.kPerDegCareful : AIR.kPerDeg;
      const why = inputs.charged ? 'charged' : inputs.firstRun ? 'a first run' : 'not charged';
      const reasons: Reason[] = [
        {
          text: `Hot air brings knock nearer: 1° less for every ${perDeg} °C above ${AIR.fromC} °C (${why}).`,
          formula: '−(T − 30) / K per degree / cooling of the fuel',
        },
      ];
      if (inputs.coolingFactor > 1) {
        reasons.push({
          text: `This fuel cools the charge as it evaporates: the retard is divided by ${inputs.coolingFactor.toFixed(2)}.`,
        });
      }
      return reasons;
    }
    case 'crankAdvance':
      return [
        {
          text: `${CRANK.at20Deg}° at 20 °C, a degree less in hard frost where the starter is slow, so that the engine does not kick back.`,
        },
        ...(inputs.compressionRatio > CRANK.highCompression
          ? [{ text: `${CRANK.lessDeg}° less for a compression ratio of ${inputs.compressionRatio}.` }]
          : []),
      ];
  }
}
