import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { type Leg, LEGS, type StandingStep, workStanding } from '@/core/workOrder';
import { useDocument } from '@/data/session/session';
import { useNextIsShown, useWorkDone } from '@/data/workDone';
import { Button } from '@/ui/button/Button';
import { BackTitle, LinkRow, Page, StateMark, useWide } from '@/ui/layout';
import { leftWords } from '@/ui/next/leftWords';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** The whole order of work, with what is left of each step and why it comes where it does. */
export function PathScreen() {
  const { id } = useGlobalSearchParams<{ id: string }>();
  const router = useRouter();
  const document = useDocument();
  const done = useWorkDone(id, document);
  const [isShown, setShown] = useNextIsShown();
  const wide = useWide();
  const go = (page: string) => router.navigate(`/c/${id}/${page}` as '/');
  const heading = (
    <BackTitle title="The order of work" backLabel="Back to Build" onBack={() => go('build')} />
  );
  if (done === null) {
    return (
      <Page>
        {heading}
        <Text colour="muted">What is done is being looked up.</Text>
      </Page>
    );
  }
  const { steps, next, doneSteps } = workStanding(document, done);
  return (
    <Page>
      {heading}
      <Text kind="lead">
        {`${doneSteps} of ${steps.length} steps are done. Any can be done at any time; in this order nothing is asked for before what it rests on.`}
      </Text>
      <View style={{ flexDirection: wide ? 'row' : 'column', gap: wide ? SPACE.xl : SPACE.l }}>
        {(Object.keys(LEGS) as Leg[]).map((leg) => (
          <View key={leg} style={{ gap: SPACE.s, ...(wide ? COLUMN : {}) }}>
            <Heading level={2}>{LEGS[leg]}</Heading>
            {steps
              .filter(({ step }) => step.leg === leg)
              .map((standing) => (
                <LinkRow
                  key={standing.step.id}
                  label={standing.step.label}
                  detail={standing.step.why}
                  state={<StepMark standing={standing} isNext={standing === next} />}
                  here={standing === next}
                  onPress={() => go(standing.step.page)}
                />
              ))}
          </View>
        ))}
      </View>
      <View style={{ flexDirection: 'row' }}>
        <Button
          label={isShown ? 'Do not show what is next' : 'Show what is next'}
          onPress={() => setShown(!isShown)}
        />
      </View>
    </Page>
  );
}

/** Legs stand side by side where there is room: a line across the whole screen is not read. */
const COLUMN = { flexGrow: 1, flexShrink: 1, flexBasis: 0, minWidth: 0 } as const;

function StepMark({ standing: { left }, isNext }: { standing: StandingStep; isNext: boolean }) {
  if (left.length === 0) return <StateMark tone="good" label="Done" />;
  return (
    <StateMark
      tone={isNext ? 'warning' : 'plain'}
      label={isNext ? leftWords(left) : `${left.length} to do`}
    />
  );
}
