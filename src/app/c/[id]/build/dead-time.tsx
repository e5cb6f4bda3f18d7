export { DeadTimeScreen as default } from '@/features/build/DeadTimeScreen';
