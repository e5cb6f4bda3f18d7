import { inSentence } from '@/core/units';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { memo, useDeferredValue, useEffect, useMemo, useState, type ReactNode } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { mapAt, type MapKey, putMap } from '@/core/calibration';
import { generatedMap, generatorNeeds, mapAnchors, type OwnAnchors } from '@/core/generators';
import { acceptedMap, type CellRange, type ShownAs } from '@/core/map';
import { isMapId, type MapId } from '@/core/program';
import { useDocumentButCells, useDocumentPart } from '@/data/session/documentParts';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { IconButton } from '@/ui/button/IconButton';
import { HelpSheet } from '@/ui/field';
import { BackTitle, Card, OneByOne, Page, useWide } from '@/ui/layout';
import { ProposalView } from '@/ui/proposal/ProposalView';
import { cellSelection, type Selection } from '@/ui/grid';
import { MapSurface } from '@/ui/surface';
import { SPACE } from '@/ui/theme';
import { AnchorFields } from './AnchorFields';
import { ChoiceBar } from './ChoiceBar';
import { useGeneratorChoices } from './choices';
import { EmptyMap } from './EmptyMap';
import { MapEditor } from './MapEditor';
import { MapSettings } from './MapSettings';
import { MapFindings } from './MapFindings';
import { MapSlices } from './MapSlices';
import { MapSteps } from './MapSteps';
import { MapWorkings } from './MapWorkings';
import { useMarks } from './marks';
import { PulseScaling } from './PulseScaling';
import { RelayView } from './RelayView';
import { useMapEditing, useSelectionLater, type MapEditing } from './useMapEditing';
import { type ShownMapOf, useShownAs, useShownMapLater } from './useShownMap';

/** One map: editing it, looking at a proposal for it, or laying its axes anew. */
export function MapView({ mapKey }: { mapKey: MapKey }) {
  const router = useRouter();
  const { id, propose } = useGlobalSearchParams<{ id: string; propose?: string }>();
  const [doing, setDoing] = useState<'edit' | 'propose' | 'relay'>(propose === 'yes' ? 'propose' : 'edit');
  const [helpOpen, setHelpOpen] = useState(false);
  const of = useShownAs(mapKey);
  const { definition } = of;
  const isThere = useDocumentPart((document) => mapAt(document, mapKey) !== null);
  const edited = () => setDoing('edit');

  const title = (
    <BackTitle
      title={definition.label}
      backLabel="Back to the maps"
      onBack={() => router.navigate(`/c/${id}/maps`)}
      aside={
        <>
          <IconButton
            icon="help-circle-outline"
            label={`About ${definition.label}`}
            onPress={() => setHelpOpen(true)}
          />
          <MapSteps mapKey={mapKey} />
        </>
      }
    />
  );
  const body = () => {
    if (doing === 'propose' && isMapId(mapKey))
      return <Proposing mapId={mapKey} title={title} onDone={edited} />;
    if (doing === 'relay' && isThere) return <Relaying mapKey={mapKey} title={title} onDone={edited} />;
    return (
      <Page>
        {title}
        <Editing
          mapKey={mapKey}
          of={of}
          isThere={isThere}
          onPropose={() => setDoing('propose')}
          onAxes={() => setDoing('relay')}
        />
      </Page>
    );
  };
  return (
    <>
      {body()}
      <HelpSheet
        label={definition.label}
        help={definition.help}
        open={helpOpen}
        onClose={() => setHelpOpen(false)}
      />
    </>
  );
}

/** Laying the axes of a map that is there. */
function Relaying({ mapKey, title, onDone }: { mapKey: MapKey; title: ReactNode; onDone: () => void }) {
  const map = useDocumentPart((document) => mapAt(document, mapKey));
  return map === null ? null : <RelayView mapKey={mapKey} map={map} title={title} onDone={onDone} />;
}

/** A proposal for a map from the engine's description; its choices make it anew at once. */
function Proposing({ mapId, title, onDone }: { mapId: MapId; title: ReactNode; onDone: () => void }) {
  const document = useDocument();
  const [choices, choose] = useGeneratorChoices(document);
  const { firstRun, cams, use } = choices;
  const [own, setOwn] = useState<OwnAnchors>(document.maps[mapId]?.anchors ?? {});
  const generated = useMemo(
    () => generatedMap(document, mapId, { firstRun, cams, use }, today(), own),
    [document, mapId, firstRun, cams, use, own],
  );
  const anchors = useMemo(
    () => mapAnchors(document, mapId, { firstRun, cams, use }),
    [document, mapId, firstRun, cams, use],
  );
  const { definition } = useShownAs(mapId);
  if (!generated.ok) return null;
  const { proposal } = generated;
  const accept = (range: CellRange | null) => {
    const next = acceptedMap(proposal, range);
    const part = range === null ? 'all' : 'part';
    edit(`Accept ${part} of the ${inSentence(definition.label)} proposal`, (draft) =>
      putMap(draft, mapId, next),
    );
    if (range === null) onDone();
  };
  return (
    <Page>
      {title}
      <ProposalView
        definition={definition}
        proposal={proposal}
        choices={<ChoiceBar choices={choices} onChange={choose} />}
        hangsOn={<AnchorFields anchors={anchors} own={own} onChange={setOwn} />}
        onAccept={accept}
        onRefuse={onDone}
      />
    </Page>
  );
}

