import { QueryClientProvider, useQueryClient } from '@tanstack/react-query';
import { Slot } from 'expo-router';
import { Suspense, useEffect, useState } from 'react';
import { fetched } from '@/data/fetched';
import { useLightPreference } from '@/data/light';
import { lookAfterStorage } from '@/data/lookAfterStorage';
import { listenForInstallOffer } from '@/data/offline/installing';
import { useOffline } from '@/data/offline/offlineStore';
import { createQueryClient, queryKeys } from '@/data/store/listQueries';
import { onOtherTabChange } from '@/data/store/tabs';
import { useSightPreference } from '@/data/sight';
import { AppProviders } from '@/ui/AppProviders';
import { useFocusKept } from '@/ui/focus';
import { laterPart } from '@/ui/later/laterPart';

const UpdateOffer = laterPart(async () => (await import('./UpdateOffer')).UpdateOffer);

listenForInstallOffer();

/** Everything around every screen: stored data, theme, saving. */
export function RootLayout() {
  const [client] = useState(createQueryClient);
  return (
    <QueryClientProvider client={client}>
      <Themed />
    </QueryClientProvider>
  );
}

/** The first screen comes before storage is looked after and the app is kept, and before what does so is fetched, ms. */
const FIRST_LOOK_MS = 1500;

function Themed() {
  const [light] = useLightPreference();
  const [sight] = useSightPreference();
  const client = useQueryClient();
  const isNewerHere = useOffline((offline) => offline.isNewerHere);
  useFocusKept();
  useEffect(() => {
    const readListAnew = () => void client.invalidateQueries({ queryKey: queryKeys.entries });
    const stopListening = onOtherTabChange(readListAnew);
    const looking = setTimeout(() => {
      void lookAfterStorage().then(readListAnew, () => undefined);
      void keepApp().catch(() => undefined);
    }, FIRST_LOOK_MS);
    return () => {
      clearTimeout(looking);
      stopListening();
    };
  }, [client]);
  return (
    <AppProviders light={light} sight={sight}>
      {isNewerHere ? (
        <Suspense fallback={null}>
          <UpdateOffer />
        </Suspense>
      ) : null}
      <Slot />
    </AppProviders>
  );
}

const keepApp = async () => (await fetched(() => import('@/data/offline/keepApp'))).keepApp();
