import type { Edit } from '../../../checks';
import { fillingMapOf } from '../../../log';
import { lookUpCurve } from '../../../numeric';
import { MAP_DEFINITIONS, type MapId } from '../../../program';
import { searched } from '../../answers';
import { cellsAbout, type Wish } from '../../measure/idleTrim';
import type { ProcedureAt, SearchPoint } from '../../procedure';
import type { Base } from './found';
import { LEAST } from './limits';
import { foundFuel, mean } from './points';

interface Trimmed {
  readonly base: Base;
  readonly wish: Wish;
  readonly sparkDeg: number;
}

/** What was found, put into the cells that idle and those beside them. */
export function editsOf(at: ProcedureAt, again: SearchPoint, { base, wish, sparkDeg }: Trimmed): Edit[] {
  const { program } = at;
  const fillingId = fillingMapOf(program);
  const fuelShare = foundFuel(searched(at.answers, 'again')) ?? base.fuelShare;
  const addsDeg = sparkDeg - base.mapDeg;
  const loadOf = (axis: 'manifoldPressure' | 'throttle') =>
    mean(again, axis === 'throttle' ? 'loadThrottle' : 'manifoldPressure');
  const speed = mean(again, 'speed');
  const place = { x: speed, y: loadOf(program.load.axis) };
  const edits: Edit[] = [];
  if (fillingId !== null && Math.abs(fuelShare - 1) >= LEAST.fuelShare) {
    const y = loadOf(fillingId === 've' ? 'manifoldPressure' : 'throttle');
    edits.push(...cells(at, fillingId, { x: speed, y }, (value) => value * fuelShare));
  }
  if (Math.abs(wish.lambda - base.target) >= LEAST.lambda) {
    edits.push(...cells(at, program.load.target, place, () => wish.lambda));
  }
  if (Math.abs(addsDeg) >= LEAST.sparkDeg) {
    edits.push(...cells(at, program.load.spark, place, (value) => value + addsDeg));
  }
  if (base.airPercent !== null) edits.push(...airEdits(at, again));
  return edits;
}

/** The valve’s curve, moved by what it stands beside it; what loads take is theirs. */
function airEdits(at: ProcedureAt, again: SearchPoint): Edit[] {
  const coolantC = mean(again, 'coolant');
  const grid = at.program.idle.air;
  if (grid === null) return [];
  const moved = mean(again, 'idleOpening') - mean(again, 'idleLoadAir') - lookUpCurve(grid, coolantC);
  if (!(Math.abs(moved) >= LEAST.airPercent)) return [];
  return cells(at, 'idleAir', { x: coolantC, y: 0 }, (value) => value + moved);
}

function cells(
  { document }: ProcedureAt,
  mapId: MapId,
  place: { readonly x: number; readonly y: number },
  changed: (value: number) => number,
): Edit[] {
  const map = document.maps[mapId];
  if (map === null) return [];
  const changes = cellsAbout(map, place, changed, MAP_DEFINITIONS[mapId]);
  return changes.length === 0 ? [] : [{ kind: 'cells', mapId, changes }];
}
