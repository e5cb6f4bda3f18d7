import { GUARD_REASONS } from '../channel';

export type GuardId = Exclude<(typeof GUARD_REASONS)[number]['id'], 'none'>;

/** What is watched over, the gravest first: what acts first when several do. */
export const GUARDS = GUARD_REASONS.filter(
  (reason): reason is Extract<typeof reason, { id: GuardId }> => reason.id !== 'none',
);

/** The sensor without which a guard sees nothing, where not every engine has it. */
export const GUARD_SENSOR: Readonly<Partial<Record<GuardId, 'oilPressure' | 'fuelPressure' | 'lambdaOne'>>> =
  {
    oilPressure: 'oilPressure',
    fuelPressure: 'fuelPressure',
    lean: 'lambdaOne',
  };

export const GUARD_IDS: readonly GuardId[] = GUARDS.map(({ id }) => id);
