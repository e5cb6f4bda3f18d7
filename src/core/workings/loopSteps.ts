import { AT, type Frame, PHASE, read } from '../channel';
import { deadTimeAtS } from '../control';
import { lookUpCurve, lookUpMap } from '../numeric';
import type { EcuProgram } from '../program';
import { input } from './inputs';
import { mapReads } from './mapRead';
import type { Step } from './step';

/** What the closed loop may do at this point, and the trim there is; nothing without one, or while the engine is cranked. */
export function loopSteps(program: EcuProgram, frame: Frame, flowGPerS: number): Step[] {
  const { closedLoop } = program;
  if (closedLoop === null || read(frame, AT.phase) !== PHASE.running) return [];
  const speed = read(frame, AT.speed);
  const load = read(frame, closedLoop.loadPlace);
  const byThrottle = closedLoop.loadPlace === AT.throttle;
  const percent = (grid: typeof closedLoop.richer) => lookUpMap(grid, speed, load);
  const trim = read(frame, AT.lambdaTrim);
  return [
    {
      id: 'closedLoop',
      title: 'Closed loop',
      formula: 'trim = exp(K·e + ∫ Ki·e dt), e = ln(measured / target), within the authority',
      inputs: [
        input('flow', 'Air flow', flowGPerS, 1, 'g/s'),
        input('θ', 'Lambda is read after', 1000 * deadTimeAtS(closedLoop.delay, flowGPerS), 0, 'ms'),
        input('K', 'Gain at once', lookUpCurve(closedLoop.proportional, flowGPerS), 2, ''),
        input('Ki', 'Gain over time', lookUpCurve(closedLoop.integral, flowGPerS), 2, '1/s'),
        input('+', 'Richer at most', percent(closedLoop.richer), 0, '%'),
        input('−', 'Leaner at most', percent(closedLoop.leaner), 0, '%'),
      ],
      result: input('trim', 'Trim now', trim, 3, '×'),
      ...mapReads(
        program,
        frame,
        [byThrottle ? 'loopRicherThrottle' : 'loopRicher', speed, load],
        [byThrottle ? 'loopLeanerThrottle' : 'loopLeaner', speed, load],
        ['loopProportional', flowGPerS],
        ['loopIntegral', flowGPerS],
        ['loopStart', read(frame, AT.coolant)],
      ),
    },
  ];
}
