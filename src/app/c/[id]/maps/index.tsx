export { MapsScreen as default } from '@/features/maps/MapsScreen';
