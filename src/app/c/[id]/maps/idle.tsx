export { IdleScreen as default } from '@/features/maps/IdleScreen';
