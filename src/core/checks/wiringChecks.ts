import { inSentence } from '../units';
import { type Calibration, pinFunctions } from '../calibration';
import { CHANNELS } from '../channel';
import { type OutputProblem, outputProblems, pinCurrentA } from '../outputs';
import { outputFunction, type WiringConflict } from '../pins';
import { PIN_KIND_TEXT, wiringConflicts } from '../pins/schema';
import { check, type Found } from './check';

type Wiring = WiringConflict & Record<string, unknown>;

function wiring(document: Calibration, wanted: (conflict: WiringConflict) => boolean): Found<Wiring>[] {
  const { ecu, assignments } = document.pins;
  if (ecu === null) return [];
  return wiringConflicts(ecu, assignments, pinFunctions(document))
    .filter(wanted)
    .map((conflict) => ({
      place: `pins.${conflict.function}`,
      data: { ...conflict, computer: ecu.name },
    }));
}

function kindWords({ label, pin, kind, because }: Wiring): string {
  const named = kind === null ? 'pin of another kind' : inSentence(PIN_KIND_TEXT[kind]);
  return `${label} cannot go to ${pin}, a ${named}.${because === null ? '' : ` ${because}`}`;
}

/** Pins with two jobs or of the wrong kind, each at its function. */
export const WIRING_CHECKS = [
  check({
    id: 'pins.noSuchPin',
    severity: 'error',
    find: (document) => wiring(document, ({ code }) => code === 'noSuchPin'),
    say: ({ label, pin, computer }) => `${String(computer)} has no pin ${pin}. Choose another for ${label}.`,
  }),
  check({
    id: 'pins.wrongKind',
    severity: 'error',
    find: (document) => wiring(document, ({ code, burns }) => code === 'wrongKind' && !burns),
    say: kindWords,
  }),
  check({
    id: 'pins.burns',
    severity: 'blocking',
    find: (document) => wiring(document, ({ code, burns }) => code === 'wrongKind' && burns),
    say: kindWords,
  }),
  check({
    id: 'pins.twoJobs',
    severity: 'error',
    find: (document) => wiring(document, ({ code }) => code === 'twoJobs'),
    say: ({ label, pin, others }) =>
      `Pin ${pin} does ${label} and ${others.join(', ')}. Give one of them another pin.`,
  }),
];

type Condition = Exclude<OutputProblem, { code: 'noCondition' }> & Record<string, unknown>;

function conditions(document: Calibration, code: Condition['code']): Found<Condition>[] {
  return document.outputs.flatMap((output) =>
    outputProblems(output).flatMap((problem) =>
      problem.code === code ? [{ place: `outputs.${output.id}` as const, data: { ...problem } }] : [],
    ),
  );
}

interface Overloaded extends Record<string, unknown> {
  readonly name: string;
  readonly pin: string;
  readonly amps: number;
  readonly maxA: number;
  readonly relay: boolean;
}

/** Outputs whose pin would carry more than its driver bears. */
function overloaded({ outputs, pins: { ecu, assignments } }: Calibration): Found<Overloaded>[] {
  return outputs.flatMap((output) => {
    const amps = pinCurrentA(output);
    const wired = assignments.find((entry) => entry.function === outputFunction(output.id));
    const maxA = ecu?.pins.find(({ id }) => id === wired?.pin)?.maxA;
    if (amps === null || wired === undefined || maxA === undefined || amps <= maxA) return [];
    const { id, name, throughRelay } = output;
    return [
      {
        place: `outputs.${id}` as const,
        data: { name, pin: wired.pin, amps, maxA, relay: throughRelay === true },
      },
    ];
  });
}

/** Outputs that can never do what they are there for. */
export const OUTPUT_CHECKS = [
  check({
    id: 'outputs.noCondition',
    severity: 'error',
    find: ({ outputs }) =>
      outputs
        .filter((output) => outputProblems(output).some(({ code }) => code === 'noCondition'))
        .map(({ id, name }) => ({ place: `outputs.${id}` as const, data: { name } })),
    say: ({ name }) => `${name} has no condition, so it is never on. Add one.`,
  }),
  check({
    id: 'outputs.driverBurns',
    severity: 'blocking',
    find: overloaded,
    say: ({ name, pin, amps, maxA, relay }) =>
      `${name} puts ${amps} A on pin ${pin}, which bears ${maxA} A and burns. ${relay ? 'Choose a pin that bears more' : 'Put a relay between, or choose a pin that bears more'}.`,
  }),
  check({
    id: 'outputs.noIdleValve',
    severity: 'error',
    find: ({ idle, outputs }) =>
      idle.air?.value === 'valve' && !outputs.some(({ purpose }) => purpose === 'idleValve')
        ? { place: 'outputs.idleValve' as const, data: {} }
        : null,
    say: () =>
      'The engine computer drives the idle valve, and no output is there for it. Add the output Idle valve, so that it has a pin.',
  }),
  check({
    id: 'outputs.outside',
    severity: 'error',
    find: (document) => conditions(document, 'outside'),
    say: ({ channel, threshold }) => {
      const { label, min, max } = CHANNELS[channel];
      return `${label} runs from ${min} to ${max}; ${threshold} is outside. Check the number and its unit.`;
    },
  }),
  check({
    id: 'outputs.neverLetsGo',
    severity: 'error',
    find: (document) => conditions(document, 'neverLetsGo'),
    say: ({ channel, hysteresis, letsGo }) =>
      `With a hysteresis of ${hysteresis} it would never switch off: ${inSentence(CHANNELS[channel].label)} cannot reach ${letsGo}. Make it smaller.`,
  }),
];
