import { useWindowDimensions } from 'react-native';

/** From this width there is room for list and detail side by side, px. */
const WIDE_FROM = 1000;

/** Lower than this a page has no room to spare, px. */
const LOW_BELOW = 500;

/** True of a phone that lies on its side: what stands at the bottom of a page stands beside it. */
export function useLying(): boolean {
  const { width, height } = useWindowDimensions();
  return height < LOW_BELOW && width > height && width < WIDE_FROM;
}

/** True when the window has room for list and detail side by side. */
export function useWide(): boolean {
  return useWindowDimensions().width >= WIDE_FROM;
}
