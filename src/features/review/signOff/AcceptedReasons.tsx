import { View } from 'react-native';
import { checkTitle } from '@/core/checks';
import { Text } from '@/ui/text/Text';

interface Props {
  accepted: readonly { readonly check: string; readonly label: string; readonly reason: string }[];
}

/** What was accepted when a calibration was signed, with its reasons. */
export function AcceptedReasons({ accepted }: Props) {
  if (accepted.length === 0) return <Text colour="muted">Nothing unwise had to be accepted.</Text>;
  return (
    <>
      <Text kind="strong">{`Accepted (${accepted.length})`}</Text>
      {accepted.map(({ check, label, reason }) => (
        <View key={`${check} ${label}`}>
          <Text>{`${checkTitle(check)}: ${label}`}</Text>
          <Text kind="small" colour="muted">{`“${reason}”`}</Text>
        </View>
      ))}
    </>
  );
}
