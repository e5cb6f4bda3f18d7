export { LoadScreen as default } from '@/features/maps/LoadScreen';