/** The cell that an address names, as "3,7"; null for none. */
function cellAt(text: string | undefined): Selection['corner'] | null {
  const [, column, row] = /^(\d+),(\d+)$/.exec(text ?? '') ?? [];
  return column === undefined || row === undefined ? null : { column: Number(column), row: Number(row) };
}

interface EditingProps {
  mapKey: MapKey;
  of: ShownMapOf;
  isThere: boolean;
  onPropose: () => void;
  onAxes: () => void;
}

/** From this width the views stand beside the grid without taking a column of it, px. */
const ROOMY = 1560;
const VIEWS_WIDTH = 420;

function Editing({ mapKey, of, isThere, onPropose, onAxes }: EditingProps) {
  const roomy = useWindowDimensions().width >= ROOMY;
  const document = useDocumentButCells();
  const router = useRouter();
  const { id, at, cell } = useGlobalSearchParams<{ id: string; at?: string; cell?: string }>();
  const { definition, as } = of;
  const editing = useMapEditing(mapKey, as);
  const led = at === `maps.${mapKey}`;
  useEffect(() => {
    const place = led ? cellAt(cell) : null;
    if (place !== null) editing.select(cellSelection(place));
  }, [led, cell, editing]);
  const missing = isMapId(mapKey) ? generatorNeeds(document, mapKey) : [];
  if (!isThere) {
    if (!isMapId(mapKey)) return null;
    return (
      <>
        <EmptyMap
          mapId={mapKey}
          missing={missing}
          onPropose={onPropose}
          onGo={(place) => router.navigate(`/c/${id}/${place}` as '/')}
        />
        <MapSettings mapKey={mapKey} />
      </>
    );
  }
  const editor = (
    <>
      {led ? <MapFindings mapKey={mapKey} editing={editing} led /> : null}
      <MapEditor
        mapKey={mapKey}
        as={as}
        editing={editing}
        onAxes={definition.fixedAxis === true ? null : onAxes}
      />
      <OneByOne>
        {led ? null : <MapFindings mapKey={mapKey} editing={editing} />}
        {mapKey === 'lambda' ? <PulseScaling /> : null}
        <MapSettings mapKey={mapKey} />
        {isMapId(mapKey) ? (
          <Button
            label="Propose anew from the engine’s description"
            icon="auto-fix"
            disabled={missing.length > 0}
            onPress={onPropose}
          />
        ) : null}
      </OneByOne>
    </>
  );
  const views = <Views mapKey={mapKey} of={of} editing={editing} beside={roomy} />;
  return (
    <>
      {roomy ? (
        <View style={{ flexDirection: 'row', gap: SPACE.l, alignItems: 'flex-start' }}>
          <View style={{ flex: 1, minWidth: 0, gap: SPACE.l }}>{editor}</View>
          <View style={{ width: VIEWS_WIDTH }}>{views}</View>
        </View>
      ) : (
        <>
          {editor}
          {views}
        </>
      )}
    </>
  );
}

/** Surface, slices and workings: beside the grid where there is room, else below it. */
function Views({
  mapKey,
  of,
  editing,
  beside,
}: {
  mapKey: MapKey;
  of: ShownMapOf;
  editing: MapEditing;
  beside: boolean;
}) {
  const wide = useWide();
  // The grid is there first; what stands below it is drawn a moment after.
  const ready = useDeferredValue(true, false);
  const { as, definition } = of;
  if (!ready) return null;
  const across = wide && !beside;
  const column = across ? { flexGrow: 1, flexBasis: 360, minWidth: 0 } : { width: '100%' as const };
  return (
    <View style={{ flexDirection: across ? 'row' : 'column', flexWrap: 'wrap', gap: SPACE.l }}>
      {definition.y === null ? null : (
        <View style={column}>
          <SurfaceCard mapKey={mapKey} as={as} editing={editing} />
        </View>
      )}
      {definition.y === null ? null : (
        <View style={column}>
          <MapSlices mapKey={mapKey} as={as} editing={editing} />
        </View>
      )}
      <View style={column}>
        <MapWorkings mapKey={mapKey} definition={definition} editing={editing} />
      </View>
    </View>
  );
}

/** The map as a surface, with what is marked on it. */
const SurfaceCard = memo(function SurfaceCard({
  mapKey,
  as,
  editing,
}: {
  mapKey: MapKey;
  as: ShownAs;
  editing: MapEditing;
}) {
  const map = useShownMapLater(mapKey, as);
  const selection = useSelectionLater(editing);
  const marks = useMarks(as);
  return (
    <Card title="Surface">
      <MapSurface
        label={as.definition.label}
        definition={as.definition}
        map={map}
        colours="magnitude"
        chosen={selection.corner}
        point={marks.point}
        trail={marks.trail}
      />
    </Card>
  );
});
