export const CHARGING_V = 14;
