import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render as plainRender, type RenderOptions, type RenderResult } from '@testing-library/react';
import type { ReactElement, ReactNode } from 'react';

export { act, cleanup, fireEvent, screen, within } from '@testing-library/react';

/** Stored preferences are not asked for: everything is as on the first day. */
function FirstDay({ children }: { children: ReactNode }) {
  const client = new QueryClient({ defaultOptions: { queries: { enabled: false } } });
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}

/** Renders within what every screen of the app stands in. */
export function render(element: ReactElement, options: Omit<RenderOptions, 'wrapper'> = {}): RenderResult {
  return plainRender(element, { wrapper: FirstDay, ...options });
}
