import type { Calibration, SectionState } from '@/core/calibration';
import { SHEET_LABELS, type SheetId, sheetState } from '@/core/checks';
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

/** A state as icon and word. */
export function stateMark(state: SectionState): { tone: MarkTone; label: string } {
  return STATE_MARKS[state];
}

/** How far a section has come, as icon and word. */
export function sectionMark(document: Calibration, id: SheetId): { tone: MarkTone; label: string } {
  return stateMark(sheetState(document, id));
}
