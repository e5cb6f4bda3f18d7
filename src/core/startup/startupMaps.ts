import { AXES, type MapDefinition } from '../map';

export const crankingMap: MapDefinition = {
  id: 'cranking',
  label: 'Cranking fuel',
  unit: '× stoich',
  min: 0,
  max: 30,
  decimals: 2,
  step: 0.05,
  x: AXES.coolant,
  y: null,
  help: {
    what: 'Fuel at each event while the starter turns, as a multiple of what burns the air completely.',
    usual: '1.1 to 1.3 hot, 2 to 3 at 20 °C, 4 to 6 in hard frost: only part of the fuel evaporates.',
    changes:
      'Whether it catches. Too little: it cranks and never catches. Too much: it bogs and fouls the plugs.',
  },
};

export const afterStartMap: MapDefinition = {
  id: 'afterStart',
  label: 'After-start enrichment',
  unit: '×',
  min: 1,
  max: 5,
  decimals: 2,
  step: 0.01,
  x: AXES.coolant,
  y: null,
  help: {
    what: 'Factor on fuel at the moment it starts to run. It fades to 1 over the after-start decay.',
    usual: '1.1 hot, 1.4 to 1.5 at 20 °C, about 2 in hard frost.',
    changes: 'The first seconds: too little and it fires and dies.',
  },
};

export const afterStartDecayMap: MapDefinition = {
  id: 'afterStartDecay',
  label: 'After-start decay',
  unit: 's',
  min: 0.5,
  max: 240,
  decimals: 0,
  step: 1,
  x: AXES.coolant,
  y: null,
  help: {
    what: 'Seconds over which after-start enrichment fades to nothing.',
    usual: '5 to 10 s hot, 20 to 40 s cold.',
    changes: 'How long the extra fuel stays while the valves warm.',
  },
};

export const warmUpMap: MapDefinition = {
  id: 'warmUp',
  label: 'Warm-up enrichment',
  unit: '×',
  min: 1,
  max: 3,
  decimals: 2,
  step: 0.01,
  x: AXES.coolant,
  y: null,
  help: {
    what: 'Factor on running fuel against coolant temperature.',
    usual: '1.00 at working temperature, 1.1 to 1.15 at 20 °C, 1.25 to 1.35 in hard frost.',
    changes: 'Mixture during the whole warm-up. It must reach 1 when hot.',
  },
};

export const primeMap: MapDefinition = {
  id: 'prime',
  label: 'Prime pulse',
  unit: '× stoich',
  min: 0,
  max: 30,
  decimals: 2,
  step: 0.1,
  x: AXES.coolant,
  y: null,
  help: {
    what: 'Fuel injected once into every cylinder’s port when the key is turned, as a multiple of what burns a full cylinder of air.',
    usual: '0 hot, about 0.5 at 20 °C, 1 to 2 in hard frost: it wets the walls before the first turn.',
    changes: 'How many turns it cranks before it fires. Too much wets the plugs.',
  },
};

export const crankingTaperMap: MapDefinition = {
  id: 'crankingTaper',
  label: 'Cranking fuel, taper',
  unit: '%',
  min: 10,
  max: 150,
  decimals: 0,
  step: 1,
  x: AXES.turns,
  y: null,
  help: {
    what: 'Share of the cranking fuel that is left after so many turns without a catch.',
    usual: '100 % for the first turns, falling to about 70 % after 40: the walls are wet by then.',
    changes: 'Whether an engine that did not catch at once floods.',
  },
};
