import { type Calibration, usedMaps } from '../calibration';
import type { Source } from '../field';
import { generatedMap, type MapProposalOf, usualChoices } from '../generators';
import type { CylinderTrims } from '../log';
import { withCells } from '../map';
import { MAP_DEFINITIONS } from '../program';
import { formatNumber } from '../units';

const MAP = 'fuelCylinder';

/**
 * The trims of cylinders that bring those of several lambda sensors together, over the trims there are. Null where the engine
 * has none, or where they would round to what they are.
 * @param date today, YYYY-MM-DD.
 */
export function cylinderProposal(
  document: Calibration,
  trims: CylinderTrims,
  date: string,
): MapProposalOf | null {
  if (!usedMaps(document).includes(MAP)) return null;
  const proposed =
    document.maps[MAP] === null ? generatedMap(document, MAP, usualChoices(document), date) : null;
  const base = document.maps[MAP] ?? (proposed?.ok === true ? proposed.proposal.after : null);
  if (base === null) return null;
  const { min, max, decimals } = MAP_DEFINITIONS[MAP];
  const changes = base.values.flatMap((percent, index) => {
    const factor = trims.factors[(base.x[index] as number) - 1] ?? 1;
    const wanted = 100 * ((1 + percent / 100) * factor - 1);
    const value = Number(Math.min(max, Math.max(min, wanted)).toFixed(decimals));
    return value === percent ? [] : [{ index, value }];
  });
  if (changes.length === 0) return null;
  const source: Source = { kind: 'measured', date, note: 'Lambda of its side, from a log' };
  return {
    mapId: MAP,
    before: document.maps[MAP],
    after: withCells(base, changes, source),
    reasons: trims.sides.map(({ cylinders, offLn }) => ({
      text: `${cylinders.length === 1 ? 'Cylinder' : 'Cylinders'} ${cylinders.join(', ')}: ${formatNumber(100 * Math.abs(Math.expm1(offLn)), 1)} % ${offLn > 0 ? 'lean' : 'rich'} of the mean of all, ± ${formatNumber(100 * trims.standardError, 1)} %.`,
      formula: 'trim = (1 + trim) · exp(error of its sensor − mean error) − 1',
    })),
  };
}
