import type { IconName } from '@/ui/icon/Icon';

/** A place of the app inside an open calibration. */
export interface Place {
  readonly id: 'build' | 'maps' | 'review' | 'bench' | 'logs';
  readonly label: string;
  readonly icon: IconName;
}

/** The places, in the order of work. */
export const PLACES: readonly Place[] = [
  { id: 'build', label: 'Build', icon: 'wrench-outline' },
  { id: 'maps', label: 'Maps', icon: 'table-large' },
  { id: 'review', label: 'Review', icon: 'clipboard-check-outline' },
  { id: 'bench', label: 'Bench', icon: 'speedometer' },
  { id: 'logs', label: 'Logs', icon: 'chart-timeline-variant' },
];
