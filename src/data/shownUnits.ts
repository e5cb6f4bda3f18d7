import { z } from '@/core/field/schema';
import { type ShownUnits, USUAL_UNITS } from '@/core/units';
import { usePreference } from './preferences';

const unitsSchema = z.object({
  mixture: z.enum(['lambda', 'afr']),
  pressure: z.enum(['kPaAbs', 'barAbs', 'psiAbs']),
  temperature: z.enum(['degC', 'degF']),
  // What was chosen before there were these is kept.
  distance: z.enum(['metric', 'imperial']).default('metric'),
  decimals: z.literal([-1, 0, 1]).default(0),
});

/** The units of a stored preference; the usual ones where it is missing or not readable. */
export function readUnits(stored: string | null): ShownUnits {
  try {
    const parsed = unitsSchema.safeParse(JSON.parse(stored ?? 'null'));
    return parsed.success ? parsed.data : USUAL_UNITS;
  } catch {
    return USUAL_UNITS;
  }
}

/** The units everything is shown in, and a way to change them. */
export function useShownUnits(): readonly [ShownUnits, (units: ShownUnits) => void] {
  return usePreference('units', readUnits, (units) => JSON.stringify(units));
}
