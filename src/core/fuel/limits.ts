/** No correction takes the lambda target beyond these: no engine runs outside them, and fuel stays finite. */
export const LAMBDA_LIMITS = { min: 0.5, max: 1.4 } as const;

/** Pressure across an injector below which its flow is not computed any further down, kPa: there is hardly any left. */
export const LEAST_ACROSS_KPA = 20;
