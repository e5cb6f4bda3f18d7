import { correctionKey, mapAt, type MapKey, usedMaps } from '@/core/calibration';
import { correctionDefinition } from '@/core/correction/schema';
import type { SourceKind } from '@/core/field';
import { SOURCE_KINDS, SOURCE_TEXT } from '@/core/field/schema';
import { changedSince, generatorNeeds } from '@/core/generators';
import { MAP_GROUPS, type MapData, type MapDefinition, shownAs, shownMap } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { useGlobalSearchParams, usePathname, useRouter } from 'expo-router';
import { memo, useCallback, useMemo, type ReactNode } from 'react';
import { View } from 'react-native';
import { useDocumentButCells, useDocumentPartLater } from '@/data/session/documentParts';
import { Thumbnail } from '@/ui/grid';
import { Icon } from '@/ui/icon/Icon';
import { LinkRow, StateMark, useWide, type MarkTone } from '@/ui/layout';
import { Heading } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles } from '@/ui/theme';
import { useShownBy } from '@/ui/units/shownBy';
import { useFoundMark } from '../fields/useFoundMark';
import { rangeText } from './rangeText';

const THUMBNAIL = { width: 56, height: 40 } as const;
const SMALL_THUMBNAIL = { width: 32, height: 24 } as const;

/** What is set beside the maps, each with its page. */
const TOOLS = [
  {
    route: 'load',
    label: 'Load strategy',
    detail: 'What measures load, and which maps that needs',
    icon: 'speedometer',
  },
  {
    route: 'corrections',
    label: 'Corrections',
    detail: 'Maps of your own, and the order all of them act in',
    icon: 'layers-outline',
  },
  {
    route: 'idle',
    label: 'Idle control',
    detail: 'What gives the idle its air, and holds its speed',
    icon: 'engine-outline',
  },
  {
    route: 'loop',
    label: 'Closed loop',
    detail: 'Where, when and how far measured lambda may correct fuel',
    icon: 'sync-circle',
  },
  {
    route: 'learned',
    label: 'Learned trims',
    detail: 'What the loop keeps correcting, cell by cell, and putting it into the map',
    icon: 'history',
  },
  {
    route: 'knock',
    label: 'Knock control',
    detail: 'Where knock is listened for, and what is done about it',
    icon: 'ear-hearing',
  },
  {
    route: 'limits',
    label: 'Limits',
    detail: 'Of speed, launch and gear shift: what cuts first at which speed',
    icon: 'car-speed-limiter',
  },
  {
    route: 'boost',
    label: 'Boost control',
    detail: 'How a valve holds bypass or wastegate, and what too much does',
    icon: 'gauge',
  },
  {
    route: 'protection',
    label: 'Protection',
    detail: 'What keeps the engine whole, and what happens when a sensor dies',
    icon: 'shield-check-outline',
  },
  {
    route: 'overrun',
    label: 'Overrun cut',
    detail: 'When fuel is cut, and where on the map that reaches',
    icon: 'fire',
  },
  {
    route: 'pressure',
    label: 'Pressure axes',
    detail: 'Lay them anew in all maps at once, after another sensor or goal',
    icon: 'table-large',
  },
  {
    route: 'workings',
    label: 'Workings',
    detail: 'Any operating point, step by step to the injector’s opening',
    icon: 'calculator-variant-outline',
  },
] as const;

