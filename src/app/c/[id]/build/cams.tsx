export { CamsScreen as default } from '@/features/build/CamsScreen';
