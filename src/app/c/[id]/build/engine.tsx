export { EngineScreen as default } from '@/features/build/EngineScreen';
