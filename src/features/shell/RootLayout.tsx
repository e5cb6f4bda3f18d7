import { QueryClientProvider, useQueryClient } from '@tanstack/react-query';
import { Slot } from 'expo-router';
import { useEffect, useState } from 'react';
import { useLightPreference } from '@/data/preferences';
import { startAutosave } from '@/data/session/autosave';
import { repository } from '@/data/store/browserRepository';
import { createQueryClient, queryKeys } from '@/data/store/queries';
import { AppProviders } from '@/ui/AppProviders';

/** Everything around every screen: stored data, theme, saving. */
export function RootLayout() {
  const [client] = useState(createQueryClient);
  return (
    <QueryClientProvider client={client}>
      <Themed />
    </QueryClientProvider>
  );
}

function Themed() {
  const [light] = useLightPreference();
  const client = useQueryClient();
  useEffect(() => {
    void repository.purge();
    return startAutosave(() => void client.invalidateQueries({ queryKey: queryKeys.entries }));
  }, [client]);
  return (
    <AppProviders light={light}>
      <Slot />
    </AppProviders>
  );
}
