import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { usePartInSlices } from '@/data/session/documentParts';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { BackTitle, Docked, Message, Page, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { DriveFindings } from './DriveFindings';
import { DriveSetupCard } from './DriveSetupCard';
import { runDrive, useDrive } from './driveStore';
import { DriveTraces } from './DriveTraces';
import { ReadyOnly } from '../ReadyOnly';
import { Standing } from '../Standing';
import { RunDrive } from './RunDrive';
import { TransientCard } from './TransientCard';

/** The car driven in simulation with this very calibration. */
export function DriveScreen() {
  const document = useDocument();
  const router = useRouter();
  const wide = useWide();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const failure = useDrive((state) => state.failure);
  const last = usePartInSlices(useDrive, toldOf);
  const told = last?.id === id ? last : null;
  const answer = told?.answer ?? null;
  const run = () => void runDrive(id, document);
  const button = <RunDrive onRun={run} />;

  const heading = (
    <View style={{ gap: SPACE.xs }}>
      <BackTitle
        title="Trial drive"
        backLabel="Back to Review"
        onBack={() => router.navigate(`/c/${id}/review`)}
      />
      <Text colour="muted">
        The same virtual car, driven by a script with this calibration: what its engine computer sees, twenty
        times a second.
      </Text>
      <Button label="Dry start" icon="arrow-left" onPress={() => router.navigate(`/c/${id}/review/start`)} />
    </View>
  );
  return (
    <ReadyOnly document={document} heading={heading}>
      <Page
        beside={answer === null ? <Waiting /> : <DriveTraces answer={answer} before={told?.before ?? null} />}
      >
        {heading}
        <Standing document={document} />
        <DriveSetupCard />
        {wide ? button : <Docked label="Trial drive">{button}</Docked>}
        {failure === null ? null : (
          <Message tone="error" actions={<Button label="Drive again" onPress={run} />}>
            {failure}
          </Message>
        )}
        {answer === null ? null : <DriveFindings answer={answer} outdated={told?.document !== document} />}
        {answer?.setup.drive === 'transients' ? (
          <TransientCard id={id} document={document} setup={answer.setup} />
        ) : null}
      </Page>
    </ReadyOnly>
  );
}

const toldOf = ({ told }: ReturnType<typeof useDrive.getState>) => told;

function Waiting() {
  return (
    <Text colour="muted">
      Speed, pressure, mixture and spark of the whole drive are drawn here, with what the engine computer was
      doing above them.
    </Text>
  );
}
