export { BuildLayout as default } from '@/features/build/BuildLayout';