/** Every map in use with its picture and state, the builder's corrections, and what is set beside them. */
export function MapList() {
  const roles = useRoles();
  const document = useDocumentButCells();
  const router = useRouter();
  const wide = useWide();
  const path = usePathname();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const used = usedMaps(document);
  const definitions = useMemo(() => document.corrections.map(correctionDefinition), [document.corrections]);
  const here = (name: string) =>
    wide && (path.endsWith(`/${name}`) || (name === 've' && path.endsWith('/maps')));
  const missing = used.filter((mapId) => document.maps[mapId] === null).length;
  const stale = used.filter((mapId) => changedSince(document, mapId).length > 0);
  return (
    <>
      {missing === 0 ? null : (
        <LinkRow
          label="Propose what is missing"
          detail={missing === 1 ? 'One map is not there yet' : `${missing} maps are not there yet`}
          picture={<Icon name="auto-fix" size={wide ? 20 : 32} color={roles.accent} />}
          here={wide && path.endsWith('/maps/missing')}
          onPress={() => router.navigate(`/c/${id}/maps/missing` as '/')}
        />
      )}
      {stale.length === 0 ? null : (
        <LinkRow
          label="Compute anew what is out of date"
          detail={
            stale.length === 1
              ? 'One map was computed for other data'
              : `${stale.length} maps were computed for other data`
          }
          picture={<Icon name="sync" size={wide ? 20 : 32} color={roles.warning} />}
          here={wide && path.endsWith('/maps/stale')}
          onPress={() => router.navigate(`/c/${id}/maps/stale` as '/')}
        />
      )}
      {MAP_GROUPS.map(({ id: group, title }) => {
        const shown = used.filter((mapId) => MAP_DEFINITIONS[mapId].group === group);
        return shown.length === 0 ? null : (
          <Group key={title} title={title}>
            {shown.map((mapId) => (
              <MapRow
                key={mapId}
                id={id}
                mapKey={mapId}
                label={MAP_DEFINITIONS[mapId].label}
                definition={MAP_DEFINITIONS[mapId]}
                ready={generatorNeeds(document, mapId).length === 0}
                stale={stale.includes(mapId)}
                here={here(mapId)}
              />
            ))}
          </Group>
        );
      })}
      {document.corrections.length === 0 ? null : (
        <Group title="Your corrections">
          {document.corrections.map((correction, i) => (
            <MapRow
              key={correction.id}
              id={id}
              mapKey={correctionKey(correction.id)}
              label={correction.name}
              definition={definitions[i] as MapDefinition}
              ready
              here={here(correctionKey(correction.id))}
            />
          ))}
        </Group>
      )}
      <Group title="Beside the maps">
        {TOOLS.map(({ route, label, detail, icon }) => (
          <LinkRow
            key={route}
            label={label}
            detail={detail}
            picture={<Icon name={icon} size={wide ? 20 : 32} color={roles.muted} />}
            compact={wide}
            here={here(route)}
            onPress={() => router.navigate(`/c/${id}/maps/${route}` as '/')}
          />
        ))}
      </Group>
    </>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  const wide = useWide();
  return (
    <View style={{ gap: wide ? SPACE.xs : SPACE.s }}>
      <Heading level={2} kind="strong">
        {title}
      </Heading>
      {children}
    </View>
  );
}

interface MapRowProps {
  /** The open calibration. */
  id: string;
  mapKey: MapKey;
  label: string;
  definition: MapDefinition;
  /** All that its generator needs is there. */
  ready: boolean;
  /** It was computed for other data. */
  stale?: boolean;
  here: boolean;
}

/** One map of the list; drawn anew only when that map changes. */
const MapRow = memo(function MapRow({
  id,
  mapKey,
  label,
  definition,
  ready,
  stale = false,
  here,
}: MapRowProps) {
  const roles = useRoles();
  const router = useRouter();
  const wide = useWide();
  const picture = wide ? SMALL_THUMBNAIL : THUMBNAIL;
  const { units, stoichiometricRatio } = useShownBy();
  const as = useMemo(
    () => shownAs(definition, units, stoichiometricRatio),
    [definition, units, stoichiometricRatio],
  );
  const pictured = useDocumentPartLater(useCallback((document) => mapAt(document, mapKey), [mapKey]));
  const found = useFoundMark(`maps/${mapKey}`);
  const frame = {
    borderWidth: 1,
    borderStyle: 'dashed',
    borderColor: roles.line,
    borderRadius: CORNER.field,
  } as const;
  return (
    <LinkRow
      label={label}
      {...(pictured === null
        ? {}
        : { detail: rangeText(shownMap(pictured, as).values, as.definition.decimals, as.definition.unit) })}
      picture={
        pictured === null ? (
          <View style={{ ...picture, ...frame }} />
        ) : (
          <Thumbnail map={pictured} {...picture} />
        )
      }
      state={<StateMark {...(stale ? STALE_MARK : (found ?? mapMark(pictured, ready)))} />}
      compact={wide}
      here={here}
      onPress={() => router.navigate(`/c/${id}/maps/${mapKey}` as '/')}
    />
  );
});

/** A computed map is a considered beginning, not yet a proved one. */
const MAP_TONES: Readonly<Record<SourceKind, MarkTone>> = {
  measured: 'good',
  dataSheet: 'good',
  computed: 'plain',
  estimated: 'warning',
  starter: 'warning',
};

const STALE_MARK = { tone: 'warning', label: 'Other data' } as const;

/** The state of a map: whether there is one, and the least sure source any of its cells has. */
function mapMark(map: MapData | null, ready: boolean): { tone: MarkTone; label: string } {
  if (map === null) return { tone: 'plain', label: ready ? 'Empty, ready to propose' : 'Empty' };
  const weakest = SOURCE_KINDS.findLast((kind) => map.sources.some((source) => source.kind === kind));
  const kind = weakest ?? 'computed';
  return { tone: MAP_TONES[kind], label: SOURCE_TEXT[kind].label };
}
