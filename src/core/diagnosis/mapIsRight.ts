import { type Calibration, compile } from '../calibration';
import { fillingMapOf } from '../log';

/** Of a map that is driven and corrected so many cells are measured. */
const MEASURED_SHARE = 0.5;

/** Whether the filling map of a calibration was corrected for its engine, by where its cells come from. */
export function mapIsRight(document: Calibration): boolean {
  const compiled = compile(document);
  const id = compiled.ok ? fillingMapOf(compiled.program) : null;
  const map = id === null ? null : document.maps[id];
  if (map === null || map === undefined) return false;
  const measured = map.cellSources.filter((source) => map.sources[source]?.kind === 'measured').length;
  return measured >= MEASURED_SHARE * map.cellSources.length;
}
