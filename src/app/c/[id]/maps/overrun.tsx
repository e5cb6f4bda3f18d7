export { OverrunScreen as default } from '@/features/maps/OverrunScreen';
