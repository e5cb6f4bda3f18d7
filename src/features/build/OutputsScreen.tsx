import { inSentence } from '@/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { baseValue, type Calibration, conversionContext, presetEngineOf } from '@/core/calibration';
import { addedOutput, type OutputPurpose, outputSweep, PURPOSE_TEXT } from '@/core/outputs';
import { MAX_OUTPUTS, OUTPUT_PURPOSES } from '@/core/outputs/schema';
import { useDocumentLater, useDocumentPart } from '@/data/session/documentParts';
import { edit, useSession } from '@/data/session/session';
import { today } from '@/data/today';
import { useSaid } from '@/data/session/useSaid';
import { Button } from '@/ui/button/Button';
import { LinkRow, Message } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { At } from '../fields/At';
import { OutputCard } from './OutputCard';
import { OutputStrips } from './OutputStrips';
import { SectionPage } from './SectionPage';

/** Switched and pulsing outputs with their conditions, and what they would do over a run. */
export function OutputsScreen() {
  const outputs = useDocumentPart(({ outputs: all }) => all);
  const [adding, setAdding] = useState(false);
  const { conflict: missingValve } = useSaid('outputs.idleValve');
  return (
    <SectionPage id="outputs" beside={<OverARun />}>
      {outputs.length === 0 ? (
        <Text colour="muted">No outputs yet. The fuel pump comes first: without it nothing starts.</Text>
      ) : null}
      {missingValve === null ? null : (
        <Message
          tone="error"
          actions={<Button label="Add the idle valve" onPress={() => addOutput('idleValve')} />}
        >
          {missingValve}
        </Message>
      )}
      {outputs.map((output) => (
        <At key={output.id} place={`outputs.${output.id}`}>
          <OutputCard output={output} />
        </At>
      ))}
      <View style={{ flexDirection: 'row' }}>
        <Button
          label="Add an output"
          icon="plus"
          disabled={outputs.length >= MAX_OUTPUTS}
          onPress={() => setAdding(true)}
        />
      </View>
      <Sheet title="Add an output" open={adding} onClose={() => setAdding(false)}>
        {OUTPUT_PURPOSES.map((purpose) => (
          <LinkRow
            key={purpose}
            label={PURPOSE_TEXT[purpose].label}
            detail={PURPOSE_TEXT[purpose].what}
            onPress={() => {
              addOutput(purpose);
              setAdding(false);
            }}
          />
        ))}
      </Sheet>
    </SectionPage>
  );
}

/** What they would do over a run, a moment later: fields do not wait for it. */
function OverARun() {
  const document = useDocumentLater();
  return <OutputStrips outputs={document.outputs} sweep={outputSweep(sweepEngine(document))} />;
}

function sweepEngine(document: Calibration) {
  const { barometricKpa } = conversionContext(document);
  return {
    idleRpm: 1000,
    maxSpeedRpm: baseValue(document, 'engine.maxSpeed') ?? 7000,
    barometricKpa,
    maxManifoldKpa: baseValue(document, 'engine.maxManifoldPressure') ?? barometricKpa,
  };
}

/** Adds a preset: nobody has looked at it yet, whatever is being typed from. */
function addOutput(purpose: OutputPurpose): void {
  const document = useSession.getState().history?.document;
  if (document === undefined) return;
  const source = { kind: 'estimated', date: today(), note: 'Preset' } as const;
  const output = addedOutput(document.outputs, purpose, presetEngineOf(document), source);
  edit(`Add ${inSentence(output.name)}`, (draft) => {
    draft.outputs.push(output);
  });
}
