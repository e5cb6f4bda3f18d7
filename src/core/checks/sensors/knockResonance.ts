import { baseValue } from '../../calibration';
import { knockFrequencyHz } from '../../sensors';
import { check, foundWhen } from '../entry/check';
import { fitted } from './parts';

/** A resonant knock sensor this far off the bore's own frequency is pointed at, share. */
const KNOCK_SLACK_SHARE = 0.15;

export const sensorsKnockResonance = check({
  id: 'sensors.knockResonance',
  title: 'Knock sensor tuned elsewhere',
  severity: 'warns',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'It would hear valves, and not knock.',
  find: (document) => {
    const boreMm = document.engine.geometry === 'boreAndStroke' ? baseValue(document, 'engine.bore') : null;
    const hearsHz = baseValue(document, 'sensors.knock.resonance');
    const resonant = document.sensors.knock.kind?.value === 'resonant';
    if (!fitted(document, 'knock') || !resonant || boreMm === null || hearsHz === null) return null;
    const knocksHz = knockFrequencyHz(boreMm);
    const deaf = Math.abs(hearsHz / knocksHz - 1) > KNOCK_SLACK_SHARE;
    return foundWhen(deaf, 'sensors.knock.resonance', { boreMm, knocksHz, hearsHz });
  },
  say: ({ boreMm, knocksHz, hearsHz }) =>
    `A bore of ${boreMm} mm knocks near ${(knocksHz / 1000).toFixed(2)} kHz; this sensor hears ${(hearsHz / 1000).toFixed(2)} kHz and would miss it. Fit a wide-band one.`,
});
