import { useGlobalSearchParams, useRouter } from 'expo-router';
import { type SetStateAction, useEffect, useMemo, useRef, useState } from 'react';
import { View } from 'react-native';
import { type Calibration, compile } from '@/core/calibration';
import { buildSum, imageOf } from '@/core/ecuImage';
import {
  type Answer,
  type Answers,
  nextStep,
  type Procedure,
  type ProcedureAt,
  procedureById,
  type SearchPoint,
  verdictOf,
  withoutLast,
} from '@/core/procedures';
import { isSame } from '@/data/ecu/differences';
import { askPins, useEcu } from '@/data/ecu/ecuSession';
import { useLinkState } from '@/data/ecu/useLinkState';
import { endWork } from '@/data/ecu/work';
import { useProcedureResults } from '@/data/procedureResults';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { BackTitle, Docked, Message, Page, useWide } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import { RecordToggle } from '../recording/RecordControls';
import { StandInButton } from '../StandInButton';
import { useStandIn } from '../standInStore';
import { MEASURE } from './measure';
import { OutcomePage } from './OutcomePage';
import { StepPage } from './StepPage';

/** A procedure, a step a page; what was answered is kept while the page is, over a link that is lost too. */
export function ProcedureScreen() {
  const { id, procedure: procedureId } = useGlobalSearchParams<{ id: string; procedure: string }>();
  const router = useRouter();
  const document = useDocument();
  const procedure = procedureById(procedureId);
  const toBench = () => router.navigate(`/c/${id}/bench`);
  const compiled = compile(document);
  if (procedure === null || !compiled.ok) {
    const why =
      procedure === null
        ? 'There is no procedure of this name.'
        : 'The calibration is not complete: nothing is measured against it yet. Review says what is missing.';
    return (
      <Page>
        <BackTitle title={procedure?.title ?? 'Procedure'} backLabel="To the bench" onBack={toBench} />
        <Message tone="error">{why}</Message>
        <Button label="To the bench" onPress={toBench} />
      </Page>
    );
  }
  return (
    <Walk
      key={procedure.id}
      id={id}
      procedure={procedure}
      document={document}
      program={compiled.program}
      onBench={toBench}
    />
  );
}

interface WalkProps {
  id: string;
  procedure: Procedure;
  document: Calibration;
  program: ProcedureAt['program'];
  onBench: () => void;
}

function Walk({ id, procedure, document, program, onBench }: WalkProps) {
  const wide = useWide();
  const [answers, setAnswers] = useState<Answers>({});
  // A search outlives its page: a link that is lost takes that from the screen.
  const [points, setPoints] = useState<readonly SearchPoint[]>([]);
  const hasStandIn = useStandIn(({ seen }) => seen !== null);
  // What was measured is judged by the calibration that it was measured with, also once its proposal is in.
  const [judged, setJudged] = useState({ document, program });
  const begun = Object.keys(answers).length > 0;
  const at = useMemo(
    () => ({ ...(begun ? judged : { document, program }), answers }),
    [begun, judged, document, program, answers],
  );
  const next = useMemo(() => nextStep(procedure, at), [procedure, at]);
  const inTheWay = useInTheWay(id, document, at, procedure, next !== null);
  const unlocked = useEcu((ecu) => ecu.unlocked);
  const isLive = useEcu((ecu) => ecu.phase === 'live' && ecu.calibrationId === id);
  usePins();
  useKept(id, procedure, at, next === null);
  const [walked, setWalked] = useState(false);
  const takeAnswers = (taken: SetStateAction<Answers>) => {
    setWalked(true);
    setAnswers(taken);
    setPoints([]);
  };
  const answer = (stepId: string) => (given: Answer) => {
    endWork();
    if (!begun) setJudged({ document, program });
    takeAnswers((before) => ({ ...before, [stepId]: given }));
  };
  const again = () => takeAnswers({});
  const dock = (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      <View style={{ flexGrow: 1 }}>
        <Button
          label="Stop"
          icon="stop"
          onPress={() => {
            endWork();
            onBench();
          }}
        />
      </View>
      {begun ? (
        <Button label="Back one" icon="arrow-left" onPress={() => takeAnswers(withoutLast(procedure, at))} />
      ) : null}
      {hasStandIn ? <StandInButton /> : null}
    </View>
  );
  return (
    <Page>
      <BackTitle
        title={procedure.title}
        backLabel="To the bench"
        onBack={onBench}
        aside={<RecordToggle id={id} calibration={document.name} live={isLive} />}
      />
      {inTheWay !== null ? (
        <>
          <Message tone="warning">{inTheWay}</Message>
          <Button label="To the bench" kind="primary" onPress={onBench} />
        </>
      ) : next === null ? (
        <OutcomePage procedure={procedure} outcome={procedure.decide(at)} onAgain={again} onDone={onBench} />
      ) : (
        <StepPage
          key={next.step.id}
          step={next.step}
          place={next.place}
          tried={{ points, onPoints: setPoints }}
          unlocked={unlocked}
          arrives={walked}
          onAnswer={answer(next.step.id)}
        />
      )}
      {wide ? (
        <View style={{ width: '100%', maxWidth: MEASURE }}>{dock}</View>
      ) : (
        <Docked label="Procedure">{dock}</Docked>
      )}
    </Page>
  );
}

/** Why nothing is measured now; null where it is. @param measures a step is still to come: what is decided can be read without a link. */
function useInTheWay(
  id: string,
  document: Calibration,
  at: ProcedureAt,
  procedure: Procedure,
  measures: boolean,
): string | null {
  const { state, differences } = useLinkState(id, document);
  if (!measures) return null;
  const missing = procedure.missing(at);
  if (missing !== null) return missing;
  if (state === 'lost') {
    return 'The link was lost, and what was worked has stopped by itself. Once it is there again, this goes on where it was.';
  }
  if (state === 'sending') return 'Something is being sent. Wait until it is there.';
  if (differences === null) return 'Connect to the engine computer on the bench first.';
  return isSame(differences)
    ? null
    : 'What runs is not what is on the screen: send it on the bench first, so that what is measured is judged by what runs.';
}

/** What arrives at the pins is asked for while a procedure is looked at. */
function usePins(): void {
  const phase = useEcu((ecu) => ecu.phase);
  useEffect(() => {
    if (phase !== 'live') return;
    void askPins(true);
    return () => void askPins(false);
  }, [phase]);
}

/** Keeps how it ended, once for each time it was done. */
function useKept(id: string, procedure: Procedure, at: ProcedureAt, isOver: boolean): void {
  const { keep } = useProcedureResults(id);
  const kept = useRef<Answers | null>(null);
  useEffect(() => {
    if (!isOver || kept.current === at.answers) return;
    kept.current = at.answers;
    const outcome = procedure.decide(at);
    if (outcome.found.length === 0) return;
    const now = new Date().toISOString();
    const build = buildSum(imageOf(at.document));
    void keep(procedure.id, { verdict: verdictOf(outcome), at: now, build, found: [...outcome.found] });
  }, [isOver, at, procedure, keep]);
}
