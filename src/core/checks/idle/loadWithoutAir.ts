import { idleAirOfOutput } from '../../generators';
import { check, type Found } from '../entry/check';
import { idleControlOf, idleLoads } from './parts';

export const idleLoadWithoutAir = check({
  id: 'idle.loadWithoutAir',
  title: 'A load that idle is not told of',
  severity: 'advises',
  reads: ['idle', 'engine', 'outputs', 'injectors'],
  why: 'What is known beforehand need not be felt first: the valve can open as the load comes on.',
  find: (document) =>
    idleControlOf(document) !== 'both'
      ? []
      : idleLoads(document).flatMap((output): Found<{ name: string; percent: number; id: string }>[] => {
          const percent = idleAirOfOutput(document, output);
          if (percent === null || (output.idleAirPercent ?? 0) > 0) return [];
          return [{ place: `outputs.${output.id}`, data: { name: output.name, percent, id: output.id } }];
        }),
  say: ({ name, percent }) =>
    `${name} takes about ${percent.toFixed(1)} % of the idle valve’s air, and the valve is not told when it comes on. Give it that air.`,
  remedy: (document, { data: { id, percent } }) => {
    const output = document.outputs.find((other) => other.id === id);
    if (output === undefined) return null;
    return {
      label: `Open the idle valve ${percent.toFixed(1)} % with it`,
      edits: [{ kind: 'output', output: { ...output, idleAirPercent: percent } }],
    };
  },
});
