import { baseValue, choiceAt } from '../../calibration';
import { choiceEdit, type Edit, quantityEdit } from '../../checks';
import { fuelById } from '../../fuels';
import { outputFunction } from '../../pins';
import { formatNumber } from '../../units';
import { captured, chosen, step, typed } from '../answers';
import { LEAST_VACUUM_KPA, pumpFlow, regulatorKind } from '../measure/fuelPressure';
import type { Found, Outcome, Procedure, ProcedureAt, Step, StepWork } from '../procedure';

/** The pump runs on its own so long, s. */
const LOOKS_S = 30;
const READS_S = 60;
const CAN_S = 10;
/** A gauge and the calibration are the same within this, kPa: what a good gauge states. With it the truth is within twice that. */
const SAME_KPA = 1.5;
/** A sensor reads as the gauge within this, kPa. */
const SENSOR_KPA = 10;

const kpa = (value: number) => `${formatNumber(value, 0)} kPa`;

/** Leaks, the pressure that is really held, what holds it, and whether the pump gives enough. */
export const fuelPressure: Procedure = {
  id: 'fuelPressure',
  title: 'Fuel pressure',
  what: 'Leaks, pressure, regulator and pump.',
  minutes: 4,
  missing: (at) =>
    pumpId(at) === null
      ? 'No output is the fuel pump’s: add one in Outputs and give it a pin, then the pump can be run from here.'
      : null,
  steps,
  decide,
};

function pumpId({ program }: ProcedureAt): string | null {
  const pump = program.outputs.find(({ purpose }) => purpose === 'fuelPump');
  return pump === undefined ? null : outputFunction(pump.id);
}

function running(at: ProcedureAt, forS: number): StepWork {
  return {
    ask: { kind: 'hold', function: pumpId(at) ?? '', forS, dutyPercent: 100 },
    label: `Run the pump for ${forS} s`,
    latched: true,
  };
}

function gauge(at: ProcedureAt, part: Pick<Step, 'id' | 'title' | 'words'> & Partial<Step>): Step {
  return step({
    shows: seesRail(at) ? ['fuelPressure', 'battery'] : ['battery'],
    work: running(at, READS_S),
    takes: {
      kind: 'number',
      label: 'The gauge reads',
      quantity: 'pressureGauge',
      unit: 'kPaGauge',
      min: 0,
      max: 1500,
      decimals: 1,
      instrument: { id: 'fuelGauge', place: 0 },
      whileWorked: true,
    },
    ...part,
  });
}

function seesRail({ program }: ProcedureAt): boolean {
  return program.inputs.some(({ id }) => id === 'fuelPressure');
}

function steps(at: ProcedureAt): Step[] {
  const { answers, document } = at;
  const leaks = step({
    id: 'leaks',
    title: 'Run the pump, and look for leaks',
    words: [
      'Hands and eyes along the hoses, the rail and every injector. Nothing that sparks is near.',
      'It stops by itself, when you leave this page, and when the link is lost.',
    ],
    shows: seesRail(at) ? ['fuelPressure'] : [],
    expects: 'Everything stays dry.',
    work: running(at, LOOKS_S),
    takes: {
      kind: 'choice',
      options: [
        { id: 'dry', label: 'Everything is dry' },
        { id: 'wet', label: 'It leaks' },
        { id: 'silent', label: 'The pump does not run' },
      ],
    },
  });
  if (chosen(answers, 'leaks') !== 'dry') return [leaks];
  const wanted = baseValue(document, 'injectors.railPressure');
  const read = gauge(at, {
    id: 'pressure',
    title: 'Read the gauge',
    words: ['The gauge stands in the rail, its other side open to the air. Run the pump, and let it settle.'],
    expects: wanted === null ? null : `${kpa(wanted)}, as the calibration says.`,
  });
  const seen = step({
    id: 'seen',
    title: 'With the pump running, wait a moment',
    words: ['The battery, and the sensor in the rail where there is one, are read with it.'],
    shows: read.shows,
    work: running(at, READS_S),
    takes: { kind: 'capture', channels: [...read.shows], forS: 1.5 },
  });
  const head = [leaks, read, seen];
  const measured = typed(answers, 'pressure');
  if (measured === null) return head;
  return [...head, ...adjusting(at, measured, wanted), ...regulating(at), canStep(at)];
}

