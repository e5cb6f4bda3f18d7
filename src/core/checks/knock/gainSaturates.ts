import { baseValue, listensForKnock } from '../../calibration';
import { expectedNoiseV } from '../../generators';
import { check, foundWhen } from '../entry/check';
import { quantityEdit } from '../entry/remedy';

/** The amplifier ends at 5 V; noise alone should leave knock some room, V. */
const MOST_NOISE_V = 3.4;

export const knockGainSaturates = check({
  id: 'knock.gainSaturates',
  title: 'Knock gain that leaves no room',
  severity: 'warns',
  reads: ['knock', 'engine', 'maps', 'injectors'],
  why: 'Where the noise alone ends at the rail, knock cannot stand out of it.',
  find: (document) => {
    const gain = baseValue(document, 'knock.gain');
    const toRpm = Math.min(
      baseValue(document, 'knock.speedTo') ?? Infinity,
      baseValue(document, 'engine.maxSpeed') ?? Infinity,
    );
    if (!listensForKnock(document) || gain === null || !Number.isFinite(toRpm)) return null;
    const noiseV = expectedNoiseV(document)(toRpm);
    return foundWhen(noiseV > MOST_NOISE_V, 'knock.gain', { noiseV, toRpm, gain });
  },
  say: ({ noiseV, toRpm }) =>
    `At ${Math.round(toRpm)} rev/min ${noiseV.toFixed(1)} V of noise are to be expected, and the amplifier ends at 5 V.`,
  remedy: (document, { data }) => {
    const gain = Number(((data.gain * 3) / data.noiseV).toFixed(2));
    return { label: `A gain of ${gain}`, edits: [quantityEdit(document, 'knock.gain', gain)] };
  },
});
