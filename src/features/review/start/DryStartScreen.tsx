import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useEffect } from 'react';
import { View } from 'react-native';
import { usePartInSlices } from '@/data/session/documentParts';
import { useDocument, useSession } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { BackTitle, Docked, Message, OneByOne, Page, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import type { DryStartAnswer } from '@/workers/dryStartProtocol';
import { changeSetup, prepare, runDryStart, useDryStart } from './dryStartStore';
import { ReadyOnly } from '../ReadyOnly';
import { Standing } from '../Standing';
import { CureCard } from './CureCard';
import { StartFieldCard } from './StartFieldCard';
import { RunDryStart } from './RunDryStart';
import { SetupCard } from './SetupCard';
import { StartCharts } from './StartCharts';
import { VerdictCard } from './VerdictCard';
import { WhatIfCard } from './WhatIfCard';

const PREPARE_AFTER_MS = 250;

/** The engine started in simulation with this very calibration. */
export function DryStartScreen() {
  const document = useDocument();
  const router = useRouter();
  const wide = useWide();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const failure = useDryStart((state) => state.failure);
  const last = usePartInSlices(useDryStart, toldOf);
  const told = last?.id === id ? last : null;
  const answer = told?.answer ?? null;
  const run = () => void runDryStart(id, document);
  // What was just put in is in the session, and not yet in what this screen was drawn of.
  const runAnew = () => {
    const { history } = useSession.getState();
    if (history !== null) void runDryStart(id, history.document);
  };
  useEffect(() => {
    // What is on the screen is drawn first.
    const timer = setTimeout(prepare, PREPARE_AFTER_MS, document);
    return () => clearTimeout(timer);
  }, [document]);
  const button = <RunDryStart onRun={run} />;

  const heading = (
    <View style={{ gap: SPACE.xs }}>
      <BackTitle
        title="Dry start"
        backLabel="Back to Review"
        onBack={() => router.navigate(`/c/${id}/review`)}
      />
      <Text colour="muted">
        A virtual engine, with a filling, dead time and wall film of its own, started with this calibration.
      </Text>
      <Button
        label="Trial drive"
        icon="speedometer"
        onPress={() => router.navigate(`/c/${id}/review/drive`)}
      />
    </View>
  );
  return (
    <ReadyOnly document={document} heading={heading}>
      <Page
        beside={
          answer === null ? (
            <Waiting />
          ) : (
            <OneByOne>
              <StartCharts trace={answer.trace} before={told?.before?.trace ?? null} />
            </OneByOne>
          )
        }
      >
        {heading}
        <Standing document={document} />
        <SetupCard />
        {wide ? button : <Docked label="Dry start">{button}</Docked>}
        {failure === null ? null : (
          <Message tone="error" actions={<Button label="Run again" onPress={run} />}>
            {failure}
          </Message>
        )}
        {answer === null ? null : (
          <VerdictCard
            answer={answer}
            outdated={told?.document !== document}
            onMap={(mapId) => router.navigate(`/c/${id}/maps/${mapId}`)}
            onSheet={(sheet) => router.navigate(`/c/${id}/build/${sheet}` as '/')}
          />
        )}
        {answer === null || (answer.explanation.good && !isUnsure(answer)) ? null : (
          <OneByOne>
            <CureCard id={id} document={document} setup={answer.setup} onTaken={runAnew} />
          </OneByOne>
        )}
        {answer === null ? null : (
          <OneByOne>
            <WhatIfCard id={id} document={document} setup={answer.setup} />
          </OneByOne>
        )}
        <StartFieldCard
          id={id}
          document={document}
          open={answer?.setup ?? null}
          onOpen={({ coolantC, batteryV }) => {
            changeSetup({ coolantC, batteryV });
            run();
          }}
        />
      </Page>
    </ReadyOnly>
  );
}

const toldOf = ({ told }: ReturnType<typeof useDryStart.getState>) => told;

/** It settles, but not with every engine of the same description. */
function isUnsure({ sureness }: DryStartAnswer): boolean {
  return sureness !== null && sureness.alike < sureness.of;
}

function Waiting() {
  return (
    <Text colour="muted">
      Twenty seconds from the key: speed, vapour lambda and injector opening are drawn here.
    </Text>
  );
}
