import { useMemo, useState } from 'react';
import { strategyOf } from '@/core/calibration';
import { scaledPulse } from '@/core/generators';
import { acceptedMap, type CellRange, type MapData, sameAxes } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { edit, useDocument, useLastStep } from '@/data/session/session';
import { today } from '@/data/today';
import { Message } from '@/ui/layout';
import { ProposalView } from '@/ui/proposal/ProposalView';

/**
 * With a plain pulse width a changed target changes nothing by itself: at the moment it is changed, the matching scaling
 * of the pulse map is offered. Nothing to show otherwise.
 */
export function PulseScaling() {
  const document = useDocument();
  const last = useLastStep();
  const [refused, setRefused] = useState<MapData | null>(null);
  const target = document.maps.lambda;
  const { pulse } = document.maps;
  const before = last?.before.maps.lambda ?? null;
  const proposal = useMemo(() => {
    if (pulse === null || target === null || before === null || before === target) return null;
    return sameAxes(before, target) ? scaledPulse(pulse, before, target, today()) : null;
  }, [pulse, target, before]);
  if (strategyOf(document) !== 'pulseWidth' || proposal === null || refused === target) return null;
  const accept = (range: CellRange | null) => {
    const next = acceptedMap(proposal, range);
    edit('Scale the base pulse with the lambda target', (draft) => {
      draft.maps.pulse = next;
    });
  };
  return (
    <>
      <Message tone="warning">
        The target changed, but with plain pulse width the fuel does not follow it. Scale the base pulse too.
      </Message>
      <ProposalView
        key={last?.label}
        definition={MAP_DEFINITIONS.pulse}
        proposal={proposal}
        onAccept={accept}
        onRefuse={() => setRefused(target)}
        docked={false}
      />
    </>
  );
}
