import { pinFunctions } from '../../calibration';
import type { Edit } from '../../checks';
import type { WorkAsk, WorkTarget } from '../../control';
import { workTargets } from '../../ecu';
import { inSentence } from '../../units';
import { chosen, step } from '../answers';
import { wiringOrder } from '../measure/wiringOrder';
import type { Found, Outcome, Procedure, ProcedureAt, Step } from '../procedure';

/** How each kind of part is tried: soft clicks, thin sparks, a moment of what turns or lights. */
const CLICKS = { openMs: 4, everyMs: 200, count: 15, pump: false } as const;
const SPARKS = { openMs: 3, everyMs: 200, count: 15, pump: false } as const;
const HOLDS_S = 8;

const NOTHING = 'nothing';
const SKIPPED = 'skipped';

/** What can be tried, group by group. */
const GROUPS = [
  { id: 'injector', label: 'Injectors', answers: 'clicks' },
  { id: 'coil', label: 'Coils', answers: 'sparks' },
  { id: 'output', label: 'Pump, fan, lamps, valves', answers: 'moves, lights or hums' },
] as const satisfies readonly { id: WorkTarget['kind']; label: string; answers: string }[];

/** Everything that hangs on a pin, one at a time: does it act, and is it the one that is meant. */
export const outputs: Procedure = {
  id: 'outputs',
  title: 'Output test',
  what: 'One at a time: does the right one act?',
  minutes: 5,
  missing: ({ program }) =>
    workTargets(program).length === 0 ? 'Nothing hangs on a pin yet: give functions their pins first.' : null,
  steps,
  decide,
};

/** What is tried: injectors and coils in the order they fire, which goes about the engine as it turns. */
function targetsOf({ program }: ProcedureAt): WorkTarget[] {
  const order = program.firing?.map(({ cylinder }) => cylinder) ?? [];
  const place = ({ function: id }: WorkTarget) => {
    const first = /-(\d+)/.exec(id)?.[1];
    const at = first === undefined ? -1 : order.indexOf(Number(first));
    return at < 0 ? order.length : at;
  };
  const all = workTargets(program);
  return GROUPS.flatMap(({ id }) => {
    const own = all.filter(({ kind }) => kind === id);
    return id === 'output' ? own : [...own].sort((a, b) => place(a) - place(b));
  });
}

function namesOf({ document }: ProcedureAt): ReadonlyMap<string, string> {
  return new Map(pinFunctions(document).map(({ id, label }) => [id, label]));
}

function askFor({ kind, function: id }: WorkTarget): WorkAsk {
  if (kind === 'injector') return { kind: 'pulses', function: id, ...CLICKS };
  if (kind === 'coil') return { kind: 'pulses', function: id, ...SPARKS };
  return { kind: 'hold', function: id, forS: HOLDS_S, dutyPercent: 100 };
}

function steps(at: ProcedureAt): Step[] {
  const targets = targetsOf(at);
  const kinds = GROUPS.filter(({ id }) => targets.some(({ kind }) => kind === id));
  const which = step({
    id: 'which',
    title: 'What is tried?',
    words: [
      'The engine stands, and nobody works near the fan or the plugs.',
      'Injectors click without the pump; coils spark at plugs that lie on the head.',
    ],
    takes: {
      kind: 'choice',
      options: [{ id: 'all', label: 'Everything' }, ...kinds.map(({ id, label }) => ({ id, label }))],
    },
  });
  const wanted = chosen(at.answers, 'which');
  if (wanted === null) return [which];
  const names = namesOf(at);
  const tried = targets.filter(({ kind }) => wanted === 'all' || kind === wanted);
  return [which, ...tried.map((target) => tryStep(at, target, names))];
}

function tryStep({ program }: ProcedureAt, target: WorkTarget, names: ReadonlyMap<string, string>): Step {
  const { kind, function: id } = target;
  const name = names.get(id) ?? id;
  const pin = program.pins[id];
  const { answers } = GROUPS.find((group) => group.id === kind) ?? GROUPS[0];
  const like = workTargets(program).filter((other) => other.kind === kind);
  return step({
    id: tryId(id),
    title: name,
    words: [`${pin === undefined ? 'Its pin' : `Pin ${pin}`} is worked. Which one ${answers}?`],
    expects: name,
    work: { ask: askFor(target), label: `Work ${inSentence(name)}`, latched: false },
    takes: {
      kind: 'choice',
      options: [
        ...like.map((other) => ({ id: other.function, label: names.get(other.function) ?? other.function })),
        { id: NOTHING, label: 'Nothing' },
        { id: SKIPPED, label: 'Leave it out' },
      ],
    },
  });
}

function tryId(functionId: string): string {
  return `try-${functionId}`;
}

function decide(at: ProcedureAt): Outcome {
  const names = namesOf(at);
  const tries = targetsOf(at).flatMap(({ function: worked }) => {
    const answer = chosen(at.answers, tryId(worked));
    return answer === null || answer === SKIPPED
      ? []
      : [{ worked, answered: answer === NOTHING ? null : answer }];
  });
  if (tries.length === 0) return { found: [], remedy: null };
  const order = wiringOrder(tries);
  const name = (id: string) => names.get(id) ?? id;
  const pin = (id: string) => at.program.pins[id] ?? 'no pin';
  // Where a part answered is sure only if it answered once.
  const sure = order.crossed.filter(({ answered }) => !order.twice.includes(answered));
  const found: Found[] = [
    ...order.silent.map((id): Found => ({ tone: 'error', text: silentWords(name(id), pin(id)) })),
    ...order.twice.map((id): Found => ({
      tone: 'error',
      text: `${name(id)} answered on more than one pin: try those again, one of them was misheard.`,
    })),
    ...sure.map(({ worked, answered }): Found => ({
      tone: 'error',
      text: `Pin ${pin(worked)}, meant for ${inSentence(name(worked))}, works ${inSentence(name(answered))}: in the loom that wire belongs on pin ${pin(answered)}.`,
    })),
    ...(order.right.length > 0 ? [rightWords(order.right.length, tries.length, order.right.map(name))] : []),
  ];
  if (!order.isExchange) return { found, remedy: null };
  const edits = order.crossed.map(({ worked, answered }): Edit => ({
    kind: 'pin',
    function: answered,
    pin: at.program.pins[worked] ?? '',
  }));
  const label = 'Change the pins in the calibration, and leave the loom as it is';
  return {
    found,
    remedy: edits.every((one) => one.kind === 'pin' && one.pin !== '') ? { label, edits } : null,
  };
}

function silentWords(name: string, pin: string): string {
  return `${name} on pin ${pin} does nothing: look at its plug, its wire, and what feeds it.`;
}

function rightWords(right: number, of: number, names: readonly string[]): Found {
  if (right === of && of > 1) return { tone: 'good', text: `All ${of} answered on their own pins.` };
  const words = names.map((name, i) => (i === 0 ? name : inSentence(name))).join(', ');
  return { tone: 'good', text: `On its own pin: ${words}.` };
}
