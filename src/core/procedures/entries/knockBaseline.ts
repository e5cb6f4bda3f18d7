import { baseValue, type Calibration } from '../../calibration';
import { type ChannelId, channelsFor } from '../../channel';
import { type Edit, quantityEdit } from '../../checks';
import { expectedNoiseV } from '../../generators';
import { gridOf, lookUpCurve } from '../../numeric';
import { type CleanNoise, knockBaseline as baselineOf, type Log, thresholdCells } from '../../log';
import { MAP_DEFINITIONS } from '../../program';
import { usualNoiseV } from '../../sensors';
import { formatNumber } from '../../units';
import { captured, chosen, step, traced } from '../answers';
import type { Answers, Found, Outcome, Procedure, ProcedureAt, Step } from '../procedure';

const HOLDS_S = 4;
const PULLS_S = 25;
/** The gain is looked at so far above the speed from which is listened, rev/min. */
const ABOVE_RPM = 300;
/** At the highest speed noise is to be about so loud, V: above is the rail, below is the noise of the wire. */
const TOP_V = { least: 0.7, wanted: 2.2, most: 3.2 } as const;
/** A threshold that is so near to the one there is stays, as a share. */
const SAME = 0.03;
/** An engine that is colder than this slaps: what its noise is over that of a warm one is worth hearing, °C; and from here on it is warm. */
const COLD_C = 50;
const WARM_C = 75;
/** A factor by coolant that is so near to the one there is stays. */
const SAME_FACTOR = 0.04;
/** From here on an engine is as quiet as it will be, °C. */
const WARM_FROM_C = 80;
/** Spark that is taken out before a pull that must not knock, °. */
const SAFE_DEG = 5;

/** Noise without knock from a pull that is surely clean: gain, then thresholds by speed with a margin over it. */
export const knockBaseline: Procedure = {
  id: 'knockBaseline',
  title: 'Knock baseline',
  what: 'A clean pull: thresholds over its noise.',
  minutes: 6,
  missing: ({ program }) =>
    program.knock === null
      ? 'Knock control is off in this calibration: nothing is listened to. Switch it on in Build, with its retard as it is.'
      : null,
  steps,
  decide,
};

/** Where noise is heard: all together, and by cylinder. */
function heardChannels({ program }: ProcedureAt): ChannelId[] {
  return channelsFor(program.cylinders).filter((id) => id.startsWith('knockNoise'));
}

function lowRpm(document: Calibration): number {
  return (baseValue(document, 'knock.speedFrom') ?? 1500) + ABOVE_RPM;
}

function steps(at: ProcedureAt): Step[] {
  const heard = heardChannels(at);
  const low = lowRpm(at.document);
  const cold = coldSteps(at, heard, low);
  const hold = step({
    id: 'hold',
    title: `Warm, hold about ${formatNumber(low, 0)} rev/min`,
    words: ['Without load, by the pedal or on the brake. The gain is looked at before the engine is loud.'],
    shows: ['speed', 'coolant', 'knockNoise'],
    expects: `About ${formatNumber(expectedNoiseV(at.document)(low), 2)} V.`,
    takes: {
      kind: 'capture',
      channels: ['speed', 'coolant', ...heard],
      forS: HOLDS_S,
      still: { channel: 'speed', within: 150 },
    },
  });
  const gain = gainAt(at);
  if (cold.some(({ id }) => at.answers[id] === undefined)) return cold;
  if (gain === null || gain.isOff) return [...cold, hold];
  const pull = step({
    id: 'pull',
    title: 'Pull cleanly, at full throttle',
    words: [
      `With spark and fuel that surely do not knock: ${SAFE_DEG}° less than the map where it was never driven, and good fuel. Begin, then full throttle from low speed to the highest in a middle gear, or on the brake, and say that it is done.`,
    ],
    shows: ['speed', 'throttle', 'knockNoise', 'knockRetard'],
    expects: 'Noise that rises evenly with speed, and nothing that stands out.',
    takes: { kind: 'trace', channels: ['speed', 'throttle', 'coolant', 'phase', ...heard], forS: PULLS_S },
  });
  return [...cold, hold, pull];
}

