import { baseValue, type Calibration } from '@/core/calibration';
import type { MappingSensor } from '@/core/log';
import { formatNumber } from '@/core/units';

/** The cylinder that a lambda sensor sees alone; null where it sees more. */
export function cylinderOf(document: Calibration, id: MappingSensor): number | null {
  return document.sensors[id].sees?.value === 'cylinder'
    ? baseValue(document, `sensors.${id}.cylinder`)
    : null;
}

const PLACES = { all: 'all cylinders', bankOne: 'bank 1', bankTwo: 'bank 2' } as const;

/** A lambda sensor by what it sees: "Cylinder 3", "Bank 1". */
export function sensorName(document: Calibration, id: MappingSensor): string {
  const cylinder = cylinderOf(document, id);
  if (cylinder !== null) return `Cylinder ${formatNumber(cylinder, 0)}`;
  const sees = document.sensors[id].sees?.value;
  const place = PLACES[sees as keyof typeof PLACES] ?? PLACES.all;
  return `${id === 'lambdaOne' ? 'Lambda 1' : 'Lambda 2'}, ${place}`;
}
