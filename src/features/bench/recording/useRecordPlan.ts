import { usePreference } from '@/data/preferences';
import { readPlan, type RecordPlan } from '@/data/logs/recordPlan';

/** What is recorded, how often and when, as it was chosen last; and the way to change it. */
export function useRecordPlan(): readonly [RecordPlan, (plan: RecordPlan) => void] {
  return usePreference('record', readPlan, (plan) => JSON.stringify(plan));
}
