export { LearnedScreen as default } from '@/features/maps/loop/LearnedScreen';
