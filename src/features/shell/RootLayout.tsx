import { QueryClientProvider, useQueryClient } from '@tanstack/react-query';
import { Slot } from 'expo-router';
import { useEffect, useState } from 'react';
import { useLightPreference } from '@/data/light';
import { lookAfterStorage } from '@/data/lookAfterStorage';
import { createQueryClient, queryKeys } from '@/data/store/listQueries';
import { onOtherTabChange } from '@/data/store/tabs';
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

/** The first screen comes before storage is looked after, and before what reads documents is fetched for it, ms. */
const FIRST_LOOK_MS = 1500;

function Themed() {
  const [light] = useLightPreference();
  const client = useQueryClient();
  useFocusKept();
  useEffect(() => {
    const readListAnew = () => void client.invalidateQueries({ queryKey: queryKeys.entries });
    const stopListening = onOtherTabChange(readListAnew);
    const looking = setTimeout(
      () => void lookAfterStorage().then(readListAnew, () => undefined),
      FIRST_LOOK_MS,
    );
    return () => {
      clearTimeout(looking);
      stopListening();
    };
  }, [client]);
  return (
    <AppProviders light={light}>
      <Slot />
    </AppProviders>
  );
}
