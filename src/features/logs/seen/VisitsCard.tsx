import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { useStore } from 'zustand';
import type { Calibration } from '@/core/calibration';
import type { Log } from '@/core/log';
import { nearestBreakpoint, nearestTo, visitsOf } from '@/core/logView';
import { axisPlace, type MapData, type MapDefinition } from '@/core/map';
import { gridOf, lookUpMap } from '@/core/numeric';
import { FIRST_OF, isSecondMapId, MAP_DEFINITIONS, MAP_IDS, type MapId } from '@/core/program';
import { formatNumber, inSentence } from '@/core/units';
import { Button } from '@/ui/button/Button';
import { RadioRow } from '@/ui/button/RadioRow';
import { EvidenceMap, type MovingPoint } from '@/ui/evidence';
import { Card } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import type { StripStore } from '@/ui/strip';
import { Text } from '@/ui/text/Text';
import { timeShares } from './timeShares';
import { samplesOf, stretchWords, useStretch } from './useStretch';

interface Props {
  strip: StripStore;
  log: Log;
  /** The calibration whose maps are laid under the log. */
  calibration: Calibration;
  /** Which that is, in words. */
  which: string;
}

/** The maps whose axes a log has. */
function mapsUnder(log: Log, { maps }: Calibration): MapId[] {
  const has = (channel: string) => channel in log.columns;
  return MAP_IDS.filter((id) => {
    const { x, y } = MAP_DEFINITIONS[id];
    return maps[id] !== null && has(x.channel) && (y === null || has(y.channel));
  });
}

/** A map under the log: how long it stood in each cell, where it was at the cursor, and what the map says there. */
export function VisitsCard({ strip, log, calibration, which }: Props) {
  const ids = useMemo(() => mapsUnder(log, calibration), [log, calibration]);
  const [wanted, setWanted] = useState<MapId | null>(null);
  const [choosing, setChoosing] = useState(false);
  const { title, where } = stretchWords(useStretch(strip));
  const id = wanted !== null && ids.includes(wanted) ? wanted : ids[0];
  const map = id === undefined ? null : calibration.maps[id];
  if (id === undefined || map === null) {
    return (
      <Card title={title} intro={where}>
        <Text>No map of the calibration runs along what was logged.</Text>
      </Card>
    );
  }
  return (
    <Card title={nameOf(id)} intro={`${title}: ${where}. ${which} Light where it stood longest.`}>
      <Under key={id} strip={strip} log={log} map={map} definition={MAP_DEFINITIONS[id]} />
      <View style={{ flexDirection: 'row' }}>
        <Button label="Another map" onPress={() => setChoosing(true)} />
      </View>
      <Sheet title="Maps" open={choosing} onClose={() => setChoosing(false)}>
        <View role="radiogroup" aria-label="Maps">
          {ids.map((one) => (
            <RadioRow
              key={one}
              label={nameOf(one)}
              chosen={one === id}
              onChoose={() => {
                setWanted(one);
                setChoosing(false);
              }}
            />
          ))}
        </View>
      </Sheet>
    </Card>
  );
}

function nameOf(id: MapId): string {
  const { label } = MAP_DEFINITIONS[id];
  return isSecondMapId(id) && MAP_DEFINITIONS[FIRST_OF[id]].label === label ? `${label}, second` : label;
}

interface UnderProps {
  strip: StripStore;
  log: Log;
  map: MapData;
  definition: MapDefinition;
}

