export { GarageScreen as default } from '@/features/garage/GarageScreen';
