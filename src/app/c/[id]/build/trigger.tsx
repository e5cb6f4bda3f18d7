export { TriggerScreen as default } from '@/features/build/TriggerScreen';
