import type { Calibration, SectionState } from '@/core/calibration';
import { type SheetId, sheetState } from '@/core/checks';
import type { IconName } from '@/ui/icon/Icon';
import type { MarkTone } from '@/ui/layout';

/** A section of the build sheet. */
export interface BuildSection {
  readonly id: SheetId;
  readonly label: string;
  readonly detail: string;
  readonly icon: IconName;
}

/** The sections, in the order of work. */
export const BUILD_SECTIONS: readonly BuildSection[] = [
  {
    id: 'engine',
    label: 'Engine',
    detail: 'Size, firing order, induction, fuel, goals',
    icon: 'engine-outline',
  },
  { id: 'cams', label: 'Cams', detail: 'Valve events and overlap', icon: 'chart-bell-curve' },
  { id: 'trigger', label: 'Trigger', detail: 'Crank wheel, cam tooth, offset', icon: 'cog-outline' },
  { id: 'pins', label: 'Pins', detail: 'Engine computer, wiring, loom list', icon: 'power-plug-outline' },
  { id: 'sensors', label: 'Sensors', detail: 'Calibrations, faults, what stands in', icon: 'thermometer' },
  { id: 'injectors', label: 'Injectors', detail: 'Flow, pressure, capacity', icon: 'water-outline' },
  {
    id: 'dead-time',
    label: 'Dead time',
    detail: 'Over voltage and pressure, short pulses',
    icon: 'timer-outline',
  },
  { id: 'injection', label: 'Injection', detail: 'Mode, events, angle', icon: 'rotate-right' },
  {
    id: 'staging',
    label: 'Second set',
    detail: 'Staged injectors and their hand-over',
    icon: 'layers-outline',
  },
  { id: 'coils', label: 'Coils', detail: 'Ignition, dwell, current', icon: 'flash-outline' },
  { id: 'outputs', label: 'Outputs', detail: 'Pumps, fan, tachometer, lamp', icon: 'toggle-switch-outline' },
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
