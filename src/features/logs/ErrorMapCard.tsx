import { useMemo, useState } from 'react';
import { EVIDENCE_S, type FillingMapId, type LogFit } from '@/core/log';
import type { MapData } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { formatNumber } from '@/core/units';
import { TOLERANCES } from '@/data/tolerance';
import { EvidenceMap } from '@/ui/evidence';
import { Chips } from '@/ui/button/Chips';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { cellWords, toleranceWords } from './logWords';

/** An error as large as this has the full colour; larger ones have no more. */
const FULL = 0.12;

interface Props {
  fit: LogFit;
  map: MapData;
  mapId: FillingMapId;
  /** What counts as right, a share. */
  tolerance: number;
  onTolerance: (tolerance: number) => void;
}

/** Lambda error by cell, with the evidence for it: within tolerance a cell is calm. */
export function ErrorMapCard({ fit, map, mapId, tolerance, onTolerance }: Props) {
  const [selected, setSelected] = useState(() => indexOfLargest(fit.cells.evidenceS));
  const shares = useMemo(
    () =>
      Array.from(fit.cells.found, (found) => {
        if (!Number.isFinite(found) || Math.abs(found) <= tolerance) return 0;
        return Math.sign(found) * Math.min(1, (Math.abs(found) - tolerance / 2) / FULL);
      }),
    [fit, tolerance],
  );
  const column = selected % map.x.length;
  const row = Math.floor(selected / map.x.length);
  const byThrottle = mapId === 'veThrottle';
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
        evidence={fit.cells.evidenceS}
        enough={EVIDENCE_S}
        height={240}
        selected={selected}
        onSelect={setSelected}
      />
      <Text aria-live="polite">
        {`${formatNumber(map.x[column], 0)} rev/min, ${formatNumber(map.y[row], 0)} ${byThrottle ? '%' : 'kPa'}: ${cellWords(fit, selected)}.`}
      </Text>
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
