import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useDeferredValue, useMemo, useState } from 'react';
import { generatedMap, generatorNeeds, MAP_DEFINITIONS, type MapId } from '@/core/calibration';
import { acceptedMap, type CellRange } from '@/core/map';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { IconButton } from '@/ui/button/IconButton';
import { HelpSheet } from '@/ui/field';
import { BackTitle, Page } from '@/ui/layout';
import { ProposalView } from '@/ui/proposal/ProposalView';
import { EmptyMap } from './EmptyMap';
import { MapEditor } from './MapEditor';
import { MapSlices } from './MapSlices';
import { RelayView } from './RelayView';
import { RunningSpeed } from './RunningSpeed';
import { useMapEditing } from './useMapEditing';

const CAUTION_OPTIONS = [
  { id: 'first', label: 'First run', hint: 'Richer, less spark under load' },
  { id: 'proved', label: 'Proved engine', hint: 'No extra margin' },
] as const;

/** One map: editing it, or looking at a proposal for it. */
export function MapView({ mapId }: { mapId: MapId }) {
  const document = useDocument();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [proposing, setProposing] = useState(false);
  const [relaying, setRelaying] = useState(false);
  const [helpOpen, setHelpOpen] = useState(false);
  const [caution, setCaution] = useState<'first' | 'proved'>('first');
  const editing = useMapEditing(mapId);
  const definition = MAP_DEFINITIONS[mapId];
  const map = document.maps[mapId];
  const missing = generatorNeeds(document, mapId);
  const proposal = useMemo(() => {
    if (!proposing) return null;
    const generated = generatedMap(document, mapId, { firstRun: caution === 'first' }, today());
    return generated.ok ? generated.proposal : null;
  }, [proposing, document, mapId, caution]);
  // The curves below follow a moment later, so that a cell under the finger changes at once.
  const slicedMap = useDeferredValue(map);
  const slicedSelection = useDeferredValue(editing.selection);
  const cautious = mapId === 'lambda' || mapId === 'spark';

  const accept = (range: CellRange | null) => {
    if (proposal === null) return;
    const next = acceptedMap(proposal, range);
    edit(
      `Accept ${range === null ? 'all' : 'part'} of the ${definition.label.toLowerCase()} proposal`,
      (draft) => {
        draft.maps[mapId] = next;
      },
    );
    if (range === null) setProposing(false);
  };

  const title = (
    <BackTitle
      title={definition.label}
      backLabel="Back to the maps"
      onBack={() => router.navigate(`/c/${id}/maps`)}
      aside={
        <IconButton
          icon="help-circle-outline"
          label={`About ${definition.label}`}
          onPress={() => setHelpOpen(true)}
        />
      }
    />
  );
  const help = (
    <HelpSheet
      label={definition.label}
      help={definition.help}
      open={helpOpen}
      onClose={() => setHelpOpen(false)}
    />
  );

  if (proposal !== null) {
    return (
      <Page>
        {title}
        <ProposalView
          key={caution}
          definition={definition}
          proposal={proposal}
          choices={
            cautious ? (
              <Chips label="Caution" options={CAUTION_OPTIONS} value={caution} onChange={setCaution} />
            ) : null
          }
          onAccept={accept}
          onRefuse={() => setProposing(false)}
        />
        {help}
      </Page>
    );
  }

  if (relaying && map !== null) {
    return (
      <>
        <RelayView mapId={mapId} map={map} title={title} onDone={() => setRelaying(false)} />
        {help}
      </>
    );
  }

  return (
    <Page>
      {title}
      {map === null ? (
        <EmptyMap
          mapId={mapId}
          missing={missing}
          onPropose={() => setProposing(true)}
          onField={(section) => router.navigate(`/c/${id}/build/${section}`)}
        />
      ) : (
        <>
          <MapEditor mapId={mapId} map={map} editing={editing} onAxes={() => setRelaying(true)} />
          {mapId === 'cranking' ? <RunningSpeed /> : null}
          <MapSlices definition={definition} map={slicedMap ?? map} selection={slicedSelection} />
          <Button
            label="Propose anew from the engine’s description"
            icon="auto-fix"
            disabled={missing.length > 0}
            onPress={() => setProposing(true)}
          />
        </>
      )}
      {help}
    </Page>
  );
}
