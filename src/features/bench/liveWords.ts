import { AT, type Frame, GUARD_REASONS, LIMITS, LOOP_CODE, LOOP_STATES, PHASE, read } from '@/core/channel';
import type { Surge } from '@/core/control';
import { surgeWords } from '@/core/log';
import { formatNumber, inSentence } from '@/core/units';
import type { Sentence } from '@/ui/layout';
import { sensorFaults } from './sensorWords';

/** Lambda further from its target than this is said, a share. */
const OFF_TARGET = 0.05;
/** Where lambda is read with a delay, only a throttle that rests tells, % a second. */
const STILL_PERCENT_PER_S = 30;
const BATTERY = { least: 12, cranking: 9 } as const;
const HOT_C = 105;

/** What is wrong now, the worst first; what the engine does, where nothing is. */
export function liveSentences(
  frame: Frame,
  surge: Surge | null = null,
  frozen: readonly string[] = [],
): Sentence[] {
  const at = (id: keyof typeof AT) => read(frame, AT[id]);
  const phase = at('phase');
  const speed = at('speed');
  const found: Sentence[] = [];
  const say = (tone: Sentence['tone'], text: string) => found.push({ tone, text });
  if (at('syncLosses') > 1) {
    say(
      'error',
      `The crank’s place was lost ${formatNumber(at('syncLosses'), 0)} times since key on. Look at the trigger.`,
    );
  }
  sensorsInFault(frame, say);
  for (const name of frozen)
    say('error', `${name} is frozen: it has not moved for five seconds while the engine turns.`);
  if (speed > 30 && at('sync') === 0 && phase !== PHASE.running) {
    say('warning', 'It turns, and the engine computer does not know where the crank is.');
  }
  if (phase === PHASE.running) {
    const battery = at('battery');
    if (battery < BATTERY.least) {
      say(
        'warning',
        `The battery has ${formatNumber(battery, 1)} V while it runs: it is not charged, and dead time grows.`,
      );
    }
    if (at('coolant') > HOT_C)
      say('error', `The coolant has ${formatNumber(at('coolant'), 0)} °C. Let it cool.`);
    heldBack(frame, say);
    if (surge !== null) say('warning', surgeWords(surge));
    loopAndKnock(frame, say);
    mixture(frame, say);
  } else if (speed > 30 && at('battery') < BATTERY.cranking) {
    say('warning', `The battery falls to ${formatNumber(at('battery'), 1)} V while cranking.`);
  }
  if (found.length > 0) return found;
  return [{ tone: phase === PHASE.running ? 'good' : 'plain', text: restWords(phase, speed) }];
}

/** Every sensor in fault, whatever the engine does. */
function sensorsInFault(frame: Frame, say: (tone: Sentence['tone'], text: string) => void): void {
  const lost = sensorFaults(frame);
  if (lost.length === 1) say('error', `A sensor is in fault: ${lost[0]}. What stands in for it is in use.`);
  if (lost.length > 1)
    say('error', `Sensors are in fault: ${lost.join('; ')}. What stands in for them is in use.`);
}

/** Protection and limits, by their words. */
function heldBack(frame: Frame, say: (tone: Sentence['tone'], text: string) => void): void {
  const at = (id: keyof typeof AT) => read(frame, AT[id]);
  const words = (codes: readonly { readonly label: string }[], code: number) =>
    code > 0 ? inSentence(codes[code]?.label ?? `code ${code}`) : null;
  const guard = words(GUARD_REASONS, at('protection'));
  if (guard !== null) say('error', `Protection acts because of ${guard}.`);
  const limit = words(LIMITS, at('limiting'));
  if (limit !== null) {
    const limitRpm = at('limitSpeed');
    const from = limitRpm > 0 ? ` at ${formatNumber(limitRpm, 0)} rev/min` : '';
    say('warning', `Held back by ${limit}${from}: ${formatNumber(at('cutShare'), 0)} % of charges are cut.`);
  }
}

/** What the closed loop has left, and what knock has taken. */
function loopAndKnock(frame: Frame, say: (tone: Sentence['tone'], text: string) => void): void {
  const at = (id: keyof typeof AT) => read(frame, AT[id]);
  const loop = at('loopState');
  const why = inSentence(LOOP_STATES[loop]?.label ?? '');
  if (loop >= LOOP_CODE.sensorLost && loop <= LOOP_CODE.sensorStuck)
    say('warning', `Open loop: ${why}. Fuel follows the map alone.`);
  if (loop === LOOP_CODE.atLimit) {
    const percent = formatNumber(Math.abs(100 * (at('lambdaTrim') - 1)), 0);
    say(
      'warning',
      `The closed loop is at its authority, ${percent} %: the map is further off than it may correct.`,
    );
  }
  if (at('knockRetard') > 0) {
    const heard = formatNumber(at('knockCount'), 0);
    say(
      'error',
      `Knock: spark pulled by up to ${formatNumber(at('knockRetard'), 1)}°, heard ${heard} times.`,
    );
  }
}

function mixture(frame: Frame, say: (tone: Sentence['tone'], text: string) => void): void {
  const at = (id: keyof typeof AT) => read(frame, AT[id]);
  if (at('overrunCut') === 1) {
    say('plain', 'Overrun cut: no fuel, and lambda says nothing.');
    return;
  }
  // Charges that are cut read lean, and are meant to.
  if (at('cutShare') > 0) return;
  const target = at('lambdaTarget');
  const measured = [at('lambdaOne'), at('lambdaTwo')].filter(Number.isFinite);
  if (measured.length === 0) {
    say('plain', 'Lambda is not read yet: the sensor warms up.');
    return;
  }
  const off = measured.reduce((sum, value) => sum + value, 0) / measured.length / target - 1;
  const meant = Math.abs(at('afterStart') - 1) > 0.01 || Math.abs(at('warmUp') - 1) > 0.01;
  if (meant) {
    say('plain', 'Still enriched from the start: lambda is meant to be richer than its target.');
  } else if (Math.abs(off) > OFF_TARGET && Math.abs(at('throttleRate')) < STILL_PERCENT_PER_S) {
    say(
      'warning',
      `${formatNumber(Math.abs(100 * off), 0)} % ${off > 0 ? 'leaner' : 'richer'} than its target here.`,
    );
  }
}

function restWords(phase: number, speed: number): string {
  if (phase === PHASE.running) return 'It runs, and nothing is wrong.';
  if (speed > 30) return 'It is being cranked.';
  return 'Key on, engine stands.';
}
