import { useMemo } from 'react';
import { cellsFrom, type ImageSectionId, mapOfSection } from '@/core/ecuImage';
import type { MapData } from '@/core/map';
import type { MapId } from '@/core/program';
import { useEcu } from './ecuSession';

const NONE: ReadonlySet<number> = new Set();

/** Cells of a map that run and are not stored, of the calibration whose engine computer is live. */
export function useUnstoredCells(calibrationId: string, map: MapId | null): ReadonlySet<number> {
  const section: ImageSectionId | null = map === null ? null : `maps.${map}`;
  const isOurs = useEcu((ecu) => ecu.phase === 'live' && ecu.calibrationId === calibrationId);
  const runs = useEcu(({ running }) => (section === null ? null : (running[section] as MapData | null)));
  const stored = useEcu((ecu) => (section === null ? null : (ecu.stored[section] as MapData | null)));
  return useMemo(() => {
    if (!isOurs || !runs || !stored) return NONE;
    const cells = cellsFrom(runs, stored) ?? [];
    return cells.length === 0 ? NONE : new Set(cells.map(({ index }) => index));
  }, [isOurs, runs, stored]);
}

/** The maps of which cells run that are not stored, each as it is stored. */
export function unstoredMaps(): { readonly id: MapId; readonly stored: MapData }[] {
  const { running, stored, contents } = useEcu.getState();
  if (contents === null) return [];
  return Object.keys(contents.running).flatMap((section) => {
    const id = mapOfSection(section);
    const [runs, was] = [running[section] as MapData | null, stored[section] as MapData | null];
    if (id === null || !runs || !was || contents.running[section] === contents.stored[section]) return [];
    return cellsFrom(runs, was) === null ? [] : [{ id, stored: was }];
  });
}
