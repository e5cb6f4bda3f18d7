/** What may hold the engine’s speed or its charges back: the number in the channel is the place in this list. */
export const LIMITS = [
  { id: 'none', label: 'None' },
  { id: 'speed', label: 'Engine speed' },
  { id: 'cold', label: 'Cold engine' },
  { id: 'gear', label: 'Gear' },
  { id: 'launch', label: 'Launch' },
  { id: 'afterLaunch', label: 'After launch' },
  { id: 'shift', label: 'Gear shift' },
  { id: 'protection', label: 'Protection' },
  { id: 'sensor', label: 'Sensor in fault' },
] as const;

export type LimitId = (typeof LIMITS)[number]['id'];

/** The number that a limit has in its channel. */
export const LIMIT_CODE = Object.fromEntries(LIMITS.map(({ id }, code) => [id, code])) as Readonly<
  Record<LimitId, number>
>;
