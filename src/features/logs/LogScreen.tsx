import { useGlobalSearchParams, useLocalSearchParams, useRouter } from 'expo-router';
import { useDeferredValue, useMemo, useState } from 'react';
import { View } from 'react-native';
import { ActivityIndicator, ProgressBar } from 'react-native-paper';
import { compile, conversionContext } from '@/core/calibration';
import { type DrivenLog, type LoggedMapId, loggedMapsOf, mapTaskOf } from '@/core/log';
import type { LogBand } from '@/core/logEvents';
import { MAP_DEFINITIONS } from '@/core/program';
import { heldLog } from '@/data/logs/heldLogs';
import { MOST_KEPT, sizeOf } from '@/data/logs/keepLog';
import { useRecording } from '@/data/logs/recorder';
import { useChangeLog, useLog, useLogs, useRemoveLog } from '@/data/logs/queries';
import { useDocument } from '@/data/session/session';
import { useTolerance } from '@/data/tolerance';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { CauseCard } from '@/ui/cause/CauseCard';
import { BackTitle, Card, Message, Page, Sentences, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { CausesCard } from './causes/CausesCard';
import { causeFirst, causeWords } from './causes/causeWords';
import { CylindersCard } from './studies/CylindersCard';
import { CorrectionCard } from './fit/CorrectionCard';
import { ErrorMapCard } from './fit/ErrorMapCard';
import { logFacts, logName } from './entryWords';
import { LogFiles } from './help/LogFiles';
import { LogFacts } from './fit/LogFacts';
import { MoreLogsCard, type OtherLogs } from './fit/MoreLogsCard';
import { NotesCard } from './NotesCard';
import { HappenedCard } from './seen/HappenedCard';
import { useLogEvents } from './seen/useLogEvents';
import { SparkCard } from './studies/SparkCard';
import { StartsCard } from './studies/StartsCard';
import { OwnFactorCard } from './studies/OwnFactorCard';
import { TakenColumns } from './TakenColumns';
import { WhereNextCard } from './fit/WhereNextCard';
import { useDrives } from './fit/useDrives';
import { useLogCause } from './useLogCause';
import { useLogFit } from './fit/useLogFit';

const NO_BANDS: readonly LogBand[] = [];

/** One log against the map on the screen: what it says, the error by cell, and the correction. */
export function LogScreen() {
  const document = useDocument();
  const router = useRouter();
  const wide = useWide();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { logId } = useLocalSearchParams<{ logId: string }>();
  const read = useLog(logId);
  const remove = useRemoveLog(id);
  const change = useChangeLog(logId);
  const isWritten = useRecording((recording) => recording.entry?.id === logId);
  const deferred = useDeferredValue(document);
  const [judged, setJudged] = useState<LoggedMapId | null>(null);
  const compared = useMemo(() => {
    const compiled = compile(deferred);
    if (!compiled.ok) return null;
    const maps = loggedMapsOf(compiled.program);
    const mapId = maps.find((one) => one === judged) ?? maps[0];
    if (mapId === undefined) return null;
    const task = mapTaskOf(compiled.program, mapId);
    const map = deferred.maps[mapId];
    return task === null || map === null ? null : { maps, mapId, task, map };
  }, [deferred, judged]);
  const log = read.data?.log ?? null;
  const wrong = useLogCause(log, deferred);
  const happened = useLogEvents(log, conversionContext(deferred).barometricKpa);
  const idled = happened.events?.idled ?? [];
  const [others, setOthers] = useState<OtherLogs>({ together: [], apart: null });
  const ids = useMemo(() => [logId, ...others.together], [logId, others.together]);
  const apartIds = useMemo(() => (others.apart === null ? [] : [others.apart]), [others.apart]);
  const logs = useLogs(id);
  const task = compared?.task ?? null;
  const drives = useDrives(ids);
  const { fit, causes, of, progress, failure } = useLogFit(drives, task);
  const kept = useLogFit(useDrives(apartIds), others.apart === null ? null : task);
  const [tolerance, setTolerance] = useTolerance();
  const back = () => router.navigate(`/c/${id}/logs`);

  if (read.isPending) return <ActivityIndicator accessibilityLabel="Opening the log" />;
  if (read.isError || read.data === null) {
    return (
      <Page>
        <Message tone="error" actions={<Button label="All logs" onPress={back} />}>
          {read.isError
            ? `The log could not be read from this browser’s storage: ${read.error.message}`
            : 'There is no log at this address in this browser. It may have been deleted.'}
        </Message>
      </Page>
    );
  }
  const { entry, missingParts } = read.data;
  const name = logName(entry);
  const first = causes === null ? null : causeFirst(causes, tolerance);
  const matches = fit !== null && compared !== null && fit.cells.change.length === compared.map.values.length;
  const files = (
    <LogFiles
      read={read.data}
      onDelete={() => {
        remove.mutate(entry.id);
        back();
      }}
    />
  );
  const beside = (
    <>
      {matches ? (
        <ErrorMapCard
          fit={fit}
          map={compared.map}
          mapId={compared.mapId}
          tolerance={tolerance}
          onTolerance={setTolerance}
        />
      ) : (
        <Waiting />
      )}
      {wide ? null : files}
    </>
  );
  return (
    <Page beside={beside}>
      <BackTitle title={name} backLabel="All logs" onBack={back} />
      <Text kind="small" colour="muted">
        {logFacts(entry)}
      </Text>
      {entry.ended === 'lost' || entry.ended === null ? (
        <Message tone="warning">
          {entry.ended === 'lost'
            ? 'The link was lost while it was recorded: what came until then is here.'
            : 'It was not ended: the page was closed, or it is still being recorded. What was stored is here.'}
        </Message>
      ) : null}
      {heldLog(logId) === null ? null : (
        <Message tone="warning">
          {`It is not kept in this browser, and gone with the page; the file is where it was. ${sizeOf(read.data.log) > MOST_KEPT ? 'It is larger than what is kept here.' : 'Open it again to keep it.'}`}
        </Message>
      )}
      {entry.source.kind === 'file' && entry.source.said.length > 0 ? (
        <Card title="Not read">
          {entry.source.said.map((sentence) => (
            <Text key={sentence} kind="small">
              {sentence}
            </Text>
          ))}
        </Card>
      ) : null}
      {entry.source.kind === 'file' ? <TakenColumns taken={entry.source.taken} /> : null}
      {missingParts > 0 ? (
        <Message tone="warning">{`${missingParts} parts of it cannot be read; their samples are left out.`}</Message>
      ) : null}
      <HappenedCard
        log={read.data.log}
        found={happened.events}
        failure={happened.failure}
        tracesHref={`/c/${id}/logs/${logId}/traces`}
        compareHref={`/c/${id}/logs/${logId}/compare`}
      />
      {idled.length === 0 ? null : (
        <Card title="How it idled">
          <Sentences sentences={idled} />
        </Card>
      )}
      {wrong === null ? null : <CauseCard words={wrong} />}
      {compared === null ? (
        <Message tone="warning">
          This calibration meters fuel by no filling map, or is not complete: there is nothing to compare the
          log with.
        </Message>
      ) : null}
      {compared === null || compared.maps.length < 2 ? null : (
        <Chips
          label="The map that is judged; the other is taken as it is"
          options={compared.maps.map((one) => ({ id: one, label: MAP_DEFINITIONS[one].label }))}
          value={compared.mapId}
          onChange={setJudged}
        />
      )}
      {compared === null ? null : (
        <MoreLogsCard
          others={(logs.data ?? []).filter((one) => one.id !== logId)}
          chosen={others}
          onChosen={setOthers}
        />
      )}
      {drives !== null && drives.length < ids.length ? (
        <Message tone="warning">
          A log that was to be read together with this one cannot be read any more, and is left out.
        </Message>
      ) : null}
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {progress === null ? null : (
        <View style={{ gap: SPACE.s }}>
          <ProgressBar progress={progress} aria-label="Comparing with the map" />
        </View>
      )}
      {matches ? (
        <>
          <LogFacts
            fit={fit}
            tolerance={tolerance}
            log={read.data.log}
            bands={happened.events?.bands ?? NO_BANDS}
            tracesHref={`/c/${id}/logs/${logId}/traces`}
          />
          {causes === null ? null : (
            <CausesCard
              causes={causes}
              fit={fit}
              tolerance={tolerance}
              facts={compared.task.now}
              logIds={ids}
            />
          )}
          {of === compared.task && deferred === document ? (
            <CorrectionCard
              fit={fit}
              kept={others.apart !== null && kept.of === compared.task ? kept.fit : null}
              map={compared.map}
              mapId={compared.mapId}
              tolerance={tolerance}
              cause={first === null ? null : causeWords(first, compared.task.now, 2).label}
              note={noteOf(name, ids)}
            />
          ) : null}
        </>
      ) : null}
      {matches ? <CylindersCard fit={fit} /> : null}
      {drives === null || drives.length === 0 ? null : (
        <StartsCard drives={drives} task={task} note={noteOf(name, ids)} />
      )}
      {drives === null || drives.length === 0 ? null : (
        <SparkStudyOf drives={drives} note={noteOf(name, ids)} />
      )}
      {compared === null ? null : (
        <OwnFactorCard drives={drives} task={compared.task} note={noteOf(name, ids)} />
      )}
      {matches ? <WhereNextCard fit={fit} task={compared.task} /> : null}
      {change.isError ? (
        <Message tone="error">{`The note could not be stored: ${change.error.message}. Type it again.`}</Message>
      ) : null}
      {isWritten ? null : (
        <NotesCard entry={entry} pending={change.isPending} onChange={(part) => change.mutate(part)} />
      )}
      {wide ? files : null}
    </Page>
  );
}

/** What cells that come from these logs say of it. */
function noteOf(name: string, ids: readonly string[]): string {
  return ids.length === 1 ? `Log of ${name}` : `Log of ${name} and ${ids.length - 1} more`;
}

function SparkStudyOf({ drives, note }: { drives: readonly DrivenLog[]; note: string }) {
  const logs = useMemo(() => drives.map(({ log }) => log), [drives]);
  return <SparkCard logs={logs} note={note} />;
}

function Waiting() {
  return (
    <Text colour="muted">
      The error of every cell that was visited is drawn here, with how much evidence there is for it.
    </Text>
  );
}
