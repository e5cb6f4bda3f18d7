export { BuildScreen as default } from '@/features/build/BuildScreen';
