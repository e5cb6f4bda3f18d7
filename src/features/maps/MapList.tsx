import { useGlobalSearchParams, usePathname, useRouter } from 'expo-router';
import { memo, useDeferredValue } from 'react';
import { View } from 'react-native';
import { generatorNeeds, MAP_DEFINITIONS, MAP_IDS, type MapId } from '@/core/calibration';
import { SOURCE_KINDS, SOURCE_TEXT, type SourceKind } from '@/core/field';
import type { MapData } from '@/core/map';
import { formatNumber } from '@/core/units';
import { useDocument } from '@/data/session/session';
import { Thumbnail } from '@/ui/grid';
import { Icon } from '@/ui/icon/Icon';
import { LinkRow, StateMark, useWide, type MarkTone } from '@/ui/layout';
import { CORNER, useRoles } from '@/ui/theme';

const THUMBNAIL = { width: 56, height: 40 } as const;

/** Every map with its picture and state, and the workings. */
export function MapList() {
  const roles = useRoles();
  const document = useDocument();
  const router = useRouter();
  const wide = useWide();
  const path = usePathname();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const here = (name: string) =>
    wide && (path.endsWith(`/${name}`) || (name === 've' && path.endsWith('/maps')));
  return (
    <>
      {MAP_IDS.map((mapId) => (
        <MapRow
          key={mapId}
          id={id}
          mapId={mapId}
          map={document.maps[mapId]}
          ready={generatorNeeds(document, mapId).length === 0}
          here={here(mapId)}
        />
      ))}
      <LinkRow
        label="Pressure axes"
        detail="Lay them anew in all maps at once, after another sensor or goal"
        picture={<Icon name="table-large" size={32} color={roles.muted} />}
        here={here('pressure')}
        onPress={() => router.navigate(`/c/${id}/maps/pressure` as '/')}
      />
      <LinkRow
        label="Workings"
        detail="Any operating point, step by step to the injector’s opening"
        picture={<Icon name="calculator-variant-outline" size={32} color={roles.muted} />}
        here={here('workings')}
        onPress={() => router.navigate(`/c/${id}/maps/workings`)}
      />
    </>
  );
}

interface MapRowProps {
  /** The open calibration. */
  id: string;
  mapId: MapId;
  map: MapData | null;
  /** All that its generator needs is there. */
  ready: boolean;
  here: boolean;
}

/** One map of the list; drawn anew only when that map changes. */
const MapRow = memo(function MapRow({ id, mapId, map, ready, here }: MapRowProps) {
  const roles = useRoles();
  const router = useRouter();
  const { label, unit, decimals } = MAP_DEFINITIONS[mapId];
  // A thumbnail may come a moment after the cell that changed it.
  const pictured = useDeferredValue(map);
  const frame = {
    borderWidth: 1,
    borderStyle: 'dashed',
    borderColor: roles.line,
    borderRadius: CORNER.field,
  } as const;
  return (
    <LinkRow
      label={label}
      {...(pictured === null ? {} : { detail: rangeText(pictured.values, decimals, unit) })}
      picture={
        pictured === null ? (
          <View style={{ ...THUMBNAIL, ...frame }} />
        ) : (
          <Thumbnail map={pictured} {...THUMBNAIL} />
        )
      }
      state={<StateMark {...mapMark(pictured, ready)} />}
      here={here}
      onPress={() => router.navigate(`/c/${id}/maps/${mapId}`)}
    />
  );
});

function rangeText(values: readonly number[], decimals: number, unit: string): string {
  const text = (value: number) => formatNumber(value, decimals);
  return `${text(Math.min(...values))} to ${text(Math.max(...values))} ${unit}`.trim();
}

/** A computed map is a considered beginning, not yet a proved one. */
const MAP_TONES: Readonly<Record<SourceKind, MarkTone>> = {
  measured: 'good',
  dataSheet: 'good',
  computed: 'plain',
  estimated: 'warning',
  starter: 'warning',
};

/** The state of a map: whether there is one, and the least sure source any of its cells has. */
function mapMark(map: MapData | null, ready: boolean): { tone: MarkTone; label: string } {
  if (map === null) return { tone: 'plain', label: ready ? 'Empty, ready to propose' : 'Empty' };
  const weakest = SOURCE_KINDS.findLast((kind) => map.sources.some((source) => source.kind === kind));
  const kind = weakest ?? 'computed';
  return { tone: MAP_TONES[kind], label: SOURCE_TEXT[kind].label };
}
