export { OpenAtBuild as default } from '@/features/build/OpenAtBuild';
