export { KnockScreen as default } from '@/features/maps/knock/KnockScreen';
