import { type ReactNode, useState } from 'react';
import { View } from 'react-native';
import type { CellRange, MapDefinition, MapProposal } from '@/core/map';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
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
  /** None where nothing would move. */
  proposes: readonly StudyProposal[];
}

/** What was found in logs, and below it, once one is asked for, what would come of it as a proposal. */
export function StudyCard({ title, intro, children, proposes }: Props) {
  const [openId, setOpenId] = useState<string | null>(null);
  const shut = () => setOpenId(null);
  const open = proposes.find(({ definition }) => definition.id === openId) ?? null;
  return (
    <>
      <Card title={title} {...(intro === undefined ? {} : { intro })}>
        {children}
        {proposes.length === 0 || open !== null ? null : (
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
            {proposes.map(({ definition, label }) => (
              <Button
                key={definition.id}
                label={label}
                icon="auto-fix"
                onPress={() => setOpenId(definition.id)}
              />
            ))}
          </View>
        )}
      </Card>
      {open === null ? null : (
        <ProposalView
          definition={open.definition}
          proposal={open.proposal}
          choices={<Text>{open.definition.label}</Text>}
          onAccept={(range) => {
            open.onAccept(range);
            if (range === null) shut();
          }}
          onRefuse={shut}
        />
      )}
    </>
  );
}
