import { baseValue } from '../../calibration';
import { quantityEdit } from '../../checks';
import { injectorGroups, workTargets } from '../../ecu';
import { fuelById } from '../../fuels';
import { deadTimeAt, injectorFlowGPerS, netOfOpenMs, pressureAcrossKpa } from '../../injector';
import { injectorFunction, outputFunction } from '../../pins';
import { formatNumber } from '../../units';
import { captured, step, typed } from '../answers';
import { injectorFlowOf } from '../measure/injectorFlow';
import type { Found, Outcome, Procedure, ProcedureAt, Step } from '../procedure';

/** A train of pulses long enough that dead time is a small part of each, and so many that a vessel reads well. */
const TRAIN = { openMs: 12, everyMs: 20, count: 500, pump: true } as const;
/** Injectors of a set pass the same within this, and one beyond the other is blocked or another part. */
const EVEN = 0.03;
const BLOCKED = 0.08;
/** The rated flow stays as it is where it is met within this. */
const AS_RATED = 0.02;
const PUMP_S = 20;

/** Each injector into a vessel of its own: are they even, and do they pass what was typed. */
export const injectorFlow: Procedure = {
  id: 'injectorFlow',
  title: 'Injector flow',
  what: 'Each into a vessel: are they even?',
  minutes: 6,
  missing: ({ program }) => {
    if (program.outputs.every(({ purpose }) => purpose !== 'fuelPump')) {
      return 'No output is the fuel pump’s: without pressure nothing flows.';
    }
    const wired = workTargets(program).some(({ kind }) => kind === 'injector');
    return wired ? null : 'No injector has a pin yet.';
  },
  steps,
  decide,
};

function groupsOf({ program }: ProcedureAt): (readonly number[])[] {
  const wired = new Set(workTargets(program).map((target) => target.function));
  return injectorGroups(program).filter((group) => wired.has(injectorFunction(group)));
}

function steps(at: ProcedureAt): Step[] {
  const pump = at.program.outputs.find(({ purpose }) => purpose === 'fuelPump')?.id ?? '';
  return [
    step({
      id: 'lift',
      title: 'Lift the rail with its injectors',
      words: [
        'Plugs and hoses stay on. Each injector hangs over an empty vessel of its own, away from anything hot.',
        'Have somebody at the key.',
      ],
      takes: { kind: 'go', label: 'It hangs over empty vessels' },
    }),
    step({
      id: 'battery',
      title: 'Run the pump',
      words: ['Look for leaks at the lifted rail. The battery is read while it runs.'],
      shows: ['battery'],
      expects: 'Everything stays dry.',
      work: {
        ask: { kind: 'hold', function: outputFunction(pump), forS: PUMP_S, dutyPercent: 100 },
        label: 'Run the pump',
        latched: true,
      },
      takes: { kind: 'capture', channels: ['battery'], forS: 1.5 },
    }),
    ...groupsOf(at).flatMap((group) => group.map((cylinder, i) => flowStep(group, cylinder, i))),
  ];
}

function flowStep(group: readonly number[], cylinder: number, i: number): Step {
  const { openMs, everyMs, count } = TRAIN;
  const lastsS = formatNumber(2 + (count * everyMs) / 1000, 0);
  const ask = { kind: 'pulses', function: injectorFunction(group), ...TRAIN } as const;
  return step({
    id: `flow-${cylinder}`,
    title: `Injector ${cylinder}`,
    words: [`${count} pulses of ${openMs} ms, with the pump: ${lastsS} s. Then read its vessel.`],
    // Those on one driver spray together: the second vessel is only read.
    work: i === 0 ? { ask, label: `Let injector ${group.join(' and ')} spray`, latched: true } : null,
    takes: {
      kind: 'number',
      label: 'Its vessel holds',
      quantity: 'volume',
      unit: 'cm3',
      min: 0,
      max: 2000,
      decimals: 1,
      instrument: { id: 'vessels', place: cylinder - 1 },
    },
  });
}

/** What a train should bring by the calibration, cm³; null where it does not say. */
function expectedCm3({ program, document, answers }: ProcedureAt): number | null {
  const fuel = document.engine.fuel?.value ?? null;
  const battery = captured(answers, 'battery', 'battery');
  if (fuel === null || battery === null) return null;
  const { injector, barometricKpa } = program;
  // The engine stands: the manifold is full of the air outside.
  const across = pressureAcrossKpa(injector.regulator, injector.railGaugeKpa, barometricKpa, barometricKpa);
  const deadMs = deadTimeAt(injector.deadTime, battery.mean, across);
  const netMs = netOfOpenMs(injector.shortPulse, TRAIN.openMs - deadMs);
  const mg = TRAIN.count * netMs * injectorFlowGPerS(injector, across);
  return mg / (1000 * fuelById(fuel).densityGPerCm3);
}

function decide(at: ProcedureAt): Outcome {
  const read = groupsOf(at)
    .flat()
    .flatMap((cylinder) => {
      const cm3 = typed(at.answers, `flow-${cylinder}`);
      return cm3 === null ? [] : [{ cylinder, cm3 }];
    });
  const expected = expectedCm3(at);
  const flow = expected === null ? null : injectorFlowOf(read, expected);
  if (flow === null) {
    const text = 'Nothing was caught: no pulse reached an injector, or there was no pressure.';
    return { found: read.length === 0 ? [] : [{ tone: 'error', text }], remedy: null };
  }
  const uneven = flow.each.filter(({ off }) => Math.abs(off) > EVEN);
  const found: Found[] = uneven.map(({ cylinder, off, cm3 }) => ({
    tone: Math.abs(off) > BLOCKED ? 'error' : 'warning',
    text: `Injector ${cylinder} passed ${formatNumber(cm3, 1)} cm³, ${percent(off)} than the middle of all: ${off < 0 ? 'clean or replace it' : 'it leaks, or is another part'}.`,
  }));
  if (uneven.length === 0) {
    const most = Math.max(...flow.each.map(({ off }) => Math.abs(off)));
    found.push({
      tone: 'good',
      text: `They are even: none is more than ${formatNumber(100 * most, 1)} % off.`,
    });
  }
  return { found: [...found, ratedFound(flow.times)], remedy: ratedRemedy(at, flow.times) };
}

function percent(off: number): string {
  return `${formatNumber(Math.abs(100 * off), 0)} % ${off < 0 ? 'less' : 'more'}`;
}

function ratedFound(times: number): Found {
  const off = times - 1;
  if (Math.abs(off) <= AS_RATED) return { tone: 'good', text: 'Together they pass what was typed.' };
  return {
    tone: 'warning',
    text: `Together they pass ${percent(off)} than was typed, at the pressure that was typed. Measure the fuel pressure first; a tenth of a millisecond of dead time is a hundredth of this.`,
  };
}

function ratedRemedy({ document }: ProcedureAt, times: number) {
  const rated = baseValue(document, 'injectors.ratedFlow');
  if (rated === null || Math.abs(times - 1) <= AS_RATED) return null;
  const edits = [quantityEdit(document, 'injectors.ratedFlow', rated * times)];
  return { label: 'Take the injectors’ flow as it was measured', edits };
}
