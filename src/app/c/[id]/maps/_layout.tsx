export { MapsLayout as default } from '@/features/maps/MapsLayout';