/** A cold engine is heard first, where it is cold now: its pistons slap, and a threshold for a warm one would hear knock. */
function coldSteps(at: ProcedureAt, heard: readonly ChannelId[], rpm: number): Step[] {
  const ask = step({
    id: 'state',
    title: 'Is it cold now?',
    words: ['A cold engine is louder. Heard cold and warm at one speed, its thresholds follow the coolant.'],
    shows: ['coolant'],
    takes: {
      kind: 'choice',
      options: [
        { id: 'warm', label: 'It is warm: leave that out' },
        { id: 'cold', label: `It runs, and is below ${COLD_C} °C` },
      ],
    },
  });
  if (chosen(at.answers, 'state') !== 'cold') return [ask];
  return [
    ask,
    step({
      id: 'cold',
      title: `Cold, hold about ${formatNumber(rpm, 0)} rev/min`,
      words: ['Without load, by the pedal or on the brake, for as long as it is captured.'],
      shows: ['speed', 'coolant', 'knockNoise'],
      expects: 'Louder than it will be warm.',
      takes: {
        kind: 'capture',
        channels: ['speed', 'coolant', ...heard],
        forS: HOLDS_S,
        still: { channel: 'speed', within: 150 },
      },
    }),
    step({
      id: 'warming',
      title: 'Let it warm up',
      words: [`Until the coolant is over ${WARM_C} °C. The same speed is heard again then.`],
      shows: ['coolant'],
      takes: { kind: 'go', label: 'It is warm' },
    }),
  ];
}

/** How much louder it was cold than it is warm, at the same speed, and at which coolant; null where that was not heard, or was not cold and warm. */
function coldFactor(at: ProcedureAt): { readonly coolantC: number; readonly times: number } | null {
  const of = (id: 'cold' | 'hold') => {
    const channel = (name: ChannelId) => captured(at.answers, id, name)?.mean ?? NaN;
    const loud = Math.max(0, ...heardChannels(at).map((name) => captured(at.answers, id, name)?.mean ?? 0));
    return { coolantC: channel('coolant'), share: loud / usualNoiseV(channel('speed')) };
  };
  const [cold, warm] = [of('cold'), of('hold')];
  if (!(cold.coolantC < COLD_C) || !(warm.coolantC >= WARM_C) || !(warm.share > 0)) return null;
  return { coolantC: cold.coolantC, times: cold.share / warm.share };
}

/** The factors of a curve by coolant: 1 where it is warm, what was heard where it was cold, straight between and beyond. */
function coldCells(
  { coolantC, times }: { readonly coolantC: number; readonly times: number },
  coolants: readonly number[],
): { readonly index: number; readonly value: number }[] {
  const { min, max, decimals } = MAP_DEFINITIONS.knockCoolant;
  const perK = Math.max(0, times - 1) / (WARM_FROM_C - coolantC);
  return coolants.map((at, index) => {
    const factor = 1 + perK * Math.max(0, WARM_FROM_C - at);
    return { index, value: Number(Math.min(max, Math.max(min, factor)).toFixed(decimals)) };
  });
}

/** What a cold engine was found to need, and the change that would put it in. */
function coldFound(at: ProcedureAt): { readonly found: Found[]; readonly edits: Edit[] } {
  if (chosen(at.answers, 'state') !== 'cold') return { found: [], edits: [] };
  const cold = coldFactor(at);
  if (cold === null) {
    const text = `Cold against warm was not heard: below ${COLD_C} °C and then over ${WARM_C} °C it has to be. The factor by coolant stays.`;
    return { found: [{ tone: 'warning', text }], edits: [] };
  }
  const text = `At ${formatNumber(cold.coolantC, 0)} °C it is ${formatNumber(cold.times, 2)} times as loud as warm.`;
  const map = at.document.maps.knockCoolant;
  const changes = map === null ? [] : coldCells(cold, map.x);
  const isSame =
    map === null ||
    changes.every(({ index, value }) => Math.abs(value - (map.values[index] ?? 1)) <= SAME_FACTOR);
  const found: Found = { tone: 'good', text: isSame ? `${text} The thresholds follow it so already.` : text };
  return { found: [found], edits: isSame ? [] : [{ kind: 'cells', mapId: 'knockCoolant', changes }] };
}

/** What the gain comes to at the highest speed, by what is heard at a low one. */
function gainAt(
  at: ProcedureAt,
): { readonly topV: number; readonly isOff: boolean; readonly to: number } | null {
  const rpm = captured(at.answers, 'hold', 'speed')?.mean;
  const loud = Math.max(0, ...heardChannels(at).map((id) => captured(at.answers, 'hold', id)?.mean ?? 0));
  if (rpm === undefined || !(loud > 0)) return null;
  const top = baseValue(at.document, 'knock.speedTo') ?? 7000;
  const topV = (loud * usualNoiseV(top)) / usualNoiseV(rpm);
  const is = baseValue(at.document, 'knock.gain') ?? 1;
  const isOff = topV < TOP_V.least || topV > TOP_V.most;
  return { topV, isOff, to: Number(((is * TOP_V.wanted) / topV).toFixed(2)) };
}

