import { useGlobalSearchParams } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import { create } from 'zustand';
import { cellsOfRegion, type MapRegionOf, mapRegions } from '@/core/generators';
import { channelQuantity } from '@/core/channel';
import type { MapData, MapDefinition } from '@/core/map';
import { useDocumentButCells } from '@/data/session/documentParts';
import { Chips } from '@/ui/button/Chips';
import { NumberBox } from '@/ui/field';
import type { Selection } from '@/ui/grid';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { type MapEditing, useSelectedRegion, useSelectedRegionLater } from './useMapEditing';

type Borders = Pick<MapRegionOf, 'fromX' | 'toX' | 'fromY' | 'toY'>;

/** Borders the builder has moved, by calibration, what load is measured by, and region. A way of looking. */
const useMoved = create<{ readonly moved: Readonly<Record<string, Borders>> }>(() => ({ moved: {} }));

/** The regions of a map with their borders as moved, and how they are moved further. */
export interface MovedRegions {
  readonly regions: readonly MapRegionOf[];
  readonly move: (region: MapRegionOf, to: Partial<Borders>) => void;
}

/** The regions of a map, as the builder has moved them. */
export function useMapRegions(definition: MapDefinition): MovedRegions {
  const document = useDocumentButCells();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const moved = useMoved((state) => state.moved);
  return useMemo(() => {
    const key = (region: MapRegionOf) => `${id} ${definition.y?.channel ?? ''} ${region.id}`;
    return {
      regions: mapRegions(document, definition).map((region) => ({ ...region, ...moved[key(region)] })),
      move: (region: MapRegionOf, to: Partial<Borders>) => {
        const { fromX, toX, fromY, toY } = { ...region, ...to };
        useMoved.setState({ moved: { ...moved, [key(region)]: { fromX, toX, fromY, toY } } });
      },
    };
  }, [document, definition, id, moved]);
}

interface Props {
  definition: MapDefinition;
  /** The map in its own units. */
  map: MapData;
  regions: MovedRegions;
  editing: MapEditing;
}

/** One touch selects the cells of a part of the engine’s work; its borders are shown, and can be moved. */
export function MapRegions({ definition, map, regions: { regions, move: moveRegion }, editing }: Props) {
  const chosenId = useSelectedRegion(editing);
  const shownId = useSelectedRegionLater(editing);
  if (regions.length === 0) return null;
  const chosen = regions.find(({ id }) => id === shownId) ?? null;
  const selectionOf = (region: Borders): Selection => {
    const { fromColumn, toColumn, fromRow, toRow } = cellsOfRegion(map, region);
    return { anchor: { column: fromColumn, row: fromRow }, corner: { column: toColumn, row: toRow } };
  };
  const move = (to: Partial<Borders>) => {
    if (chosen === null) return;
    moveRegion(chosen, to);
    editing.select(selectionOf({ ...chosen, ...to }), chosen.id);
  };
  return (
    <View style={{ gap: SPACE.s }}>
      <Text kind="small" colour="muted">
        Select the cells of
      </Text>
      <Chips
        label="Select the cells of"
        options={regions}
        value={chosenId}
        onChange={(id) => {
          const region = regions.find((candidate) => candidate.id === id);
          if (region !== undefined) editing.select(selectionOf(region), id);
        }}
      />
      {chosen === null ? null : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.m }}>
          <Border
            label="From speed"
            axis={definition.x}
            value={chosen.fromX}
            onMove={(fromX) => move({ fromX })}
          />
          <Border label="To speed" axis={definition.x} value={chosen.toX} onMove={(toX) => move({ toX })} />
          {definition.y === null ? null : (
            <>
              <Border
                label="From load"
                axis={definition.y}
                value={chosen.fromY}
                onMove={(fromY) => move({ fromY })}
              />
              <Border
                label="To load"
                axis={definition.y}
                value={chosen.toY}
                onMove={(toY) => move({ toY })}
              />
            </>
          )}
        </View>
      )}
    </View>
  );
}

function Border({
  label,
  axis,
  value,
  onMove,
}: {
  label: string;
  axis: MapDefinition['x'];
  value: number;
  onMove: (value: number) => void;
}) {
  return (
    <View style={{ flexGrow: 1, flexBasis: 150 }}>
      <NumberBox
        key={value}
        info={{ label, ...channelQuantity(axis.channel), min: 0, max: axis.max }}
        value={value}
        onChange={onMove}
      />
    </View>
  );
}
