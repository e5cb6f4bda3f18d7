import { AXES, type MapEntry } from '../map';

const SETTINGS = { title: 'Closed loop', section: 'closedLoop' } as const;

/** How far fuel may be corrected one way, over a load of either kind. */
function authority(way: 'richer' | 'leaner', y: MapEntry['y'], label: string): MapEntry {
  return {
    group: 'closedLoop',
    label,
    unit: '%',
    min: 0,
    max: 30,
    decimals: 0,
    step: 1,
    x: AXES.speed,
    y,
    help: {
      what: `How far the loop may make the mixture ${way} here. 0 is off.`,
      usual:
        way === 'richer'
          ? '10 to 15 % where the reading is true, 0 where it is not.'
          : '8 to 10 % at light load, 2 to 5 % under load: leaner is what harms.',
      changes: 'What the loop can put right, and what a false reading can do.',
    },
  };
}

/** The maps of the closed loop, in the order of work. */
export const LOOP_MAPS = {
  loopRicher: authority('richer', AXES.manifoldPressure, 'Authority, richer'),
  loopLeaner: authority('leaner', AXES.manifoldPressure, 'Authority, leaner'),
  loopRicherThrottle: authority('richer', AXES.throttle, 'Authority by throttle, richer'),
  loopLeanerThrottle: authority('leaner', AXES.throttle, 'Authority by throttle, leaner'),
  loopProportional: {
    group: 'closedLoop',
    settings: SETTINGS,
    label: 'Loop gain at once',
    unit: '',
    min: 0,
    max: 5,
    decimals: 2,
    step: 0.01,
    x: AXES.engineAirFlow,
    y: null,
    help: {
      what: 'Share of the error that is corrected at once, by air flow.',
      usual: '0.1 at idle to 0.6 with much air: half the lag over the delay.',
      changes: 'Too little leaves the sum alone with it; too much hunts.',
    },
  },
  loopIntegral: {
    group: 'closedLoop',
    settings: SETTINGS,
    label: 'Loop gain over time',
    unit: '1/s',
    min: 0,
    max: 50,
    decimals: 2,
    step: 0.05,
    x: AXES.engineAirFlow,
    y: null,
    help: {
      what: 'Share of the error that is corrected each second, by air flow.',
      usual: '0.5 at idle to 5 with much air: half of one over the delay.',
      changes: 'Too little takes seconds; too much hunts, with a swing of some four delays.',
    },
  },
  loopStart: {
    group: 'closedLoop',
    settings: SETTINGS,
    label: 'Loop waits after the start',
    unit: 's',
    min: 0,
    max: 600,
    decimals: 0,
    step: 1,
    x: AXES.coolant,
    y: null,
    help: {
      what: 'Time after the start before the loop may act, by coolant.',
      usual: '10 s hot, a minute or two in frost.',
      changes: 'Whether it fights the after-start enrichment.',
    },
  },
} as const satisfies Record<string, MapEntry>;
