export { StagingScreen as default } from '@/features/build/StagingScreen';
