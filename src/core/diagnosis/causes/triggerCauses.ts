import { type Cause, THROWN } from './cause';

/** Crank and cam. */
export const TRIGGER_CAUSES: readonly Cause[] = [
  {
    id: 'camMissing',
    label: 'Cam signal missing: its sensor unplugged, dead or far off',
    next: 'Look at the cam sensor’s plug first, then its gap, its supply and its target.',
    weight: 1,
    shows: { camPulsesMissing: ['most', 0.95], position: ['noCam', 0.5] },
  },
  {
    id: 'camWeak',
    label: 'Cam pulses come and go',
    next: 'Look at the cam sensor’s gap and its threshold, then move its plug and wires while it idles.',
    weight: 1,
    shows: { camPulsesMissing: ['some', 0.95] },
  },
  {
    id: 'camOutside',
    label: 'Cam pulses come outside their window: cam or wheel stands elsewhere than described',
    next: 'Look at the angle of the first tooth and of the cam in Trigger, then at chain, belt and adjuster.',
    weight: 0.6,
    shows: { camOutsideWindow: ['some', 0.95] },
    blurs: ['teethOrNoise', 'camPulsesMissing', 'position', 'crankTeethMissing'],
  },
  {
    id: 'crankMissing',
    label: 'Crank signal gone: its sensor unplugged or dead',
    next: 'Look at the crank sensor’s plug, then measure it while it is cranked.',
    weight: 1,
    shows: { crankSilent: ['yes', 0.95] },
    blurs: [
      'teethOrNoise',
      ...THROWN.filter((id) => id !== 'crankSilent'),
      'crankTeethMissing',
      'camPulsesMissing',
      'crankVolts',
      'standingPressure',
    ],
  },
  {
    id: 'wheel',
    label:
      'Its position is never found: the wheel is another than described, or the sensor’s wires are changed',
    next: 'Count the teeth and the gap, then look at edge and polarity in Trigger.',
    weight: 0.6,
    shows: { position: ['none', 0.95] },
    blurs: ['teethOrNoise', 'crankTeethMissing', 'camPulsesMissing', 'camOutsideWindow', 'noiseEdges'],
  },
  {
    id: 'crankWeak',
    label: 'Crank teeth come and go',
    next: 'Look at the crank sensor’s gap, plug and wires, and turn the wheel once round for a broken tooth.',
    weight: 1,
    shows: {
      crankTeethMissing: ['some', 0.95],
      teethOrNoise: ['teeth', 0.95],
      missedWhileLeaping: ['sound', 0.9],
    },
    blurs: [
      'noiseEdges',
      ...THROWN.filter((id) => id !== 'missedWhileLeaping'),
      'camPulsesMissing',
      'camOutsideWindow',
    ],
  },
  {
    id: 'speedLeaps',
    label: 'The crank is lost where speed changes too fast: its wheel loose, or its tolerance too tight',
    next: 'Look whether the wheel sits tight; then widen what the decoder takes between two teeth.',
    weight: 0.6,
    shows: { crankTeethMissing: ['some', 0.9], noiseEdges: ['some', 0.6], missedWhileLeaping: ['yes', 0.95] },
    blurs: [
      'teethOrNoise',
      ...THROWN.filter((id) => id !== 'missedWhileLeaping'),
      'camPulsesMissing',
      'camOutsideWindow',
    ],
  },
  {
    id: 'crankNoise',
    label: 'Noise on the crank wire',
    next: 'Look at the shield of the crank wire, at one end only to ground, and how near it runs to coils.',
    weight: 1,
    shows: {
      noiseEdges: ['some', 0.95],
      teethOrNoise: ['noise', 0.9],
      missedWhileLeaping: ['sound', 0.95],
    },
    blurs: [
      ...THROWN.filter((id) => id !== 'missedWhileLeaping'),
      'crankTeethMissing',
      'camPulsesMissing',
      'camOutsideWindow',
    ],
  },
];
