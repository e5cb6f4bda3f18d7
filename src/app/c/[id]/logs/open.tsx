export { OpenScreen as default } from '@/features/logs/open/OpenScreen';
