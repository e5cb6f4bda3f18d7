import type { Calibration, SectionState } from '@/core/calibration';
import { foundOn, sectionState, SHEET_LABELS, type SheetId, sheetState } from '@/core/checks';
import type { SensorId } from '@/core/sensors';
import type { Waiting } from '@/data/session/waiting';
import { foundMark } from '../fields/foundMark';
import type { IconName } from '@/ui/icon/Icon';
import type { MarkTone } from '@/ui/layout';

/** A section of the build sheet. */
export interface BuildSection {
  readonly id: SheetId;
  readonly label: string;
  readonly detail: string;
  readonly icon: IconName;
}

const section = (id: SheetId, detail: string, icon: IconName): BuildSection => ({
  id,
  label: SHEET_LABELS[id],
  detail,
  icon,
});

/** The sections, in the order of work. */
export const BUILD_SECTIONS: readonly BuildSection[] = [
  section('engine', 'Size, firing order, induction, fuel, goals', 'engine-outline'),
  section('cams', 'Valve events and overlap', 'chart-bell-curve'),
  section('trigger', 'Crank wheel, cam tooth, offset', 'cog-outline'),
  section('pins', 'Engine computer, wiring, loom list', 'power-plug-outline'),
  section('sensors', 'Calibrations, faults, what stands in', 'thermometer'),
  section('injectors', 'Flow, pressure, capacity', 'water-outline'),
  section('dead-time', 'Over voltage and pressure, short pulses', 'timer-outline'),
  section('injection', 'Mode, events, angle', 'rotate-right'),
  section('staging', 'Staged injectors and their hand-over', 'layers-outline'),
  section('coils', 'Ignition, dwell, current', 'flash-outline'),
  section('outputs', 'Pumps, fan, tachometer, lamp', 'toggle-switch-outline'),
];

const STATE_MARKS: Readonly<Record<SectionState, { tone: MarkTone; label: string }>> = {
  empty: { tone: 'plain', label: 'Empty' },
  incomplete: { tone: 'warning', label: 'Incomplete' },
  unconfirmed: { tone: 'warning', label: 'Unconfirmed' },
  warned: { tone: 'warning', label: 'To look at' },
  confirmed: { tone: 'good', label: 'Confirmed' },
  conflict: { tone: 'error', label: 'In conflict' },
};

/** How far a section has come, as icon and word; what waits in it first. */
export function sectionMark(document: Calibration, id: SheetId, waiting: readonly Waiting[] = []): Mark {
  return markOf(document, sheetState(document, id), `build/${id}`, waiting);
}

/** How far a sensor has come. */
export function sensorMark(document: Calibration, id: SensorId, waiting: readonly Waiting[] = []): Mark {
  return markOf(document, sectionState(document, `sensors.${id}`), `build/sensors/${id}`, waiting);
}

interface Mark {
  readonly tone: MarkTone;
  readonly label: string;
}

/**
 * A state as icon and word: a field in which text waits is named, since what was there before stays in use; what is found
 * is counted.
 */
function markOf(document: Calibration, state: SectionState, page: string, waiting: readonly Waiting[]): Mark {
  const here = waiting.filter((field) => field.page === page || field.page.startsWith(`${page}/`));
  const [first] = here;
  if (first === undefined) {
    const found = foundMark(foundOn(document, page));
    const comesFirst = found?.tone === 'error' || (state !== 'empty' && state !== 'incomplete');
    return found !== null && comesFirst ? found : STATE_MARKS[state];
  }
  const label = here.length === 1 ? `${first.label} waits` : `${here.length} fields wait`;
  return { tone: 'warning', label };
}
