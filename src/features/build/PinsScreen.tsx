import { inSentence } from '@/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { pinFunctions } from '@/core/calibration';
import { ECUS, loomMoves, PIN_KIND_TEXT, pinCounts, unwired } from '@/core/pins/schema';
import { pickPart } from '@/data/files/pick';
import { useDocumentLater, useDocumentPart } from '@/data/session/documentParts';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ConnectorPicture } from './ConnectorPicture';
import { LoomActions } from './LoomActions';
import { chooseEcu, confirmLoom, fillPins } from './pinEdits';
import { PinOf } from './PinOf';
import { SectionPage } from './SectionPage';
import { readFile } from '@/workers/readFileClient';

/** Which pin does what, from either end. */
export function PinsScreen() {
  const document = useDocumentLater();
  const { ecu, assignments } = document.pins;
  const functions = pinFunctions(document);
  const open = unwired(assignments, functions);
  return (
    <SectionPage id="pins" beside={<ConnectorPicture document={document} />}>
      <EcuCard />
      {ecu === null ? null : (
        <>
          <Moves />
          <Card
            title="Functions"
            intro={open.length === 0 ? 'Every function has a pin.' : `${open.length} without a pin.`}
          >
            {open.length === 0 ? null : (
              <View style={{ flexDirection: 'row' }}>
                <Button label="Fill the free pins" icon="auto-fix" onPress={() => fillPins(document)} />
              </View>
            )}
            {functions.map((wanted) => (
              <PinOf key={wanted.id} wanted={wanted} />
            ))}
          </Card>
          <LoomActions document={document} />
        </>
      )}
    </SectionPage>
  );
}

/** The engine computer: one that ships, or a description from a file. */
function EcuCard() {
  const ecu = useDocumentPart(({ pins }) => pins.ecu);
  const [problem, setProblem] = useState<string | null>(null);
  const known = ecu === null || ECUS.some(({ id }) => id === ecu.id);
  const options = [...ECUS, ...(known || ecu === null ? [] : [ecu])].map(({ id, name }) => ({
    id,
    label: name,
  }));
  const take = async () => {
    const picked = await pickPart((text) => readFile('ecu', text));
    if (picked === null) return;
    setProblem(picked.ok ? null : picked.message);
    if (picked.ok) chooseEcu(picked.part);
  };
  return (
    <Card title="Engine computer" {...(ecu === null ? {} : { intro: ecu.note })}>
      <Chips
        label="Engine computer"
        options={options}
        value={ecu?.id ?? null}
        onChange={(id) => {
          const chosen = ECUS.find((candidate) => candidate.id === id);
          if (chosen !== undefined && id !== ecu?.id) chooseEcu(chosen);
        }}
      />
      {ecu === null ? null : (
        <Text kind="small" colour="muted">
          {`${pinCounts(ecu)
            .map(({ kind, count }) => `${count} × ${inSentence(PIN_KIND_TEXT[kind])}`)
            .join(', ')}. Pull-up ${ecu.pullUpOhm} Ω, ${ecu.adcBits} bits.`}
        </Text>
      )}
      <View style={{ flexDirection: 'row' }}>
        <Button
          label="Take a description from a file"
          icon="file-import-outline"
          onPress={() => void take()}
        />
      </View>
      {problem === null ? null : <Message tone="error">{problem}</Message>}
    </Card>
  );
}

/** What to move in the loom since it was last confirmed. */
function Moves() {
  const document = useDocumentLater();
  const { confirmed } = document.pins;
  const moves = loomMoves(document.pins);
  const functions = pinFunctions(document);
  const labelOf = (id: string) => functions.find((entry) => entry.id === id)?.label ?? id;
  const confirm = (
    <Button
      label={confirmed === null ? 'The loom is wired like this' : 'The wires are moved'}
      icon="check"
      onPress={() => confirmLoom(document)}
    />
  );
  if (confirmed === null) {
    return (
      <Card
        title="Loom"
        intro="Not confirmed yet. Confirm it once it is wired like this; later changes are then listed."
      >
        <View style={{ flexDirection: 'row' }}>{confirm}</View>
      </Card>
    );
  }
  if (moves.length === 0) {
    return (
      <Card title="Loom">
        <Text colour="muted">{`As confirmed on ${confirmed.date}.`}</Text>
      </Card>
    );
  }
  return (
    <Card title="To move in the loom" intro={`Since it was confirmed on ${confirmed.date}.`}>
      <View role="list" style={{ gap: SPACE.xs }}>
        {moves.map(({ function: id, from, to }) => (
          <View key={id} role="listitem">
            <Text>
              {from === null
                ? `${labelOf(id)}: new wire to ${to}`
                : to === null
                  ? `${labelOf(id)}: take off ${from}`
                  : `${labelOf(id)}: from ${from} to ${to}`}
            </Text>
          </View>
        ))}
      </View>
      <View style={{ flexDirection: 'row' }}>{confirm}</View>
    </Card>
  );
}
