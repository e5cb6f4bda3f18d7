import { barometricKpa } from '../air';
import { type Amount, type ConversionContext, STANDARD_CONTEXT, toBase } from '../units';
import type { Calibration } from './schema';

/** What unit conversions in this document depend on; standard values while the fields are empty. */
export function conversionContext({ engine, injectors }: Calibration): ConversionContext {
  return {
    barometricKpa:
      engine.altitude === null
        ? STANDARD_CONTEXT.barometricKpa
        : barometricKpa(toBase('altitude', engine.altitude)),
    ratedDensityGPerCm3:
      injectors.testDensity === null
        ? STANDARD_CONTEXT.ratedDensityGPerCm3
        : toBase('density', injectors.testDensity satisfies Amount),
  };
}
