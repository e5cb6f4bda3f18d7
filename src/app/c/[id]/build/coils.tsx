export { CoilsScreen as default } from '@/features/build/CoilsScreen';
