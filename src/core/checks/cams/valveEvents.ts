import { valvesOf } from '../../calibration';
import { valveEventsProblem } from '../../cams';
import { check } from '../entry/check';

export const camsValveEvents = check({
  id: 'cams.valveEvents',
  title: 'Valves hardly open',
  severity: 'blocks',
  reads: ['cams', 'engine', 'injectors'],
  why: 'Filling and the end of injection are computed from the valves.',
  find: (document) => {
    const valves = valvesOf(document);
    const problem = valves === null ? null : valveEventsProblem(valves);
    if (problem === null) return null;
    const key = document.cams.givenBy === 'events' ? 'Closes' : 'Duration';
    return { place: `cams.${problem.valve}${key}`, data: { ...problem } };
  },
  say: ({ valve, openDeg }) =>
    `${valve === 'intake' ? 'Intake' : 'Exhaust'} would be open for only ${Math.round(openDeg)}°. Check the signs: before TDC and after BDC are positive.`,
});
