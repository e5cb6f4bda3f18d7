export { SensorScreen as default } from '@/features/build/SensorScreen';
