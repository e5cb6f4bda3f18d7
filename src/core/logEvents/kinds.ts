import { STRAIN_KINDS } from './boostAndKnock';
import type { EventKindInfo } from './event';
import { HOLDING_BACK_KINDS } from './holdingBack';
import { MIXTURE_KINDS } from './mixture';
import { RUNNING_KINDS } from './running';
import { SENSOR_KINDS } from './sensors';
import { SUPPLY_KINDS } from './supplies';
import { TRIGGER_KINDS } from './trigger';

/** Every kind of event that is looked for in a log. */
export const EVENT_KINDS = {
  ...RUNNING_KINDS,
  ...TRIGGER_KINDS,
  ...HOLDING_BACK_KINDS,
  ...MIXTURE_KINDS,
  ...STRAIN_KINDS,
  ...SUPPLY_KINDS,
  ...SENSOR_KINDS,
} as const satisfies Record<string, EventKindInfo>;

export type EventKindId = keyof typeof EVENT_KINDS;

export const EVENT_KIND_IDS = Object.keys(EVENT_KINDS) as EventKindId[];