/** Where gauge and calibration differ, either of the two is put right. */
function adjusting(at: ProcedureAt, measured: number, wanted: number | null): Step[] {
  if (wanted === null || Math.abs(measured - wanted) <= SAME_KPA) return [];
  const way = measured < wanted ? 'in' : 'out';
  const choose = step({
    id: 'which',
    title: 'Which of the two is right?',
    words: [
      `The gauge reads ${kpa(measured)}, the calibration says ${kpa(wanted)}: ${kpa(Math.abs(measured - wanted))} apart.`,
    ],
    takes: {
      kind: 'choice',
      options: [
        { id: 'adjust', label: `Adjust the regulator: its screw ${way}` },
        { id: 'change', label: `Let the calibration say ${kpa(measured)}` },
      ],
    },
  });
  if (chosen(at.answers, 'which') !== 'adjust') return [choose];
  const adjusted = gauge(at, {
    id: 'adjusted',
    title: `Turn the regulator’s screw ${way}`,
    words: [
      `By ${kpa(Math.abs(measured - wanted))}, to ${kpa(wanted)}. Loosen its lock nut, turn slowly with the pump running, lock it, and read again.`,
    ],
    expects: kpa(wanted),
  });
  return [choose, adjusted];
}

function regulating(at: ProcedureAt): Step[] {
  const line = step({
    id: 'line',
    title: 'Is there a hose on the regulator?',
    words: ['One to the manifold makes it follow. Without one, or in the tank, it is fixed.'],
    takes: {
      kind: 'choice',
      options: [
        { id: 'hose', label: 'A hose goes to the manifold' },
        { id: 'none', label: 'No hose, or it lies in the tank' },
      ],
    },
  });
  if (chosen(at.answers, 'line') !== 'hose') return [line];
  const vacuum = gauge(at, {
    id: 'vacuum',
    title: 'Put the hand pump on its line',
    words: [
      'Pull the hose off the manifold, close the manifold, put the hand vacuum pump on the hose and pump to about 50 kPa.',
    ],
    expects: 'It holds: a line that leaks does not.',
    work: null,
    takes: {
      kind: 'number',
      label: 'The hand pump’s gauge reads',
      quantity: 'pressureDifference',
      unit: 'kPa',
      min: 0,
      max: 100,
      decimals: 1,
      instrument: { id: 'handPump', place: 0 },
    },
  });
  const under = gauge(at, {
    id: 'underVacuum',
    title: 'Read the fuel gauge under vacuum',
    words: ['Run the pump with the vacuum on the line. One that follows falls by as much.'],
  });
  return [line, vacuum, under];
}

function canStep(at: ProcedureAt): Step {
  const work = running(at, CAN_S);
  return step({
    id: 'can',
    title: 'Catch what comes back',
    words: [
      `Put the return hose into an empty measuring can, run the pump for its ${CAN_S} s, and read the can.`,
      'It is the one test of a pump before the engine takes its full load.',
    ],
    shows: ['battery'],
    work,
    takes: {
      kind: 'number',
      label: 'The can holds',
      quantity: 'volume',
      unit: 'cm3',
      min: 0,
      max: 20_000,
      decimals: 0,
      instrument: { id: 'returnCan', place: 0 },
      without: 'What the pump gives stays unknown until the first pull.',
    },
  });
}

function decide(at: ProcedureAt): Outcome {
  const leaks = chosen(at.answers, 'leaks');
  if (leaks === 'wet') {
    const text = 'It leaks: nothing else is done before it is tight. Mend it, wipe it dry, and begin again.';
    return { found: [{ tone: 'error', text }], remedy: null };
  }
  if (leaks === 'silent') return { found: [silentPump(at)], remedy: null };
  const edits: Edit[] = [];
  const found = [...pressureFound(at, edits), ...kindFound(at, edits), ...flowFound(at)];
  const remedy = edits.length === 0 ? null : { label: 'Take the fuel pressure as it was measured', edits };
  return { found, remedy };
}

function silentPump(at: ProcedureAt): Found {
  const pin = at.program.pins[pumpId(at) ?? ''];
  const where = pin === undefined ? 'its output' : `pin ${pin}`;
  return {
    tone: 'error',
    text: `The pump does not run: the ECU switches ${where}. Look at its fuse, its relay and that wire.`,
  };
}