function Under({ strip, log, map, definition }: UnderProps) {
  const stretch = useStretch(strip);
  const { fromS, toS, between } = stretch;
  const x = log.columns[definition.x.channel] ?? log.timeS;
  const y = definition.y === null ? null : (log.columns[definition.y.channel] ?? log.timeS);
  const { seconds, beyondS, unknownS } = useMemo(() => {
    const [from, to] = samplesOf(log.timeS, { fromS, toS, between });
    return visitsOf({ timeS: log.timeS, x, y, from, to }, map);
  }, [log, x, y, map, fromS, toS, between]);
  const [picked, setPicked] = useState<number | null>(null);
  const cursorS = useStore(strip.store, (view) => view.cursorS);
  const at = cursorS === null ? null : nearestTo(log.timeS, cursorS);
  const place = at === null ? null : { x: x[at] as number, y: y === null ? 0 : (y[at] as number) };
  const most = seconds.reduce((high, one) => Math.max(high, one), 0);
  const selected = picked ?? Math.max(0, seconds.indexOf(most));
  const moving = useMemo<MovingPoint>(
    () => ({
      at: () => {
        const { cursorS: nowS } = strip.store.getState();
        if (nowS === null) return null;
        const sample = nearestTo(log.timeS, nowS);
        const point = { x: x[sample] as number, y: y === null ? 0 : (y[sample] as number) };
        return Number.isNaN(point.x) || Number.isNaN(point.y) ? null : point;
      },
      onMove: (show) => strip.store.subscribe(show),
    }),
    [strip, log, x, y],
  );
  return (
    <>
      <EvidenceMap
        label="Time in each cell"
        x={map.x}
        y={y === null ? [0] : map.y}
        xName={axisName(definition.x)}
        yName={definition.y === null ? '' : axisName(definition.y)}
        shares={timeShares(seconds)}
        ramp="magnitude"
        evidence={Array.from(seconds, (one) => (one > 0 ? 1 : 0))}
        enough={1}
        height={y === null ? 44 : 240}
        moving={moving}
        selected={selected}
        onSelect={setPicked}
      />
      <Text aria-live="polite">{cellWords(map, definition, selected, seconds[selected] ?? 0)}</Text>
      <Text>{placeWords(map, definition, place)}</Text>
      {beyondS < 0.05 && unknownS < 0.05 ? null : (
        <Text kind="small" colour="muted">
          {[
            ...(beyondS < 0.05 ? [] : [`${formatNumber(beyondS, 1)} s were further out than its axes reach`]),
            ...(unknownS < 0.05 ? [] : [`of ${formatNumber(unknownS, 1)} s the place is not known`]),
          ].join('; ')}
          .
        </Text>
      )}
    </>
  );
}

function axisName({ label, unit }: MapDefinition['x']): string {
  return unit === '' ? label : `${label}, ${unit}`;
}

function cellWords(
  map: MapData,
  { x, y, unit, decimals }: MapDefinition,
  cell: number,
  seconds: number,
): string {
  const column = cell % map.x.length;
  const row = Math.floor(cell / map.x.length);
  const places = [axisPlace(x, map.x[column]), ...(y === null ? [] : [axisPlace(y, map.y[row])])];
  const value = `${formatNumber(map.values[cell], decimals)} ${unit}`.trim();
  const stood = seconds < 0.05 ? 'not visited' : `${formatNumber(seconds, 1)} s in it`;
  return `${places.join(', ')}: ${value}, ${stood}.`;
}

/** What the map says at the cursor, read between its cells. */
function placeWords(
  map: MapData,
  { x, y, unit, decimals, label }: MapDefinition,
  place: { readonly x: number; readonly y: number } | null,
): string {
  if (place === null) return 'Put the cursor into the log: here stands what the map says there.';
  if (Number.isNaN(place.x) || Number.isNaN(place.y)) return 'At the cursor the place is not known.';
  const value = lookUpMap(gridOf(map), place.x, place.y);
  const places = [axisPlace(x, place.x), ...(y === null ? [] : [axisPlace(y, place.y)])];
  const column = nearestBreakpoint(map.x, place.x);
  const row = y === null ? 0 : nearestBreakpoint(map.y, place.y);
  const cell = map.values[row * map.x.length + column];
  return `At the cursor, ${places.join(', ')}: ${inSentence(label)} ${`${formatNumber(value, decimals + 1)} ${unit}`.trim()}, nearest cell ${formatNumber(cell, decimals)}.`;
}
