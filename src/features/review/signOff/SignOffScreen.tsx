import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { type Place, placeLabel, readiness, signOffState, wayTo } from '@/core/checks';
import { fieldInfo, isFieldPath } from '@/core/calibration';
import type { SignOff } from '@/core/review';
import { printPage } from '@/data/files/paper';
import { reviewPage } from '@/data/files/reviewPage';
import { useWaiting } from '@/data/session/waiting';
import { edit, useDocument } from '@/data/session/session';
import { useShownUnits } from '@/data/shownUnits';
import { Button } from '@/ui/button/Button';
import { BackTitle, Card, LinkRow, Message, Page } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { AcceptedReasons } from './AcceptedReasons';
import { SignOffForm } from './SignOffForm';
import { changeWords, coverWords, dayWords, guessWords, hindrances, signedWords } from './signOffWords';

/** The page that is signed before the first start: by whom, what it covers, and what has changed since. */
export function SignOffScreen() {
  const document = useDocument();
  const router = useRouter();
  const [units] = useShownUnits();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const waiting = useWaiting(document);
  const state = signOffState(document);
  const stands = readiness(document);
  const before = hindrances(stands, waiting.length);
  const go = (page: string) => router.navigate(`/c/${id}/${page}` as '/');
  return (
    <Page
      beside={
        <>
          {state.kind === 'none' ? null : <Signed signOff={state.signOff} />}
          <Card
            title="On paper"
            intro="What is found, accepted and guessed, and every value with its source."
          >
            <View style={{ flexDirection: 'row' }}>
              <Button
                label="Print the report"
                icon="printer-outline"
                onPress={() => printPage(reviewPage(document, units))}
              />
            </View>
          </Card>
        </>
      }
    >
      <BackTitle title="Sign-off" backLabel="Back to Review" onBack={() => go('review')} />
      {state.kind === 'holds' ? (
        <Message tone="good" actions={<Withdraw />}>
          {`${signedWords(state.signOff)}. Nothing that it covers has changed since.`}
        </Message>
      ) : null}
      {state.kind === 'outdated' ? (
        <Message tone="warning" actions={<Withdraw />}>
          {`${signedWords(state.signOff)}. It is out of date: what it covers is not as it was.`}
        </Message>
      ) : null}
      {state.kind !== 'outdated' ? null : (
        <View role="region" aria-label="Changed since" style={{ gap: SPACE.s }}>
          <Heading level={3}>Changed since</Heading>
          {state.changes.map((change) => (
            <LinkRow
              key={change.place}
              label={placeLabel(document, change.place)}
              detail={changeWords(change)}
              onPress={() => go(wayTo(change.place))}
            />
          ))}
        </View>
      )}
      {state.kind === 'holds' ? null : before.length > 0 ? (
        <Message tone="plain" actions={<Button label="Go through Review" onPress={() => go('review')} />}>
          {`Before it can be signed${state.kind === 'outdated' ? ' anew' : ''}: ${before.join(', ')}.`}
        </Message>
      ) : (
        <SignOffForm document={document} guesses={stands.guesses} again={state.kind === 'outdated'} />
      )}
    </Page>
  );
}

function Withdraw() {
  return (
    <Button
      label="Withdraw it"
      onPress={() =>
        edit('withdraw the sign-off', (draft) => {
          draft.review.signOff = null;
        })
      }
    />
  );
}

/** What was signed: what it covers, what was accepted, and what was a guess. */
function Signed({ signOff }: { signOff: SignOff }) {
  const document = useDocument();
  const roles = useRoles();
  const { name, date, covered, accepted, guesses, note } = signOff;
  return (
    <Card title="What was signed">
      <View style={{ gap: SPACE.xs }}>
        <Text verbatim kind="title">
          {name}
        </Text>
        <View style={{ height: 1, backgroundColor: roles.line }} />
        <Text kind="small" colour="muted">
          {dayWords(date)}
        </Text>
      </View>
      <Text>{`It covers ${coverWords(covered)}.`}</Text>
      {note === '' ? null : <Text>{`“${note}”`}</Text>}
      {guesses.length === 0 ? (
        <Text colour="muted">Everything the engine lives on was vouched for.</Text>
      ) : (
        <Text>{guessWords(guesses.map(fieldLabel))}</Text>
      )}
      <AcceptedReasons
        accepted={accepted.map(({ check, place, reason }) => ({
          check,
          label: placeLabel(document, place as Place),
          reason,
        }))}
      />
    </Card>
  );
}

function fieldLabel(place: string): string {
  return (isFieldPath(place) ? fieldInfo(place)?.label : undefined) ?? place;
}
