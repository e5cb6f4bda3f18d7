import { baseValue, type Calibration, conversionContext } from '../calibration';
import type { Correction } from '../correction';
import type { Source } from '../field';
import { LEAST_ACROSS_KPA } from '../injector';

/** A correction that makes up for a rail below what its regulator should hold, or why there is none to be had. */
export type PressureShortfall =
  | { readonly ok: true; readonly correction: Omit<Correction, 'id'> }
  | { readonly ok: false; readonly why: string };

/** Rail pressures that it is laid for: so many, from half of what is typed to the most that the regulator ever holds. */
const RAILS = 8;
/** It makes up for no more: half of the flow is missing then, and an opening cannot mend a pump. */
const MOST = 1.5;

/**
 * Fuel × √(pressure that should be across the injectors ÷ that which is), by rail and manifold pressure. Refused where it would
 * count twice, or nothing would be read.
 */
export function pressureShortfall(document: Calibration, source: Source): PressureShortfall {
  const { injectors, sensors, engine } = document;
  if (injectors.regulator?.value === 'measured') {
    return {
      ok: false,
      why: 'The regulator is one that is measured: the opening follows the pressure already.',
    };
  }
  if (sensors.fuelPressure.fitted?.value !== 'yes') {
    return { ok: false, why: 'No fuel pressure sensor is fitted: there is nothing to go by.' };
  }
  const railKpa = baseValue(document, 'injectors.railPressure');
  if (railKpa === null || engine.maxManifoldPressure === null) {
    return { ok: false, why: 'Rail pressure and maximum manifold pressure come first.' };
  }
  const { barometricKpa } = conversionContext(document);
  const most = Math.max(barometricKpa, baseValue(document, 'engine.maxManifoldPressure') ?? 0);
  const manifolds = [0, 1, 2, 3].map((i) => Math.round(30 + ((most - 30) * i) / 3));
  const follows = injectors.regulator?.value === 'manifold';
  const held = follows ? railKpa + most - barometricKpa : railKpa;
  const x = Array.from({ length: RAILS }, (_, i) =>
    Math.round(railKpa / 2 + ((held - railKpa / 2) * i) / (RAILS - 1)),
  );
  const values = manifolds.flatMap((manifoldKpa) =>
    x.map((gaugeKpa) => {
      const over = barometricKpa - manifoldKpa;
      const meant = Math.max(LEAST_ACROSS_KPA, follows ? railKpa : railKpa + over);
      const there = Math.max(LEAST_ACROSS_KPA, gaugeKpa + over);
      return Math.round(1000 * Math.min(MOST, Math.max(1, Math.sqrt(meant / there)))) / 1000;
    }),
  );
  return {
    ok: true,
    correction: {
      name: 'Fuel pressure shortfall',
      enabled: true,
      on: 'fuel',
      operation: 'multiply',
      x: 'fuelPressure',
      y: 'manifoldPressure',
      activation: null,
      map: { x, y: manifolds, values, sources: [source], cellSources: values.map(() => 0) },
    },
  };
}
