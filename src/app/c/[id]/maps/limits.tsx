export { LimitsScreen as default } from '@/features/maps/LimitsScreen';
