import { fuelById, type FuelId } from '../fuels';
import type { Reason } from '../map';

/** Breakpoints of coolant temperature that start-up curves are proposed on, °C. */
export const COOLANT_BREAKPOINTS: readonly number[] = [-30, -20, -10, 0, 20, 40, 60, 80];

/** The start-up curves by name. */
export type StartUpCurveId = 'prime' | 'cranking' | 'afterStart' | 'afterStartDecay' | 'warmUp';

/** Petrol's curves at the temperatures of {@link COOLANT_BREAKPOINTS}: found by trial on the stand-in engines. */
const PETROL_CURVES: Readonly<Record<StartUpCurveId, readonly number[]>> = {
  prime: [1.6, 1.2, 1, 0.8, 0.5, 0.3, 0.15, 0],
  cranking: [6.4, 4.8, 4.1, 3.4, 2.5, 1.85, 1.4, 1.15],
  afterStart: [2.7, 2.5, 2.2, 1.85, 1.45, 1.27, 1.16, 1.08],
  afterStartDecay: [20, 19, 18, 17, 15, 12, 10, 7],
  warmUp: [1.58, 1.48, 1.38, 1.28, 1.15, 1.06, 1.02, 1],
};

const REASONS: Readonly<Record<StartUpCurveId, string>> = {
  prime:
    'Wets the port walls before the first turn, so that the first events find fuel; less than a cranking event’s multiple, because none of it is drawn yet.',
  cranking:
    'Only part of the fuel evaporates at cranking speed, and less the colder it is; the curve is the inverse of that part.',
  afterStart:
    'Just after the catch the valves are as cold as the coolant, but speed and vacuum already help evaporation: less is needed than for cranking.',
  afterStartDecay:
    'Valves warm within seconds of firing. Colder metal takes longer, so the decay is longer when cold.',
  warmUp: 'Port walls follow the coolant. The factor reaches 1 at working temperature and stays there.',
};

/**
 * A start-up curve for a fuel, on {@link COOLANT_BREAKPOINTS}, with its reasons. Factors keep their value at 80 °C and
 * grow with the power of the fuel's cold excess below it.
 */
export function proposedStartUp(
  curve: StartUpCurveId,
  fuelId: FuelId,
): { values: number[]; reasons: Reason[] } {
  const petrol = PETROL_CURVES[curve];
  const hot = petrol[petrol.length - 1] as number;
  const { coldExcess: excess, label } = fuelById(fuelId);
  const scaled = curve !== 'afterStartDecay';
  const values = petrol.map((value) => (scaled ? scaledBy(value, hot, excess) : value));
  const reasons: Reason[] = [{ text: REASONS[curve] }];
  if (scaled && excess > 1) {
    reasons.push({
      text: `${label} needs more heat to evaporate than petrol: how much the cold asks for is raised to the power of ${excess}.`,
      formula: 'value = hot × (petrol value ÷ hot)^cold excess',
    });
  }
  return { values, reasons };
}

/** Factors grow with the power of the cold excess; a prime pulse, which has no factor left when hot, in proportion. */
function scaledBy(petrol: number, hot: number, excess: number): number {
  return hot > 0 ? hot * Math.pow(petrol / hot, excess) : petrol * excess;
}

/** Turns of the crank that the taper is proposed on. */
export const TURNS_BREAKPOINTS: readonly number[] = [0, 8, 16, 24, 40, 60];

const TAPER = { fromTurns: 8, leftPercent: 68, byTurns: 60 } as const;

/** Share of cranking fuel left after turns without a catch, %: whole for the first turns, then falling evenly. */
export function proposedTaperPercent(turns: number): number {
  const into = Math.min(1, Math.max(0, (turns - TAPER.fromTurns) / (TAPER.byTurns - TAPER.fromTurns)));
  return 100 + (TAPER.leftPercent - 100) * into;
}

/** Why the taper is what it is. */
export function taperReasons(): Reason[] {
  return [
    {
      text: `All of it for ${TAPER.fromTurns} turns, in which a good start catches; ${TAPER.leftPercent} % after ${TAPER.byTurns}: by then the walls are wet, and more would only reach the plugs.`,
    },
  ];
}
