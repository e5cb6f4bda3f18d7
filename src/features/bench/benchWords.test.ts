import { frameOf, type ChannelValues, LOOP_CODE, LOST_BIT, PHASE } from '@/core/channel';
import { IMAGE_SECTIONS } from '@/core/ecuImage';
import type { Differences } from '@/data/ecu/differences';
import type { EcuFailure } from '@/data/ecu/ecuSession';
import { doingWords, foundWords, linkSentence, tryWords } from './linkWords';
import { liveSentences } from './liveWords';
import { sectionLabel } from './sectionWords';

const running: ChannelValues = {
  phase: PHASE.running,
  speed: 2000,
  sync: 2,
  coolant: 85,
  battery: 13.8,
  lambdaOne: 0.98,
  lambdaTarget: 1,
};
const said = (change: ChannelValues = {}) => liveSentences(frameOf({ ...running, ...change }));
const text = (change: ChannelValues = {}) => said(change).map((sentence) => sentence.text);

describe('what is wrong now', () => {
  test('nothing, and then what it does', () => {
    expect(said()).toEqual([{ tone: 'good', text: 'It runs, and nothing is wrong.' }]);
    expect(text({ phase: PHASE.cranking, speed: 0, battery: 12.6 })).toEqual(['Key on, engine stands.']);
    expect(text({ phase: PHASE.cranking, speed: 220, battery: 10 })).toEqual(['It is being cranked.']);
  });

  test('the mixture, where it is meant to be at its target', () => {
    expect(text({ lambdaOne: 1.12 })).toEqual(['12 % leaner than its target here.']);
    expect(text({ lambdaOne: 0.9, lambdaTwo: 0.9 })).toEqual(['10 % richer than its target here.']);
    expect(text({ lambdaOne: 1.04 })).toEqual(['It runs, and nothing is wrong.']);
    expect(text({ lambdaOne: 1.2, throttleRate: 80 })).toEqual(['It runs, and nothing is wrong.']);
    expect(text({ lambdaOne: 0.8, afterStart: 1.2 })[0]).toMatch(/Still enriched from the start/);
    expect(text({ lambdaOne: 0.8, warmUp: 1.05 })[0]).toMatch(/Still enriched from the start/);
    expect(text({ lambdaOne: 2, overrunCut: 1 })[0]).toMatch(/Overrun cut/);
    expect(text({ lambdaOne: NaN })[0]).toMatch(/not read yet/);
  });

  test('a loop that has let go or is at its end, and knock', () => {
    expect(text({ loopState: LOOP_CODE.sensorNoisy })).toEqual([
      'Open loop: reading too noisy. Fuel follows the map alone.',
    ]);
    expect(text({ loopState: LOOP_CODE.atLimit, lambdaTrim: 1.12 })).toEqual([
      'The closed loop is at its authority, 12 %: the map is further off than it may correct.',
    ]);
    expect(text({ loopState: LOOP_CODE.active, lambdaTrim: 1.05 })).toEqual([
      'It runs, and nothing is wrong.',
    ]);
    expect(text({ knockRetard: 3.25, knockCount: 7 })).toEqual([
      'Knock: spark pulled by up to 3.3°, heard 7 times.',
    ]);
  });

  test('a sensor in fault is said with the engine standing, too', () => {
    const standing = { phase: PHASE.cranking, speed: 0, battery: 12.6, sensorsLost: LOST_BIT.coolant };
    expect(said(standing)).toEqual([
      {
        tone: 'error',
        text: 'A sensor is in fault: coolant (shorted to ground). What stands in for it is in use.',
      },
    ]);
  });

  test('a number that does not move is said', () => {
    expect(liveSentences(frameOf(running), null, ['Manifold pressure'])[0]).toEqual({
      tone: 'error',
      text: 'Manifold pressure is frozen: it has not moved for five seconds while the engine turns.',
    });
  });

  test('what holds it back, and what stands in, by words', () => {
    expect(text({ sensorsLost: LOST_BIT.map })).toEqual([
      'A sensor is in fault: manifold pressure (unplugged, or shorted to ground). What stands in for it is in use.',
    ]);
    expect(text({ sensorsLost: LOST_BIT.map | LOST_BIT.air })[0]).toMatch(
      /^Sensors are in fault: .*; intake air/,
    );
    expect(text({ protection: 1, limiting: 7, limitSpeed: 3500, cutShare: 40, lambdaOne: 1.4 })).toEqual([
      'Protection acts because of oil pressure.',
      'Held back by protection at 3500 rev/min: 40 % of charges are cut.',
    ]);
    expect(text({ limiting: 9, limitSpeed: 0, cutShare: 100 })).toEqual([
      'Held back by overboost: 100 % of charges are cut.',
    ]);
  });

  test('a surge of the idle', () => {
    const sentences = liveSentences(frameOf(running), { hz: 1.2, swingRpm: 140 });
    expect(sentences[0]?.text).toMatch(/^The idle surges: it swings by 140 rev\/min, 1\.2 times a second/);
  });

  test('battery, heat, and a crank that is not known', () => {
    expect(text({ battery: 11.8 })[0]).toMatch(/11.8 V while it runs/);
    expect(text({ coolant: 108 })[0]).toMatch(/108 °C. Let it cool/);
    expect(text({ syncLosses: 3 })[0]).toMatch(/lost 3 times/);
    expect(text({ syncLosses: 1 })).toEqual(['It runs, and nothing is wrong.']);
    expect(text({ phase: PHASE.cranking, speed: 200, sync: 0, battery: 10 })[0]).toMatch(
      /does not know where/,
    );
    expect(text({ phase: PHASE.cranking, speed: 200, battery: 8.4 })[0]).toMatch(/8.4 V while cranking/);
  });
});