function pressureFound(at: ProcedureAt, edits: Edit[]): Found[] {
  const { answers, document } = at;
  const first = typed(answers, 'pressure');
  if (first === null) return [];
  const last = typed(answers, 'adjusted') ?? first;
  const wanted = baseValue(document, 'injectors.railPressure');
  const found: Found[] = [sensorFound(at, first)].filter((one) => one !== null);
  if (last < LEAST_PRESSURE_KPA) {
    const text = `The gauge reads ${kpa(last)}: nothing holds pressure. Look at pump, filter, return hose and regulator.`;
    return [{ tone: 'error', text }, ...found];
  }
  if (wanted !== null && Math.abs(last - wanted) <= SAME_KPA) {
    return [{ tone: 'good', text: `The regulator holds ${kpa(last)}, as the calibration says.` }, ...found];
  }
  edits.push(quantityEdit(document, 'injectors.railPressure', last));
  const than = wanted === null ? '' : ` instead of ${kpa(wanted)}`;
  const text = `The regulator holds ${kpa(last)}${than}: the calibration has to say so, or every injection is of another size.`;
  return [{ tone: 'warning', text }, ...found];
}

/** Less than this is no fuel pressure, kPa. */
const LEAST_PRESSURE_KPA = 50;

function sensorFound({ answers }: ProcedureAt, gaugeKpa: number): Found | null {
  const seen = captured(answers, 'seen', 'fuelPressure');
  if (seen === null) return null;
  const off = seen.mean - gaugeKpa;
  if (Math.abs(off) <= SENSOR_KPA) {
    return { tone: 'good', text: `The sensor in the rail reads ${kpa(seen.mean)}, as the gauge.` };
  }
  const text = `The sensor in the rail reads ${kpa(seen.mean)} where the gauge reads ${kpa(gaugeKpa)}: its curve is another, or absolute is taken for gauge.`;
  return { tone: 'error', text };
}

function kindFound(at: ProcedureAt, edits: Edit[]): Found[] {
  const { answers, document } = at;
  const line = chosen(answers, 'line');
  if (line === null) return [];
  const typedKind = choiceAt(document, 'injectors.regulator');
  const found = line === 'none' ? 'fixed' : kindUnderVacuum(at);
  if (found === null) return [];
  if (found === 'unclear') {
    const text = `The pressure fell by part of the vacuum only, or there was less than ${kpa(LEAST_VACUUM_KPA)} of it: a line that leaks, or a regulator that sticks. Try it again.`;
    return [{ tone: 'warning', text }];
  }
  const words = found === 'manifold' ? 'follows the manifold' : 'is a fixed one';
  if (typedKind === 'measured' || typedKind === found) {
    return [
      {
        tone: 'good',
        text: `The regulator ${words}${typedKind === found ? ', as the calibration says' : ''}.`,
      },
    ];
  }
  edits.push(choiceEdit('injectors.regulator', found));
  const text = `The regulator ${words}, and the calibration says otherwise: fuel would be off by the root of the pressure across the injectors, most in boost and at idle.`;
  return [{ tone: 'error', text }];
}

function kindUnderVacuum({ answers }: ProcedureAt) {
  const before = typed(answers, 'adjusted') ?? typed(answers, 'pressure');
  const vacuum = typed(answers, 'vacuum');
  const under = typed(answers, 'underVacuum');
  return before === null || vacuum === null || under === null ? null : regulatorKind(before - under, vacuum);
}

function flowFound(at: ProcedureAt): Found[] {
  const { answers, document, program } = at;
  const can = answers['can'];
  if (can === undefined) return [];
  const cm3 = typed(answers, 'can');
  const fuel = document.engine.fuel?.value ?? null;
  const maxRpm = baseValue(document, 'engine.maxSpeed');
  const battery = captured(answers, 'seen', 'battery');
  if (cm3 === null || fuel === null || maxRpm === null || battery === null) {
    return [{ tone: 'warning', text: 'What the pump gives was not measured.' }];
  }
  const takes = (program.load.fullFuelMg / 1000) * program.cylinders * (maxRpm / 120);
  const returned = { cm3, forS: CAN_S, batteryV: battery.mean };
  const { givesGPerS, isEnough } = pumpFlow(returned, fuelById(fuel).densityGPerCm3, takes);
  const words = `It gives ${formatNumber(givesGPerS, 1)} g/s at 13.5 V, and the engine takes up to ${formatNumber(takes, 1)} g/s`;
  return isEnough
    ? [{ tone: 'good', text: `${words}.` }]
    : [
        {
          tone: 'error',
          text: `${words}: the pressure will fall under load. Another pump, filter or feed wire first.`,
        },
      ];
}
