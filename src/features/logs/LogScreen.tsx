import { format } from 'date-fns/format';
import { useGlobalSearchParams, useLocalSearchParams, useRouter } from 'expo-router';
import { useDeferredValue, useMemo, useState } from 'react';
import { View } from 'react-native';
import { ActivityIndicator, ProgressBar } from 'react-native-paper';
import { compile } from '@/core/calibration';
import { fillingMapOf, idleFactsOf, idleSentences, mapTaskOf } from '@/core/log';
import { formatNumber } from '@/core/units';
import { partFileName } from '@/data/files/download';
import { saveLog } from '@/data/logs/logFile';
import { useLog, useRemoveLog } from '@/data/logs/queries';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { BackTitle, Card, Message, Page, Sentences, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { CorrectionCard } from './CorrectionCard';
import { ErrorMapCard } from './ErrorMapCard';
import { LogFacts } from './LogFacts';
import { useLogFit } from './useLogFit';

/** One log against the map on the screen: what it says, the error by cell, and the correction. */
export function LogScreen() {
  const document = useDocument();
  const router = useRouter();
  const wide = useWide();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { logId } = useLocalSearchParams<{ logId: string }>();
  const read = useLog(logId);
  const remove = useRemoveLog(id);
  const deferred = useDeferredValue(document);
  const compared = useMemo(() => {
    const compiled = compile(deferred);
    if (!compiled.ok) return null;
    const mapId = fillingMapOf(compiled.program);
    const task = mapTaskOf(compiled.program);
    const map = mapId === null ? null : deferred.maps[mapId];
    return mapId === null || task === null || map === null ? null : { mapId, task, map };
  }, [deferred]);
  const log = read.data?.log ?? null;
  const idled = useMemo(() => (log === null ? [] : idleSentences(idleFactsOf(log))), [log]);
  const { fit, of, progress, failure } = useLogFit(log, compared?.task ?? null);
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
  const name = format(new Date(entry.startedAt), 'd MMM yyyy, HH:mm:ss');
  const matches = fit !== null && compared !== null && fit.cells.change.length === compared.map.values.length;
  const files = (
    <LogFiles
      onSave={() =>
        saveLog(
          read.data?.log ?? null,
          partFileName(entry.calibration, `log-${format(new Date(entry.startedAt), 'yyyyMMdd-HHmm')}.csv`),
        )
      }
      onDelete={() => {
        remove.mutate(entry.id);
        back();
      }}
    />
  );
  const beside = (
    <>
      {matches ? <ErrorMapCard fit={fit} map={compared.map} mapId={compared.mapId} /> : <Waiting />}
      {wide ? null : files}
    </>
  );
  return (
    <Page beside={beside}>
      <BackTitle title={name} backLabel="All logs" onBack={back} />
      <Text kind="small" colour="muted">
        {`${formatNumber(entry.samples / entry.rateHz, 0)} s at ${formatNumber(entry.rateHz, 0)} Hz, ${entry.samples} samples of ${entry.ecu}; driven with ${entry.calibration}.`}
      </Text>
      {entry.ended === 'lost' || entry.ended === null ? (
        <Message tone="warning">
          {entry.ended === 'lost'
            ? 'The link was lost while it was recorded: what came until then is here.'
            : 'It was not ended: the page was closed, or it is still being recorded. What was stored is here.'}
        </Message>
      ) : null}
      {missingParts > 0 ? (
        <Message tone="warning">{`${missingParts} parts of it cannot be read; their samples are left out.`}</Message>
      ) : null}
      {idled.length === 0 ? null : (
        <Card title="How it idled">
          <Sentences sentences={idled} />
        </Card>
      )}
      {compared === null ? (
        <Message tone="warning">
          This calibration meters fuel by no filling map, or is not complete: there is nothing to compare the
          log with.
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
          <LogFacts fit={fit} />
          {of === compared.task && deferred === document ? (
            <CorrectionCard fit={fit} map={compared.map} mapId={compared.mapId} note={`Log of ${name}`} />
          ) : null}
        </>
      ) : null}
      {wide ? files : null}
    </Page>
  );
}

/** The log as a file, and the way to be rid of it, which is asked twice. */
function LogFiles({ onSave, onDelete }: { onSave: () => void; onDelete: () => void }) {
  const [asked, setAsked] = useState(false);
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      <Button label="Save as CSV" icon="download" onPress={onSave} />
      {asked ? (
        <>
          <Button label="Delete it for good" icon="delete-outline" onPress={onDelete} />
          <Button label="Keep it" onPress={() => setAsked(false)} />
        </>
      ) : (
        <Button label="Delete this log" icon="delete-outline" onPress={() => setAsked(true)} />
      )}
    </View>
  );
}

function Waiting() {
  return (
    <Text colour="muted">
      The error of every cell that was visited is drawn here, with how much evidence there is for it.
    </Text>
  );
}
