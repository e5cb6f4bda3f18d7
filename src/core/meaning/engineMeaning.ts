import {
  baseValue,
  type Calibration,
  conversionContext,
  type FieldPath,
  sweptVolumePerCylinderCm3,
} from '../calibration';
import { boreForVolumeMm, meanPistonSpeedMPerS } from '../engine';
import type { Figure } from './meaning';

/** Mean piston speed above which only a special bottom end lasts, m/s. */
const HIGH_PISTON_SPEED = 25;

/** What the engine's fields mean: volumes, the derived side of the geometry, piston speed, air pressure. */
export function engineMeaning(document: Calibration): Figure[] {
  const value = (path: FieldPath) => baseValue(document, path);
  const byDisplacement = document.engine.geometry === 'displacement';
  const sizeNeeds: FieldPath[] = byDisplacement
    ? ['engine.displacement', 'engine.cylinders']
    : ['engine.bore', 'engine.stroke'];
  const perCylinder = sweptVolumePerCylinderCm3(document);
  const cylinders = value('engine.cylinders');
  const stroke = value('engine.stroke');
  const maxSpeed = value('engine.maxSpeed');
  const pistonSpeed = stroke === null || maxSpeed === null ? null : meanPistonSpeedMPerS(stroke, maxSpeed);
  const figures: Figure[] = [
    {
      id: 'sweptPerCylinder',
      label: 'Swept volume, one cylinder',
      value: perCylinder,
      unit: 'cm³',
      decimals: 1,
      how: byDisplacement ? 'displacement ÷ cylinders' : 'π/4 × bore² × stroke',
      needs: sizeNeeds,
    },
    {
      id: 'swept',
      label: 'Swept volume, engine',
      value: perCylinder === null || cylinders === null ? null : perCylinder * cylinders,
      unit: 'cm³',
      decimals: 1,
      how: 'one cylinder × cylinders',
      needs: [...sizeNeeds, 'engine.cylinders'],
    },
    {
      id: 'pistonSpeed',
      label: 'Mean piston speed at maximum speed',
      value: pistonSpeed,
      unit: 'm/s',
      decimals: 1,
      how: '2 × stroke × speed ÷ 60',
      needs: ['engine.stroke', 'engine.maxSpeed'],
      ...(pistonSpeed !== null && pistonSpeed > HIGH_PISTON_SPEED
        ? { caution: `Above ${HIGH_PISTON_SPEED} m/s: check the stroke, its unit, and the maximum speed.` }
        : {}),
    },
    {
      id: 'barometric',
      label: 'Air pressure at this altitude',
      value: document.engine.altitude === null ? null : conversionContext(document).barometricKpa,
      unit: 'kPa abs',
      decimals: 1,
      how: 'standard atmosphere',
      needs: ['engine.altitude'],
    },
  ];
  if (byDisplacement) {
    figures.splice(2, 0, {
      id: 'boreImplied',
      label: 'Bore that follows from the stroke',
      value: perCylinder === null || stroke === null ? null : boreForVolumeMm(perCylinder, stroke),
      unit: 'mm',
      decimals: 1,
      how: '√(4 × volume ÷ π ÷ stroke)',
      needs: [...sizeNeeds, 'engine.stroke'],
    });
  }
  return figures.map((figure) => ({
    ...figure,
    needs: figure.value === null ? stillEmpty(document, figure.needs) : [],
  }));
}

function stillEmpty(document: Calibration, paths: readonly FieldPath[]): FieldPath[] {
  return [...new Set(paths)].filter((path) => baseValue(document, path) === null);
}
