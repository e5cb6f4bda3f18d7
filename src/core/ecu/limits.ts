/** No correction takes the lambda target beyond these: no engine runs outside them, and fuel stays finite. */
export const LAMBDA_LIMITS = { min: 0.5, max: 1.4 } as const;

/** No correction takes the spark beyond these, ° BTDC. */
export const SPARK_LIMITS = { min: -20, max: 60 } as const;
