import { Suspense, type ComponentType } from 'react';
import { ActivityIndicator, View } from 'react-native';
import { laterPart, type LaterPart } from '@/ui/later/laterPart';

const layouts = new Set<LaterPart<object>>();

/** Fetches every layout, so that the next place is drawn without waiting. */
export function fetchLayouts(): void {
  for (const layout of layouts) layout.fetch();
}

/**
 * The layout of a route, fetched when it is on the way: the router runs the module of every layout before it shows the
 * first screen, whichever that is.
 */
export function laterLayout(load: () => Promise<ComponentType>): ComponentType {
  const Layout = laterPart(load);
  layouts.add(Layout);
  return function LaterLayout() {
    return (
      <Suspense
        fallback={
          <View style={{ flex: 1, alignItems: 'center', justifyContent: 'center' }}>
            <ActivityIndicator aria-label="Opening" />
          </View>
        }
      >
        <Layout />
      </Suspense>
    );
  };
}