function decide(at: ProcedureAt): Outcome {
  if (at.answers['hold'] === undefined) return { found: [], remedy: null };
  const gain = gainAt(at);
  if (gain === null) {
    const text =
      'Nothing is heard: look at the knock sensor, its wire and its screw, and at the speed from which is listened.';
    return { found: [{ tone: 'error', text }], remedy: null };
  }
  const volts = `${formatNumber(gain.topV, 1)} V at the highest speed`;
  if (gain.isOff) {
    const text = `The gain makes about ${volts}, where ${formatNumber(TOP_V.wanted, 1)} V leave room both ways: change it first, send it, and come back for the pull.`;
    const edits = [quantityEdit(at.document, 'knock.gain', gain.to)];
    return {
      found: [{ tone: 'warning', text }],
      remedy: { label: 'Take the gain that this noise asks for', edits },
    };
  }
  const good: Found = { tone: 'good', text: `The gain suits: about ${volts}.` };
  if (at.answers['pull'] === undefined) return { found: [good], remedy: null };
  const baseline = baselineOf(logOf(at));
  if (!baseline.ok) return { found: [good, { tone: 'error', text: refusedWords(baseline) }], remedy: null };
  const cold = coldFound(at);
  const warm = thresholds(at, baseline.noise, good);
  const edits = [...(warm.remedy?.edits ?? []), ...cold.edits];
  const label = 'Take thresholds a third over the clean noise';
  return { found: [...warm.found, ...cold.found], remedy: edits.length === 0 ? null : { label, edits } };
}

/** What was traced, as a log is read. */
function logOf(at: ProcedureAt): Log {
  const ids: ChannelId[] = ['speed', 'throttle', 'coolant', 'phase', ...heardChannels(at)];
  const eachS = eachOf(at.answers);
  const columns = Object.fromEntries(
    ids.map((id) => [id, Float32Array.from(traced(at.answers, 'pull', id))]),
  );
  const count = traced(at.answers, 'pull', 'speed').length;
  return { columns, timeS: Float64Array.from({ length: count }, (_, i) => i * eachS) };
}

function eachOf(answers: Answers): number {
  const answer = answers['pull'];
  return answer?.kind === 'traced' ? answer.eachS : 0;
}

function refusedWords(baseline: Extract<ReturnType<typeof baselineOf>, { readonly ok: false }>): string {
  switch (baseline.why) {
    case 'noKnockSensor':
      return 'Nothing was heard in the pull: look at the knock sensor and its wire.';
    case 'noPull':
      return 'That was no pull: throttle over 60 % with a warm engine. Pull again.';
    case 'tooFewSpeeds':
      return 'The pull covers too little: it has to go through five stretches of 400 rev/min at the least. Pull again.';
    case 'knocks':
      return `The pull was not clean: about ${formatNumber(baseline.atRpm, 0)} rev/min something was ${formatNumber(baseline.times, 1)} times as loud as the rest. Nothing is taken from it. Take spark back there, or better fuel, and pull again.`;
  }
}

function thresholds({ document }: ProcedureAt, noise: CleanNoise, good: Found): Outcome {
  const [first, last] = [noise.speedsRpm[0] ?? 0, noise.speedsRpm.at(-1) ?? 0];
  const from = `${formatNumber(first, 0)} to ${formatNumber(last, 0)} rev/min`;
  const loud = Math.max(...noise.noiseV);
  const clean: Found = {
    tone: 'good',
    text: `The pull is clean from ${from}: noise up to ${formatNumber(loud, 2)} V, and nothing stands out.`,
  };
  const map = document.maps.knockThreshold;
  if (map === null) return { found: [good, clean], remedy: null };
  const grid = gridOf(map);
  const changes = thresholdCells(noise, map.x, MAP_DEFINITIONS.knockThreshold).filter(
    ({ index, value }) => Math.abs(value / lookUpCurve(grid, map.x[index] ?? 0) - 1) > SAME,
  );
  if (changes.length === 0) {
    return {
      found: [good, clean, { tone: 'good', text: 'The thresholds stand a third over it as they are.' }],
      remedy: null,
    };
  }
  const edits: Edit[] = [{ kind: 'cells', mapId: 'knockThreshold', changes }];
  return { found: [good, clean], remedy: { label: 'Take thresholds a third over the clean noise', edits } };
}
