export { PinsScreen as default } from '@/features/build/PinsScreen';
