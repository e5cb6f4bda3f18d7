export { LoopScreen as default } from '@/features/maps/loop/LoopScreen';
