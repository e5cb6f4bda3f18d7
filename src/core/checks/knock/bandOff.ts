import { baseValue, listensForKnock } from '../../calibration';
import { knockBandHz } from '../../generators';
import { check, foundWhen } from '../entry/check';
import { quantityEdit } from '../entry/remedy';

/** So far beside the bore’s own frequency, as a share, half of a knock is missed. */
const MOST_SHARE = 0.06;

export const knockBandOff = check({
  id: 'knock.bandOff',
  title: 'Listening beside the knock',
  severity: 'warns',
  reads: ['knock', 'engine', 'injectors'],
  why: 'A bore rings at its own frequency; beside it there is only noise.',
  find: (document) => {
    const ringsHz = knockBandHz(document);
    const bandHz = baseValue(document, 'knock.band');
    if (!listensForKnock(document) || ringsHz === null || bandHz === null) return null;
    return foundWhen(Math.abs(bandHz / ringsHz - 1) > MOST_SHARE, 'knock.band', { ringsHz, bandHz });
  },
  say: ({ ringsHz, bandHz }) =>
    `This bore rings at ${(ringsHz / 1000).toFixed(2)} kHz, and ${(bandHz / 1000).toFixed(2)} kHz are listened at.`,
  remedy: (document, { data }) => ({
    label: `Listen at ${(data.ringsHz / 1000).toFixed(2)} kHz`,
    edits: [quantityEdit(document, 'knock.band', data.ringsHz)],
  }),
});
