export { MissingMapsScreen as default } from '@/features/maps/MissingMapsScreen';
