import { useWindowDimensions } from 'react-native';

/** From this width there is room for list and detail side by side, px. */
const WIDE_FROM = 1000;

/** True when the window has room for list and detail side by side. */
export function useWide(): boolean {
  return useWindowDimensions().width >= WIDE_FROM;
}
