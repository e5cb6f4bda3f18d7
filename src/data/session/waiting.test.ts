import { demo } from '@tests/support/ventisca';
import { waitingIn, waitingWords } from './waiting';

const DOCUMENT = demo('ventisca');
const words = (drafts: Record<string, string>) => waitingIn(DOCUMENT, drafts).map(waitingWords);

test('text that is not a value names its field, and what stays in use', () => {
  expect(words({ 'injectors.ratedFlow': '61o' })).toEqual([
    'Rated flow: “61o” is not a value; 610 cm³/min stays in use.',
  ]);
  expect(words({ 'engine.firingOrder': '1-5-x' })).toEqual([
    'Firing order: “1-5-x” is not a value; 1-4-2-5-3-6 stays in use.',
  ]);
});

test('a table being typed says that its rows stay, and shows no text of its own', () => {
  const [said] = words({ 'sensors.coolant.resistances': '{"units":[],"rows":[]}' });
  expect(said).toMatch(/^The rows typed in .+ are not a table yet; \d+ rows stay in use\.$/);
});

test('an empty field says that nothing is used', () => {
  const document = demo('ventisca', ({ injectors }) => void (injectors.ratedFlow = null));
  expect(waitingIn(document, { 'injectors.ratedFlow': 'x' }).map(waitingWords)).toEqual([
    'Rated flow: “x” is not a value, and is not used.',
  ]);
});

test('an output is named, with its page', () => {
  const [pump] = DOCUMENT.outputs;
  expect(waitingIn(DOCUMENT, { [`outputs.${pump?.id}.0.threshold`]: 'fast' })).toEqual([
    {
      label: pump?.name,
      typed: 'fast',
      inUse: null,
      page: 'build/outputs',
      place: `outputs.${pump?.id}`,
    },
  ]);
});

test('what is taken as it is typed waits for nothing', () => {
  expect(waitingIn(DOCUMENT, { note: 'half a', 'pins.A3.wire': 'blue' })).toEqual([]);
});

test('a field of a sensor stands on the page of the sensor', () => {
  expect(waitingIn(DOCUMENT, { 'sensors.map.slope': 'x' })[0]?.page).toBe('build/sensors/map');
});
