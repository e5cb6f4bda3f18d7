import type { StartExplanation, StartSetup, StartVerdict } from '@/standin/dryStart';

/** Coolant temperatures that an engine is started at, all over, °C. */
export const FIELD_COOLANT_C = [-30, -20, -10, 0, 20, 50, 90] as const;
/** Voltages at rest of the batteries it is started with, V. */
export const FIELD_BATTERY_V = [9, 10, 11, 12, 13, 14] as const;

/** How many starts a whole field has. */
export const FIELD_SIZE = FIELD_COOLANT_C.length * FIELD_BATTERY_V.length;

/** How one start of a field ended. */
export interface FieldStart extends Pick<StartSetup, 'coolantC' | 'batteryV'> {
  readonly code: StartVerdict['code'];
  readonly headline: string;
  readonly mapId: StartExplanation['mapId'];
  /** It settles as asked, and so does every engine of the same description. */
  readonly good: boolean;
  /** It settles as asked, but not every engine of the same description does. */
  readonly unsure: boolean;
}

/** Every start of a field, the coldest first; at each temperature the best battery first. */
export function fieldSetups(seed: number): StartSetup[] {
  return FIELD_COOLANT_C.flatMap((coolantC) =>
    [...FIELD_BATTERY_V].reverse().map((batteryV) => ({ coolantC, batteryV, seed })),
  );
}

/** What two fields differ in: starts that turned good, and those that were good and are not any more. */
export function fieldChange(
  before: readonly FieldStart[],
  now: readonly FieldStart[],
): { readonly better: number; readonly worse: number } {
  const was = new Map(before.map((start) => [keyOf(start), start.good]));
  const turned = (good: boolean) =>
    now.filter((start) => start.good === good && was.get(keyOf(start)) === !good).length;
  return { better: turned(true), worse: turned(false) };
}

/** The start of a field at a place; undefined while it has not ended. */
export function startAt(
  starts: readonly FieldStart[],
  coolantC: number,
  batteryV: number,
): FieldStart | undefined {
  return starts.find((start) => start.coolantC === coolantC && start.batteryV === batteryV);
}

function keyOf({ coolantC, batteryV }: Pick<FieldStart, 'coolantC' | 'batteryV'>): string {
  return `${coolantC} ${batteryV}`;
}
