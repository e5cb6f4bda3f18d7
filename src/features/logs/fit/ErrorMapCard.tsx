import { useMemo, useState } from 'react';
import { EVIDENCE_S, type LoggedMapId, type LogFit } from '@/core/log';
import type { MapData } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { formatNumber } from '@/core/units';
import { TOLERANCES } from '@/data/tolerance';
import { EvidenceMap } from '@/ui/evidence';
import { Chips } from '@/ui/button/Chips';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { cellWords, sensorCellWords, toleranceWords } from './logWords';

/** An error as large as this has the full colour; larger ones have no more. */
const FULL = 0.12;

/** Whose reading is drawn. */
const BY = [
  { id: 'all', label: 'All sensors' },
  { id: '0', label: 'First sensor' },
  { id: '1', label: 'Second sensor' },
] as const;
type By = (typeof BY)[number]['id'];

interface Props {
  fit: LogFit;
  map: MapData;
  mapId: LoggedMapId;
  /** What counts as right, a share. */
  tolerance: number;
  onTolerance: (tolerance: number) => void;
}

/** Lambda error by cell, with the evidence for it: within tolerance a cell is calm. */
export function ErrorMapCard({ fit, map, mapId, tolerance, onTolerance }: Props) {
  const [selected, setSelected] = useState(() => indexOfLargest(fit.cells.evidenceS));
  const [by, setBy] = useState<By>('all');
  const sensor = useMemo(() => fit.bySensor.find((one) => `${one.sensor}` === by) ?? null, [fit, by]);
  const read = sensor ?? fit.cells;
  const shares = useMemo(() => sharesOf(read.found, tolerance), [read, tolerance]);
  const column = selected % map.x.length;
  const row = Math.floor(selected / map.x.length);
  const byThrottle = mapId.startsWith('veThrottle');
  return (
    <Card
      title="Error by cell"
      intro={`${MAP_DEFINITIONS[mapId].label}. Steel is rich, ember is lean, neutral within ${toleranceWords(tolerance)}; a square fills its cell with ${EVIDENCE_S} s of evidence.`}
    >
      <EvidenceMap
        label="Lambda error by cell, with evidence"
        x={map.x}
        y={map.y}
        xName="rev/min"
        yName={byThrottle ? 'Throttle with idle air, %' : 'Manifold pressure, kPa'}
        shares={shares}
        ramp="difference"
        evidence={read.evidenceS}
        enough={EVIDENCE_S}
        height={240}
        selected={selected}
        onSelect={setSelected}
      />
      <Text aria-live="polite">
        {`${formatNumber(map.x[column], 0)} rev/min, ${formatNumber(map.y[row], 0)} ${byThrottle ? '%' : 'kPa'}: ${sensor === null ? cellWords(fit, selected) : sensorCellWords(sensor, selected)}.`}
      </Text>
      {fit.bySensor.length < 2 ? null : <Chips label="As read by" options={BY} value={by} onChange={setBy} />}
      <Text kind="small" colour="muted">
        Right within
      </Text>
      <Chips
        label="Right within"
        options={TOLERANCES.map((one) => ({ id: String(one), label: toleranceWords(one) }))}
        value={String(tolerance)}
        onChange={(id) => onTolerance(Number(id))}
      />
    </Card>
  );
}

function indexOfLargest(values: Float64Array): number {
  return values.reduce((best, value, i) => (value > (values[best] as number) ? i : best), 0);
}

/** How far each cell is coloured, −1…1: calm within tolerance. */
function sharesOf(found: Float64Array, tolerance: number): number[] {
  return Array.from(found, (error) => {
    if (!Number.isFinite(error) || Math.abs(error) <= tolerance) return 0;
    return Math.sign(error) * Math.min(1, (Math.abs(error) - tolerance / 2) / FULL);
  });
}
