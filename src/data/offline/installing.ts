import { create } from 'zustand';

/** What a browser offers that can install the page as an app. */
interface InstallOffer extends Event {
  prompt(): Promise<{ readonly outcome: 'accepted' | 'dismissed' }>;
}

/** The browser’s offer to install Lumbre; null while it makes none. */
export const useInstallOffer = create<{ readonly offer: InstallOffer | null }>(() => ({ offer: null }));

/** Takes the browser’s offer to install, which it makes once and early. */
export function listenForInstallOffer(): void {
  window.addEventListener('beforeinstallprompt', (event) => {
    event.preventDefault();
    useInstallOffer.setState({ offer: event as InstallOffer });
  });
  window.addEventListener('appinstalled', () => useInstallOffer.setState({ offer: null }));
}

/** Has the browser install Lumbre: it asks the person itself. */
export async function install(): Promise<void> {
  const { offer } = useInstallOffer.getState();
  // An offer is good for one try.
  useInstallOffer.setState({ offer: null });
  await offer?.prompt();
}

/** Whether this window is the installed app. */
export function isInstalled(): boolean {
  return window.matchMedia('(display-mode: standalone), (display-mode: fullscreen)').matches;
}
