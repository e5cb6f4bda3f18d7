export { MapScreen as default } from '@/features/maps/MapScreen';
