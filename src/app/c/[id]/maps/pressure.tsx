export { PressureAxesScreen as default } from '@/features/maps/PressureAxesScreen';
