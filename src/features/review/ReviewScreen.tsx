import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { compile } from '@/core/calibration';
import { findingKey, type Finding, readiness, reviewed, signOffState } from '@/core/checks';
import { useWaiting } from '@/data/session/waiting';
import { useDocument } from '@/data/session/session';
import { Chips } from '@/ui/button/Chips';
import { Icon } from '@/ui/icon/Icon';
import { LinkRow, Page, useWide } from '@/ui/layout';
import { MissingList } from '@/ui/missing/MissingList';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { byPlace } from './byPlace';
import { AcceptedCard } from './AcceptedCard';
import { FindingCard } from './FindingCard';
import { GuessList } from './GuessList';
import { distanceWords } from './reviewWords';
import { standWords } from './signOff/signOffWords';
import { WaitingCard } from './WaitingCard';

const LISTED = [
  { id: 'grade', label: 'By grade' },
  { id: 'place', label: 'By place' },
] as const;

/** What stands between here and the first start: what is in the way, what is worth a look, what is a guess; then the start. */
export function ReviewScreen() {
  const document = useDocument();
  const router = useRouter();
  const wide = useWide();
  const { id, by } = useGlobalSearchParams<{ id: string; by?: string }>();
  const { open, accepted } = reviewed(document);
  const inTheWay = open.filter(({ severity }) => severity === 'blocks');
  const stands = readiness(document);
  const { empty, guesses: guessed } = stands;
  const waiting = useWaiting(document);
  // What is said among the guesses is not said twice.
  const isSaid = ({ severity, place }: Finding) =>
    severity === 'advises' && guessed.some((guess) => guess.place === place);
  const toLookAt = (['warns', 'advises'] as const).flatMap((severity) =>
    open.filter((finding) => finding.severity === severity && !isSaid(finding)),
  );
  const compiled = compile(document);
  const go = (page: string) => router.navigate(`/c/${id}/${page}` as '/');
  const starts = (
    <Starts
      ready={empty + inTheWay.length === 0}
      signing={standWords(signOffState(document), stands)}
      onGo={go}
    />
  );
  const guessList = <GuessList guessed={guessed} onGo={go} />;
  return (
    <Page
      {...(wide
        ? {
            beside: (
              <>
                {starts}
                {guessList}
              </>
            ),
          }
        : {})}
    >
      <View style={{ gap: SPACE.xs }}>
        <Heading level={2} kind="title">
          The way to the key
        </Heading>
        <Text kind="lead">
          {distanceWords({
            empty,
            waiting: waiting.length,
            inTheWay: inTheWay.length,
            toLookAt: toLookAt.length,
            guesses: guessed.length,
          })}
        </Text>
      </View>
      {wide ? null : starts}
      {compiled.ok ? null : <MissingList missing={compiled.missing} onGo={go} />}
      <WaitingCard waiting={waiting} onGo={go} />
      {inTheWay.length + toLookAt.length < 2 ? null : (
        <Chips
          label="Listed"
          options={LISTED}
          value={by === 'place' ? 'place' : 'grade'}
          onChange={(next) => router.setParams({ by: next })}
        />
      )}
      {by === 'place' ? (
        byPlace(document, [...inTheWay, ...toLookAt]).map(({ label, found }) => (
          <Group key={label} title={label} found={found} onGo={go} />
        ))
      ) : (
        <>
          <Group title="Stands in the way" found={inTheWay} onGo={go} />
          <Group title="Worth a look" found={toLookAt} onGo={go} />
        </>
      )}
      {wide ? null : guessList}
      <AcceptedCard accepted={accepted} />
    </Page>
  );
}

/** The ways to try the calibration in simulation, and to vouch for its values. */
function Starts({
  ready,
  signing,
  onGo,
}: {
  ready: boolean;
  /** What the sign-off is worth. */
  signing: string;
  onGo: (page: string) => void;
}) {
  const roles = useRoles();
  return (
    <View style={{ gap: SPACE.s }}>
      <LinkRow
        label="Dry start"
        detail={
          ready
            ? 'The engine started in simulation with this very calibration'
            : 'Waits until nothing stands in the way'
        }
        picture={<Icon name="play" size={24} color={roles.accent} />}
        onPress={() => onGo('review/start')}
      />
      <LinkRow
        label="Trial drive"
        detail="The same engine under load"
        picture={<Icon name="speedometer" size={24} color={roles.accent} />}
        onPress={() => onGo('review/drive')}
      />
      <LinkRow
        label="Where values come from"
        detail="Every value with its source, vouched for one by one or a section at once"
        picture={<Icon name="clipboard-check-outline" size={24} color={roles.accent} />}
        onPress={() => onGo('review/values')}
      />
      <LinkRow
        label="Sign-off"
        detail={signing}
        picture={<Icon name="pencil-outline" size={24} color={roles.accent} />}
        onPress={() => onGo('review/sign')}
      />
    </View>
  );
}

/** Findings of one kind, each with its ways out; nothing without any. */
function Group({
  title,
  found,
  onGo,
}: {
  title: string;
  found: readonly Finding[];
  onGo: (page: string) => void;
}) {
  if (found.length === 0) return null;
  return (
    <View role="region" aria-label={title} style={{ gap: SPACE.s }}>
      <Heading level={3}>{`${title} (${found.length})`}</Heading>
      {found.map((finding) => (
        <FindingCard key={findingKey(finding)} finding={finding} onGo={onGo} />
      ))}
    </View>
  );
}
