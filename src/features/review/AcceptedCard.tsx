import { View } from 'react-native';
import { findingKey, type Accepted, checkById, placeLabel, withoutAcceptance } from '@/core/checks';
import { edit, useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** What was accepted, with its reasons; each can be opened again. */
export function AcceptedCard({ accepted }: { accepted: readonly Accepted[] }) {
  const document = useDocument();
  if (accepted.length === 0) return null;
  return (
    <Card title={`Accepted (${accepted.length})`}>
      {accepted.map(({ finding, acceptance }) => {
        const { title } = checkById(finding.id);
        return (
          <View key={findingKey(finding)} style={{ gap: SPACE.xs }}>
            <Text kind="strong">{`${title}: ${placeLabel(document, finding.place)}`}</Text>
            <Text>{`“${acceptance.reason}”, ${acceptance.date}`}</Text>
            <View style={{ flexDirection: 'row' }}>
              <Button
                label="Open it again"
                onPress={() =>
                  edit(`open again: ${title.toLowerCase()}`, (draft) => {
                    draft.review = withoutAcceptance(document, finding);
                  })
                }
              />
            </View>
          </View>
        );
      })}
    </Card>
  );
}
