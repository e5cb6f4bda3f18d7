import { baseValue, type Calibration } from '../calibration';
import {
  accelerationReasons,
  filmReasons,
  FUEL_MAPS,
  proposedAccelerationCold,
  proposedAccelerationPercent,
  proposedFilmShare,
  proposedFilmTime,
  RATE_BREAKPOINTS,
} from '../fuel';
import { IDLE_MAPS, type IdleInputs, idleReasons, proposedIdleAir, proposedIdleSpeed } from '../idle';
import { gridOf, lookUpCurve } from '../numeric';
import type { MapId } from '../program';
import {
  COOLANT_BREAKPOINTS,
  proposedStartUp,
  proposedTaperPercent,
  STARTUP_MAPS,
  type StartUpCurveId,
  taperReasons,
  TURNS_BREAKPOINTS,
} from '../startup';
import { anchoredCurve, COLD_TO_HOT } from './curveAnchors';
import {
  coldExcessOf,
  idleEngineOf,
  type MapGenerator,
  type PlainGenerator,
  sizeNeeds,
  stopShareOf,
} from './generator';
import { over, overCoolant } from './newAxes';

/** The generator of a start-up curve over coolant temperature. */
function startUp(id: StartUpCurveId): MapGenerator {
  const curve: PlainGenerator = {
    needs: () => ['engine.fuel'],
    axes: overCoolant,
    generate: ({ engine }) => {
      const { values, reasons } = proposedStartUp(id, engine.fuel?.value ?? 'petrol');
      const grid = gridOf({ x: COOLANT_BREAKPOINTS, y: [], values });
      return { valueAtPoint: (coolantC) => lookUpCurve(grid, coolantC), reasons };
    },
  };
  return anchoredCurve(STARTUP_MAPS[id], curve, COLD_TO_HOT);
}

const crankingTaper: PlainGenerator = {
  needs: () => [],
  axes: over(TURNS_BREAKPOINTS),
  generate: () => ({ valueAtPoint: proposedTaperPercent, reasons: taperReasons() }),
};

function idleInputs(document: Calibration): IdleInputs {
  return {
    engine: idleEngineOf(document),
    hotSpeedRpm: baseValue(document, 'idle.hotSpeed') ?? 0,
    valveGPerS: baseValue(document, 'idle.valveFlow'),
    screwShare: stopShareOf(document),
  };
}

const idleAir: PlainGenerator = {
  needs: (document) => [
    ...sizeNeeds(document),
    'engine.fuel',
    'engine.altitude',
    'idle.hotSpeed',
    'idle.valveFlow',
  ],
  axes: overCoolant,
  generate: (document) => {
    const inputs = idleInputs(document);
    return {
      valueAtPoint: (coolantC) => proposedIdleAir(inputs, coolantC),
      reasons: idleReasons('idleAir', inputs),
    };
  },
};

const idleSpeed: PlainGenerator = {
  needs: () => ['idle.hotSpeed'],
  axes: overCoolant,
  generate: (document) => {
    const inputs = idleInputs(document);
    return {
      valueAtPoint: (coolantC) => proposedIdleSpeed(inputs, coolantC),
      reasons: idleReasons('idleSpeed', inputs),
    };
  },
};

const acceleration: PlainGenerator = {
  needs: () => ['engine.induction', 'engine.fuel'],
  axes: over(RATE_BREAKPOINTS),
  generate: (document) => {
    const inputs = {
      induction: document.engine.induction?.value ?? 'natural',
      coldExcess: coldExcessOf(document),
    } as const;
    return {
      valueAtPoint: (rate) => proposedAccelerationPercent(inputs, rate),
      reasons: accelerationReasons('acceleration', inputs),
    };
  },
};

const accelerationCold: PlainGenerator = {
  needs: () => [],
  axes: overCoolant,
  generate: (document) => ({
    valueAtPoint: proposedAccelerationCold,
    reasons: accelerationReasons('accelerationCold', {
      induction: 'natural',
      coldExcess: coldExcessOf(document),
    }),
  }),
};

const filmShare: PlainGenerator = {
  needs: () => [],
  axes: overCoolant,
  generate: (document) => ({
    valueAtPoint: proposedFilmShare,
    reasons: filmReasons('filmShare', coldExcessOf(document)),
  }),
};

const filmTime: PlainGenerator = {
  needs: () => ['engine.fuel'],
  axes: overCoolant,
  generate: (document) => ({
    valueAtPoint: (coolantC) => proposedFilmTime(coolantC, coldExcessOf(document)),
    reasons: filmReasons('filmTime', coldExcessOf(document)),
  }),
};

/** How the maps of starting, idling and accelerating are proposed. */
export const START_GENERATORS = {
  prime: startUp('prime'),
  cranking: startUp('cranking'),
  crankingTaper: anchoredCurve(STARTUP_MAPS.crankingTaper, crankingTaper, [
    { id: 'first', at: 'in the first turns', x: 8 },
    { id: 'last', at: 'after 60 turns', x: 60 },
  ]),
  afterStart: startUp('afterStart'),
  afterStartDecay: startUp('afterStartDecay'),
  warmUp: startUp('warmUp'),
  idleAir: anchoredCurve(IDLE_MAPS.idleAir, idleAir, COLD_TO_HOT),
  idleSpeed: anchoredCurve(IDLE_MAPS.idleSpeed, idleSpeed, COLD_TO_HOT),
  acceleration: anchoredCurve(FUEL_MAPS.acceleration, acceleration, [
    { id: 'slow', at: `at ${RATE_BREAKPOINTS[0]} %/s`, x: RATE_BREAKPOINTS[0] as number },
    { id: 'fast', at: `at ${RATE_BREAKPOINTS.at(-1)} %/s`, x: RATE_BREAKPOINTS.at(-1) as number },
  ]),
  accelerationCold: anchoredCurve(FUEL_MAPS.accelerationCold, accelerationCold, COLD_TO_HOT),
  filmShare: anchoredCurve(FUEL_MAPS.filmShare, filmShare, COLD_TO_HOT),
  filmTime: anchoredCurve(FUEL_MAPS.filmTime, filmTime, COLD_TO_HOT),
} as const satisfies Partial<Record<MapId, MapGenerator>>;
