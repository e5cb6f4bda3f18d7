import { amount, type CheckCase, choose } from './parts';

/** What idle and its transitions are asked for. */
export const IDLE_CASES: readonly CheckCase[] = [
  [
    'an idle that nothing holds',
    'idle.control',
    /advises: Idle control is off, and what is switched on takes up to 15 % of the idle’s work/,
    ({ idle }) => choose(idle.control, 'no'),
    ({ idle }) => choose(idle.control, 'spark'),
  ],
  [
    'idle control by a valve that nobody drives',
    'idle.control',
    /blocks: Idle control works by spark and air, and idle air comes by nothing that is driven/,
    ({ idle }) => choose(idle.air, 'screw'),
    ({ idle }) => {
      choose(idle.air, 'screw');
      choose(idle.control, 'spark');
    },
  ],
  [
    'too little spark to hold a load',
    'idle.sparkLimit',
    /warns: 18 A of load ask for 6 % of the idle’s torque at once, and 4° of spark are worth about 6 %/,
    ({ idle }) => amount(idle.sparkLimit, 4),
    ({ idle }) => amount(idle.sparkLimit, 5),
  ],
  [
    'idle air that is faster than the engine',
    'idle.airGain',
    /warns: 100 rev\/min need about 3\.2 % of this valve, and 13\.5 % are added each second/,
    ({ idle }) => amount(idle.airGain, 13.5),
    ({ idle }) => amount(idle.airGain, 12),
  ],
  [
    'an idle target without the air for it',
    'maps.idleSpeed',
    /warns: At −?-?\d+ °C \d+ rev\/min need about \d\.\d times the air that idle can have there/,
    ({ idle }) => amount(idle.valveFlow, 10),
    ({ idle }) => amount(idle.valveFlow, 46),
  ],
  [
    'a load that idle is not told of',
    'outputs.fan',
    /advises: Fan takes about 7\.6 % of the idle valve’s air/,
    ({ outputs }) => {
      const fan = outputs.find(({ id }) => id === 'fan');
      if (fan !== undefined) fan.idleAirPercent = 0;
    },
    ({ outputs }) => {
      const fan = outputs.find(({ id }) => id === 'fan');
      if (fan !== undefined) fan.idleAirPercent = 0.5;
    },
  ],
  [
    'enrichment that never ends',
    'acceleration.threshold',
    /warns: Enrichment begins at 7 %\/s, which the noise of a resting throttle reaches/,
    ({ acceleration }) => amount(acceleration.threshold, 7),
    ({ acceleration }) => amount(acceleration.threshold, 8),
  ],
];
