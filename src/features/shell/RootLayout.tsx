import { QueryClientProvider, useQueryClient } from '@tanstack/react-query';
import { Slot } from 'expo-router';
import { useEffect, useState } from 'react';
import { useLightPreference } from '@/data/preferences';
import { startAutosave } from '@/data/session/autosave';
import { startKeepingHistory } from '@/data/session/historyKeeping';
import { repository } from '@/data/store/browserRepository';
import { createQueryClient, queryKeys } from '@/data/store/queries';
import { AppProviders } from '@/ui/AppProviders';
import { useFocusKept } from '@/ui/focus';

/** Everything around every screen: stored data, theme, saving. */
export function RootLayout() {
  const [client] = useState(createQueryClient);
  return (
    <QueryClientProvider client={client}>
      <Themed />
    </QueryClientProvider>
  );
}

/** The first screen comes before storage is looked after, ms. */
const FIRST_LOOK_MS = 1500;

/** Holds the list against the documents, and empties the bin of what has lain there long enough. */
async function lookAfterStorage(): Promise<void> {
  await repository.repair();
  await repository.purge();
}

function Themed() {
  const [light] = useLightPreference();
  const client = useQueryClient();
  useFocusKept();
  useEffect(() => {
    const readListAnew = () => void client.invalidateQueries({ queryKey: queryKeys.entries });
    const stopSaving = startAutosave(readListAnew);
    const stopKeeping = startKeepingHistory();
    const looking = setTimeout(
      () => void lookAfterStorage().then(readListAnew, () => undefined),
      FIRST_LOOK_MS,
    );
    return () => {
      clearTimeout(looking);
      stopSaving();
      stopKeeping();
    };
  }, [client]);
  return (
    <AppProviders light={light}>
      <Slot />
    </AppProviders>
  );
}
