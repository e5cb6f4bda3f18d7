export { TrainingScreen as default } from '@/features/bench/training/TrainingScreen';
