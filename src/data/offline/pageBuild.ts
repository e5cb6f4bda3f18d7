import { BUILD_META } from '@/offline/messages';

/** The build that this page is of; null where it was not built, as on a development server. */
export function pageBuild(): string | null {
  return document.querySelector(`meta[name="${BUILD_META}"]`)?.getAttribute('content') ?? null;
}
