import { useGlobalSearchParams, usePathname, useRouter } from 'expo-router';
import { View } from 'react-native';
import { generatorNeeds, MAP_DEFINITIONS, MAP_IDS, type Calibration, type MapId } from '@/core/calibration';
import { SOURCE_KINDS, SOURCE_TEXT, type SourceKind } from '@/core/field';
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
      {MAP_IDS.map((mapId) => {
        const map = document.maps[mapId];
        const { label, unit, decimals } = MAP_DEFINITIONS[mapId];
        return (
          <LinkRow
            key={mapId}
            label={label}
            {...(map === null ? {} : { detail: rangeText(map.values, decimals, unit) })}
            picture={
              map === null ? (
                <View
                  style={{
                    ...THUMBNAIL,
                    borderWidth: 1,
                    borderStyle: 'dashed',
                    borderColor: roles.line,
                    borderRadius: CORNER.field,
                  }}
                />
              ) : (
                <Thumbnail map={map} {...THUMBNAIL} />
              )
            }
            state={<StateMark {...mapMark(document, mapId)} />}
            here={here(mapId)}
            onPress={() => router.navigate(`/c/${id}/maps/${mapId}`)}
          />
        );
      })}
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
function mapMark(document: Calibration, mapId: MapId): { tone: MarkTone; label: string } {
  const map = document.maps[mapId];
  if (map === null) {
    return generatorNeeds(document, mapId).length > 0
      ? { tone: 'plain', label: 'Empty' }
      : { tone: 'plain', label: 'Empty, ready to propose' };
  }
  const weakest = SOURCE_KINDS.findLast((kind) => map.sources.some((source) => source.kind === kind));
  const kind = weakest ?? 'computed';
  return { tone: MAP_TONES[kind], label: SOURCE_TEXT[kind].label };
}
