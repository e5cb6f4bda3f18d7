/** A step is read, not scanned: on a wide screen it is no wider, px. */
export const MEASURE = 640;
