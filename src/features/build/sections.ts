import { sectionState, type Calibration, type SectionState } from '@/core/calibration';
import type { IconName } from '@/ui/icon/Icon';
import type { MarkTone } from '@/ui/layout';

/** A section of the build sheet. */
export interface BuildSection {
  readonly id: 'engine' | 'injectors';
  readonly label: string;
  readonly detail: string;
  readonly icon: IconName;
}

/** The sections, in the order of work. */
export const BUILD_SECTIONS: readonly BuildSection[] = [
  {
    id: 'engine',
    label: 'Engine',
    detail: 'Size, cylinders, firing order, induction, fuel, goals',
    icon: 'engine-outline',
  },
  {
    id: 'injectors',
    label: 'Injectors',
    detail: 'Flow, pressure, regulator, dead time',
    icon: 'water-outline',
  },
];

const STATE_MARKS: Readonly<Record<SectionState, { tone: MarkTone; label: string }>> = {
  empty: { tone: 'plain', label: 'Empty' },
  incomplete: { tone: 'warning', label: 'Incomplete' },
  unconfirmed: { tone: 'warning', label: 'Unconfirmed' },
  confirmed: { tone: 'good', label: 'Confirmed' },
  conflict: { tone: 'error', label: 'In conflict' },
};

/** How far a section has come, as icon and word. */
export function sectionMark(
  document: Calibration,
  id: BuildSection['id'],
): { tone: MarkTone; label: string } {
  return STATE_MARKS[sectionState(document, id)];
}
