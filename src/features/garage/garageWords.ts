import { format } from 'date-fns/format';
import type { GarageEngine, SeasonItem, SeasonKind } from '@/data/garage/season';
import type { TakenGarage } from '@/data/garage/takeGarage';
import type { IconName } from '@/ui/icon/Icon';

export const KIND_ICONS: Readonly<Record<SeasonKind, IconName>> = {
  calibration: 'engine-outline',
  note: 'pencil-outline',
  signOff: 'clipboard-check-outline',
  version: 'history',
  log: 'chart-timeline-variant',
  mark: 'flag-outline',
};

/** The day of a thing: "30 Nov 2026"; empty for what has none. */
export function dayOf({ at }: SeasonItem): string {
  return at === null ? '' : format(new Date(at), 'd MMM yyyy');
}

const counted = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`;

/** An engine in a heading. */
export function engineTitle({ line }: GarageEngine): string {
  return line === '' ? 'Engine not described yet' : line;
}

/** What there is of an engine: "2 calibrations, 3 logs, signed off". */
export function engineWords({ calibrations }: GarageEngine, items: readonly SeasonItem[]): string {
  const ids = calibrations.map(({ id }) => id);
  const own = items.filter(({ calibrationId }) => ids.includes(calibrationId));
  const of = (kind: SeasonKind) => own.filter((item) => item.kind === kind).length;
  return [
    counted(calibrations.length, 'calibration'),
    counted(of('log'), 'log'),
    counted(of('version'), 'version'),
    counted(of('signOff'), 'sign-off'),
  ].join(', ');
}

/** What became of a file that was taken, a sentence each. */
export function takenWords(taken: TakenGarage): string[] {
  const { calibrations, beside, same, logs, logsHere, versions, shared, unreadable, damaged } = taken;
  const isNothing =
    calibrations.length + beside.length + logs + versions + shared + unreadable.length + damaged === 0;
  if (isNothing) return ['All of it is here already. Nothing was changed.'];
  return [
    ...(calibrations.length === 0
      ? []
      : [`${counted(calibrations.length, 'calibration')} taken: ${calibrations.join(', ')}.`]),
    ...beside.map(
      ({ name, as }) =>
        `${name} is here in another state, and stays as it is. What came lies beside it as ${as}: compare them under Versions, and take what you want.`,
    ),
    ...(logs === 0 ? [] : [`${counted(logs, 'log')} taken.`]),
    ...(versions === 0 ? [] : [`${counted(versions, 'version')} taken.`]),
    ...(shared === 0 ? [] : ['Your injectors, channels and tables were added to.']),
    ...(same + logsHere === 0
      ? []
      : [`Here already: ${counted(same, 'calibration')}, ${counted(logsHere, 'log')}.`]),
    ...unreadable.map(
      (name) => `${name} is damaged in the file and was left out. Export again where it came from.`,
    ),
    ...(damaged === 0
      ? []
      : [
          `${counted(damaged, 'part')} of the file ${damaged === 1 ? 'is damaged and was' : 'are damaged and were'} left out: a log says how much of it is missing.`,
        ]),
  ];
}

/** What was found, in a line. */
export function foundWords(found: number, looked: string): string {
  return found === 0 ? `Nothing has “${looked}” in it.` : `${counted(found, 'find')}.`;
}
