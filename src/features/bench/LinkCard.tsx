import { useState } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { blockingFindings, findingWords } from '@/core/checks';
import { cellCount, type Differences } from '@/data/ecu/differences';
import { sendCalibration, sendMaps, storeInEcu, useEcu } from '@/data/ecu/ecuSession';
import { dropUnstored, followEdits, stopFollowingEdits } from '@/data/ecu/liveEdits';
import type { LinkState } from '@/data/ecu/useLinkState';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ConnectSheet } from './ConnectSheet';
import { doingWords, foundWords, linkSentence, tryWords } from './linkWords';
import { leaveStandIn, useStandIn } from './standInStore';
import { LeaveUnstored } from './LeaveUnstored';
import { ThreeWords } from './ThreeWords';
import { UnlockSheet } from './UnlockSheet';

interface Props {
  document: Calibration;
  state: LinkState;
  differences: Differences | null;
  onConnect: () => void;
  onReconnect: () => void;
}

/** The link in words: what is on the screen, what runs and what is stored, and what can be done about it. */
export function LinkCard({ document, state, differences, onConnect, onReconnect }: Props) {
  const identity = useEcu((ecu) => ecu.identity);
  const notStored = useEcu((ecu) => ecu.notStored);
  const unlocked = useEcu((ecu) => ecu.unlocked);
  const looking = useEcu((ecu) => ecu.looking);
  const found = foundWords(useEcu((ecu) => ecu.gone));
  const [sheet, setSheet] = useState<'network' | 'unlock' | 'leave' | null>(null);
  const live = differences !== null;
  return (
    <Card title={live && identity !== null ? identity.name : 'The link'}>
      {differences === null ? null : <ThreeWords differences={differences} />}
      <View role="status" aria-label="Link">
        <Text>{linkSentence(state, differences, notStored, looking)}</Text>
      </View>
      {live && found !== null ? <Message tone="plain">{found}</Message> : null}
      <Doing />
      <Failure />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {state === 'none' || state === 'lost' ? (
          <Button
            label={state === 'lost' ? 'Connect again' : 'Connect to the stand-in'}
            kind="primary"
            icon="link-variant"
            onPress={state === 'lost' ? onReconnect : onConnect}
          />
        ) : null}
        {state === 'none' || state === 'lost' ? (
          <Button label="Over the network" icon="lan-connect" onPress={() => setSheet('network')} />
        ) : null}
        {live && !unlocked ? (
          <Button label="Unlock" kind="primary" icon="lock-open-outline" onPress={() => setSheet('unlock')} />
        ) : null}
        {differences === null || !unlocked ? null : <Acts document={document} differences={differences} />}
        {live || state === 'lost' ? (
          <Button
            label="Disconnect"
            icon="link-variant-off"
            onPress={() =>
              differences !== null && differences.unstored.length > 0 ? setSheet('leave') : leaveStandIn()
            }
          />
        ) : null}
      </View>
      {sheet === 'network' ? <ConnectSheet onClose={() => setSheet(null)} /> : null}
      {sheet === 'unlock' ? <UnlockSheet onClose={() => setSheet(null)} /> : null}
      {sheet === 'leave' && differences !== null ? (
        <LeaveUnstored unstored={differences.unstored} onClose={() => setSheet(null)} />
      ) : null}
    </Card>
  );
}

function Doing() {
  const doing = useEcu((ecu) => ecu.doing);
  const progress = useEcu((ecu) => ecu.progress);
  const words = doingWords({ doing, progress });
  return words === null ? null : (
    <View role="status" aria-label="At the engine computer">
      <Text kind="number">{words}</Text>
    </View>
  );
}

function Failure() {
  const failure = useEcu((ecu) => ecu.failure);
  const standInFailure = useStandIn((standIn) => standIn.failure);
  if (failure === null)
    return standInFailure === null ? null : <Message tone="error">{standInFailure}</Message>;
  const tried = tryWords(failure);
  return <Message tone="error">{tried === null ? failure.message : `${tried} ${failure.message}`}</Message>;
}

/** What can be done about what differs. */
function Acts({ document, differences }: { document: Calibration; differences: Differences }) {
  const doing = useEcu((ecu) => ecu.doing);
  const editsAtOnce = useEcu((ecu) => ecu.editsAtOnce);
  const { parts, maps, unstored } = differences;
  const cells = cellCount(differences);
  const [inTheWay] = parts.length > 0 || cells > 0 ? blockingFindings(document) : [];
  if (inTheWay !== undefined) {
    return (
      <Message tone="warning">{`Nothing is sent while something stands in the way. ${findingWords(inTheWay)}`}</Message>
    );
  }
  return (
    <>
      {parts.length > 0 ? (
        <Button
          label="Send the calibration to the ECU"
          kind="primary"
          icon="send-outline"
          disabled={doing !== null}
          onPress={() => void sendCalibration(document)}
        />
      ) : null}
      {parts.length === 0 && cells > 0 ? (
        <Button
          label={`Send ${cells} ${cells === 1 ? 'cell' : 'cells'} to the ECU`}
          kind="primary"
          icon="send-outline"
          disabled={doing !== null}
          onPress={() => void sendMaps(maps)}
        />
      ) : null}
      {unstored.length > 0 ? (
        <Button
          label="Store in ECU"
          kind={parts.length === 0 && cells === 0 ? 'primary' : 'secondary'}
          icon="content-save-check-outline"
          disabled={doing !== null}
          onPress={() => void storeInEcu()}
        />
      ) : null}
      {unstored.some((section) => section.startsWith('maps.')) ? (
        <Button
          label="Back to what is stored"
          icon="history"
          disabled={doing !== null}
          onPress={() => void dropUnstored('Take maps back to what is stored', null)}
        />
      ) : null}
      {editsAtOnce ? (
        <Button label="Keep edits here" icon="stop" onPress={stopFollowingEdits} />
      ) : parts.length === 0 && cells === 0 ? (
        <Button
          label="Send edits as I make them"
          icon="pulse"
          disabled={doing !== null}
          onPress={followEdits}
        />
      ) : null}
    </>
  );
}
