import { formatNumber } from '../../../units';

/** It idles at its working temperature from here on, °C, and nothing enriches it by more than this. */
export const WARM_C = 65;
export const ENRICHED = 1.005;
/** How long a change settles and is looked at, s; air moves slowly. */
export const LOOKS = { settlesS: 3, forS: 5 } as const;
export const AIR_SETTLES_S = 14;
/** Measured is the target within this, as a share, and so often the filling is moved until it is. */
export const SAME = 0.004;
export const RIGHT = 0.01;
export const ROUNDS = 5;
/** A speed that shakes by more than this, and by so many times what it did at first, surges, rev/min. */
export const SURGES = { rpm: 35, times: 2.5 } as const;
/** An idle is as fast as it is asked within this, as a share. */
export const SPEED_NEAR = 0.05;
/** What is changed by less stays as it is: lambda, °, % of the valve, share of the filling. */
export const LEAST = { lambda: 0.005, sparkDeg: 1, airPercent: 1, fuelShare: 0.005 } as const;
/** Spark that idle control has to be able to give, at the most, °. */
export const RESERVE_DEG = 6;
/** Lamps and fan: how long it is watched, how far the speed may fall, and when it has to be back, s. */
export const LOADS = { forS: 24, fallsShare: 0.2, runsRpm: 300 } as const;

export const kpa = (value: number) => `${formatNumber(value, 1)} kPa`;
export const lambda = (value: number) => `lambda ${formatNumber(value, 3)}`;
export const deg = (value: number) => `${formatNumber(value, 1)}°`;
export const percent = (share: number) => `${formatNumber(100 * Math.abs(share), 1)} %`;
export const rpm = (value: number) => `${formatNumber(value, 0)} rev/min`;
