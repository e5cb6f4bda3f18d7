import type { Kept } from '@/data/offline/offlineStore';
import type { MarkTone } from '@/ui/layout';

/** Whether Lumbre opens here with no network, in words, with why and what to do. */
export const KEPT_WORDS: Readonly<
  Record<Exclude<Kept, 'unknown'>, { readonly tone: MarkTone; readonly label: string; readonly says: string }>
> = {
  kept: {
    tone: 'good',
    label: 'Opens with no network',
    says: 'All of Lumbre is kept in this browser, with your calibrations and logs.',
  },
  fetching: {
    tone: 'plain',
    label: 'Being fetched for use with no network',
    says: 'It goes on beside your work. Until it is done, Lumbre needs the network.',
  },
  failed: {
    tone: 'warning',
    label: 'Needs the network',
    says: 'Not all of Lumbre came, so nothing of it is kept. Bring the connection back, or free some space in the browser, and fetch it again.',
  },
  insecure: {
    tone: 'warning',
    label: 'Needs the network',
    says: 'This page came from another machine over an open line (http). A browser keeps a page, keeps the screen awake and promises to keep data only over https: start the server with a certificate, as its README says, and open the address it prints.',
  },
  impossible: {
    tone: 'warning',
    label: 'Needs the network',
    says: 'This browser keeps no pages: private windows don’t, and settings may forbid it. Open Lumbre in a usual window.',
  },
};
