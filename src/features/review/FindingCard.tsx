import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  canAccept,
  checkById,
  type Finding,
  findingWords,
  placeLabel,
  remedyOf,
  wayToFinding,
} from '@/core/checks';
import { useDocument } from '@/data/session/session';
import { useShownUnits } from '@/data/shownUnits';
import { Button } from '@/ui/button/Button';
import { Icon } from '@/ui/icon/Icon';
import { Heading, Text } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles, type Roles } from '@/ui/theme';
import type { IconName } from '@/ui/icon/Icon';
import { AcceptSheet } from './AcceptSheet';
import { RemedySheet } from './RemedySheet';

const GRADES: Readonly<Record<Finding['severity'], { colour: keyof Roles; icon: IconName; word: string }>> = {
  blocks: { colour: 'error', icon: 'alert-circle-outline', word: 'In the way' },
  warns: { colour: 'warning', icon: 'alert-outline', word: 'Unwise' },
  advises: { colour: 'steel', icon: 'help-circle-outline', word: 'Look again' },
};

/** One thing that was found: what it is, why it matters, and the ways out. */
export function FindingCard({ finding, onGo }: { finding: Finding; onGo: (page: string) => void }) {
  const roles = useRoles();
  const document = useDocument();
  const [units] = useShownUnits();
  const [accepting, setAccepting] = useState(false);
  const { title, why, proposedAt } = checkById(finding.id);
  const { colour, icon, word } = GRADES[finding.severity];
  const [curing, setCuring] = useState(false);
  const remedy = useMemo(() => remedyOf(document, finding), [document, finding]);
  const place = placeLabel(document, finding.place);
  return (
    <View
      role="article"
      aria-label={title}
      style={{
        borderWidth: 1,
        borderLeftWidth: 4,
        borderColor: roles[colour],
        borderRadius: CORNER.field,
        backgroundColor: roles.surface,
        padding: SPACE.m,
        gap: SPACE.s,
      }}
    >
      <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-start' }}>
        <Icon name={icon} size={20} color={roles[colour]} />
        <View style={{ flex: 1, gap: 2 }}>
          <Heading level={3} kind="strong">
            {title}
          </Heading>
          <Text kind="small" colour="muted">
            {`${word}: ${place}`}
          </Text>
        </View>
      </View>
      <Text>{findingWords(finding, units)}</Text>
      <Text kind="small" colour="muted">
        {why}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label="Go there"
          accessibilityLabel={`Go to ${place}`}
          onPress={() => onGo(wayToFinding(finding))}
        />
        {proposedAt === undefined ? null : (
          <Button label="See the proposal" icon="auto-fix" onPress={() => onGo(proposedAt)} />
        )}
        {remedy === null ? null : (
          <Button label={remedy.label} icon="auto-fix" onPress={() => setCuring(true)} />
        )}
        {canAccept(finding) ? (
          <Button label="Accept with a reason" icon="check" onPress={() => setAccepting(true)} />
        ) : null}
      </View>
      {remedy === null || !curing ? null : (
        <RemedySheet finding={finding} remedy={remedy} title={title} onClose={() => setCuring(false)} />
      )}
      <AcceptSheet finding={finding} title={title} open={accepting} onClose={() => setAccepting(false)} />
    </View>
  );
}