describe('the state of the link in a sentence', () => {
  const differences = (change: Partial<Differences> = {}): Differences => ({
    parts: [],
    maps: [],
    unstored: [],
    ...change,
  });
  const wanted = { x: [], y: [], values: [], sources: [], cellSources: [] };
  const map = (id: 've' | 'spark' | 'lambda') => ({ id, cells: [], wanted });

  test.each([
    ['none', null, /^Not connected/],
    ['connecting', null, /^Asking who/],
    ['lost', null, /nobody answers. All that ran was stored. Is the key on\?/],
    ['same', differences(), /runs, and is stored/],
    ['same', differences({ unstored: ['maps.ve'] }), /gone with the key: store it/],
    [
      'differs',
      differences({ parts: ['injectors', 'trigger'], maps: [map('ve')] }),
      /another build: .* in injectors, trigger and volumetric efficiency/,
    ],
    ['differs', differences({ maps: [map('ve')] }), /in volumetric efficiency\.$/],
    [
      'differs',
      differences({ maps: [map('ve'), map('spark'), map('lambda')] }),
      /efficiency, spark advance and lambda target\.$/,
    ],
    [
      'differs',
      differences({ parts: ['engine', 'cams', 'trigger', 'pins', 'coils'] }),
      /in engine, cams, trigger and 2 more/,
    ],
    ['differs', null, /cannot be compared/],
    ['locked', differences(), /runs, and is stored/],
    ['sending', differences(), /On its way/],
  ] as const)('%s', (state, of, words) => {
    expect(linkSentence(state, of)).toMatch(words);
  });

  test('lost, it names what was not stored', () => {
    expect(linkSentence('lost', null, ['maps.ve', 'idle'])).toMatch(
      /Not stored was what ran in volumetric efficiency and idle/,
    );
  });

  test('why it did not connect is said as one of address, pairing, version and lock', () => {
    const tried = (reason: EcuFailure['reason']) => tryWords({ reason, message: '' });
    expect(tried('address')).toMatch(/the address/);
    expect(tried('notPaired')).toMatch(/the pairing code/);
    expect(tried('otherProtocol')).toMatch(/the version/);
    expect(tried('wrongCode')).toMatch(/the lock/);
    expect(tried('lost')).toBeNull();
  });

  test('every section has a name', () => {
    for (const id of IMAGE_SECTIONS) expect(sectionLabel(id)).toMatch(/^[A-Z]/);
  });

  test('what is being done is said, with how far it is', () => {
    expect(doingWords({ doing: 'sending', progress: 0.5 })).toBe('Sending, 50 %');
    expect(doingWords({ doing: 'verifying', progress: null })).toMatch(/Reading it back/);
    expect(doingWords({ doing: null, progress: null })).toBeNull();
  });
});

test('a lost link says whether it is looked for, and a found one what is gone', () => {
  expect(linkSentence('lost', null, [], true)).toMatch(/It is being looked for: is the key on\?$/);
  expect(linkSentence('lost', null, [], false)).toMatch(/Connect again and compare\.$/);
  expect(foundWords(null)).toBeNull();
  expect(foundWords([])).toMatch(/All that ran still runs/);
  expect(foundWords(['maps.ve'])).toMatch(/something else than before in volumetric efficiency/);
});
