export { WorkingsScreen as default } from '@/features/maps/WorkingsScreen';
