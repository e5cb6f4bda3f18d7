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
  { id: 'overboost', label: 'Overboost' },
] as const;

export type LimitId = (typeof LIMITS)[number]['id'];

/** The number that a limit has in its channel. */
export const LIMIT_CODE = Object.fromEntries(LIMITS.map(({ id }, code) => [id, code])) as Readonly<
  Record<LimitId, number>
>;

/** What protection acts because of: the number in the channel is the place in this list, the gravest first after none. */
export const GUARD_REASONS = [
  { id: 'none', label: 'None' },
  { id: 'oilPressure', label: 'Oil pressure' },
  { id: 'lean', label: 'Lean under load' },
  { id: 'fuelPressure', label: 'Fuel pressure' },
  { id: 'boost', label: 'Boost' },
  { id: 'coolant', label: 'Coolant' },
  { id: 'oil', label: 'Oil temperature' },
  { id: 'battery', label: 'Battery' },
] as const;

/** The number that a guard has in its channel. */
export const GUARD_CODE = Object.fromEntries(GUARD_REASONS.map(({ id }, code) => [id, code])) as Readonly<
  Record<(typeof GUARD_REASONS)[number]['id'], number>
>;

/** The sensor that is in fault, of which several may be: the number in the channel is the place in this list, what most hangs on first. */
export const SENSORS_LOST = [
  { id: 'none', label: 'None' },
  { id: 'map', label: 'Manifold pressure' },
  { id: 'throttle', label: 'Throttle' },
  { id: 'coolant', label: 'Coolant' },
  { id: 'air', label: 'Intake air' },
  { id: 'fuelPressure', label: 'Fuel pressure' },
  { id: 'oilPressure', label: 'Oil pressure' },
  { id: 'lambdaOne', label: 'Lambda 1' },
  { id: 'lambdaTwo', label: 'Lambda 2' },
  { id: 'ethanol', label: 'Ethanol' },
  { id: 'gear', label: 'Gear' },
  { id: 'knock', label: 'Knock' },
] as const;

/** The bit of each sensor in the channel of all that are in fault: its place in the list. */
export const LOST_BIT = Object.fromEntries(SENSORS_LOST.map(({ id }, place) => [id, 1 << place])) as Readonly<
  Record<(typeof SENSORS_LOST)[number]['id'], number>
>;

/** What a work mode does, or why it ended: the number in the channel is the place in this list. */
export const WORK_STATES = [
  { id: 'none', label: 'None' },
  { id: 'working', label: 'At work' },
  { id: 'done', label: 'Done' },
  { id: 'ended', label: 'Ended by hand' },
  { id: 'turning', label: 'Ended: the engine turns' },
  { id: 'silent', label: 'Ended: nobody holds it' },
  { id: 'leftIdle', label: 'Ended: it no longer idles' },
] as const;

export type WorkStateId = (typeof WORK_STATES)[number]['id'];

/** The number that a state of a work mode has in its channel. */
export const WORK_CODE = Object.fromEntries(WORK_STATES.map(({ id }, code) => [id, code])) as Readonly<
  Record<WorkStateId, number>
>;

/** How idle is held: the number in the channel is the place in this list. */
export const IDLE_STATES = [
  { id: 'off', label: 'Off' },
  { id: 'outside', label: 'Not idling' },
  { id: 'entering', label: 'Coming to idle' },
  { id: 'held', label: 'Held at its target' },
  { id: 'atLimit', label: 'At the limit of its air' },
] as const;

export type IdleStateId = (typeof IDLE_STATES)[number]['id'];

/** The number that a state of idle has in its channel. */
export const IDLE_CODE = Object.fromEntries(IDLE_STATES.map(({ id }, code) => [id, code])) as Readonly<
  Record<IdleStateId, number>
>;

/** What the closed loop does, and why not: the number in the channel is the place in this list. */
export const LOOP_STATES = [
  { id: 'off', label: 'Off' },
  { id: 'notRunning', label: 'Engine not running' },
  { id: 'starting', label: 'Too soon after the start' },
  { id: 'cold', label: 'Engine cold' },
  { id: 'outside', label: 'Outside its range' },
  { id: 'noAuthority', label: 'No authority here' },
  { id: 'sensorCold', label: 'Sensor not warm' },
  { id: 'sensorLost', label: 'Sensor in fault' },
  { id: 'sensorOutside', label: 'Reading not believed' },
  { id: 'sensorFar', label: 'Reading too far off' },
  { id: 'sensorNoisy', label: 'Reading too noisy' },
  { id: 'sensorStuck', label: 'Reading does not answer' },
  { id: 'waiting', label: 'Held by another state' },
  { id: 'settling', label: 'Waiting for fresh gas' },
  { id: 'frozen', label: 'Sum frozen' },
  { id: 'active', label: 'Active' },
  { id: 'atLimit', label: 'At its authority' },
] as const;

export type LoopStateId = (typeof LOOP_STATES)[number]['id'];

/** The number that a state of the closed loop has in its channel. */
export const LOOP_CODE = Object.fromEntries(LOOP_STATES.map(({ id }, code) => [id, code])) as Readonly<
  Record<LoopStateId, number>
>;

/** What knock control does: the number in the channel is the place in this list. */
export const KNOCK_STATES = [
  { id: 'off', label: 'Off' },
  { id: 'outside', label: 'Outside its speeds' },
  { id: 'listening', label: 'Listening' },
  { id: 'pulling', label: 'Spark pulled' },
  { id: 'lost', label: 'Sensor silent' },
] as const;

export type KnockStateId = (typeof KNOCK_STATES)[number]['id'];

/** The number that a state of knock control has in its channel. */
export const KNOCK_CODE = Object.fromEntries(KNOCK_STATES.map(({ id }, code) => [id, code])) as Readonly<
  Record<KnockStateId, number>
>;
