export { InjectionScreen as default } from '@/features/build/InjectionScreen';
