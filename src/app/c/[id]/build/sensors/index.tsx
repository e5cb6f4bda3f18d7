export { SensorsScreen as default } from '@/features/build/SensorsScreen';
