export { OutputsScreen as default } from '@/features/build/OutputsScreen';
