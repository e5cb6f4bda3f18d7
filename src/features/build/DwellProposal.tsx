import { useState } from 'react';
import { View } from 'react-native';
import { dwellProposal } from '@/core/generators';
import { acceptedMap, type CellRange } from '@/core/map';
import { dwellMap } from '@/core/spark';
import { useDocumentLater } from '@/data/session/documentParts';
import { edit } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { ProposalView } from '@/ui/proposal/ProposalView';

/** The dwell table proposed from the coil's data; a button until it is asked for. */
export function DwellProposal() {
  const document = useDocumentLater();
  const [asked, setAsked] = useState(false);
  const proposal = dwellProposal(document, today());
  if (proposal === null || document.coils.dwellBy?.value === 'coil') return null;
  if (!asked) {
    return (
      <View style={{ flexDirection: 'row' }}>
        <Button label="Propose dwell from coil data" icon="auto-fix" onPress={() => setAsked(true)} />
      </View>
    );
  }
  const accept = (range: CellRange | null) => {
    const next = acceptedMap(proposal, range);
    const [source] = proposal.after.sources;
    if (source === undefined) return;
    edit(`Accept ${range === null ? 'all' : 'part'} of the dwell proposal`, (draft) => {
      const rows = next.x.map((volts, i) => [volts, next.values[i] as number]);
      draft.coils.dwell = { units: ['V', 'ms'], rows, source };
    });
    if (range === null) setAsked(false);
  };
  return (
    <ProposalView
      definition={dwellMap}
      proposal={proposal}
      onAccept={accept}
      onRefuse={() => setAsked(false)}
    />
  );
}
