export { BoostScreen as default } from '@/features/maps/BoostScreen';
