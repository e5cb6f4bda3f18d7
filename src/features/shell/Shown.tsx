import { type ReactNode, useMemo } from 'react';
import { fuelById } from '@/core/fuels';
import { useSession } from '@/data/session/session';
import { useShownUnits } from '@/data/shownUnits';
import { ShownContext } from '@/ui/units/shownBy';

/** Everything inside in the units chosen, a mixture by the fuel of the calibration that is open. */
export function Shown({ children }: { children: ReactNode }) {
  const [units] = useShownUnits();
  const fuel = useSession(({ history }) => history?.document.engine.fuel?.value ?? 'petrol');
  const by = useMemo(
    () => ({ units, stoichiometricRatio: fuelById(fuel).stoichiometricRatio }),
    [units, fuel],
  );
  return <ShownContext.Provider value={by}>{children}</ShownContext.Provider>;
}
