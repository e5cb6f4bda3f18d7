import { type ReactNode, useState } from 'react';
import { View } from 'react-native';
import type { CellRange, MapDefinition, MapProposal } from '@/core/map';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { ProposalView } from '@/ui/proposal/ProposalView';

/** What a study would put into a map. */
export interface StudyProposal {
  readonly definition: MapDefinition;
  readonly proposal: MapProposal;
  /** What opens it. */
  readonly label: string;
  /** Null accepts all. */
  readonly onAccept: (range: CellRange | null) => void;
}

interface Props {
  title: string;
  intro?: string;
  /** What it found. */
  children: ReactNode;
  /** Null where nothing would move. */
  proposes: StudyProposal | null;
}

/** What was found in logs, and below it, once it is asked for, what would come of it as a proposal. */
export function StudyCard({ title, intro, children, proposes }: Props) {
  const [open, setOpen] = useState(false);
  const shut = () => setOpen(false);
  return (
    <>
      <Card title={title} {...(intro === undefined ? {} : { intro })}>
        {children}
        {proposes === null || open ? null : (
          <View style={{ flexDirection: 'row' }}>
            <Button label={proposes.label} icon="auto-fix" onPress={() => setOpen(true)} />
          </View>
        )}
      </Card>
      {proposes === null || !open ? null : (
        <ProposalView
          definition={proposes.definition}
          proposal={proposes.proposal}
          onAccept={(range) => {
            proposes.onAccept(range);
            if (range === null) shut();
          }}
          onRefuse={shut}
        />
      )}
    </>
  );
}
