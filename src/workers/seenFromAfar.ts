/** What somebody beside a stand-in far away sees of it, from its text: the page’s door to it. */
export { seenOfText } from '@/hosting/schema';
